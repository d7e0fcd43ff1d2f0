import type { Vec2 } from "../../geometry";
import type { Field } from "./field";

type Shape = Pick<Field, "width" | "height" | "known" | "wanted">;

/** Of a gap's pixel nobody can tell; it shows sky; it shows something else. */
const [UNTOLD, SKY, SOLID] = [0, 1, 2];

/** The border of the sky is looked at over these lengths, pixels: the longest over which it is straight tells where it goes. */
const LENGTHS = [54, 36, 24, 16, 10, 7, 5] as const;
/** It is straight where so many of its places lie within this of a line, pixels: the others are where it was found badly. */
const STRAIGHT = 1.3;
const MOST_OF = 0.75;
const REFITS = 4;
/** Places of the border that are one beside the other, pixels. */
const JOINED = 2.6;
/** What goes up within this of a plumb line is taken for one: a short corner tells no finer. Tangent. */
const PLUMB = 0.09;
/** Beside the border's way through a gap so far nobody can tell, pixels. */
const UNSURE = 3;

/** Where more than this share of what is beside a part of the gap is of the other kind nobody can tell what it shows: trees, ropes. */
const MIXED = 0.2;

/** A border's way through a gap. */
interface Way {
  readonly from: Vec2;
  /** Unit length. */
  readonly by: Vec2;
  length: number;
}

/**
 * Where the sky goes on in gaps: its border, where it leaves what is known, goes straight on until it meets the frame, another
 * such border or what is known again. What lies between is as what is known beside it.
 *
 * @param sky 1 where a known pixel shows the sky.
 * @returns for each wanted pixel 1: sky, 2: something else, 0: nobody can tell.
 */
export function skylineBeyond(field: Shape, sky: Uint8Array): Uint8Array {
  const ways = waysOf(field, sky);
  cutWhereTheyMeet(ways);
  return between(field, sky, ways);
}

/** Middles between known neighbours of which one shows sky and the other does not. */
function borderOf({ width, height, known }: Shape, sky: Uint8Array): Vec2[] {
  const places: Vec2[] = [];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      if (!known[i]) continue;
      if (x + 1 < width && known[i + 1] && sky[i] !== sky[i + 1]) places.push([x + 1, y + 0.5]);
      if (y + 1 < height && known[i + width] && sky[i] !== sky[i + width]) places.push([x + 0.5, y + 1]);
    }
  return places;
}

function waysOf(field: Shape, sky: Uint8Array): Way[] {
  const { width, height, wanted } = field;
  const isWanted: IsWanted = (x, y) =>
    x >= 0 && y >= 0 && x < width && y < height && wanted[Math.floor(y) * width + Math.floor(x)] === 1;
  const isBeside = ([x, y]: Vec2, by: number): boolean => SQUARE.some(([dx, dy]) => isWanted(x + by * dx, y + by * dy));
  // At the photo's own border the sky's is found least well.
  const border = borderOf(field, sky).filter((p) => !isBeside(p, SPARED));
  const taken: Vec2[] = [];
  const ways: Way[] = [];
  for (const end of border.filter((p) => isBeside(p, SPARED + JOINED))) {
    if (taken.some((t) => near(t, end, 6))) continue;
    taken.push(end);
    const way = wayFrom(strandFrom(border, end), isWanted) ?? straightOut(end, isWanted);
    if (way) ways.push(way);
  }
  return ways;
}

/** So near to a gap the sky's border is not looked at, pixels. */
const SPARED = 3;
const SQUARE = [-1, -0.5, 0, 0.5, 1].flatMap((x) => [-1, -0.5, 0, 0.5, 1].map((y) => [x, y] as const));

const near = (a: Vec2, b: Vec2, by: number): boolean => Math.abs(a[0] - b[0]) < by && Math.abs(a[1] - b[1]) < by;

