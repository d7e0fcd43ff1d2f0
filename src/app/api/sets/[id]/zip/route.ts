import { Readable, Transform } from "node:stream";
import { zipOf } from "@/server";
import { inParts } from "../../../file-answer";
import { route } from "../../../respond";

export const dynamic = "force-dynamic";

/** Ends after so many bytes. */
function only(count: number): Transform {
  let left = count;
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      const part = chunk.subarray(0, left);
      left -= part.length;
      if (part.length > 0) this.push(part);
      if (left === 0) this.push(null);
      done();
    },
  });
}

/** A delivery set as one ZIP, from any byte on. */
export const GET = route(async (request, { id }) => {
  const { bytes, mark, open } = await zipOf(id!);
  return inParts(request, {
    name: `flat-stone-${id!.slice(0, 8)}.zip`,
    type: "application/zip",
    mark,
    bytes,
    open: (part) => {
      const from = open(part?.start ?? 0);
      return Readable.toWeb(part ? from.pipe(only(part.end - part.start + 1)) : from) as ReadableStream;
    },
  });
});
