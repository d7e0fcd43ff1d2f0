import { isSameJson } from "./same-json";
import type { Recipe } from "../recipe";

/** A thing of a kind in words: one, and several. */
type Noun = readonly [one: string, several: string];

const LISTS: readonly {
  readonly of: (r: Recipe) => readonly { readonly id: string }[];
  readonly noun: (item: never) => Noun;
}[] = [
  {
    of: (r) => r.lines,
    noun: ({ kind }: { kind: "plumb" | "sill" | "taut" }) => [kind, kind === "taut" ? "taut lines" : `${kind}s`],
  },
  { of: (r) => r.faces, noun: () => ["face", "faces"] },
  { of: (r) => r.guides ?? [], noun: () => ["guide", "guides"] },
  { of: (r) => r.proportion.measures ?? [], noun: () => ["measure", "measures"] },
  { of: (r) => r.shape?.taut ?? [], noun: () => ["taut line of the shape", "taut lines of the shape"] },
  { of: (r) => r.shape?.joints ?? [], noun: () => ["joint", "joints"] },
  { of: (r) => r.shape?.faces ?? [], noun: () => ["joined face", "joined faces"] },
  { of: (r) => r.shape?.shields ?? [], noun: () => ["shield", "shields"] },
  { of: (r) => r.frame.keep ?? [], noun: () => ["keep mark", "keep marks"] },
  { of: (r) => r.edges.sources ?? [], noun: () => ["area to fill from", "areas to fill from"] },
  { of: (r) => r.edges.strokes ?? [], noun: ({ kind }: { kind: "mend" | "graft" }) => [kind, `${kind}s`] },
  {
    of: (r) => r.finish?.masks ?? [],
    noun: ({ kind }: { kind: "wash" | "dab" }) => [kind, kind === "wash" ? "washes" : "dabs"],
  },
];

const plural = (n: number, [one, several]: Noun): string => (n === 1 ? one : `${n} ${several}`);

/** What became of a list of marks: "2 plumbs drawn", "sill moved". */
function listWords<T extends { readonly id: string }>(
  before: readonly T[],
  after: readonly T[],
  noun: (item: T) => Noun,
): string[] {
  if (before === after) return [];
  const was = new Map(before.map((i) => [i.id, i]));
  const is = new Map(after.map((i) => [i.id, i]));
  const told = (items: readonly T[], done: string): string[] => {
    const kinds = new Map<string, { noun: Noun; count: number }>();
    for (const item of items) {
      const own = noun(item);
      kinds.set(own[0], { noun: own, count: (kinds.get(own[0])?.count ?? 0) + 1 });
    }
    return [...kinds.values()].map(({ noun: n, count }) => `${plural(count, n)} ${done}`);
  };
  const kept = after.filter((i) => was.has(i.id) && !isSameJson(was.get(i.id), i));
  const onOf = (i: T | undefined): unknown => (i as { on?: boolean } | undefined)?.on;
  return [
    ...told(
      after.filter((i) => !was.has(i.id)),
      "drawn",
    ),
    ...told(
      before.filter((i) => !is.has(i.id)),
      "deleted",
    ),
    ...told(
      kept.filter((i) => onOf(i) !== onOf(was.get(i.id)) && onOf(i) === true),
      "switched on",
    ),
    ...told(
      kept.filter((i) => onOf(i) !== onOf(was.get(i.id)) && onOf(i) === false),
      "switched off",
    ),
    ...told(
      kept.filter((i) => onOf(i) === onOf(was.get(i.id))),
      "changed",
    ),
  ];
}

interface Told {
  readonly words: string;
  readonly of: (r: Recipe) => number | undefined;
  readonly unit: string;
  readonly times?: number;
  readonly digits?: number;
}

