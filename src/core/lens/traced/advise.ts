import { type Words, tell } from "../../language";
import type { Size, Vec2 } from "../../geometry";
import type { Trace, TracedLens } from "./residuals";
import type { TracedSolution } from "./solve-traces";

/** A trace whose line passes this near to the centre (half diagonals) stays straight under any radial distortion. */
const RADIAL = 0.08;
/** Image height up to which traces must reach for the corners to be known. */
const REACH = 0.8;

const heightOf = (p: Vec2, centre: Vec2, unit: number): number => Math.hypot(p[0] - centre[0], p[1] - centre[1]) / unit;

/** How near the line through a trace's ends passes to the centre, half diagonals. */
function passing({ points }: Trace, centre: Vec2, unit: number): number {
  const [a, b] = [points[0]!, points[points.length - 1]!];
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const length = Math.hypot(dx, dy) || 1;
  return Math.abs((centre[0] - a[0]) * dy - (centre[1] - a[1]) * dx) / length / unit;
}

/** A point that a further trace should pass, and why; pixels. */
export interface TraceAdvice {
  readonly text: Words;
  readonly near: Vec2 | null;
}

const SIDES: readonly (readonly [Words, Vec2])[] = [
  [tell("the top"), [0.5, 0.06]],
  [tell("the right border"), [0.95, 0.5]],
  [tell("the bottom"), [0.5, 0.94]],
  [tell("the left border"), [0.05, 0.5]],
];

/** What the traces say and do not say, in sentences, the most useful first. */
export function adviseTraces(traces: readonly Trace[], size: Size, solution: TracedSolution | null): TraceAdvice[] {
  const unit = Math.hypot(size[0], size[1]) / 2;
  const centre: Vec2 = [size[0] / 2, size[1] / 2];
  const telling = traces.filter((t) => t.points.length >= 5 && passing(t, centre, unit) > RADIAL);
  const found: TraceAdvice[] = [];
  if (telling.length === 0)
    return [
      {
        text:
          traces.length === 0
            ? tell(
                "Trace something straight near a border: drag along it from end to end, or click along it and press Enter.",
              )
            : tell(
                "This trace runs through the middle, and such an edge stays straight whatever the lens does. Trace one near a border.",
              ),
        near: [size[0] * 0.5, size[1] * 0.06],
      },
    ];
  const reach = Math.max(...telling.flatMap((t) => t.points.map((p) => heightOf(p, centre, unit))));
  const far = SIDES.map(([name, [x, y]]) => {
    const place: Vec2 = [x * size[0], y * size[1]];
    const nearest = Math.min(
      ...telling.flatMap((t) => t.points.map((p) => Math.hypot(p[0] - place[0], p[1] - place[1]))),
    );
    return { name, place, nearest };
  }).sort((a, b) => b.nearest - a.nearest)[0]!;
  if (reach < REACH)
    found.push({
      text: tell(
        "The traces reach {reach} % of the way to the corners; one more along {name}, into the corners, tells most.",
        { reach: Math.round(reach * 100), name: far.name },
      ),
      near: far.place,
    });
  else if (telling.length < 4 && far.nearest > 0.35 * unit)
    found.push({ text: tell("One more trace along {name} would help most.", { name: far.name }), near: far.place });
  if (solution && solution.terms.radial === 1 && telling.length < 4)
    found.push({ text: tell("One term is determined so far; a moustache shows only with more traces."), near: null });
  const radial = traces.length - telling.length;
  if (radial > 0)
    found.push({
      text:
        radial === 1
          ? tell("One trace runs through the middle and says nothing about the bow.")
          : tell("{count} traces run through the middle and say nothing about the bow.", { count: radial }),
      near: null,
    });
  return found;
}

/** Which coefficients the data determined, in words. */
export function termsInWords({ terms }: Pick<TracedSolution, "terms">): Words {
  const radial = ["k1", "k1 and k2", "k1, k2 and k3"][terms.radial - 1]!;
  return terms.centre
    ? tell("{terms} and the centre are determined", { terms: radial })
    : terms.radial === 1
      ? tell("{terms} is determined", { terms: radial })
      : tell("{terms} are determined", { terms: radial });
}

export type { TracedLens };
