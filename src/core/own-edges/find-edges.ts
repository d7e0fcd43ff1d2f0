import { type GroupedSegments, groupSegments } from "../attitude";
import type { Size } from "../geometry";
import { type Lens, makeLens } from "../lens";
import { type Luminance, type Segment, findSegments, halvedBy } from "../lines";
import { MAY_BE_FISHEYE, RATHER_FISHEYE, solveFisheye } from "./fisheye";
import type { OwnEdge } from "./own-edge";
import { type OwnOptions, type OwnSolution, solveOwnEdges } from "./solve";

/** Runs are cut to this share of the diagonal while the lens is unknown: so short a piece is bowed by less than a pixel. */
const PIECE = 0.045;
/** Pieces, and edges whole, that count: the longest. */
const MOST_PIECES = 500;
const MOST = 1000;
/** A short piece needs no more places. */
const PIECE_STATIONS = 32;
/** Of a picture with more pixels on its longer side half as many do for the pieces. */
const HALVED_FROM = 3600;
/** Fewer say nothing. */
const FEWEST = 24;
/** The found lines sorted under the lens and focal length must tell the same attitude, degrees. */
const AGREE = 2;
/** Edges that belong to directions, over those that would by chance: stones come to three, buildings to twenty and more. */
const MORE_THAN_CHANCE = 8;

/** What a picture's own edges say, and the edges it was told by. */
export interface OwnEdgesFound {
  readonly solution: OwnSolution;
  /** Under its lens, each whole; recorded places. */
  readonly edges: readonly (OwnEdge & Segment)[];
  /** The same sorted by direction, to be taken as lines; indices into `edges`. */
  readonly grouped: GroupedSegments;
}

/** The lens of a solution, ready for the picture it came from. */
export const lensOfSolution = ({ model, k, centre, focalPx, size }: OwnSolution): Lens =>
  makeLens(size, { model, k, p: [0, 0], centre, amount: 1, focalPx });

/**
 * Lens, focal length and attitude from the picture alone: first from short pieces of its edges, which need no lens to be
 * found, then from the edges whole, as they run under the lens that the pieces told.
 *
 * @returns null where the picture has too little that is straight, or its lines do not bear out what was found.
 */
export function ownEdgesOf(image: Luminance, options: OwnOptions = {}): OwnEdgesFound | null {
  const size: Size = [image.width, image.height];
  const small = Math.max(...size) > HALVED_FROM ? halvedBy(image, 1) : image;
  const scale = small.width / image.width;
  const smallSize: Size = [small.width, small.height];
  const pieces = edgesOf(
    findSegments(small, makeLens(smallSize, null), {
      longest: PIECE,
      most: MOST_PIECES,
      nodes: true,
      stations: PIECE_STATIONS,
    }),
  );
  if (pieces.length < FEWEST) return null;
  const first = firstSolution(pieces, smallSize, options, scale);
  if (!first) return null;
  const edges = edgesOf(findSegments(image, lensOfSolution(grown(first, size)), { most: MOST, nodes: true }));
  if (edges.length < FEWEST) return null;
  const solution =
    first.model === "equidistant"
      ? solveFisheye(edges, size, options, first.focalPx / scale)
      : solveOwnEdges(edges, size, options, first);
  if (!solution) return null;
  const camera = { focalPx: solution.focalPx, principal: [size[0] / 2, size[1] / 2] as const };
  const grouped = groupSegments(camera, lensOfSolution(solution), edges);
  const { pitch, roll } = solution.attitude;
  const off = Math.hypot(grouped.attitude.pitch - pitch, grouped.attitude.roll - roll);
  const told = grouped.told && off < AGREE && solution.counted > MORE_THAN_CHANCE * solution.chance;
  return told ? { solution, edges, grouped } : null;
}

/** What pieces tell; a fisheye where a radial lens would have to bow beyond what lenses do, and fits worse. */
function firstSolution(pieces: readonly OwnEdge[], size: Size, options: OwnOptions, scale: number): OwnSolution | null {
  const { focal = null } = options;
  const scaled = { ...options, focal: focal && { ...focal, focalPx: focal.focalPx * scale } };
  const radial = solveOwnEdges(pieces, size, scaled);
  if (radial && radial.k[0] + radial.k[1] + radial.k[2] > MAY_BE_FISHEYE) return radial;
  const fisheye = solveFisheye(pieces, size, options);
  return fisheye && (!radial || fisheye.cost < radial.cost - RATHER_FISHEYE) ? fisheye : radial;
}

/** The same solution in a picture of another size. */
function grown(solution: OwnSolution, size: Size): OwnSolution {
  const by = size[0] / solution.size[0];
  const { centre, focalPx } = solution;
  return { ...solution, size, centre: [centre[0] * by, centre[1] * by], focalPx: focalPx * by };
}

const edgesOf = (segments: readonly Segment[]): (OwnEdge & Segment)[] =>
  segments.flatMap((s) => (s.nodes && s.nodes.length >= 2 ? [{ ...s, nodes: s.nodes }] : []));
