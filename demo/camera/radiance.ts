/** A picture in linear light, three floats a pixel. */
export interface LinearPicture {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
}

/** Reads a Radiance RGBE picture (Ward, "Real Pixels", 1991) as POV-Ray writes it: -Y h +X w, run-length coded or plain. */
export function readRadiance(file: Buffer): LinearPicture {
  let at = 0;
  const line = (): string => {
    const end = file.indexOf(10, at);
    if (end < 0) throw new Error("Not a Radiance picture: the header does not end.");
    const text = file.subarray(at, end).toString("latin1");
    at = end + 1;
    return text;
  };
  if (!line().startsWith("#?")) throw new Error("Not a Radiance picture.");
  while (line() !== "");
  const found = /^-Y (\d+) \+X (\d+)$/.exec(line());
  if (!found) throw new Error("A Radiance picture of an unexpected orientation.");
  const [height, width] = [Number(found[1]), Number(found[2])];
  const data = new Float32Array(width * height * 3);
  const row = new Uint8Array(width * 4);
  for (let y = 0; y < height; y++) {
    at = readRow(file, at, width, row);
    for (let x = 0, o = y * width * 3; x < width; x++, o += 3) {
      const scale = row[4 * x + 3]! === 0 ? 0 : 2 ** (row[4 * x + 3]! - 136);
      data[o] = (row[4 * x]! + 0.5) * scale;
      data[o + 1] = (row[4 * x + 1]! + 0.5) * scale;
      data[o + 2] = (row[4 * x + 2]! + 0.5) * scale;
    }
  }
  return { width, height, data };
}

/** One row into `row` as RGBE bytes; returns where the next one starts. */
function readRow(file: Buffer, from: number, width: number, row: Uint8Array): number {
  let at = from;
  const coded = file[at] === 2 && file[at + 1] === 2 && file.readUInt16BE(at + 2) === width;
  if (!coded) {
    row.set(file.subarray(at, at + 4 * width));
    return at + 4 * width;
  }
  at += 4;
  for (let c = 0; c < 4; c++)
    for (let x = 0; x < width;) {
      const n = file[at++]!;
      if (n > 128) {
        const value = file[at++]!;
        for (let i = 0; i < n - 128; i++, x++) row[4 * x + c] = value;
      } else for (let i = 0; i < n; i++, x++) row[4 * x + c] = file[at++]!;
    }
  return at;
}
