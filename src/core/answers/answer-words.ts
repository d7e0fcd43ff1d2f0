import { decimal, say } from "../language";
import { wordsOfRatio } from "../frame";
import type { Answer, AnswerKey, Cut, Habit, Why } from "./answer";

const NAMES: Record<AnswerKey, () => string> = {
  plumb: () => say("Plumb"),
  "face-on": () => say("Face-on"),
  eased: () => say("Eased"),
  horizon: () => say("Horizon"),
  "as-shot": () => say("As shot"),
};

export const answerName = (key: AnswerKey): string => NAMES[key]();

const CUTS: Record<Cut, () => string> = { roof: () => say("the roof"), foot: () => say("the foot") };

/** A stretch that nobody sees, times. */
const HARDLY = 1.1;

const percent = (share: number): string => `${Math.round(100 * share)} %`;
const times = (factor: number): string => decimal(factor, 1);

/** What an answer costs, in one line: its stretch, what it keeps, what it cuts, what stays empty. */
export function costWords({ measured, cut, ease, key, tooTall }: Answer): string {
  const { stretch, kept, empty } = measured;
  if (key === "as-shot") return say("nothing changed");
  return [
    ...(key === "eased" ? [say("verticals to {share}", { share: percent(ease) })] : []),
    stretch < HARDLY ? say("hardly drawn out") : say("drawn out up to {stretch} times", { stretch: times(stretch) }),
    say("keeps {kept} of the photo", { kept: percent(kept) }),
    ...cut.map((what) => say("cuts {what}", { what: CUTS[what]() })),
    ...(empty > 0.001 ? [say("{empty} filled", { empty: percent(Math.max(0.01, empty)) })] : []),
    ...(tooTall > 0.01 ? [say("looks {share} too tall", { share: percent(tooTall) })] : []),
    ...(tooTall < -0.01 ? [say("looks {share} too low", { share: percent(-tooTall) })] : []),
  ].join(", ");
}

/** Why the first answer comes first, in a sentence. */
export function whyWords(why: Why, { key, ease }: Answer): string {
  const name = answerName(key);
  switch (why.id) {
    case "true-already":
      return say("The photo is true already, within 0.1°. It is left as it is.");
    case "nearly-faced":
      return say("{name}: the wall nearly faced the camera ({heading}° off).", {
        name,
        heading: decimal(Math.abs(why.heading), 1),
      });
    case "asked":
      return say("{name}, as asked.", { name });
    case "house-style":
      return say("{name}: verticals to {share}, as the house style has it.", { name, share: percent(ease) });
    case "turning-draws-out":
      return say("{name}: turning the wall face-on would draw its far end out {stretch} times.", {
        name,
        stretch: times(why.stretch),
      });
    case "turning-keeps":
      return say("{name}: turning the wall face-on would keep only {kept} of the photo.", {
        name,
        kept: percent(why.kept),
      });
    case "turning-empties":
      return say("{name}: turning the wall face-on would leave {empty} of the frame empty.", {
        name,
        empty: percent(why.empty),
      });
    case "turning-aslant":
      return say("{name}: the wall stands {heading}° aslant and stays in perspective.", {
        name,
        heading: decimal(Math.abs(why.heading), 0),
      });
    case "turning-some":
      return say("{name}: only {share} of the level edges lie on the wall that could be turned.", {
        name,
        share: percent(why.share),
      });
    case "no-wall":
      return say("{name}: there is no wall to turn.", { name });
    case "full-draws-out":
      return say("{name} to {share}: full verticals would draw the picture out {stretch} times.", {
        name,
        share: percent(ease),
        stretch: times(why.stretch),
      });
    case "full-keeps":
      return say("{name} to {share}: full verticals would keep only {kept} of the photo.", {
        name,
        share: percent(ease),
        kept: percent(why.kept),
      });
    case "full-cuts":
      return say("{name} to {share}: full verticals would cut {what}.", {
        name,
        share: percent(ease),
        what: CUTS[why.cut](),
      });
    case "full-costs-more":
      return say("{name} to {share}: full verticals would cost more than they give.", { name, share: percent(ease) });
    case "habit":
      return say("{name}, as on the last {photos} photos of this visit.", { name, photos: why.photos });
    case "horizon-told":
      return say("{name}: only the horizon is certain, so only the roll is taken out.", { name });
    case "horizon-alone":
      return say("{name}: only the roll is taken out, since more would lose more than it gives.", { name });
    case "too-much-lost":
      return say("{name}: every correction would lose more than it gives.", { name });
  }
}

/** What of the first answer follows the visit's last photos, in a sentence. */
export function followWords({ way, ease, ratio, photos }: Habit): string {
  const parts = [
    ...(way === "plumb" ? [say("walls left in perspective")] : []),
    ...(way === "eased" ? [say("verticals to {share}", { share: percent(ease ?? 1) })] : []),
    ...(ratio ? [say("framed {ratio}", { ratio: wordsOfRatio(ratio) })] : []),
  ];
  return say("Followed from the last {photos} photos: {parts}.", { photos, parts: parts.join(", ") });
}
