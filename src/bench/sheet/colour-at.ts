import type { Vec2 } from "@/core/geometry";

/** Half the side of the square whose mean is taken, CSS pixels: a single pixel's grain is nobody's colour. */
const AROUND = 2;

/**
 * The colour that canvases one over the other show at a place of the sheet, CSS pixels: red, green, blue, 0…255; null
 * where they show nothing.
 */
export function colourAt(
  pictures: readonly (HTMLCanvasElement | null)[],
  [x, y]: Vec2,
): readonly [number, number, number] | null {
  const side = 2 * AROUND + 1;
  const context = new OffscreenCanvas(side, side).getContext("2d", { willReadFrequently: true })!;
  for (const picture of pictures) {
    if (!picture || picture.hidden || picture.width === 0) continue;
    context.drawImage(
      picture,
      picture.offsetLeft - x + AROUND,
      picture.offsetTop - y + AROUND,
      picture.clientWidth,
      picture.clientHeight,
    );
  }
  const { data } = context.getImageData(0, 0, side, side);
  const sums = [0, 0, 0];
  let n = 0;
  for (let i = 0; i < data.length; i += 4) {
    if (data[i + 3]! < 250) continue;
    n++;
    for (let c = 0; c < 3; c++) sums[c]! += data[i + c]!;
  }
  return n > 0 ? (sums.map((v) => Math.round(v / n)) as unknown as [number, number, number]) : null;
}
