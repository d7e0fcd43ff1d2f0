import type { Size, Vec2 } from "../geometry";
import { type LensModel, type SolvedField, makeLens, solveField } from "../lens";
import { type Luminance, type Segment, findSegments, halvedBy } from "../lines";

/** Pieces as short as this share of the diagonal are found without a lens, and bowed enough to tell one. */
const PIECE = 0.1;
const MOST_PIECES = 500;
const PIECE_STATIONS = 32;
const MOST = 800;
/** Of a picture with more pixels on its longer side half as many do for the pieces. */
const HALVED_FROM = 3600;
/** Edges are looked for anew until what they tell is what they were found by, within its deviation, and so often at most. */
const ROUNDS = 4;
/** Fewer edges say nothing. */
const FEWEST = 12;

const tracesOf = (edges: readonly Segment[]): (readonly Vec2[])[] =>
  edges.map((e) => (e.nodes ?? []).map((n) => n.place));

/**
 * How far round a stitched picture or a fisheye goes, by its own edges: first by pieces of them, then whole. Its axis is taken to
 * meet the picture's middle.
 *
 * @returns null where they do not tell it.
 */
export function ownFieldOf(image: Luminance, model: Exclude<LensModel, "brown-conrady">): SolvedField | null {
  const small = Math.max(image.width, image.height) > HALVED_FROM ? halvedBy(image, 1) : image;
  const size: Size = [image.width, image.height];
  const smallSize: Size = [small.width, small.height];
  const middle = ([w, h]: Size): Vec2 => [w / 2, h / 2];
  const pieces = findSegments(small, makeLens(smallSize, null), {
    longest: PIECE,
    most: MOST_PIECES,
    nodes: true,
    stations: PIECE_STATIONS,
  });
  if (pieces.length < FEWEST) return null;
  const first = solveField(tracesOf(pieces), model, smallSize, middle(smallSize));
  let focalPx = first ? (first.focalPx * size[0]) / smallSize[0] : null;
  let told: SolvedField | null = null;
  for (let round = 0; round < ROUNDS && focalPx !== null; round++) {
    const lens = makeLens(size, { model, focalPx, centre: middle(size), k: [0, 0, 0], p: [0, 0], amount: 1 });
    const edges = findSegments(image, lens, { most: MOST, nodes: true });
    told = edges.length < FEWEST ? null : solveField(tracesOf(edges), model, size, middle(size));
    if (!told || Math.abs(told.focalPx / focalPx - 1) < told.sigma / told.field) break;
    focalPx = told.focalPx;
  }
  return told;
}
