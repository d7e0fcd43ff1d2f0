import type { Vec2 } from "../../geometry";

/** The similarity that takes a form nearest to places, in turn, both about their middles. */
export interface Similarity {
  /** Its scale times the cosine and the sine of its turn. */
  readonly along: number;
  readonly across: number;
  readonly from: Vec2;
  readonly to: Vec2;
  /** Mean square distance of the form from its middle. */
  readonly spread: number;
}

const middleOf = (all: readonly Vec2[]): Vec2 => [
  all.reduce((s, p) => s + p[0], 0) / all.length,
  all.reduce((s, p) => s + p[1], 0) / all.length,
];

/** By least squares, without a mirror (Umeyama (1991), "Least-squares estimation of transformation parameters"). */
export function bestSimilarity(form: readonly Vec2[], places: readonly Vec2[]): Similarity {
  const [from, to] = [middleOf(form), middleOf(places)];
  let [along, across, sum] = [0, 0, 0];
  form.forEach((g, i) => {
    const [gx, gy, px, py] = [g[0] - from[0], g[1] - from[1], places[i]![0] - to[0], places[i]![1] - to[1]];
    along += gx * px + gy * py;
    across += gx * py - gy * px;
    sum += gx * gx + gy * gy;
  });
  return { along: along / sum, across: across / sum, from, to, spread: sum / form.length };
}

/** Where a similarity takes a place of the form. */
export const similarTo = ({ along, across, from, to }: Similarity, [x, y]: Vec2): Vec2 => {
  const [gx, gy] = [x - from[0], y - from[1]];
  return [to[0] + along * gx - across * gy, to[1] + across * gx + along * gy];
};
