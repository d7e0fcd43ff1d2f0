import { distance2 } from "../../geometry";
import { capital, figure, listed, tell } from "../../language";
import { END_SIGMA_PX, SHORTEST_PX } from "../solve-plumbs";
import type { LineInput } from "../line-model";
import type { LineMessage } from "./line-message";
import { oddOne } from "./odd-one";
import { contradictsWords, outsideWords, twoWallsWords, wallWords } from "./suspect-words";
import type { LineQuestion } from "./line-question";
import type { LineSolution } from "../solve-lines";

/** Lines that miss by more than this many times what hands do have something wrong in common. */
const MISFIT = 2.4;
/** A pitch or roll less certain than this deserves a word, degrees. */
const UNCERTAIN_DEG = 0.3;
/** With a pitch or turn below this the focal length hardly matters, degrees. */
const FOCAL_MATTERS_DEG = 2;

/** What the photographer should hear about a solution, most urgent first. */
export function explainLines(solution: LineSolution, question: LineQuestion): LineMessage[] {
  const odd = oddOne(solution, question);
  const outside = outsideWords(question);
  const messages: LineMessage[] = [...(outside ? [outside] : []), ...(odd ? [contradictsWords(odd, question)] : [])];
  if (solution.status !== "solved") return [...messages, unsolved(solution, question)];
  const doubt = uncertain(solution, question);
  if (doubt) messages.push(doubt);
  const face = faceWords(solution, question);
  const misfit = odd ? null : misfitWords(solution, question);
  if (misfit) messages.push(misfit);
  const twoWalls = twoWallsWords(solution, question);
  if (twoWalls) messages.push(twoWalls);
  if (messages.length === 0) messages.push(agreement(solution, question));
  if (face) messages.push(face);
  const focal = focalWords(solution, question);
  if (focal) messages.push(focal);
  return messages;
}

/** How many of each there are; what is too short to have a direction is none. */
const kinds = (inputs: readonly LineInput[]): { plumbs: number; sills: number } => {
  const real = inputs.filter((l) => distance2(...l.ends) >= SHORTEST_PX);
  return {
    plumbs: real.filter((l) => l.kind === "plumb").length,
    sills: real.filter((l) => l.kind === "sill").length,
  };
};

function unsolved({ status }: LineSolution, { inputs }: LineQuestion): LineMessage {
  const lines = inputs.map((l) => l.id);
  const { plumbs, sills } = kinds(inputs);
  if (status === "none")
    return {
      code: "none",
      text: tell("No lines yet. Draw along two edges that are vertical in reality, one on each side of the building."),
      lines: [],
    };
  if (status === "one")
    return plumbs === 1
      ? {
          code: "one",
          text: tell("One plumb so far; draw a second on the far side of the building. Nothing changes until then."),
          lines,
        }
      : {
          code: "one",
          text: tell("One sill so far. Draw two plumbs; the sill then tells which way its wall runs."),
          lines,
        };
  if (sills === 0)
    return {
      code: "undetermined",
      text: tell("These plumbs lie on one line or too close together to tell the pitch. Draw one further away."),
      lines,
    };
  if (plumbs === 0)
    return {
      code: "missing",
      text: tell(
        "Sills of one wall alone do not tell how the camera was held. Draw a plumb or two, or two sills of another wall.",
      ),
      lines,
    };
  return {
    code: "missing",
    text:
      plumbs === 1
        ? tell(
            "One plumb and these sills do not settle pitch and roll yet. Draw a second plumb on the far side of the building.",
          )
        : tell(
            "These lines lie on each other or meet in one point, and do not settle pitch and roll. Draw one further away.",
          ),
    lines,
  };
}