/** The places of the border that hang together from one of its ends, the nearest first. */
function strandFrom(border: readonly Vec2[], end: Vec2): Vec2[] {
  const [most] = LENGTHS;
  let rest = border.filter((p) => Math.hypot(p[0] - end[0], p[1] - end[1]) <= most);
  const strand: Vec2[] = [end];
  for (let n = 0; n < strand.length; n++) {
    const at = strand[n]!;
    strand.push(...rest.filter((p) => p !== end && near(p, at, JOINED)));
    rest = rest.filter((p) => !near(p, at, JOINED));
  }
  return strand.sort((a, b) => distance(a, end) - distance(b, end));
}

const distance = (a: Vec2, b: Vec2): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** A border's way reaches its gap within this, pixels: a plumb corner comes late to a gap whose border leans. One that is guessed, within less. */
const REACHED = 45;
const GUESSED = 12;

/** The way on from a strand's first place; null where it does not lead into the gap. */
function wayFrom(strand: readonly Vec2[], isWanted: IsWanted): Way | null {
  const [end] = strand as [Vec2];
  let line = null;
  for (const length of LENGTHS) {
    const part = strand.filter((p) => distance(p, end) <= length);
    if (part.length < 4) continue;
    line = fitted(part);
    for (let turn = 0; turn < REFITS; turn++) {
      const { middle, by, off } = line;
      const kept = part.filter((p) => awayFrom(p, middle, by) <= Math.max(STRAIGHT, off));
      if (kept.length < MOST_OF * part.length) break;
      line = fitted(kept);
    }
    const { middle, by } = line;
    if (part.filter((p) => awayFrom(p, middle, by) <= STRAIGHT).length >= MOST_OF * part.length) break;
  }
  if (!line) return null;
  let [bx, by] = line.by;
  if (Math.abs(bx) < PLUMB * Math.abs(by)) [bx, by] = [0, Math.sign(by)];
  // Away from the strand's middle.
  if (bx * (end[0] - line.middle[0]) + by * (end[1] - line.middle[1]) < 0) [bx, by] = [-bx, -by];
  const along = (end[0] - line.middle[0]) * bx + (end[1] - line.middle[1]) * by;
  const from: Vec2 = [line.middle[0] + along * bx, line.middle[1] + along * by];
  return leading(from, [bx, by], isWanted);
}

type IsWanted = (x: number, y: number) => boolean;

/** A way from a place through the gap that lies before it; null where none does. */
function leading(from: Vec2, by: Vec2, isWanted: IsWanted): Way | null {
  let start = 0;
  while (start < REACHED && !isWanted(from[0] + start * by[0], from[1] + start * by[1])) start += 0.5;
  let length = start;
  while (isWanted(from[0] + length * by[0], from[1] + length * by[1])) length += 0.5;
  return length > start ? { from, by, length } : null;
}

/** Where the border itself does not tell: level if the gap lies so, else plumb. Roofs end so more often than not. */
function straightOut(end: Vec2, isWanted: IsWanted): Way | null {
  for (const ways of [LEVEL, PLUMB_UP])
    for (let far = 1; far < GUESSED; far++)
      for (const by of ways)
        if (isWanted(end[0] + far * by[0], end[1] + far * by[1])) return leading(end, by, isWanted);
  return null;
}

const LEVEL: readonly Vec2[] = [
  [-1, 0],
  [1, 0],
];
const PLUMB_UP: readonly Vec2[] = [[0, -1]];

const awayFrom = ([x, y]: Vec2, middle: Vec2, by: Vec2): number =>
  Math.abs((x - middle[0]) * by[1] - (y - middle[1]) * by[0]);

/** The line through places by total least squares, with how far three in four of them lie from it at most. */
function fitted(places: readonly Vec2[]): { middle: Vec2; by: Vec2; off: number } {
  const n = places.length;
  const mx = places.reduce((sum, p) => sum + p[0], 0) / n;
  const my = places.reduce((sum, p) => sum + p[1], 0) / n;
  let [xx, xy, yy] = [0, 0, 0];
  for (const [x, y] of places) {
    xx += (x - mx) ** 2;
    xy += (x - mx) * (y - my);
    yy += (y - my) ** 2;
  }
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  const by: Vec2 = [Math.cos(angle), Math.sin(angle)];
  const offs = places.map((p) => awayFrom(p, [mx, my], by)).sort((a, b) => a - b);
  return { middle: [mx, my], by, off: offs[Math.floor(MOST_OF * (n - 1))]! };
}

