import { tell } from "../../language";
import type { SegmentGroup } from "../../attitude";
import type { Segment } from "../../lines";
import { type Line, foundLine } from "../../recipe";
import { fromLines } from "../settings/attitude-edits";
import type { Edit } from "../edit";

/** Lines found in a photo, sorted by direction; points are pixels of the original. */
export interface FoundLines {
  readonly segments: readonly Segment[];
  readonly groups: readonly SegmentGroup[];
  /** Whether they tell how the camera was held. */
  readonly told: boolean;
}

/** Of a group this many lines are taken: the longest, which say most; all of them would only crowd the sheet. */
export const TAKEN_AT_ONCE = 16;

/** The id under which a found segment is taken; by its place, so that another search finds it taken already. */
export const foundId = ({ points }: Segment): string =>
  `f${points
    .flat()
    .map((v) => Math.round(v * 4).toString(36))
    .join(".")}`;

/** Indices of a group's segments that are not among the recipe's lines yet. */
export function openIn(found: FoundLines, group: SegmentGroup, lines: readonly Line[]): number[] {
  const taken = new Set(lines.map((l) => l.id));
  return group.members.filter((i) => !taken.has(foundId(found.segments[i]!)));
}

/** Lines of a group nearer to each other than this share of the longer side say nearly the same. */
const APART = 0.07;

/** The lines to take of a group at once: the longest, but spread over the picture before several of one place. */
export function bestOf(found: FoundLines, indices: readonly number[], longer: number): number[] {
  const middles: [number, number][] = [];
  const [apart, others]: [number[], number[]] = [[], []];
  for (const i of indices) {
    const [a, b] = found.segments[i]!.points;
    const middle: [number, number] = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
    const near = middles.some((m) => Math.hypot(m[0] - middle[0], m[1] - middle[1]) < APART * longer);
    if (!near) middles.push(middle);
    (near ? others : apart).push(i);
  }
  return [...apart, ...others].slice(0, TAKEN_AT_ONCE);
}

const idsOf = (found: FoundLines, group: SegmentGroup): Set<string> =>
  new Set(group.members.map((i) => foundId(found.segments[i]!)));

/** Takes segments as ordinary marks of their group's kind; those taken already are not taken twice. */
export const takeFound = (found: FoundLines, group: SegmentGroup, indices: readonly number[]): Edit => ({
  label: indices.length === 1 ? tell("Take a found line") : tell("Take {count} found lines", { count: indices.length }),
  apply: (recipe) => {
    const { kind } = group;
    if (kind === "other") return recipe;
    const open = new Set(openIn(found, group, recipe.lines));
    const lines = indices
      .filter((i) => open.has(i))
      .map((i) => foundLine(foundId(found.segments[i]!), kind, found.segments[i]!));
    if (lines.length === 0) return recipe;
    return { ...recipe, lines: [...recipe.lines, ...lines], attitude: fromLines(recipe.attitude) };
  },
});

/** Puts a group's lines back among the proposals. */
export const leaveFound = (found: FoundLines, group: SegmentGroup): Edit => ({
  label: tell("Leave the group's lines"),
  apply: (recipe) => {
    const own = idsOf(found, group);
    return { ...recipe, lines: recipe.lines.filter((l) => !own.has(l.id)) };
  },
});

/** Switches all lines of a group that are taken on or off, so that one sees which evidence counts. */
export const switchFound = (found: FoundLines, group: SegmentGroup, on: boolean): Edit => ({
  label: on ? tell("Let a group count") : tell("Let a group not count"),
  apply: (recipe) => {
    const own = idsOf(found, group);
    return { ...recipe, lines: recipe.lines.map((l) => (own.has(l.id) ? { ...l, on } : l)) };
  },
});

/** Whether a group's taken lines count: all, some or none of them; null where none is taken. */
export function countsIn(
  found: FoundLines,
  group: SegmentGroup,
  lines: readonly Line[],
): "all" | "some" | "none" | null {
  const own = idsOf(found, group);
  const taken = lines.filter((l) => own.has(l.id));
  if (taken.length === 0) return null;
  const on = taken.filter((l) => l.on).length;
  return on === taken.length ? "all" : on === 0 ? "none" : "some";
}
