import type { OwnProposal } from "../own-edges";
import type { Answer, Judgement, Why } from "./answer";
import { type Asked, AnswerMaker } from "./answers";
import { LEAST_KEPT, MOST_OF_IT, NEARLY_FACES } from "./cost";
import { mayFollow } from "./habit";
import { NO_STYLE, shareAsked } from "./house-style";

/** A photo is true already within this, degrees; and a lens straight within this at the corner, pixels, or so many deviations. */
const TRUE = 0.1;
const STRAIGHT = { px: 1.5, sigmas: 2 } as const;
/** A share of the verticals as near to all of them as this is all of them. */
const NEARLY_ALL = 0.97;

/** A far end drawn out more than this is said, times. */
const DRAWN_OUT = 1.8;

const isStraight = ({ from, lens: { cornerPx, sigmaPx } }: OwnProposal): boolean =>
  from === "own-edges" && Math.abs(cornerPx) < Math.max(STRAIGHT.px, STRAIGHT.sigmas * sigmaPx);

/**
 * The ways to correct a photo, the one that costs least first, and why that is. What is true already is left alone.
 */
export function judged(asked: Asked): Judgement {
  const maker = new AnswerMaker(asked);
  const asShot = maker.asShot();
  if (asked.proposal.from === "horizon") return byHorizon(maker, asShot);
  const facing = maker.walls.find(AnswerMaker.isTurnedUnasked) ?? null;
  const plumb = maker.answer("plumb", null, 1);
  const faces = maker.faceOn();
  const horizon = maker.answer("horizon", null, 0);
  const eased = easedFrom(maker, facing);
  const answers = [plumb, ...faces, ...eased, horizon, asShot].sort(byCost);
  if (isTrue(maker, asked.proposal, facing)) return { answers: first(answers, asShot), why: { id: "true-already" } };
  const { style = NO_STYLE, habit = null } = asked;
  const styled = shareAsked(style) !== null ? eased[0] : undefined;
  if (styled) return { answers: first(answers, styled), why: { id: "house-style" } };
  const usual = habit?.way === "plumb" ? plumb : habit?.way === "eased" ? eased[0] : undefined;
  if (habit && usual && mayFollow(usual, style))
    return { answers: first(answers, usual), why: { id: "habit", photos: habit.photos }, follows: habit };
  const framed = habit?.ratio && style.ratio === null && asked.start.frame.ratio === null;
  return { answers, why: whyFirst(answers, plumb, faces), ...(framed && { follows: { ...habit, way: null } }) };
}

/** Where only a horizon is known, its roll is taken out, if that loses little. */
function byHorizon(maker: AnswerMaker, asShot: Answer): Judgement {
  if (Math.abs(maker.attitude.roll) < TRUE) return { answers: [asShot], why: { id: "true-already" } };
  const levelled = maker.answer("horizon", null, 1);
  if (levelled.measured.kept < LEAST_KEPT) return { answers: [asShot, levelled], why: { id: "too-much-lost" } };
  return { answers: [levelled, asShot], why: { id: "horizon-told" } };
}

/** Costs that differ by less than this are alike; then the one that corrects more comes first. */
const ALIKE = 0.04;
const MORE_CORRECTED = ["face-on", "plumb", "eased", "horizon", "as-shot"];
const byCost = (a: Answer, b: Answer): number =>
  Math.round(a.cost / ALIKE) - Math.round(b.cost / ALIKE) ||
  MORE_CORRECTED.indexOf(a.key) - MORE_CORRECTED.indexOf(b.key);

const first = (answers: readonly Answer[], one: Answer): Answer[] => [one, ...answers.filter((a) => a !== one)];

const isTrue = ({ attitude: { pitch, roll } }: AnswerMaker, proposal: OwnProposal, facing: Answer["wall"]): boolean =>
  Math.abs(pitch) < TRUE &&
  Math.abs(roll) < TRUE &&
  (facing === null || Math.abs(facing.heading) < TRUE) &&
  isStraight(proposal);

/** Verticals in part: as much of them as the picture bears, or as the house style asks for. */
function easedFrom(maker: AnswerMaker, facing: Answer["wall"]): Answer[] {
  const asked = maker.shareAsked;
  if (asked !== null) return asked < 1 ? [maker.answer("eased", facing, asked)] : [];
  const walls = facing ? [facing, null] : [null];
  for (const cutting of [false, true])
    for (const wall of walls) {
      const ease = maker.easeBorne(wall, cutting);
      if (ease !== null && ease > 0) return ease < NEARLY_ALL ? [maker.answer("eased", wall, ease)] : [];
    }
  return [];
}

function whyFirst(answers: readonly Answer[], plumb: Answer, faces: readonly Answer[]): Why {
  const best = answers[0]!;
  if (best.key === "face-on") return { id: "nearly-faced", heading: best.wall!.heading };
  if (best.key === "plumb") return whyNotTurned(faces);
  if (best.key === "eased") return whyNotFull(plumb);
  if (best.key === "horizon") return { id: "horizon-alone" };
  return { id: "too-much-lost" };
}

/** What speaks against turning the wall that was nearest to being turned. */
function whyNotTurned(faces: readonly Answer[]): Why {
  const other = [...faces].sort((a, b) => a.cost - b.cost)[0];
  if (!other?.wall) return { id: "no-wall" };
  const { kept } = other.measured;
  if (other.farEnd > DRAWN_OUT && Math.abs(other.wall.heading) > NEARLY_FACES)
    return { id: "turning-draws-out", stretch: other.farEnd };
  if (other.wall.share < MOST_OF_IT) return { id: "turning-some", share: other.wall.share };
  if (Math.abs(other.wall.heading) > NEARLY_FACES) return { id: "turning-aslant", heading: other.wall.heading };
  if (kept < LEAST_KEPT) return { id: "turning-keeps", kept };
  if (other.measured.empty > 0) return { id: "turning-empties", empty: other.measured.empty };
  return { id: "turning-aslant", heading: other.wall.heading };
}

function whyNotFull(full: Answer): Why {
  const { stretch, kept } = full.measured;
  if (full.terms.stretch > 1 && stretch > 2) return { id: "full-draws-out", stretch };
  if (full.cut.length > 0) return { id: "full-cuts", cut: full.cut[0]! };
  if (kept < LEAST_KEPT) return { id: "full-keeps", kept };
  return { id: "full-costs-more" };
}
