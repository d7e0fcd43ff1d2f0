"use client";

import { tell } from "@/core/language";
import { say } from "@/language";
import { useBench } from "@/client/bench-store";
import { lensKept } from "@/core/edits";
import { NumberField } from "@/ui";
import { useLensEdit } from "./use-lens-edit";

/**
 * The distortion by hand, as people say it: the bow at the corner, and the second-order part that makes a moustache.
 * With k3 left as it is, bow = k1 + k2 + k3 and moustache = k2, in percent.
 */
export function BowFields() {
  const { recipe, edit, endGesture } = useBench();
  const change = useLensEdit();
  const { lens } = recipe;
  const [k1, k2, k3] = lens.k;
  const percent = { step: 0.05, digits: 2, unit: "%", min: -40, max: 40, standard: 0, onDone: endGesture };
  return (
    <section aria-label={say("Bow")}>
      <NumberField
        label={say("Bow at the corner")}
        value={100 * (k1 + k2 + k3)}
        {...percent}
        onChange={(v) => change("bow", tell("Bow"), ({ k }) => ({ k: [v / 100 - k[1] - k[2], k[1], k[2]] }))}
      />
      <NumberField
        label={say("Moustache")}
        value={100 * k2}
        {...percent}
        onChange={(v) =>
          change("moustache", tell("Moustache"), ({ k }) => ({
            // The corner stays where it is.
            k: [k[0] + k[1] - v / 100, v / 100, k[2]],
          }))
        }
      />
      <NumberField
        label={say("Amount")}
        value={lens.amount * 100}
        standard={100}
        step={1}
        digits={0}
        unit="%"
        min={0}
        max={150}
        onChange={(v) =>
          edit(
            lensKept(tell("Lens amount"), () => ({ amount: v / 100 })),
            "amount",
          )
        }
        onDone={endGesture}
      />
      <Terms />
    </section>
  );
}

/** The centre and each term by itself. */
function Terms() {
  const { recipe, size, endGesture } = useBench();
  const change = useLensEdit();
  const { lens } = recipe;
  const centre = lens.centre ?? [size[0] / 2, size[1] / 2];
  const terms = { standard: 0, step: 0.001, digits: 4, min: -1, max: 1, onDone: endGesture };
  return (
    <details className="mt-1">
      <summary className="cursor-pointer py-1 text-[0.95rem]">{say("Centre and terms")}</summary>
      {([0, 1] as const).map((i) => (
        <NumberField
          key={i}
          label={i === 0 ? say("Centre, across") : say("Centre, down")}
          value={centre[i]}
          standard={size[i] / 2}
          step={1}
          digits={1}
          unit="px"
          min={0}
          max={size[i]}
          onChange={(v) =>
            change(`centre ${i}`, tell("Lens, centre"), () => ({ centre: i === 0 ? [v, centre[1]] : [centre[0], v] }))
          }
          onDone={endGesture}
        />
      ))}
      {([0, 1, 2] as const).map((i) => (
        <NumberField
          key={i}
          label={`k${i + 1}`}
          value={lens.k[i]}
          {...terms}
          onChange={(v) =>
            change(`k${i + 1}`, tell("Lens, {term}", { term: `k${i + 1}` }), ({ k }) => ({
              k: k.with(i, v) as typeof k,
            }))
          }
        />
      ))}
      {([0, 1] as const).map((i) => (
        <NumberField
          key={i}
          label={`p${i + 1}`}
          value={lens.p[i]}
          {...terms}
          onChange={(v) =>
            change(`p${i + 1}`, tell("Lens, {term}", { term: `p${i + 1}` }), ({ p }) => ({
              p: p.with(i, v) as typeof p,
            }))
          }
        />
      ))}
    </details>
  );
}
