import { gradient, pictureOf } from "../../testing";
import sharp, { readWhole } from "../library";

const read = (bytes: Buffer) => readWhole((failOn) => sharp(bytes, { failOn }).raw().toBuffer());

/** A JPEG whose header promises more rows than it has; and one with stray bytes between its segments. */
async function odd(): Promise<{ lying: Buffer; stray: Buffer }> {
  const whole = await pictureOf(gradient(400, 300)).jpeg({ quality: 95 }).toBuffer();
  const lying = Buffer.from(whole);
  lying.writeUInt16BE(3000, lying.indexOf(Buffer.from([0xff, 0xc0])) + 5);
  const at = whole.indexOf(Buffer.from([0xff, 0xdb]));
  const stray = Buffer.concat([whole.subarray(0, at), Buffer.from([0, 0, 0]), whole.subarray(at)]);
  return { lying, stray };
}

test("read side by side, every picture that lacks rows is refused and none that only has stray bytes", async () => {
  const { lying, stray } = await odd();
  // The library tells reasons in one place for all that is read at a time: what one reads may take another's away.
  for (let round = 0; round < 12; round++) {
    const all = await Promise.allSettled(Array.from({ length: 20 }, (_, i) => read(i % 5 === 0 ? stray : lying)));
    expect(all.map((r) => r.status)).toEqual(
      Array.from({ length: 20 }, (_, i) => (i % 5 === 0 ? "fulfilled" : "rejected")),
    );
    for (const r of all) if (r.status === "rejected") expect(r.reason).toMatchObject({ status: 422 });
  }
}, 60_000);
