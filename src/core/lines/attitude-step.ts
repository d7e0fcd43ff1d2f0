import { type Attitude, type Intrinsics, calibration, calibrationInverse, rotationOf } from "../camera";
import { type PlaneStep, homographyStep } from "../course";
import { multiply3, transpose3 } from "../geometry";
import type { AttitudeSettings } from "./recipe-part";

/** As much of a settled recipe as the attitude takes. */
export interface AttitudeRecipe {
  readonly camera: Intrinsics;
  readonly attitude: AttitudeSettings;
}

/** The corrected camera's attitude: what ease leaves of pitch and yaw; roll is always taken out. */
export function easedAttitude({ pitch, yaw, ease }: AttitudeSettings): Attitude {
  return { pitch: (1 - ease.plumb) * pitch, yaw: (1 - ease.sill) * yaw, roll: 0 };
}

/** The camera turned about its own centre, H = K · R_out⁻¹ · R · K⁻¹; null where that is switched off. */
export function attitudeStep({ camera, attitude }: AttitudeRecipe): PlaneStep | null {
  if (!attitude.on) return null;
  const turn = multiply3(transpose3(rotationOf(easedAttitude(attitude))), rotationOf(attitude));
  return homographyStep(multiply3(calibration(camera), multiply3(turn, calibrationInverse(camera))));
}
