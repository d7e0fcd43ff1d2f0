import { type Words, tell } from "../../language";
import type { FinishSettings } from "../../finish";
import { clamp } from "../../geometry";
import type { Edit } from "../edit";
import { withFinish } from "./with-finish";

type Curve = NonNullable<FinishSettings["curve"]>;

/** A curve that changes nothing. */
export const STRAIGHT: Curve = [[0, 0], [1, 1]]; // prettier-ignore
/** Points are at least so far apart, 0…1 as displayed. */
const APART = 0.02;
const MOST = 16;

const withCurve = (label: Words, change: (curve: Curve) => Curve): Edit => ({
  label,
  apply: (recipe) =>
    withFinish(recipe, ({ curve: before = STRAIGHT, ...rest }) => {
      const curve = change(before);
      return JSON.stringify(curve) === JSON.stringify(STRAIGHT) ? rest : { ...rest, curve };
    }),
});

const rounded = (v: number): number => Math.round(1000 * clamp(v, 0, 1)) / 1000;

/** A point put on the tone curve, where there is room for it. @param from, to 0…1 as displayed. */
export const addCurvePoint = (from: number, to: number): Edit =>
  withCurve(tell("Add a point to the curve"), (curve) => {
    const x = rounded(from);
    const isFree = curve.length < MOST && curve.every((p) => Math.abs(p[0] - x) >= APART);
    if (!isFree) return curve;
    return [...curve, [x, rounded(to)] as [number, number]].sort((a, b) => a[0] - b[0]);
  });

/** A point of the curve moved; it stays between its neighbours. */
export const moveCurvePoint = (index: number, from: number, to: number): Edit =>
  withCurve(tell("Move a point of the curve"), (curve) =>
    curve.map((point, i): [number, number] => {
      if (i !== index) return point;
      const least = i === 0 ? 0 : curve[i - 1]![0] + APART;
      const most = i === curve.length - 1 ? 1 : curve[i + 1]![0] - APART;
      return [rounded(clamp(from, least, most)), rounded(to)];
    }),
  );

/** A point of the curve taken away; a curve keeps two. */
export const removeCurvePoint = (index: number): Edit =>
  withCurve(tell("Take a point off the curve"), (curve) =>
    curve.length > 2 ? curve.filter((_, i) => i !== index) : curve,
  );

export const straightCurve = (): Edit => withCurve(tell("Straighten the curve"), () => STRAIGHT);
