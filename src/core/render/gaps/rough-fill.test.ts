import { parseRecipe } from "../../recipe";
import { compile, settle } from "..";
import { roughFill } from "./rough-fill";

const SIZE = [300, 200] as const;

function rough(edges: Record<string, unknown>, rect: readonly number[]) {
  const text = { format: "flat-stone-recipe", version: 1, frame: { rule: "free", rect }, edges };
  const recipe = settle(parseRecipe(JSON.stringify(text)), SIZE);
  // Red at the left, blue at the right.
  const data = Uint8Array.from({ length: 3 * 150 * 100 }, (_, k) => {
    const left = Math.floor(k / 3) % 150 < 75;
    return [left ? 200 : 20, 60, left ? 30 : 220][k % 3]!;
  });
  return roughFill({ data, width: 150, height: 100, channels: 3 }, recipe, compile(recipe, SIZE));
}

test("each gap goes on in the colours beside it; the photo stays free", () => {
  const { raster, rect } = rough({ gaps: "fill" }, [-30, 0, 360, 200])!;
  expect(rect).toEqual([-30, 0, 360, 200]);
  const at = (x: number, y: number): number[] => {
    const column = Math.floor(((x + 30) * raster.width) / 360);
    const row = Math.floor((y * raster.height) / 200);
    return [...raster.data.subarray(4 * (row * raster.width + column), 4 * (row * raster.width + column) + 4)];
  };
  for (const y of [5, 100, 195]) {
    expect(at(-10, y)).toEqual([200, 60, 30, 255]);
    expect(at(320, y)).toEqual([20, 60, 220, 255]);
    expect(at(150, y)[3]).toBe(0);
  }
});

test("nothing is made of gaps that are not filled, or where there are none", () => {
  expect(rough({ gaps: "leave" }, [-30, 0, 360, 200])).toBeNull();
  expect(rough({ gaps: "fill" }, [10, 10, 100, 100])).toBeNull();
  const { raster } = rough({ gaps: "fill", each: [{ side: "left", do: "leave" }] }, [-30, 0, 360, 200])!;
  expect(raster.data[3]).toBe(0);
  expect(raster.data[4 * raster.width - 1]).toBe(255);
});
