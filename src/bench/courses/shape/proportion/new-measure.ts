import type { KnownMeasure } from "@/core/shape/proportion";
import { addMeasure } from "@/core/edits";
import type { Vec2 } from "@/core/geometry";
import { lengthUnit } from "@/ui";
import { newId } from "../../../new-id";
import { type Outcome, edit, later, select } from "../../../tools/tool";
import { settleMeasure } from "./settle-measure";
import { useMeasuring } from "./measuring-state";

/** What a measure is before anyone has said how large: it counts only from then on. What is round is a circle. */
function unsaid(kind: KnownMeasure["kind"], id: string, places: readonly Vec2[]): KnownMeasure {
  const points = places.map(([x, y]) => [x, y]);
  const shared = { id, points, on: kind === "ellipse" };
  const { unit, metres } = lengthUnit();
  const door = unit === "ft" ? { width: 3 * metres, height: 7 * metres } : { width: 0.9, height: 2.1 };
  const said =
    kind === "length"
      ? { kind, length: metres, unit }
      : kind === "grid"
        ? { kind, columns: 4, rows: 4, width: 1, height: 1, unit: "ratio" }
        : kind === "ellipse"
          ? { kind, width: 1, height: 1, unit: "ratio" }
          : { kind, ...door, unit };
  return { ...shared, ...said } as KnownMeasure;
}

/** A new measure, selected, which then settles on the edges under it. @param reach how coarsely the hand could aim. */
export function newMeasure(
  kind: KnownMeasure["kind"],
  places: readonly Vec2[],
  reach: number,
  clings: boolean,
): readonly Outcome[] {
  const id = newId();
  useMeasuring.setState({ place: null });
  return [
    edit(addMeasure(unsaid(kind, id, places))),
    select(id),
    { do: "set", state: { marks: true } },
    ...(clings && kind !== "length" ? [later((bench, photo) => settleMeasure(bench, photo, id, reach))] : []),
  ];
}
