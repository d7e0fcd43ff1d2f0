import type { Vec2, Vec3 } from "../../geometry";
import { type Anchor, coverage } from "./anchors";
import { type Shift, between, carried, farFetched, shiftBetween } from "./carry";
import type { Field } from "./field";
import { type Patch, patchAt, unlikeness, unlikenessAt } from "./patch";

/** A shift that may be copied by at an anchor. */
export interface Candidate {
  readonly shift: Shift;
  /** How unlike what it brings there is. */
  readonly cost: number;
}

/** Kept of what was looked at, from the finest field to the coarsest. */
const KEPT = [6, 10, 16, 28];
/** Half the sides of patches, pixels of each field, and whether they are sparse. */
const RADIUS = [7, 7, 4, 3];
const SPARSE = [true, true, false, false];
/** How far around an anchor every other place is looked at in the second field, its pixels. */
const NEAR = 14;
/** Candidates that lead to places closer than this are one, pixels. */
const APART = 0.9;
/** Candidates kept of one search of the finest field, before those that lead to the same place are put together. In the others no two do. */
const ROOM = 100;

/** The likest of the candidates looked at: of all, and of those that have something to copy for the whole way through the gap. */
class Shortlist {
  private readonly near: Candidate[] = [];
  private readonly deep: Candidate[] = [];

  /** Whole pixels that were looked at already, see seenIn. */
  private readonly seen: Int32Array | null;
  private readonly mark: number;

  constructor(
    private readonly full: Field,
    private readonly field: Field,
    private readonly anchor: Anchor,
    private readonly patch: Patch,
    private readonly smooth: boolean,
    /** Candidates that each of both lists holds. */
    private readonly room: number,
  ) {
    const { seen, mark } = smooth ? { seen: null, mark: 0 } : seenIn(field);
    this.seen = seen;
    this.mark = mark;
  }

  /** Looks at the shift along planes of a normal that brings a place to the anchor. */
  look(normal: Vec3, x: number, y: number): void {
    const { field, patch, near, deep, seen } = this;
    if (seen) {
      // Candidates of a coarser field lie beside each other, and so lead to the same places.
      if (x < 0 || y < 0 || x >= field.width || y >= field.height) return;
      const i = Math.floor(y) * field.width + Math.floor(x);
      if (seen[i] === this.mark) return;
      seen[i] = this.mark;
    }
    const far = farFetched(field, x - patch.x, y - patch.y);
    const nearest = worst(near, this.room) - far;
    const deepest = worst(deep, this.room) - far;
    if (nearest < 0 && deepest < 0) return;
    if (!between(field, normal, patch.x, patch.y, x, y, found)) return;
    // Most are told apart by a few of their pixels: sooner than by asking what they have to copy.
    const cost = unlikenessAt(field, patch, led, this.smooth, nearest > deepest ? nearest : deepest);
    if (cost === Infinity) return;
    const shift: Shift = { normal, by: [found[0]!, found[1]!, found[2]!] };
    const share = coverage(this.full, shift, this.anchor);
    if (share === 0) return;
    const whole = cost + far;
    keep(near, shift, whole, this.room);
    if (share === 1) keep(deep, shift, whole, this.room);
  }

  /** The best of both that lead to places apart from each other. */
  best(most: number): Candidate[] {
    const kept: Candidate[] = [];
    const places: Vec2[] = [];
    for (const list of [this.near, this.deep]) {
      const enough = kept.length + most;
      for (const candidate of list) {
        if (kept.length >= enough) break;
        if (!carried(this.field, candidate.shift, this.patch.x, this.patch.y, place)) continue;
        const to: Vec2 = [place[0]!, place[1]!];
        if (places.some((p) => Math.max(Math.abs(p[0] - to[0]), Math.abs(p[1] - to[1])) < APART)) continue;
        places.push(to);
        kept.push(candidate);
      }
    }
    return kept;
  }
}

/** A shift, and where it leads with the Jacobian there, see `between`. */
const found = new Float64Array(9);
const led = found.subarray(3);

const marks = new WeakMap<Field, { readonly seen: Int32Array; mark: number }>();

/** Where the pixels of a field are marked that one search has looked at; every search has a mark of its own. */
function seenIn(field: Field): { readonly seen: Int32Array; readonly mark: number } {
  const own = marks.get(field) ?? { seen: new Int32Array(field.width * field.height), mark: 0 };
  marks.set(field, own);
  own.mark++;
  return { seen: own.seen, mark: own.mark };
}

/** What a candidate must not cost more than to come into a list. */
const worst = (list: readonly Candidate[], room: number): number =>
  list.length < room ? Infinity : list[room - 1]!.cost;

