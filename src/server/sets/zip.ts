import { createHash } from "node:crypto";
import { type Readable, Transform } from "node:stream";
import { ZipFile } from "yazl";
import { endingOf } from "@/core/contract";
import { say } from "@/language";
import { deliveryPath, exists } from "../files/store";
import { Problem } from "../problem";
import { filesOf } from "./sets";

/** What of a set lies in its ZIP, besides the pictures. */
interface Listed {
  readonly file: string;
  readonly original: string;
  readonly version: string;
  readonly pitch: number;
  readonly yaw: number;
  readonly roll: number;
  readonly width: number | null;
  readonly height: number | null;
}

const CSV_HEAD: readonly (keyof Listed)[] = ["file", "original", "version", "pitch", "yaw", "roll", "width", "height"];

/** A field of a table as RFC 4180 has it; what a spreadsheet would reckon with is text. */
const csvField = (value: string | number | null): string => {
  const text = value === null ? "" : String(value);
  const plain = typeof value === "string" && /^[=+\-@\t\r]/.test(text) ? `'${text}` : text;
  return /[",\r\n]/.test(plain) ? `"${plain.replaceAll('"', '""')}"` : plain;
};

/**
 * The finished files of a set as one ZIP, made while it is sent: nothing is compressed, so that its length and every byte of it are
 * known beforehand and a broken download goes on where it was. With lists of what it holds, as CSV and JSON.
 *
 * @param from the first byte wanted. @throws Problem 409 where nothing is finished.
 */
export async function zipOf(setId: string): Promise<{ bytes: number; mark: string; open: (from: number) => Readable }> {
  const rows = (await filesOf(setId)).filter((r) => r.delivery.state === "done");
  const isThere = await Promise.all(
    rows.map(({ delivery }) => exists(deliveryPath(delivery.id, endingOf(delivery.format)))),
  );
  const there = rows.filter((_, i) => isThere[i]);
  if (there.length === 0) throw new Problem(409, say("Nothing of this is finished yet."));
  const listed = there.map(({ delivery, photo, version, recipe }): Listed => {
    const { pitch, yaw, roll } = recipe.attitude ?? { pitch: 0, yaw: 0, roll: 0 };
    return {
      file: delivery.fileName ?? "",
      original: photo,
      version,
      ...{ pitch, yaw, roll },
      width: delivery.resultWidth,
      height: delivery.resultHeight,
    };
  });
  const csv = [CSV_HEAD.join(","), ...listed.map((l) => CSV_HEAD.map((key) => csvField(l[key])).join(","))];
  const last = new Date(Math.max(...there.map((r) => r.delivery.finishedAt?.getTime() ?? 0)));
  const made = (): ZipFile => {
    const zip = new ZipFile();
    for (const { delivery } of there)
      zip.addFile(deliveryPath(delivery.id, endingOf(delivery.format)), delivery.fileName ?? delivery.id, {
        compress: false,
        mtime: last,
        mode: 0o100644,
      });
    const list = (name: string, text: string): void =>
      zip.addBuffer(Buffer.from(text), name, { compress: false, mtime: last, mode: 0o100644 });
    list("files.csv", `${csv.join("\r\n")}\r\n`);
    list("files.json", `${JSON.stringify(listed, null, 2)}\n`);
    return zip;
  };
  const bytes = await lengthOf(made());
  const mark = createHash("sha256")
    .update(JSON.stringify([setId, listed, last]))
    .digest("hex")
    .slice(0, 32);
  const open = (from: number): Readable => {
    const zip = made();
    zip.end();
    return (zip.outputStream as Readable).pipe(without(from));
  };
  return { bytes, mark, open };
}

/** How long a ZIP will be; it is known before anything of it is read. */
function lengthOf(zip: ZipFile): Promise<number> {
  const output = zip.outputStream as Readable;
  // It is let go half read.
  output.on("error", () => undefined);
  return new Promise((resolve, reject) => {
    zip.on("error", reject);
    const told = (size: number): void => {
      resolve(size);
      output.destroy();
    };
    // Its types do not know what it says.
    zip.end({ forceZip64Format: false, comment: "" }, told as () => void);
  });
}

/** Lets all but the first bytes through. */
function without(count: number): Transform {
  let left = count;
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      if (left >= chunk.length) {
        left -= chunk.length;
        return done();
      }
      const rest = left > 0 ? chunk.subarray(left) : chunk;
      left = 0;
      done(null, rest);
    },
  });
}
