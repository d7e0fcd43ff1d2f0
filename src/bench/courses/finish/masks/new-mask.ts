import type { BenchState } from "@/client/bench-store";
import { addMask } from "@/core/edits";
import type { Mask } from "@/core/finish";
import type { Vec2 } from "@/core/geometry";
import { compile, withCamera } from "@/core/render";
import { inHundredths } from "../../../brush/painting";
import { newId } from "../../../new-id";
import { useMasks } from "./mask-state";

/** A dab put down without a brush is so large, as a share of the photo's longer side. */
const LARGE = 0.12;

/** A new mask in the middle of the frame, without a pointer: a wash from above, or one dab. It is selected, so that keys move it. */
export function maskInTheMiddle(get: () => BenchState, kind: Mask["kind"]): void {
  const { recipe, size, edit, set } = get();
  const map = compile(withCamera(recipe, size), size);
  const [x, y, w, h] = map.frame;
  const out = new Float64Array(3);
  const recordedAt = (px: number, py: number): Vec2 => {
    map.toRecorded(px, py, out);
    return [out[0]!, out[1]!];
  };
  const id = newId();
  const { effect } = useMasks.getState();
  const middle = x + w / 2;
  const shape =
    kind === "wash"
      ? { ends: [recordedAt(middle, y + 0.35 * h), recordedAt(middle, y + 0.65 * h)].map(inHundredths) as [[number, number], [number, number]] } // prettier-ignore
      : { dabs: [{ points: [inHundredths(recordedAt(middle, y + h / 2))], radius: Math.round(LARGE * Math.max(...size)) }] }; // prettier-ignore
  edit(addMask({ id, kind, on: true, ...shape, ...effect }));
  set({ selected: id, selectedEnd: null, marks: true, view: "corrected" });
}