/** Puts a candidate in its place in a list, the likest first. */
function keep(list: Candidate[], shift: Shift, cost: number, room: number): void {
  if (list.length >= room && cost >= list[room - 1]!.cost) return;
  let i = list.length < room ? list.length : room - 1;
  for (; i > 0 && list[i - 1]!.cost > cost; i--) list[i] = list[i - 1]!;
  list[i] = { shift, cost };
}

const place = new Float64Array(6);

/**
 * Shifts along planes of one normal that bring something like what is known at an anchor to it. Every other place of the
 * coarsest field is looked at; the best are settled in one finer field after the other.
 *
 * @param fields from the finest to the coarsest.
 */
export function candidatesAt(fields: readonly Field[], anchor: Anchor, normal: Vec3): Candidate[] {
  let found: Candidate[] | null = null;
  for (let level = fields.length - 1; level >= 0; level--) {
    const field = fields[level]!;
    const px = Math.min(field.width - 1, Math.floor(anchor.at[0] / 2 ** level));
    const py = Math.min(field.height - 1, Math.floor(anchor.at[1] / 2 ** level));
    const patch = patchAt(field, px, py, RADIUS[level]!, SPARSE[level]!);
    if (!patch) continue;
    // What is best of the one list may be all that is best of the other, and more.
    const list = new Shortlist(fields[0]!, field, anchor, patch, level === 0, level === 0 ? ROOM : 2 * KEPT[level]!);
    if (!found) everywhere(field, normal, list);
    if (level === 1 && isFlat(normal)) around(patch, normal, list);
    for (const { shift } of found ?? []) beside(field, patch, shift, level === 0, list);
    found = list.best(KEPT[level]!);
    if (level === 0) return found.map((c) => settled(field, patch, c));
  }
  return [];
}

/** Whether planes of a normal face the camera: shifts along them are those of the picture itself, and worth more looks. */
const isFlat = (normal: Vec3): boolean => Math.abs(normal[2]) > 0.9995;

function everywhere({ width, height, source }: Field, normal: Vec3, list: Shortlist): void {
  const rows = isFlat(normal) ? 1 : 2;
  for (let y = 0; y < height; y += rows)
    for (let x = (y / rows) & 1; x < width; x += 2) if (source[y * width + x]) list.look(normal, x + 0.5, y + 0.5);
}

function around({ x, y }: Patch, normal: Vec3, list: Shortlist): void {
  for (let dy = -NEAR; dy <= NEAR; dy++)
    for (let dx = -NEAR; dx <= NEAR; dx++) if ((dx ^ dy) & 1) list.look(normal, x + dx, y + dy);
}

/** The places around the one that a shift from a coarser field leads to. */
function beside(field: Field, patch: Patch, shift: Shift, finest: boolean, list: Shortlist): void {
  if (!carried(field, shift, patch.x, patch.y, place)) return;
  const x = finest ? place[0]! : Math.floor(place[0]!) + 0.5;
  const y = finest ? place[1]! : Math.floor(place[1]!) + 0.5;
  for (let dy = -1; dy <= 1; dy++) for (let dx = -1; dx <= 1; dx++) list.look(shift.normal, x + dx, y + dy);
}

/** A shift settled to a fraction of a pixel: a parabola through the costs half a pixel to both sides, along x and along y. */
function settled(field: Field, patch: Patch, { shift, cost: whole }: Candidate): Candidate {
  const cost = unlikeness(field, patch, shift, true);
  if (!carried(field, shift, patch.x, patch.y, place)) return { shift, cost: whole };
  const to: Vec2 = [place[0]!, place[1]!];
  const costAt = (dx: number, dy: number): number => {
    const moved = shiftBetween(field, shift.normal, [patch.x, patch.y], [to[0] + dx, to[1] + dy]);
    return moved ? unlikeness(field, patch, moved, true) : Infinity;
  };
  const lowest = (before: number, after: number): number => {
    const curved = before + after - 2 * cost;
    return curved > 0 && curved < Infinity
      ? Math.max(-STEP_FINE, Math.min(STEP_FINE, ((before - after) / curved / 2) * STEP_FINE))
      : 0;
  };
  const dx = lowest(costAt(-STEP_FINE, 0), costAt(STEP_FINE, 0));
  const dy = lowest(costAt(0, -STEP_FINE), costAt(0, STEP_FINE));
  const there = shiftBetween(field, shift.normal, [patch.x, patch.y], [to[0] + dx, to[1] + dy]);
  const better = there ? unlikeness(field, patch, there, true) : Infinity;
  return there && better < cost ? { shift: there, cost: whole + better - cost } : { shift, cost: whole };
}

const STEP_FINE = 0.5;
