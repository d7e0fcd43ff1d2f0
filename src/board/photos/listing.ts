import type { PhotoOnBoard } from "@/client";
import { type Shot, wholeBrackets } from "@/core/brackets";
import { PHOTO_STATES, type PhotoState } from "@/core/contract";

/** How large photos are shown: with all that is known of them, as pictures alone, or a line each. */
export const DENSITIES = ["large", "small", "lines"] as const;
export type Density = (typeof DENSITIES)[number];

export const ORDERS = [
  "taken",
  "name",
  "state",
  "bracket",
  "out-of-true",
  "stretch",
  "left-out",
  "made-up",
  "lens",
] as const;
export type Order = (typeof ORDERS)[number];

/** What photos are put together by: nothing, the place they were taken at, or their bracket. */
export const GROUPINGS = ["none", "place", "bracket"] as const;

/** What of a visit is shown, and in which order. */
export interface Listing {
  readonly grouping: (typeof GROUPINGS)[number];
  readonly order: Order;
  readonly backwards: boolean;
  /** Words that a photo's name, camera, lens, format or note must hold. */
  readonly text: string;
  readonly state: PhotoState | "all" | "bracket";
}

export const ALL: Listing = { grouping: "none", order: "taken", backwards: false, text: "", state: "all" };

const byName = (a: PhotoOnBoard, b: PhotoOnBoard): number =>
  a.name.localeCompare(b.name, undefined, { numeric: true }) || a.id.localeCompare(b.id);
/** Photos that do not say when they were taken come last. */
const byTime = (a: PhotoOnBoard, b: PhotoOnBoard): number =>
  (a.takenAt ?? "9").localeCompare(b.takenAt ?? "9") || byName(a, b);
const byState = (a: PhotoOnBoard, b: PhotoOnBoard): number =>
  PHOTO_STATES.indexOf(stateOf(a)) - PHOTO_STATES.indexOf(stateOf(b)) || byTime(a, b);
const byLens = (a: PhotoOnBoard, b: PhotoOnBoard): number =>
  (a.lens ?? "").localeCompare(b.lens ?? "") || (a.focalMm ?? 0) - (b.focalMm ?? 0) || byTime(a, b);
type Figures = NonNullable<NonNullable<PhotoOnBoard["shown"]>["figures"]>;
/** What there is most of comes first: that wants eyes. What is not measured comes last. */
const byMost =
  (figure: (f: Figures) => number | null) =>
  (a: PhotoOnBoard, b: PhotoOnBoard): number => {
    const [x, y] = [a, b].map(({ shown }) => (shown?.figures ? figure(shown.figures) : null) ?? -1) as [number, number];
    return y - x || byTime(a, b);
  };
export const stateOf = (photo: PhotoOnBoard): PhotoState => photo.shown?.state ?? "new";

/** All that a photo is found by. */
const wordsOf = ({ name, camera, lens, format, focalMm, versions }: PhotoOnBoard): string =>
  [name, camera, lens, format, focalMm && `${focalMm} mm`, ...versions.map((v) => v.note)].join(" ").toLowerCase();

/** Where a photo stands in the exposure bracket that it was taken in. */
export interface InBracket {
  /** The id of the bracket's first photo: one name for all of them. */
  readonly of: string;
  readonly number: number;
  readonly count: number;
  /** All of its photos, the middle exposure first. */
  readonly all: readonly string[];
}

const shotOf = ({ id, takenAt, ...told }: PhotoOnBoard): Shot => ({
  ...told,
  name: id,
  takenAt: takenAt === null ? null : Date.parse(takenAt) / 1000,
});

/** The exposure brackets among a visit's photos, by the photo: told by time, camera, setting and exposure, see core/brackets. */
export function bracketsAmong(photos: readonly PhotoOnBoard[]): ReadonlyMap<string, InBracket> {
  // What was blended of a bracket says that it was taken as its middle exposure was.
  const byAge = photos.filter((p) => p.blended === null).sort(byTime);
  const inBracket = new Map<string, InBracket>();
  for (const { own, middle } of wholeBrackets(byAge, shotOf)) {
    const all = [middle.id, ...own.map((p) => p.id).filter((id) => id !== middle.id)];
    for (const [i, photo] of own.entries())
      inBracket.set(photo.id, { of: own[0]!.id, number: i + 1, count: own.length, all });
  }
  return inBracket;
}

