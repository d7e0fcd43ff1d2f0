import type { Raster, StepKernel } from "../course";
import { NO_FINISH } from "./recipe-part";
import { steepened } from "./sharpness/steepen";
import { toneStep } from "./tone/tone-step";

/** A made-up picture so large, worked on so often, is what a machine needs to take a function for one that is called often. */
const SIDE = 160;
const TIMES = 6;

/**
 * Has the kernel do what steps will ask of it, on nothing: machines compile quickly at first and well only what they have seen called often,
 * and until then a picture's first rows would take ten times as long.
 */
export function warmSteps(kernel: StepKernel): void {
  const data = Uint8Array.from({ length: 3 * SIDE * SIDE }, (_, i) => (i * 7919) % 251);
  const source: Raster = { data, width: SIDE, height: SIDE, channels: 3 };
  const target = new Uint8Array(data.length);
  const tone = toneStep({ finish: { ...NO_FINISH, exposure: 0.5, contrast: 0.2, saturation: 0.1 } })!;
  for (let i = 0; i < TIMES; i++) {
    steepened(
      source,
      target,
      (_x, _y, out) => {
        out.blurX = out.blurY = 0.8;
        out.gainX = out.gainY = 1;
        return true;
      },
      { noise: 0.005, overshoot: 0.04 },
      { kernel },
    );
    tone.run(source, target, { x: 0, y: 0, scale: 1, kernel });
  }
}
