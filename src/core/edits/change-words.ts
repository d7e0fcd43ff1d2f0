import { say } from "../language";
import { isSameJson } from "./same-json";
import type { CourseKey, Recipe } from "../recipe";

/** So many things of a kind, in words; one has no number. */
type Things = (count: number) => string;

const THINGS = {
  plumb: (count) => say("{count, plural, one {plumb} other {# plumbs}}", { count }),
  sill: (count) => say("{count, plural, one {sill} other {# sills}}", { count }),
  taut: (count) => say("{count, plural, one {taut} other {# taut lines}}", { count }),
  face: (count) => say("{count, plural, one {face} other {# faces}}", { count }),
  guide: (count) => say("{count, plural, one {guide} other {# guides}}", { count }),
  measure: (count) => say("{count, plural, one {measure} other {# measures}}", { count }),
  bent: (count) => say("{count, plural, one {taut line of the shape} other {# taut lines of the shape}}", { count }),
  joint: (count) => say("{count, plural, one {joint} other {# joints}}", { count }),
  joined: (count) => say("{count, plural, one {joined face} other {# joined faces}}", { count }),
  shield: (count) => say("{count, plural, one {shield} other {# shields}}", { count }),
  keep: (count) => say("{count, plural, one {keep mark} other {# keep marks}}", { count }),
  source: (count) => say("{count, plural, one {area to fill from} other {# areas to fill from}}", { count }),
  mend: (count) => say("{count, plural, one {mend} other {# mends}}", { count }),
  graft: (count) => say("{count, plural, one {graft} other {# grafts}}", { count }),
  wash: (count) => say("{count, plural, one {wash} other {# washes}}", { count }),
  dab: (count) => say("{count, plural, one {dab} other {# dabs}}", { count }),
} as const satisfies Record<string, Things>;

interface Marks {
  readonly of: (r: Recipe) => readonly { readonly id: string }[];
  readonly things: (item: never) => Things;
  /** Whose settings these are, where its other settings are told as well. */
  readonly course?: CourseKey;
}

const LISTS: readonly Marks[] = [
  { of: (r) => r.lines, things: ({ kind }: { kind: "plumb" | "sill" | "taut" }) => THINGS[kind] },
  { of: (r) => r.faces, things: () => THINGS.face },
  { of: (r) => r.guides ?? [], things: () => THINGS.guide },
  { of: (r) => r.proportion.measures ?? [], things: () => THINGS.measure, course: "shape" },
  { of: (r) => r.shape?.taut ?? [], things: () => THINGS.bent, course: "shape" },
  { of: (r) => r.shape?.joints ?? [], things: () => THINGS.joint, course: "shape" },
  { of: (r) => r.shape?.faces ?? [], things: () => THINGS.joined, course: "shape" },
  { of: (r) => r.shape?.shields ?? [], things: () => THINGS.shield, course: "shape" },
  { of: (r) => r.frame.keep ?? [], things: () => THINGS.keep, course: "frame" },
  { of: (r) => r.edges.sources ?? [], things: () => THINGS.source, course: "edges" },
  { of: (r) => r.edges.strokes ?? [], things: ({ kind }: { kind: "mend" | "graft" }) => THINGS[kind], course: "edges" },
  { of: (r) => r.finish?.masks ?? [], things: ({ kind }: { kind: "wash" | "dab" }) => THINGS[kind], course: "finish" },
];

/** What became of a list of marks: "2 plumbs drawn", "sill moved". */
function listWords<T extends { readonly id: string }>(
  before: readonly T[],
  after: readonly T[],
  thingsOf: (item: T) => Things,
): string[] {
  if (before === after) return [];
  const was = new Map(before.map((i) => [i.id, i]));
  const is = new Map(after.map((i) => [i.id, i]));
  const told = (items: readonly T[], done: (things: string) => string): string[] => {
    const kinds = new Map<Things, number>();
    for (const item of items) kinds.set(thingsOf(item), (kinds.get(thingsOf(item)) ?? 0) + 1);
    return [...kinds].map(([things, count]) => done(things(count)));
  };
  const kept = after.filter((i) => was.has(i.id) && !isSameJson(was.get(i.id), i));
  const onOf = (i: T | undefined): unknown => (i as { on?: boolean } | undefined)?.on;
  const switched = kept.filter((i) => onOf(i) !== onOf(was.get(i.id)));
  return [
    ...told(
      after.filter((i) => !was.has(i.id)),
      (things) => say("{things} drawn", { things }),
    ),
    ...told(
      before.filter((i) => !is.has(i.id)),
      (things) => say("{things} deleted", { things }),
    ),
    ...told(
      switched.filter((i) => onOf(i) === true),
      (things) => say("{things} switched on", { things }),
    ),
    ...told(
      switched.filter((i) => onOf(i) === false),
      (things) => say("{things} switched off", { things }),
    ),
    ...told(
      kept.filter((i) => !switched.includes(i)),
      (things) => say("{things} changed", { things }),
    ),
  ];
}

