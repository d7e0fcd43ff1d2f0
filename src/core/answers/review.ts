import { type Words, tell } from "../language";
import type { OwnProposal } from "../own-edges";
import type { Answer } from "./answer";

/** What deserves a look although it was done: an angle known no better than this, degrees; drawn out more; less kept. */
const MUCH = { sigma: 0.3, stretch: 1.9, kept: 0.75 } as const;

/** Why a person should look at what was done with a photo. */
export const REVIEWS = [
  "lens-unknown",
  "angles-vague",
  "rival",
  "focal-contradicted",
  "drawn-out",
  "left-out",
  "made-up",
  "cut",
  "eased",
] as const;
export type Review = (typeof REVIEWS)[number];

export function reviewOf({ from, sigma, rival, focal }: OwnProposal, answer: Answer): Review[] {
  const { stretch, kept, empty } = answer.measured;
  const told: Record<Review, boolean> = {
    "lens-unknown": from === "lines",
    "angles-vague": from !== "horizon" && Math.max(sigma.pitch, sigma.roll) > MUCH.sigma,
    rival: rival !== null,
    "focal-contradicted": focal.contradicted !== null,
    "drawn-out": stretch > MUCH.stretch,
    "left-out": kept < MUCH.kept,
    "made-up": empty > 0,
    cut: answer.cut.length > 0,
    eased: answer.key === "eased",
  };
  return REVIEWS.filter((key) => told[key]);
}

const WORDS: Record<Review, () => Words> = {
  "lens-unknown": () => tell("the lens could not be measured"),
  "angles-vague": () => tell("the angles are not known well"),
  rival: () => tell("another reading of the angles is about as likely"),
  "focal-contradicted": () => tell("the picture contradicts the focal length it came with"),
  "drawn-out": () => tell("much is drawn out"),
  "left-out": () => tell("much of the photo is left out"),
  "made-up": () => tell("part of it is made up"),
  cut: () => tell("a roof or a foot is cut"),
  eased: () => tell("the verticals are eased"),
};

export const reviewWords = (review: Review): Words => WORDS[review]();
