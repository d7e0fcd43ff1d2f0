import type { Photo } from "@/client";
import type { BenchState } from "@/client/bench-store";
import { compute } from "@/client/compute";
import type { FoundLines } from "@/client/compute/found-lines";
import { luminanceOf } from "@/client/picture/pixels";
import type { SegmentGroup } from "@/core/attitude";
import { foundLine } from "@/core/recipe";
import { withCamera } from "@/core/render";
import { notify } from "@/ui";
import { fromLines } from "./line-edits";

/** Of a group this many lines are taken: the longest, which say most; all of them would only crowd the sheet. */
export const TAKEN_AT_ONCE = 16;

/** The id under which a found segment is taken; by its place, so that another search finds it taken already. */
export const foundId = ({ points }: FoundLines["segments"][number]): string =>
  `f${points
    .flat()
    .map((v) => Math.round(v * 4).toString(36))
    .join(".")}`;

/** Looks for lines all over the photo. @throws Error with a sentence when that cannot be done. */
export async function lookForLines(bench: () => BenchState, photo: Photo): Promise<void> {
  const { recipe, size, versionId } = bench();
  const { image, scale } = await luminanceOf(photo, [0, 0, photo.width, photo.height]);
  const found = await compute().findLines({ image, scale, recipe: withCamera(recipe, size), size });
  const now = bench();
  if (now.versionId === versionId) now.set({ found });
}

/** The same with its state shown, and what goes wrong said. One search at a time. */
export async function findLines(bench: () => BenchState, photo: Photo): Promise<void> {
  if (bench().finding) return;
  bench().set({ finding: true });
  try {
    await lookForLines(bench, photo);
  } catch (error) {
    if (bench().finding) notify(`Lines could not be looked for: ${(error as Error).message}`, "error");
  } finally {
    bench().set({ finding: false });
  }
}

/** Indices of a group's segments that are not among the recipe's lines yet. */
export function openIn(found: FoundLines, group: SegmentGroup, lines: BenchState["recipe"]["lines"]): number[] {
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

/** Takes segments as ordinary marks of their group's kind. */
export function takeFound(
  { edit, recipe }: Pick<BenchState, "edit" | "recipe">,
  found: FoundLines,
  group: SegmentGroup,
  indices: readonly number[],
): void {
  const { kind } = group;
  if (kind === "other") return;
  const open = new Set(openIn(found, group, recipe.lines));
  const lines = indices
    .filter((i) => open.has(i))
    .map((i) => foundLine(foundId(found.segments[i]!), kind, found.segments[i]!));
  if (lines.length === 0) return;
  edit(lines.length === 1 ? "Take a found line" : `Take ${lines.length} found lines`, (r) => {
    r.lines.push(...lines);
    fromLines(r.attitude);
  });
}

/** Puts a group's lines back among the proposals. */
export function leaveFound({ edit }: Pick<BenchState, "edit">, found: FoundLines, group: SegmentGroup): void {
  const own = idsOf(found, group);
  edit("Leave the group's lines", (r) => void (r.lines = r.lines.filter((l) => !own.has(l.id))));
}

/** Switches all lines of a group that are taken on or off, so that one sees which evidence counts. */
export function switchFound(
  { edit }: Pick<BenchState, "edit">,
  found: FoundLines,
  group: SegmentGroup,
  on: boolean,
): void {
  const own = idsOf(found, group);
  edit(on ? "Let a group count" : "Let a group not count", (r) => {
    for (const line of r.lines) if (own.has(line.id)) line.on = on;
  });
}

/** Whether a group's taken lines count: all, some or none of them; null where none is taken. */
export function countsIn(
  found: FoundLines,
  group: SegmentGroup,
  lines: BenchState["recipe"]["lines"],
): "all" | "some" | "none" | null {
  const own = idsOf(found, group);
  const taken = lines.filter((l) => own.has(l.id));
  if (taken.length === 0) return null;
  const on = taken.filter((l) => l.on).length;
  return on === taken.length ? "all" : on === 0 ? "none" : "some";
}
