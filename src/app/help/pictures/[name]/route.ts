import { readFile } from "node:fs/promises";
import path from "node:path";

/** A picture of the guide, by its name. */
export async function GET(_: Request, { params }: { params: Promise<{ name: string }> }): Promise<Response> {
  const { name } = await params;
  const bytes = /^[a-z][a-z-]*$/.test(name)
    ? await readFile(path.join(process.cwd(), "docs/screenshots", `${name}.png`)).catch(() => null)
    : null;
  if (!bytes) return new Response(null, { status: 404 });
  return new Response(new Uint8Array(bytes), {
    headers: { "content-type": "image/png", "cache-control": "public, max-age=3600" },
  });
}
