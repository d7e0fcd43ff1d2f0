import { type RasterStep, colourCount, peak } from "../course";
import type { Rect } from "../geometry";

/** The bar is about this share of the frame's width long, and this share of its longer side tall. */
const LENGTH = 0.22;
const TALL = 0.011;
/** It stands this many of its heights from the frame's lower left corner. */
const ROOM = 2;
const PARTS = 5;

/** Glyphs of 3 × 5 cells, the m of 5 × 5, rows from the top, a bit a cell. */
const GLYPHS: Readonly<Record<string, readonly number[]>> = {
  "0": [7, 5, 5, 5, 7],
  "1": [2, 6, 2, 2, 7],
  "2": [7, 1, 7, 4, 7],
  "5": [7, 4, 7, 1, 7],
  m: [0, 31, 21, 21, 21],
  c: [0, 7, 4, 4, 7],
  " ": [0, 0, 0, 0, 0],
};

/** A rectangle of the plane, and whether it is inked or paper. */
export interface BarBlock {
  readonly rect: Rect;
  readonly ink: boolean;
}

/** The longest of 1, 2, 5 × 10ⁿ metres that is no longer than so many, in words: "5 m", "20 cm". */
function lengthOf(most: number): { metres: number; words: string } {
  const power = 10 ** Math.floor(Math.log10(most));
  const metres = [5, 2, 1].map((f) => f * power).find((m) => m <= most * (1 + 1e-9))!;
  return { metres, words: metres >= 1 ? `${Math.round(metres)} m` : `${Math.round(metres * 100)} cm` };
}

const columnsOf = (letter: string): number => (letter === "m" ? 5 : 3);

/** Blocks of a word from its left, its cells `cell` wide. */
function wordBlocks(words: string, x: number, y: number, cell: number): BarBlock[] {
  let left = x;
  return [...words].flatMap((letter) => {
    const [from, columns] = [left, columnsOf(letter)];
    left += (columns + 1) * cell;
    return GLYPHS[letter]!.flatMap((bits, row) =>
      Array.from({ length: columns }, (_, column) => column)
        .filter((column) => (bits >> (columns - 1 - column)) & 1)
        .map((column): BarBlock => ({ rect: [from + column * cell, y + row * cell, cell, cell], ink: true })),
    );
  });
}

/**
 * A scale bar in the lower left of a frame, as on a drawing: five parts, ink and paper, with its length in words.
 *
 * @param frame pixels of the plane. @param perPixel metres to one of them. @returns the blocks it is drawn of, later ones over
 * those before; none where the frame is too small to hold one, or so small that it would be under a centimetre long.
 */
export function scaleBar([x, y, w, h]: Rect, perPixel: number): BarBlock[] {
  const tall = TALL * Math.max(w, h);
  const most = LENGTH * w * perPixel;
  if (!(most >= 0.01) || 10 * tall > h) return [];
  const { metres, words } = lengthOf(most);
  const long = metres / perPixel;
  const cell = tall / 5;
  const [left, top] = [x + ROOM * tall, y + h - ROOM * tall - tall];
  const part = long / PARTS;
  const paper: Rect = [left - tall, top - 2.4 * tall, long + 2 * tall + 4 * words.length * cell, 4.4 * tall];
  return [
    { rect: paper, ink: false },
    { rect: [left - cell, top - cell, long + 2 * cell, tall + 2 * cell], ink: true },
    ...Array.from({ length: PARTS }, (_, i): BarBlock => ({
      rect: [left + i * part, top, part, tall],
      ink: i % 2 === 0,
    })),
    ...wordBlocks("0", left, top - 1.6 * tall, cell),
    ...wordBlocks(words, left + long - 4 * cell, top - 1.6 * tall, cell),
  ];
}

/** How light the ink is, as a share of paper. */
export const INK = 0.08;

/** Lays the bar over the picture; null where there is none to be laid. */
export function scaleBarStep(frame: Rect, perPixel: number): RasterStep | null {
  const blocks = scaleBar(frame, perPixel);
  if (blocks.length === 0) return null;
  return {
    name: `scale bar ${frame.join(" ")} ${perPixel}`,
    reach: 0,
    run: ({ data, width, height, channels }, target, place) => {
      target.set(data as never);
      const colours = colourCount(channels);
      const top = peak(data);
      for (const { rect, ink } of blocks) {
        const at = (v: number, from: number, most: number): number =>
          Math.min(most, Math.max(0, Math.ceil((v - from) * place.scale - 0.5)));
        const [x0, x1] = [at(rect[0], place.x, width), at(rect[0] + rect[2], place.x, width)];
        const [y0, y1] = [at(rect[1], place.y, height), at(rect[1] + rect[3], place.y, height)];
        const value = top === 1 ? (ink ? INK : 1) : Math.round(top * (ink ? INK : 1));
        for (let y = y0; y < y1; y++)
          for (let x = x0; x < x1; x++)
            for (let c = 0; c < channels; c++) target[(y * width + x) * channels + c] = c < colours ? value : top;
      }
    },
    // The sheet draws the blocks as marks: a program of its own for each bar would be compiled with every move of the frame.
    shader: { source: "vec4 stepped(ivec2 at) { return texel(at); }", numbers: {} },
  };
}
