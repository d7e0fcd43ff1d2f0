import fc from "fast-check";
import type { Field } from "./field";
import { HIGH, LOW, SKY, kindsOf, mayShow } from "./kinds";
import { planFill } from "./plan";
import { carried } from "./carry";
import { pulledKinds } from "./pulled";
import { skylineBeyond } from "./skyline";

const [W, H] = [200, 140];
const at = (x: number, y: number): number => y * W + x;

/** A field with a gap, its sky above a roof line. @param roof rows from the top at a column. */
function field(isGap: (x: number, y: number) => boolean, roof: (x: number) => number) {
  const wanted = Uint8Array.from({ length: W * H }, (_, i) => (isGap(i % W, Math.floor(i / W)) ? 1 : 0));
  const known = wanted.map((v) => 1 - v);
  const sky = Uint8Array.from({ length: W * H }, (_, i) => (known[i] && Math.floor(i / W) + 0.5 < roof(i % W) ? 1 : 0));
  const data = new Float32Array(3 * W * H);
  for (let i = 0; i < W * H; i++)
    for (let c = 0; c < 3; c++)
      data[3 * i + c] = sky[i] ? [0.5, 0.65, 0.85][c]! : 0.35 + 0.1 * c + 0.06 * Math.sin(i % W) * Math.cos(i / W / 3);
  const whole: Field = {
    width: W,
    height: H,
    data,
    known,
    wanted,
    source: known,
    focal: [200, 200],
    centre: [100, 70],
  };
  return { field: whole, sky };
}

test("a roof line that a gap at the side cuts goes straight on, whatever its slope", () => {
  fc.assert(
    fc.property(fc.double({ min: -0.5, max: 0.5, noNaN: true }), fc.integer({ min: 55, max: 85 }), (slope, height) => {
      const roof = (x: number): number => height + slope * (x - 100);
      const { field: f, sky } = field((x) => x >= 150, roof);
      const beyond = skylineBeyond(f, sky);
      for (let x = 152; x < W; x += 5)
        for (let y = 2; y < H; y += 5) {
          const away = y + 0.5 - roof(x);
          if (Math.abs(away) > 7) expect([x, y, beyond[at(x, y)]]).toEqual([x, y, away < 0 ? 1 : 2]);
        }
    }),
    { numRuns: 25 },
  );
});

test("a gable whose top is cut off comes to its point; a tower goes up to the frame", () => {
  const gable = (x: number): number => 10 + Math.abs(x - 100);
  const cut = field((_, y) => y < 40, gable);
  const beyond = skylineBeyond(cut.field, cut.sky);
  expect([beyond[at(100, 25)], beyond[at(60, 25)], beyond[at(140, 25)], beyond[at(100, 3)]]).toEqual([2, 1, 1, 1]);
  const tower = field(
    (_, y) => y < 40,
    (x) => (x > 80 && x < 120 ? 0 : 90),
  );
  const up = skylineBeyond(tower.field, tower.sky);
  expect([up[at(100, 2)], up[at(60, 2)], up[at(140, 2)]]).toEqual([2, 1, 1]);
});

test("a border found badly just at the photo's side is not followed", () => {
  const { field: f, sky } = field(
    (x) => x >= 150,
    (x) => (x > 144 ? 60 - 2 * (x - 144) : 60),
  );
  const beyond = skylineBeyond(f, sky);
  expect([beyond[at(180, 30)], beyond[at(180, 90)]]).toEqual([1, 2]);
});

test("below the horizon there is no sky; above and below take their own, unless there is hardly any", () => {
  const { field: f, sky } = field(
    (x) => x >= 150,
    () => 60,
  );
  const { kinds } = kindsOf(f, sky, (_, y) => (y < 95 ? -1 : y > 100 ? 1 : 0));
  expect([kinds[at(180, 20)], kinds[at(180, 80)], kinds[at(180, 130)]]).toEqual([SKY, HIGH, LOW]);
  expect([kinds[at(50, 20)], kinds[at(50, 80)], kinds[at(50, 97)], kinds[at(50, 130)]]).toEqual([SKY, HIGH, HIGH | LOW, LOW]); // prettier-ignore
  // Hardly anything below it is shown: what lies there takes what stands as well.
  const few = { ...f, source: f.source.map((v, i) => (i >= 97 * W ? 0 : v)) };
  expect(kindsOf(few, sky, (_, y) => (y < 95 ? -1 : 1)).kinds[at(180, 130)]).toBe(HIGH | LOW);
});

test("a place may show its own kind, what is of both only where both may be", () => {
  expect(mayShow(SKY, SKY) && mayShow(HIGH, HIGH | LOW) && mayShow(SKY | HIGH, SKY | HIGH)).toBe(true);
  expect([mayShow(SKY, SKY | HIGH), mayShow(HIGH, SKY), mayShow(LOW, HIGH), mayShow(HIGH, SKY | HIGH)]).toEqual([
    false,
    false,
    false,
    false,
  ]);
});

test("no wall and no post is copied into the sky, no sky onto the ground", async () => {
  const { field: f, sky } = field(
    (x) => x >= 160,
    () => 60,
  );
  // A post before the sky beside the gap, which a search by looks alone would repeat.
  for (let y = 20; y < 60; y++) for (let x = 130; x < 133; x++) f.data.set([0.1, 0.1, 0.1], 3 * at(x, y));
  const { kinds } = kindsOf(f, sky, (_, y) => (y < 90 ? -1 : 1));
  const plan = await planFill({ ...f, kinds }, [[0, 0, 1]]);
  const place = new Float64Array(6);
  let wrong = 0;
  for (let i = 0; i < W * H; i++) {
    if (!f.wanted[i]) continue;
    const [x, y] = [i % W, Math.floor(i / W)];
    expect(carried(f, plan.shifts[plan.labels[i]!]!, x + 0.5, y + 0.5, place)).toBe(true);
    const from = at(Math.floor(place[0]!), Math.floor(place[1]!));
    const isPost = f.data[3 * from]! < 0.2;
    if (y < 50 && (!sky[from] || isPost)) wrong++;
    if (y > 70 && sky[from]) wrong++;
  }
  expect(wrong).toBe(0);
});

test("a border that is moved goes where it was moved to; far away, and where the photo is known, nothing changes", () => {
  const { field: f } = field(
    (x) => x >= 120,
    () => 70,
  );
  const kinds = Uint8Array.from({ length: W * H }, (_, i) => (Math.floor(i / W) < 70 ? SKY : HIGH));
  fc.assert(
    fc.property(fc.integer({ min: 130, max: 190 }), fc.integer({ min: 40, max: 100 }), (x, y) => {
      const moved = pulledKinds(kinds, f, [{ from: [x, 70], to: [x, y] }]);
      expect([moved[at(x, y - 2)], moved[at(x, y + 2)]]).toEqual([SKY, HIGH]);
      expect(moved.every((kind, i) => f.wanted[i] === 1 || kind === kinds[i])).toBe(true);
      expect([moved[at(x, 2)], moved[at(x, 137)]]).toEqual([SKY, HIGH]);
    }),
  );
  expect(pulledKinds(kinds, f, [])).toBe(kinds);
});
