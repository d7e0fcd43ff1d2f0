import { say } from "@/language";
import { createReadStream } from "node:fs";
import { stat } from "node:fs/promises";
import { Readable } from "node:stream";
import parseRange from "range-parser";
import { Problem } from "@/server";

const stream = (file: string, part?: { start: number; end: number }): ReadableStream =>
  Readable.toWeb(createReadStream(file, part)) as ReadableStream;

/** How long an answer is; the second is what src/serve makes a length of where Next keeps the first. */
const lengthOf = (bytes: number) => ({ "content-length": `${bytes}`, "x-file-length": `${bytes}` });

/** A picture that never changes under its address, so that browsers may keep it for good. */
export async function kept(file: string, type = "image/jpeg"): Promise<Response> {
  const { size } = await stat(file);
  return new Response(stream(file), {
    headers: {
      "content-type": type,
      ...lengthOf(size),
      "cache-control": "private, max-age=31536000, immutable",
    },
  });
}

/**
 * A file to be saved, whole or the part that is asked for, so that a download that broke off goes on where it was (RFC
 * 9110, §14; of several parts asked for at once the whole is given).
 *
 * @param mark by which the client knows that it is still the same file.
 * @throws Problem 416 for a part beyond the end.
 */
export async function download(
  request: Request,
  { file, name, type, mark }: { file: string; name: string; type: string; mark: string },
): Promise<Response> {
  const { size } = await stat(file);
  return inParts(request, { name, type, mark, bytes: size, open: (part) => stream(file, part) });
}

/**
 * Something to be saved that is opened from any byte on; as `download`.
 *
 * @param open what lies from one byte up to another, both in it; all without them.
 */
export function inParts(
  request: Request,
  {
    name,
    type,
    mark,
    bytes: size,
    open,
  }: {
    name: string;
    type: string;
    mark: string;
    bytes: number;
    open: (part?: { start: number; end: number }) => ReadableStream;
  },
): Response {
  const etag = `"${mark}"`;
  const headers: Record<string, string> = {
    "content-type": type,
    "content-disposition": `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
    "accept-ranges": "bytes",
    etag,
  };
  const asked = request.headers.get("range");
  const condition = request.headers.get("if-range");
  const ranges = asked && (condition === null || condition === etag) ? parseRange(size, asked) : -2;
  if (ranges === -1)
    throw new Problem(416, say("The file ends at byte {size}; there is no such part of it.", { size }));
  if (ranges === -2 || ranges.type !== "bytes" || ranges.length !== 1)
    return new Response(open(), { headers: { ...headers, ...lengthOf(size) } });
  const { start, end } = ranges[0]!;
  return new Response(open({ start, end }), {
    status: 206,
    headers: {
      ...headers,
      ...lengthOf(end - start + 1),
      "content-range": `bytes ${start}-${end}/${size}`,
    },
  });
}
