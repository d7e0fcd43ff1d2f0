import { type Field, planFill } from "@/core/edges";
import { type EdgeHooks, inTurns } from "../../render/edge-work";

const [WIDTH, HEIGHT] = [240, 160];
/** How wide the gap at the left is, pixels. */
const GAP = 24;

let warmed: Promise<unknown> | null = null;

/** Plans a small fill once in a process, of a wall that is nobody's: what it is planned by is then compiled, here and where it is tried. */
export async function warmPlanning({ beside }: Pick<EdgeHooks, "beside">): Promise<void> {
  warmed ??= planFill(wall(), [[0, 0, 1]], 1, {
    onStep: inTurns({}),
    ...(beside && { beside: (trial) => beside(trial) }),
  });
  await warmed;
}

/** Courses of brick with a gap beside them. */
function wall(): Field {
  const known = Uint8Array.from({ length: WIDTH * HEIGHT }, (_, i) => (i % WIDTH < GAP ? 0 : 1));
  const data = Float32Array.from({ length: 3 * WIDTH * HEIGHT }, (_, k) => {
    const i = Math.floor(k / 3);
    const [x, y] = [i % WIDTH, Math.floor(i / WIDTH)];
    const joint = y % 9 === 0 || (x + 11 * (Math.floor(y / 9) % 2)) % 22 === 0;
    return (joint ? 0.62 : 0.42 + 0.12 * Math.sin(0.7 * x + 1.3 * Math.floor(y / 9))) - 0.08 * (k % 3);
  });
  return {
    ...{ width: WIDTH, height: HEIGHT, data, known, source: known },
    wanted: known.map((is) => 1 - is),
    focal: [WIDTH, WIDTH],
    centre: [WIDTH / 2, HEIGHT / 2],
  };
}