function uncertain({ sigma, lines, lensDoubt }: LineSolution, { inputs }: LineQuestion): LineMessage | null {
  const key = sigma.pitch! >= sigma.roll! ? "pitch" : "roll";
  const most = sigma[key]!;
  if (most <= UNCERTAIN_DEG) return null;
  const byLines = Math.sqrt(Math.max(0, most ** 2 - (lensDoubt?.[key] ?? 0) ** 2));
  if (lensDoubt && byLines <= UNCERTAIN_DEG)
    return {
      code: "lens",
      text:
        key === "pitch"
          ? tell(
              "The lens has not been taken out; through one that bows as lenses do, the pitch may be off by ±{most}°. Settle Lens first, or press Z.",
              { most: figure(most, 1) },
            )
          : tell(
              "The lens has not been taken out; through one that bows as lenses do, the roll may be off by ±{most}°. Settle Lens first, or press Z.",
              { most: figure(most, 1) },
            ),
      lines: [],
    };
  const { plumbs, sills } = kinds(inputs);
  const where =
    sills === 0 || plumbs > 0
      ? tell("longer plumbs, or one further away, would steady it.")
      : tell("two plumbs would steady it.");
  const told = { count: lines.length, about: figure(byLines, 1), where };
  return {
    code: "uncertain",
    text:
      key === "pitch"
        ? tell("These {count, plural, =2 {two} other {#}} fix the pitch to ±{about}° only; {where}", told)
        : tell("These {count, plural, =2 {two} other {#}} fix the roll to ±{about}° only; {where}", told),
    lines: [],
  };
}

function misfitWords({ lines, endSigmaPx, freedom }: LineSolution, { lens }: LineQuestion): LineMessage | null {
  // Found lines know themselves to a twentieth of a pixel: more than that is not yet more than hands do.
  const seen = Math.sqrt(lines.reduce((sum, l) => sum + l.residualPx ** 2, 0) / lines.length);
  if (freedom < 4 || Math.min(endSigmaPx, seen) < MISFIT * END_SIGMA_PX) return null;
  const most = figure(Math.max(...lines.map((l) => l.residualPx)), 1);
  const cause = lens.straight
    ? tell("The lens has not been taken out, which bows every edge: settle Lens first, or press Z.")
    : tell("Is the focal length right, and is every sill level?");
  return {
    code: "misfit",
    text: tell("These {count} lines miss each other by up to {most} px, more than hands do. {cause}", {
      count: lines.length,
      most,
      cause,
    }),
    lines: [],
  };
}

function agreement({ lines }: LineSolution, { inputs }: LineQuestion): LineMessage {
  const { plumbs, sills } = kinds(inputs);
  const most = figure(Math.max(0.1, ...lines.map((l) => l.residualPx)), 1);
  if (sills === 0 && plumbs === 2)
    return {
      code: "agree",
      text: tell("Two plumbs settle pitch and roll. A third would tell whether they agree."),
      lines: [],
    };
  const counted = [
    ...(plumbs > 0 ? [tell("{plumbs, plural, one {# plumb} other {# plumbs}}", { plumbs })] : []),
    ...(sills > 0 ? [tell("{sills, plural, one {# sill} other {# sills}}", { sills })] : []),
  ];
  return {
    code: "agree",
    text: tell("{lines} agree within {most} px.", { lines: capital(listed(counted)), most }),
    lines: [],
  };
}

function faceWords({ walls, face }: LineSolution, question: LineQuestion): LineMessage | null {
  if (walls.length === 0) return null;
  const lines = face.wall === null ? [] : walls[face.wall]!.lines;
  if (face.why === "corner")
    return {
      code: "face",
      text: tell(
        "This is a view into a corner: both walls keep receding, and their sills only level the camera. Turning one face-on would throw the other.",
      ),
      lines: [],
    };
  if (face.wall === null)
    return { code: "face", text: tell("No wall is turned face-on; the sills only level the camera."), lines: [] };
  const turned = {
    wall: wallWords(walls, face.wall, question),
    heading: figure(Math.abs(walls[face.wall]!.heading), 1),
  };
  return {
    code: "face",
    text:
      walls.length > 1
        ? tell("The {wall} is turned face-on, by {heading}°; other walls keep receding.", turned)
        : tell("The {wall} is turned face-on, by {heading}°.", turned),
    lines,
  };
}

function focalWords({ focal, attitude }: LineSolution, question: LineQuestion): LineMessage | null {
  if (focal)
    return {
      code: "focal",
      text: tell("The lines tell the focal length: {focal} ± {sigma} px.", {
        focal: Math.round(focal.focalPx),
        sigma: Math.max(1, Math.round(focal.sigmaPx)),
      }),
      lines: [],
    };
  if (!question.assumedFocal || Math.max(Math.abs(attitude.pitch), Math.abs(attitude.yaw)) < FOCAL_MATTERS_DEG)
    return null;
  return {
    code: "focal",
    text: tell(
      "The focal length is assumed: edges come out true, but angles and the height of the building depend on it. State it in Lens, or draw two sills each of two walls.",
    ),
    lines: [],
  };
}
