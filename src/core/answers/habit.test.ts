import { put } from "@/language";
import { emptyRecipe } from "../recipe";
import { type Habit, type Judgement, NO_STYLE, followWords, habitOf, judged, visitStyle, whyWords } from ".";
import { FOCAL, SIZE, front } from "./made-up.testing";

const start = () => ({
  ...emptyRecipe(),
  camera: { ...emptyRecipe().camera, focalPx: FOCAL, focalFrom: "metadata" as const },
});

function judge(yaw: number, habit: Habit | null, style = NO_STYLE, pitch = 6): Judgement {
  const { proposal, shown } = front({ pitch, yaw, roll: 1 });
  return judged({ proposal, shown, size: SIZE, start: start(), style, habit });
}

/** The recipe of one of the answers, as somebody took it. */
const taken = (yaw: number, key: string, style = NO_STYLE) => ({
  recipe: judge(yaw, null, style).answers.find((a) => a.key === key)!.recipe,
  size: SIZE,
});

const share = (of: number) => visitStyle.parse({ verticals: { share: of } });

test("three photos left in perspective though a wall could have been turned are a habit; three that stood aslant are not", () => {
  const plumb = [taken(5, "plumb"), taken(-4, "plumb"), taken(8, "plumb")];
  expect(habitOf(plumb)).toEqual({ way: "plumb", ease: null, ratio: null, photos: 3 });
  expect(habitOf([taken(33, "plumb"), taken(-36, "plumb"), taken(30, "plumb")])).toBeNull();
  // Two show it, the third could not have been turned.
  expect(habitOf([taken(5, "plumb"), taken(33, "plumb"), taken(8, "plumb")])).toMatchObject({ way: "plumb" });
  expect(habitOf(plumb.slice(0, 2))).toBeNull();
  expect(habitOf([taken(5, "face-on"), ...plumb])).toBeNull();
  expect(habitOf([...plumb, taken(5, "face-on")])).toMatchObject({ way: "plumb" });
});

test("verticals to one share, and one ratio, are habits of their own", () => {
  const eased = [5, -4, 33].map((yaw) => taken(yaw, "eased", share(0.8)));
  expect(habitOf(eased)).toMatchObject({ way: "eased", ease: 0.8, ratio: null });
  expect(habitOf([...eased.slice(0, 2), taken(5, "eased", share(0.9))])).toBeNull();
  const framed = [5, -4, 33].map((yaw) =>
    taken(yaw, judge(yaw, null).answers[0]!.key, visitStyle.parse({ ratio: 1.5 })),
  );
  expect(habitOf(framed)).toMatchObject({ way: null, ratio: 1.5 });
});

test("the next photo follows, says so, and can be told not to", () => {
  const habit: Habit = { way: "plumb", ease: null, ratio: null, photos: 3 };
  expect(judge(5, null).answers[0]!.key).toBe("face-on");
  const { answers, why, follows } = judge(5, habit);
  expect(answers[0]!.key).toBe("plumb");
  expect(why).toEqual({ id: "habit", photos: 3 });
  expect(put(whyWords(why, answers[0]!))).toBe("Plumb, as on the last 3 photos of this visit.");
  expect(put(followWords(follows!))).toBe("Followed from the last 3 photos: walls left in perspective.");
  const eased = judge(5, { way: "eased", ease: 0.8, ratio: null, photos: 3 });
  expect(eased.answers[0]).toMatchObject({ key: "eased", ease: 0.8 });
  // The house style goes before it.
  expect(judge(5, habit, share(0.9)).answers[0]).toMatchObject({ key: "eased", ease: 0.9 });
  // A ratio alone changes no choice.
  const framed = judge(5, { ...habit, way: null, ratio: 1.5 });
  expect(framed.answers[0]).toMatchObject({ key: "face-on", recipe: { frame: { ratio: 1.5 } } });
  expect(framed.follows).toMatchObject({ way: null, ratio: 1.5 });
  expect(put(followWords(framed.follows!))).toBe("Followed from the last 3 photos: framed 3:2.");
});

test("nothing is followed into what nobody would deliver", () => {
  const habit: Habit = { way: "plumb", ease: null, ratio: null, photos: 3 };
  const steep = judge(30, habit, NO_STYLE, 34);
  expect(steep.why.id).not.toBe("habit");
  expect(steep.answers[0]!.measured.stretch).toBeLessThan(2.2);
});
