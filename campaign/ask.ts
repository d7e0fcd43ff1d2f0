import type { Instance } from "./instance";
import type { Tally } from "./tally";

export interface Answer {
  /** 0 where none came. */
  readonly status: number;
  readonly json: Record<string, unknown> & { error?: string };
}

/** What goes with a request. */
interface Request {
  readonly method?: string;
  readonly body?: unknown;
  readonly headers?: Record<string, string>;
  /** Breaks it off, as closing a window does. */
  readonly signal?: AbortSignal;
}

/** A request and what came of it, counted; an answer of 500 is a fault, no answer is none while things are being killed. */
export async function ask(
  { address }: Instance,
  tally: Tally,
  what: string,
  path: string,
  { method = "GET", body, headers = {}, signal }: Request = {},
): Promise<Answer> {
  const raw = typeof body === "string" || body instanceof Uint8Array;
  try {
    const response = await fetch(`${address}${path}`, {
      method,
      headers,
      ...(body === undefined ? {} : { body: raw ? (body as BodyInit) : JSON.stringify(body) }),
      signal: AbortSignal.any([AbortSignal.timeout(180_000), ...(signal ? [signal] : [])]),
    });
    const text = await response.text();
    let json: Answer["json"] = {};
    try {
      json = JSON.parse(text) as Answer["json"];
    } catch {
      // A page.
    }
    tally.count(what, response.status);
    if (response.status === 500 || (response.status > 500 && ![501, 503, 507].includes(response.status)))
      tally.fault(`${method} ${path.slice(0, 80)} was answered ${response.status}: ${text.slice(0, 200)}`);
    if (/\n\s+at |ENOENT|\/originals\//.test(json.error ?? "")) tally.fault(`${path}: ${json.error}`);
    return { status: response.status, json };
  } catch (error) {
    const late = (error as Error).name === "TimeoutError";
    tally.count(what, late ? "NO ANSWER" : "broken off");
    if (late) tally.fault(`${method} ${path} was not answered within three minutes.`);
    return { status: 0, json: {} };
  }
}
