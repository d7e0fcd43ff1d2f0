import { type CourseTold, type MarkList, type Things, written } from "../course";
import { type Words, row, tell } from "../language";
import { isSameJson } from "./same-json";
import { COURSES, type CourseKey, type Recipe } from "../recipe";

/** What became of a list of marks: "2 plumbs drawn", "sill moved". */
function listWords<T extends { readonly id: string }>(
  before: readonly T[],
  after: readonly T[],
  thingsOf: (item: T) => Things,
): Words[] {
  if (before === after) return [];
  const was = new Map(before.map((i) => [i.id, i]));
  const is = new Map(after.map((i) => [i.id, i]));
  const told = (items: readonly T[], done: (things: Words) => Words): Words[] => {
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
      (things) => tell("{things} drawn", { things }),
    ),
    ...told(
      before.filter((i) => !is.has(i.id)),
      (things) => tell("{things} deleted", { things }),
    ),
    ...told(
      switched.filter((i) => onOf(i) === true),
      (things) => tell("{things} switched on", { things }),
    ),
    ...told(
      switched.filter((i) => onOf(i) === false),
      (things) => tell("{things} switched off", { things }),
    ),
    ...told(
      kept.filter((i) => !switched.includes(i)),
      (things) => tell("{things} changed", { things }),
    ),
  ];
}

/** One thing that was done between two recipes. */
export interface Change {
  /** Where it was done; null: in none of the courses. */
  readonly course: CourseKey | null;
  /** What changed: marks, a number, a course left out or applied again, or something else of a course. */
  readonly what: "marks" | "number" | "switch" | "rest";
  readonly words: Words;
}

/** Straight lines to check by, which are no course's. */
const GUIDES: MarkList<Recipe> = {
  of: (r) => r.guides ?? [],
  things: () => (count) => tell("{count, plural, one {guide} other {# guides}}", { count }),
};

const markWords = (before: Recipe, after: Recipe, { of, things }: MarkList<Recipe>): Words[] =>
  listWords(of(before), of(after), things as (mark: { readonly id: string }) => Things);

function changesIn(course: CourseKey, name: Words, told: CourseTold<Recipe>, before: Recipe, after: Recipe): Change[] {
  const change = (what: Change["what"], words: Words): Change => ({ course, what, words });
  const marks = told.marks.flatMap(({ apart, ...list }) =>
    markWords(before, after, list).map((words) => ({ apart, change: change("marks", words) })),
  );
  const numbers = told.numbers.flatMap(({ setting, of }) => {
    const [from, to] = [of(before) ?? setting.standard, of(after) ?? setting.standard];
    const [a, b] = [written(setting, from), written(setting, to)];
    return from !== to && !isSameJson(a, b) ? [change("number", row([setting.words, a, "→", b], " "))] : [];
  });
  const said = [...marks.map((m) => m.change), ...numbers];
  if (told.on(before) !== told.on(after))
    return [
      ...said,
      change("switch", told.on(after) ? tell("{name} applied again", { name }) : tell("{name} left out", { name })),
    ];
  const isSaid = numbers.length > 0 || marks.some(({ apart }) => !apart);
  return !isSaid && !isSameJson(told.all(before), told.all(after)) ? [...said, change("rest", told.rest)] : said;
}

/** What was done between two recipes; nothing where they are the same. */
export function changes(before: Recipe, after: Recipe): Change[] {
  const none = (what: Change["what"], words: Words): Change => ({ course: null, what, words });
  const all = COURSES.flatMap(({ key, name, told }) => changesIn(key, name, told as CourseTold<Recipe>, before, after));
  const camera = isSameJson(before.camera, after.camera) ? [] : [none("rest", tell("focal length changed"))];
  return [
    ...all.filter((c) => c.what === "marks"),
    ...markWords(before, after, GUIDES).map((words) => none("marks", words)),
    ...all.filter((c) => c.what === "number"),
    ...all.filter((c) => c.what !== "marks" && c.what !== "number"),
    ...camera,
  ];
}

/** The same in a few words each: "2 plumbs drawn", "pitch 3.20° → 4.10°". */
export const changeWords = (before: Recipe, after: Recipe): Words[] => changes(before, after).map((c) => c.words);

/** All marks of a recipe, whatever their course. */
export const marksOf = (recipe: Recipe): readonly { readonly id: string }[] =>
  COURSES.flatMap(({ told }) => (told as CourseTold<Recipe>).marks.flatMap(({ of }) => of(recipe)));
