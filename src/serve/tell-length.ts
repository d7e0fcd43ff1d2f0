import type { ServerResponse } from "node:http";

/** What a route says of the length of a file that it streams; Next keeps a Content-Length from such answers. */
const SAID = "x-file-length";

/** Makes of it the Content-Length that downloads show their progress by. */
export function tellLength(response: ServerResponse): void {
  for (const way of ["setHeader", "appendHeader"] as const) {
    const own = response[way].bind(response) as (name: string, value: string) => ServerResponse;
    response[way] = ((name: string, value: string) =>
      name.toLowerCase() === SAID ? response.setHeader("content-length", value) : own(name, value)) as never;
  }
}