/** The photos that a listing shows, in its order. @param brackets of all of them. */
export function listed(
  photos: readonly PhotoOnBoard[],
  { order, backwards, text, state }: Listing,
  brackets: ReadonlyMap<string, InBracket> = new Map(),
): PhotoOnBoard[] {
  const wanted = text.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = photos.filter((photo) => {
    if (state === "bracket" ? !brackets.has(photo.id) : state !== "all" && stateOf(photo) !== state) return false;
    const words = wordsOf(photo);
    return wanted.every((w) => words.includes(w));
  });
  // Brackets come first, each with its photos beside each other.
  const byBracket = (a: PhotoOnBoard, b: PhotoOnBoard): number =>
    Number(brackets.has(b.id)) - Number(brackets.has(a.id)) || byTime(a, b);
  const by: Record<Order, (a: PhotoOnBoard, b: PhotoOnBoard) => number> = {
    taken: byTime,
    name: byName,
    state: byState,
    bracket: byBracket,
    lens: byLens,
    "out-of-true": byMost((f) => f.outOfTrue),
    stretch: byMost((f) => f.stretch),
    "left-out": byMost((f) => 1 - f.kept),
    "made-up": byMost((f) => f.madeUp),
  };
  shown.sort(by[order]);
  return backwards ? shown.reverse() : shown;
}

/** A photo taken later than this after the one before was taken from another place, ms: a tripod has been carried there meanwhile. */
const CARRIED_MS = 120_000;

/** The brackets that some photos belong to, whole, the middle exposure of each first. */
export const bracketsOfThose = (
  those: readonly PhotoOnBoard[],
  brackets: ReadonlyMap<string, InBracket>,
): (readonly string[])[] => [
  ...new Map(
    those.flatMap(({ id }) => {
      const own = brackets.get(id);
      return own ? [[own.of, own.all] as const] : [];
    }),
  ).values(),
];

/** Which place each photo was taken at, numbered in order of time: photos between which no long pause lies. Those without a time have none. */
function placesAmong(photos: readonly PhotoOnBoard[]): ReadonlyMap<string, number> {
  const places = new Map<string, number>();
  let [place, before] = [0, -Infinity];
  for (const { id, takenAt } of [...photos].sort(byTime)) {
    if (takenAt === null) continue;
    const at = Date.parse(takenAt);
    if (at - before > CARRIED_MS) place++;
    before = at;
    places.set(id, place);
  }
  return places;
}

/** Photos that are put together. */
export interface Group {
  /** The number of the place, or the first photo of the bracket; null: those that belong to none. */
  readonly of: number | string | null;
  readonly photos: readonly PhotoOnBoard[];
}

/** Photos in their groups, each group where its first photo stands, those that belong to none last. @param shown in their order. */
export function groupedBy(
  grouping: Listing["grouping"],
  shown: readonly PhotoOnBoard[],
  all: readonly PhotoOnBoard[],
  brackets: ReadonlyMap<string, InBracket>,
): Group[] {
  if (grouping === "none") return [{ of: null, photos: shown }];
  const places = grouping === "place" ? placesAmong(all) : null;
  const groups = new Map<Group["of"], PhotoOnBoard[]>();
  for (const photo of shown) {
    const of = (places ? places.get(photo.id) : brackets.get(photo.id)?.of) ?? null;
    groups.set(of, [...(groups.get(of) ?? []), photo]);
  }
  const rest = groups.get(null);
  groups.delete(null);
  return [...[...groups].map(([of, photos]) => ({ of, photos })), ...(rest ? [{ of: null, photos: rest }] : [])];
}

/** Photos taken as one was: by the same camera and lens, at the same focal length and size. */
export const like = (photos: readonly PhotoOnBoard[], one: PhotoOnBoard): PhotoOnBoard[] =>
  photos.filter(
    (p) =>
      p.camera === one.camera &&
      p.lens === one.lens &&
      p.focalMm === one.focalMm &&
      Math.max(p.width, p.height) === Math.max(one.width, one.height),
  );