interface Told {
  readonly course: CourseKey;
  readonly words: string;
  readonly of: (r: Recipe) => number | undefined;
  readonly unit: string;
  readonly times?: number;
  readonly digits?: number;
}

const NUMBERS: readonly Told[] = [
  { course: "lines", words: say("pitch"), of: (r) => r.attitude.pitch, unit: "°", digits: 2 },
  { course: "lines", words: say("turn"), of: (r) => r.attitude.yaw, unit: "°", digits: 2 },
  { course: "lines", words: say("roll"), of: (r) => r.attitude.roll, unit: "°", digits: 2 },
  { course: "lines", words: say("ease of verticals"), of: (r) => r.attitude.ease.plumb, unit: " %", times: 100 },
  { course: "lines", words: say("ease of horizontals"), of: (r) => r.attitude.ease.sill, unit: " %", times: 100 },
  { course: "lens", words: say("amount of the lens"), of: (r) => r.lens.amount, unit: " %", times: 100 },
  { course: "shape", words: say("height"), of: (r) => r.proportion.height, unit: " %", times: 100, digits: 1 },
  { course: "finish", words: say("exposure"), of: (r) => r.finish?.exposure ?? 0, unit: " st", digits: 2 },
  { course: "finish", words: say("warmth"), of: (r) => r.finish?.warmth ?? 0, unit: " st", digits: 2 },
  { course: "finish", words: say("magenta"), of: (r) => r.finish?.tint ?? 0, unit: " st", digits: 2 },
  { course: "finish", words: say("contrast"), of: (r) => r.finish?.contrast ?? 0, unit: " %", times: 100 },
  { course: "finish", words: say("bright parts"), of: (r) => r.finish?.bright ?? 0, unit: " %", times: 100 },
  { course: "finish", words: say("dark parts"), of: (r) => r.finish?.dark ?? 0, unit: " %", times: 100 },
  { course: "finish", words: say("black"), of: (r) => r.finish?.black ?? 0, unit: " %", times: 100 },
  { course: "finish", words: say("white"), of: (r) => r.finish?.white ?? 1, unit: " %", times: 100 },
  { course: "finish", words: say("colours"), of: (r) => r.finish?.saturation ?? 0, unit: " %", times: 100 },
  { course: "finish", words: say("even sharpness"), of: (r) => r.finish?.even ?? 0, unit: " %", times: 100 },
];

const written = (v: number, { times = 1, digits = 0, unit }: Told): string =>
  `${(times * v).toFixed(digits).replace("-", "−")}${unit}`;

/** The parts of a recipe that can be left out, and what is said where something else of them changed. */
const PARTS: readonly {
  readonly course: CourseKey;
  readonly name: string;
  readonly of: (r: Recipe) => unknown;
  readonly on: (r: Recipe) => boolean;
  readonly rest: string;
}[] = [
  { course: "lens", name: say("Lens"), of: (r) => r.lens, on: (r) => r.lens.on, rest: say("lens changed") },
  {
    course: "lines",
    name: say("Lines"),
    of: (r) => r.attitude,
    on: (r) => r.attitude.on,
    rest: say("attitude changed"),
  },
  {
    course: "shape",
    name: say("Shape"),
    of: (r) => [r.proportion, r.shape],
    on: (r) => r.proportion.on,
    rest: say("shape changed"),
  },
  // What the photo shows is weighed by itself: nobody did that.
  {
    course: "frame",
    name: say("Frame"),
    of: ({ frame: { detail, ...frame } }) => (void detail, frame),
    on: (r) => r.frame.on,
    rest: say("frame changed"),
  },
  { course: "edges", name: say("Edges"), of: (r) => r.edges, on: (r) => r.edges.on, rest: say("edges changed") },
  {
    course: "finish",
    name: say("Finish"),
    of: (r) => r.finish,
    on: (r) => r.finish?.on ?? true,
    rest: say("finish changed"),
  },
];

/** What was done between two recipes, in a few words each: "2 plumbs drawn", "pitch 3.20° → 4.10°"; none where they are the same. */
export function changeWords(before: Recipe, after: Recipe): string[] {
  const lists = LISTS.flatMap(({ of, things, course }) =>
    listWords(of(before), of(after), things as (i: { id: string }) => Things).map((words) => ({ course, words })),
  );
  const numbers = NUMBERS.flatMap((told) => {
    const [from, to] = [told.of(before) ?? 0, told.of(after) ?? 0];
    const [a, b] = [written(from, told), written(to, told)];
    return from !== to && a !== b ? [{ course: told.course, words: `${told.words} ${a} → ${b}` }] : [];
  });
  const said = [...lists, ...numbers];
  const rest = PARTS.flatMap(({ course, name, of, on, rest: words }) => {
    if (on(before) !== on(after))
      return [on(after) ? say("{name} applied again", { name }) : say("{name} left out", { name })];
    const isSaid = said.some((s) => s.course === course);
    return !isSaid && !isSameJson(of(before), of(after)) ? [words] : [];
  });
  const camera = isSameJson(before.camera, after.camera) ? [] : [say("focal length changed")];
  return [...said.map((s) => s.words), ...rest, ...camera];
}
