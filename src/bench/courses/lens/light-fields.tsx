"use client";

import { named, tell } from "@/core/language";
import { say } from "@/language";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { stopsLost } from "@/core/lens";
import { lensKept } from "@/core/edits";
import { NumberField } from "@/ui";
import { CloseLook } from "./close-look";
import { MeasureFringes } from "./measure-fringes";
import { useLensEdit } from "./use-lens-edit";

const FRINGES = {
  red: { whole: tell("Fringe, red"), cubic: tell("Fringe, red, cubic") },
  blue: { whole: tell("Fringe, blue"), cubic: tell("Fringe, blue, cubic") },
} as const;
const CALM = { purple: say("Calm purple edges"), green: say("Calm green edges") } as const;

/** Fringes as the shift of a colour at the corner, and dark corners as stops lost there. */
export function LightFields({ photo }: { photo: Photo }) {
  const { recipe, size, edit, endGesture } = useBench();
  const change = useLensEdit();
  const { fringes } = recipe.lens;
  const unit = Math.hypot(size[0], size[1]) / 2;
  return (
    <section aria-label={say("Fringes and corners")} className="ruled mt-2 border-t pt-2">
      <CloseLook photo={photo} />
      <MeasureFringes photo={photo} />
      {(["red", "blue"] as const).map((c) => {
        const [a, b] = fringes[c];
        const field = { standard: 0, step: 0.05, digits: 2, unit: "px", min: -60, max: 60, onDone: endGesture };
        return (
          <div key={c}>
            <NumberField
              label={c === "red" ? say("Red at the corner") : say("Blue at the corner")}
              value={(a + b) * unit}
              {...field}
              onChange={(v) =>
                change(`${c} whole`, FRINGES[c].whole, ({ fringes: f }) => ({
                  fringes: { ...f, [c]: [v / unit - f[c][1], f[c][1]] },
                }))
              }
            />
            <NumberField
              label={say("of it, cubic")}
              value={b * unit}
              {...field}
              onChange={(v) =>
                change(`${c} cubic`, FRINGES[c].cubic, ({ fringes: f }) => ({
                  fringes: { ...f, [c]: [f[c][0] + f[c][1] - v / unit, v / unit] },
                }))
              }
            />
          </div>
        );
      })}
      {(["purple", "green"] as const).map((c) => (
        <NumberField
          key={c}
          label={CALM[c]}
          value={recipe.lens.calm[c] * 100}
          standard={0}
          step={5}
          digits={0}
          unit="%"
          min={0}
          max={100}
          onChange={(v) =>
            edit(
              lensKept(named(CALM[c]), ({ calm }) => ({ calm: { ...calm, [c]: v / 100 } })),
              `calm-${c}`,
            )
          }
          onDone={endGesture}
        />
      ))}
      <CornerFields />
    </section>
  );
}

/** Dark corners. */
function CornerFields() {
  const { recipe, edit, endGesture } = useBench();
  const change = useLensEdit();
  const { vignetting } = recipe.lens;
  return (
    <>
      <NumberField
        label={say("Corners lost")}
        value={stopsLost(vignetting.v, 1)}
        standard={0}
        step={0.05}
        digits={2}
        unit={say("stops")}
        min={0}
        max={5}
        onChange={(stops) =>
          change("corners", tell("Dark corners"), ({ vignetting: { v: terms, amount } }) => {
            // The shape of the fall-off stays; from nothing it starts as r².
            const [v1, v2, v3] = terms;
            const now = v1 + v2 + v3;
            const wanted = 2 ** -stops - 1;
            const v: [number, number, number] =
              now < 0 ? [(v1 * wanted) / now, (v2 * wanted) / now, (v3 * wanted) / now] : [wanted, 0, 0];
            return { vignetting: { v, amount } };
          })
        }
        onDone={endGesture}
      />
      <NumberField
        label={say("Corners, amount")}
        value={vignetting.amount * 100}
        standard={100}
        step={1}
        digits={0}
        unit="%"
        min={0}
        max={150}
        onChange={(v) =>
          edit(
            lensKept(tell("Corners, amount"), (l) => ({ vignetting: { ...l.vignetting, amount: v / 100 } })),
            "corners",
          )
        }
        onDone={endGesture}
      />
    </>
  );
}