const NUMBERS: readonly Told[] = [
  { words: "pitch", of: (r) => r.attitude.pitch, unit: "°", digits: 2 },
  { words: "turn", of: (r) => r.attitude.yaw, unit: "°", digits: 2 },
  { words: "roll", of: (r) => r.attitude.roll, unit: "°", digits: 2 },
  { words: "ease of verticals", of: (r) => r.attitude.ease.plumb, unit: " %", times: 100 },
  { words: "ease of horizontals", of: (r) => r.attitude.ease.sill, unit: " %", times: 100 },
  { words: "amount of the lens", of: (r) => r.lens.amount, unit: " %", times: 100 },
  { words: "height", of: (r) => r.proportion.height, unit: " %", times: 100, digits: 1 },
  { words: "exposure", of: (r) => r.finish?.exposure ?? 0, unit: " st", digits: 2 },
  { words: "warmth", of: (r) => r.finish?.warmth ?? 0, unit: " st", digits: 2 },
  { words: "magenta", of: (r) => r.finish?.tint ?? 0, unit: " st", digits: 2 },
  { words: "contrast", of: (r) => r.finish?.contrast ?? 0, unit: " %", times: 100 },
  { words: "bright parts", of: (r) => r.finish?.bright ?? 0, unit: " %", times: 100 },
  { words: "dark parts", of: (r) => r.finish?.dark ?? 0, unit: " %", times: 100 },
  { words: "black", of: (r) => r.finish?.black ?? 0, unit: " %", times: 100 },
  { words: "white", of: (r) => r.finish?.white ?? 1, unit: " %", times: 100 },
  { words: "colours", of: (r) => r.finish?.saturation ?? 0, unit: " %", times: 100 },
  { words: "even sharpness", of: (r) => r.finish?.even ?? 0, unit: " %", times: 100 },
];

const written = (v: number, { times = 1, digits = 0, unit }: Told): string =>
  `${(times * v).toFixed(digits).replace("-", "−")}${unit}`;

/** The parts of a recipe that can be left out, and what is said where something else of them changed. */
const PARTS: readonly {
  readonly name: string;
  readonly of: (r: Recipe) => unknown;
  readonly on: (r: Recipe) => boolean;
  readonly rest: string;
}[] = [
  { name: "Lens", of: (r) => r.lens, on: (r) => r.lens.on, rest: "lens changed" },
  { name: "Lines", of: (r) => r.attitude, on: (r) => r.attitude.on, rest: "attitude changed" },
  { name: "Shape", of: (r) => [r.proportion, r.shape], on: (r) => r.proportion.on, rest: "shape changed" },
  // What the photo shows is weighed by itself: nobody did that.
  {
    name: "Frame",
    of: ({ frame: { detail, ...frame } }) => (void detail, frame),
    on: (r) => r.frame.on,
    rest: "frame changed",
  },
  { name: "Edges", of: (r) => r.edges, on: (r) => r.edges.on, rest: "edges changed" },
  { name: "Finish", of: (r) => r.finish, on: (r) => r.finish?.on ?? true, rest: "finish changed" },
];

const PART_OF: Record<string, RegExp> = {
  Lens: /lens/,
  Lines: /pitch|turn|roll|ease/,
  Shape: /height|measure|shape|joint|joined|shield/,
  Frame: /keep mark/,
  Edges: /mend|graft|area/,
  Finish: /exposure|warmth|magenta|contrast|parts|black|white|colours|sharpness|wash|dab/,
};

/** What was done between two recipes, in a few words each: "2 plumbs drawn", "pitch 3.20° → 4.10°"; none where they are the same. */
export function changeWords(before: Recipe, after: Recipe): string[] {
  const lists = LISTS.flatMap(({ of, noun }) => listWords(of(before), of(after), noun as (i: { id: string }) => Noun));
  const numbers = NUMBERS.flatMap((told) => {
    const [from, to] = [told.of(before) ?? 0, told.of(after) ?? 0];
    const [a, b] = [written(from, told), written(to, told)];
    return from !== to && a !== b ? [`${told.words} ${a} → ${b}`] : [];
  });
  const said = [...lists, ...numbers];
  const rest = PARTS.flatMap(({ name, of, on, rest: words }) => {
    if (on(before) !== on(after)) return [on(after) ? `${name} applied again` : `${name} left out`];
    const isSaid = said.some((s) => PART_OF[name]!.test(s));
    return !isSaid && !isSameJson(of(before), of(after)) ? [words] : [];
  });
  const camera = isSameJson(before.camera, after.camera) ? [] : ["focal length changed"];
  return [...said, ...rest, ...camera];
}
