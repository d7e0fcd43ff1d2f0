import { readFile } from "node:fs/promises";
import path from "node:path";
import { GUIDE } from "@/bench/guide/guide";

/** A picture of the guide, by its name. */
export async function GET(_: Request, { params }: { params: Promise<{ name: string }> }): Promise<Response> {
  const { name } = await params;
  if (!GUIDE.some(({ picture }) => picture?.name === name)) return new Response(null, { status: 404 });
  const bytes = await readFile(path.join(process.cwd(), "docs/screenshots", `${name}.png`));
  return new Response(new Uint8Array(bytes), {
    headers: { "content-type": "image/png", "cache-control": "public, max-age=3600" },
  });
}