/** Two ways that cross end where they do: a gable's two slopes meet at its top. The nearest crossing first. */
function cutWhereTheyMeet(ways: readonly Way[]): void {
  for (;;) {
    let first: { a: Way; b: Way; s: number; t: number } | null = null;
    for (const [i, a] of ways.entries())
      for (const b of ways.slice(i + 1)) {
        const met = crossing(a, b);
        // Where either ends already it is no crossing.
        if (met && (met.s < a.length - 0.01 || met.t < b.length - 0.01))
          if (!first || Math.max(met.s, met.t) < Math.max(first.s, first.t)) first = { a, b, ...met };
      }
    if (!first) return;
    first.a.length = first.s;
    first.b.length = first.t;
  }
}

/** How far along each of two ways they cross; null where they do not. */
function crossing(a: Way, b: Way): { s: number; t: number } | null {
  const det = a.by[0] * b.by[1] - a.by[1] * b.by[0];
  if (Math.abs(det) < 1e-3) return null;
  const [dx, dy] = [b.from[0] - a.from[0], b.from[1] - a.from[1]];
  const s = (dx * b.by[1] - dy * b.by[0]) / det;
  const t = (dx * a.by[1] - dy * a.by[0]) / det;
  return s > 0.5 && t > 0.5 && s <= a.length + 0.01 && t <= b.length + 0.01 ? { s, t } : null;
}

/** Parts of the gap that the ways divide, each as most of what is known beside it. */
function between(field: Shape, sky: Uint8Array, ways: readonly Way[]): Uint8Array {
  const { width, height, known, wanted } = field;
  const wall = new Uint8Array(width * height);
  const unsure = new Uint8Array(width * height);
  for (const { from, by, length } of ways)
    // A little beyond its end, so that nothing leaks through at the frame.
    for (let t = -2; t <= length + 1; t += 0.25) {
      const [x, y] = [Math.floor(from[0] + t * by[0]), Math.floor(from[1] + t * by[1])];
      for (let dy = -UNSURE; dy <= UNSURE; dy++)
        for (let dx = -UNSURE; dx <= UNSURE; dx++) {
          const [px, py] = [x + dx, y + dy];
          if (px < 0 || py < 0 || px >= width || py >= height) continue;
          unsure[py * width + px] = 1;
          // Two wide: nothing slips through between corners.
          if (dx >= 0 && dx < 2 && dy >= 0 && dy < 2) wall[py * width + px] = 1;
        }
    }
  const out = new Uint8Array(width * height);
  const seen = new Uint8Array(width * height);
  for (let first = 0; first < seen.length; first++) {
    if (!wanted[first] || wall[first] || seen[first]) continue;
    const part = [first];
    seen[first] = 1;
    let [skies, solids] = [0, 0];
    for (let n = 0; n < part.length; n++) {
      const i = part[n]!;
      const x = i % width;
      for (const j of [x > 0 ? i - 1 : -1, x + 1 < width ? i + 1 : -1, i - width, i + width]) {
        if (j < 0 || j >= seen.length) continue;
        if (known[j]) {
          if (sky[j]) skies++;
          else solids++;
        } else if (wanted[j] && !wall[j] && !seen[j]) {
          seen[j] = 1;
          part.push(j);
        }
      }
    }
    const mixed = Math.min(skies, solids) > MIXED * (skies + solids) || skies + solids === 0;
    const of = mixed ? UNTOLD : skies > solids ? SKY : SOLID;
    for (const i of part) out[i] = of!;
  }
  for (let i = 0; i < out.length; i++) if (unsure[i]) out[i] = UNTOLD!;
  return out;
}
