import { calmEdge } from "./calm";

const [width, height, channels] = [40, 20, 3];

/** Dark on the left of column 20, bright on the right, in floats; or plain grey. */
function source(edge: boolean) {
  const data = new Float32Array(width * height * channels);
  for (let i = 0; i < data.length; i += channels)
    data.fill(edge && (i / channels) % width >= 20 ? 0.9 : 0.2, i, i + channels);
  return { data, width, height, channels };
}
function calmed(
  colour: readonly number[],
  at: { x?: number; edge?: boolean; purple?: number; green?: number } = {},
): number[] {
  const out = Float64Array.from([...colour, 0]);
  const { x = 20, edge = true, purple = 1, green = 1 } = at;
  calmEdge(out, 1, { purple, green }, source(edge), x, 10);
  return [...out.subarray(0, 3)];
}

test("purple beside a hard edge goes grey, by half at half the amount", () => {
  expect(calmed([0.6, 0.2, 0.6])).toEqual([0.2, 0.2, 0.2].map((v) => expect.closeTo(v)));
  expect(calmed([0.6, 0.2, 0.6], { purple: 0.5 })).toEqual([0.4, 0.2, 0.4].map((v) => expect.closeTo(v)));
});

test("green beside a hard edge goes down to the stronger of the others", () => {
  expect(calmed([0.3, 0.7, 0.2])).toEqual([0.3, 0.3, 0.2].map((v) => expect.closeTo(v)));
  expect(calmed([0.3, 0.7, 0.2], { green: 0 })).toEqual([0.3, 0.7, 0.2]);
});

test.each([
  ["red", [0.8, 0.3, 0.2]],
  ["blue sky", [0.3, 0.5, 0.9]],
  ["yellow", [0.8, 0.8, 0.2]],
  ["grey", [0.5, 0.5, 0.5]],
])("%s stays, edge or not", (_, colour) => {
  expect(calmed(colour)).toEqual(colour);
});

test("purple away from an edge stays: a lilac door is a lilac door", () => {
  expect(calmed([0.6, 0.2, 0.6], { x: 5 })).toEqual([0.6, 0.2, 0.6]);
  expect(calmed([0.6, 0.2, 0.6], { edge: false })).toEqual([0.6, 0.2, 0.6]);
});

test("at the picture's border as well", () => {
  expect(() => calmed([0.6, 0.2, 0.6], { x: 0.2 })).not.toThrow();
  expect(() => calmed([0.6, 0.2, 0.6], { x: width - 0.2 })).not.toThrow();
});

test("what lies under what is transparent makes no edge", () => {
  const opaque = source(true);
  const data = new Float32Array(width * height * 4);
  const calmedWith = (alpha: number): number[] => {
    for (let i = 0; i < width * height; i++) {
      data.set(opaque.data.subarray(3 * i, 3 * i + 3), 4 * i);
      data[4 * i + 3] = i % width >= 20 ? alpha : 1;
    }
    const out = Float64Array.of(0.6, 0.2, 0.6, 0);
    calmEdge(out, 1, { purple: 1, green: 1 }, { data, width, height, channels: 4 }, 20, 10);
    return [...out.subarray(0, 3)];
  };
  expect(calmedWith(0)).toEqual([0.6, 0.2, 0.6]);
  expect(calmedWith(0.5)).toEqual([0.2, 0.2, 0.2].map((v) => expect.closeTo(v)));
});
