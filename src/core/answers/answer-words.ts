import { type Figure, type Words, figure, row, tell } from "../language";
import { wordsOfRatio } from "../frame";
import type { Answer, AnswerKey, Cut, Habit, Why } from "./answer";

const NAMES: Record<AnswerKey, () => Words> = {
  plumb: () => tell("Plumb"),
  "face-on": () => tell("Face-on"),
  eased: () => tell("Eased"),
  horizon: () => tell("Horizon"),
  "as-shot": () => tell("As shot"),
};

export const answerName = (key: AnswerKey): Words => NAMES[key]();

const CUTS: Record<Cut, () => Words> = { roof: () => tell("the roof"), foot: () => tell("the foot") };

/** A stretch that nobody sees, times. */
const HARDLY = 1.1;

const percent = (share: number): string => `${Math.round(100 * share)} %`;
const times = (factor: number): Figure => figure(factor, 1);

/** What an answer costs, in one line: its stretch, what it keeps, what it cuts, what stays empty. */
export function costWords({ measured, cut, ease, key, tooTall }: Answer): Words {
  const { stretch, kept, empty } = measured;
  if (key === "as-shot") return tell("nothing changed");
  const parts = [
    ...(key === "eased" ? [tell("verticals to {share}", { share: percent(ease) })] : []),
    stretch < HARDLY ? tell("hardly drawn out") : tell("drawn out up to {stretch} times", { stretch: times(stretch) }),
    tell("keeps {kept} of the photo", { kept: percent(kept) }),
    ...cut.map((what) => tell("cuts {what}", { what: CUTS[what]() })),
    ...(empty > 0.001 ? [tell("{empty} filled", { empty: percent(Math.max(0.01, empty)) })] : []),
    ...(tooTall > 0.01 ? [tell("looks {share} too tall", { share: percent(tooTall) })] : []),
    ...(tooTall < -0.01 ? [tell("looks {share} too low", { share: percent(-tooTall) })] : []),
  ];
  return row(parts, ", ");
}

/** Why the first answer comes first, in a sentence. */
export function whyWords(why: Why, { key, ease }: Answer): Words {
  const name = answerName(key);
  switch (why.id) {
    case "true-already":
      return tell("The photo is true already, within 0.1°. It is left as it is.");
    case "nearly-faced":
      return tell("{name}: the wall nearly faced the camera ({heading}° off).", {
        name,
        heading: figure(Math.abs(why.heading), 1),
      });
    case "asked":
      return tell("{name}, as asked.", { name });
    case "house-style":
      return tell("{name}: verticals to {share}, as the house style has it.", { name, share: percent(ease) });
    case "turning-draws-out":
      return tell("{name}: turning the wall face-on would draw its far end out {stretch} times.", {
        name,
        stretch: times(why.stretch),
      });
    case "turning-keeps":
      return tell("{name}: turning the wall face-on would keep only {kept} of the photo.", {
        name,
        kept: percent(why.kept),
      });
    case "turning-empties":
      return tell("{name}: turning the wall face-on would leave {empty} of the frame empty.", {
        name,
        empty: percent(why.empty),
      });
    case "turning-aslant":
      return tell("{name}: the wall stands {heading}° aslant and stays in perspective.", {
        name,
        heading: figure(Math.abs(why.heading), 0),
      });
    case "turning-some":
      return tell("{name}: only {share} of the level edges lie on the wall that could be turned.", {
        name,
        share: percent(why.share),
      });
    case "no-wall":
      return tell("{name}: there is no wall to turn.", { name });
    case "full-draws-out":
      return tell("{name} to {share}: full verticals would draw the picture out {stretch} times.", {
        name,
        share: percent(ease),
        stretch: times(why.stretch),
      });
    case "full-keeps":
      return tell("{name} to {share}: full verticals would keep only {kept} of the photo.", {
        name,
        share: percent(ease),
        kept: percent(why.kept),
      });
    case "full-cuts":
      return tell("{name} to {share}: full verticals would cut {what}.", {
        name,
        share: percent(ease),
        what: CUTS[why.cut](),
      });
    case "full-costs-more":
      return tell("{name} to {share}: full verticals would cost more than they give.", { name, share: percent(ease) });
    case "habit":
      return tell("{name}, as on the last {photos} photos of this visit.", { name, photos: why.photos });
    case "horizon-told":
      return tell("{name}: only the horizon is certain, so only the roll is taken out.", { name });
    case "horizon-alone":
      return tell("{name}: only the roll is taken out, since more would lose more than it gives.", { name });
    case "too-much-lost":
      return tell("{name}: every correction would lose more than it gives.", { name });
  }
}

/** What of the first answer follows the visit's last photos, in a sentence. */
export function followWords({ way, ease, ratio, photos }: Habit): Words {
  const parts = [
    ...(way === "plumb" ? [tell("walls left in perspective")] : []),
    ...(way === "eased" ? [tell("verticals to {share}", { share: percent(ease ?? 1) })] : []),
    ...(ratio ? [tell("framed {ratio}", { ratio: wordsOfRatio(ratio) })] : []),
  ];
  return tell("Followed from the last {photos} photos: {parts}.", { photos, parts: row(parts, ", ") });
}
