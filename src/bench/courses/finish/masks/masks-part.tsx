"use client";

import { say } from "@/language";
import { useBench } from "@/client/bench-store";
import { DAB_HARDNESS, MASK_SETTINGS, type Mask, type MaskEffect, NO_FINISH, isPartSet } from "@/core/finish";
import { deleteMask, maskEdge, maskEffect, switchMask } from "@/core/edits";
import { Explanation, NumberField, fixed } from "@/ui";
import { radiusFor, useBrush } from "../../../brush/brush-state";
import { RowButtons } from "../../row-buttons";
import { SettingField } from "../../setting-field";
import { ShareField } from "../../share-field";
import { PartHeader } from "../part-header";
import { maskNames } from "./mask-names";
import { useMasks } from "./mask-state";
import { maskInTheMiddle } from "./new-mask";

const KINDS = { wash: say("wash"), dab: say("dab") } as const;

const signed = (v: number, unit: string, digits: number): string =>
  `${v > 0 ? "+" : "−"}${fixed(Math.abs(v), digits)} ${unit}`;

/** What a mask does, in a few words. */
const effectWords = ({ exposure = 0, warmth = 0, sharpness = 0 }: MaskEffect): string =>
  [
    exposure !== 0 && signed(exposure, say("stops"), 2),
    warmth !== 0 && `${warmth > 0 ? say("warmer") : say("cooler")} ${fixed(Math.abs(warmth), 2)}`,
    sharpness !== 0 && `${sharpness > 0 ? say("sharper") : say("softer")} ${fixed(Math.abs(100 * sharpness), 0)} %`,
  ]
    .filter(Boolean)
    .join(", ") || say("nothing yet");

/** Parts of the picture with a light, warmth or sharpness of their own; the selected one with its settings. */
export function MasksPart() {
  const { recipe, selected, tool, edit, set } = useBench();
  const settings = recipe.finish ?? NO_FINISH;
  const { masks = [] } = settings;
  const names = maskNames(masks);
  return (
    <section className="ruled border-t py-2" aria-label={say("Parts by themselves")}>
      <div className="px-3.5">
        <PartHeader part="masks" title={say("Parts by themselves")} isSet={isPartSet(settings, "masks")} />
      </div>
      {masks.length === 0 ? (
        <div className="px-3.5">
          <Explanation id="masks">
            {say(
              "A window too bright, a ceiling too dark: draw a wash (Shift W) over it, or brush it with a dab (Shift B).",
            )}
          </Explanation>
        </div>
      ) : (
        <table className="schedule w-full" aria-label={say("Masks")}>
          <tbody>
            {masks.map((mask) => {
              const { id, kind, on } = mask;
              const name = names.get(id)!;
              return (
                <tr
                  key={id}
                  className={`cursor-pointer ${on ? "" : "opacity-60"}`}
                  aria-selected={selected === id}
                  onClick={() => set({ selected: selected === id ? null : id, selectedEnd: null })}
                >
                  <th scope="row" className="w-24 pl-3.5 text-left">
                    <button
                      className="font-semibold"
                      aria-pressed={selected === id}
                      onClick={(e) => {
                        e.stopPropagation();
                        set({ selected: selected === id ? null : id, selectedEnd: null });
                      }}
                    >
                      {name} <span className="muted font-normal">{KINDS[kind]}</span>
                    </button>
                  </th>
                  <td className="tabular-nums">{effectWords(mask)}</td>
                  <td className="pr-3 text-right whitespace-nowrap">
                    <RowButtons
                      name={name}
                      on={on}
                      onSwitch={() => edit(switchMask(id, !on))}
                      onDelete={() => edit(deleteMask(id))}
                    />
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {masks.map((mask) =>
        mask.id === selected ? <Settings key={mask.id} mask={mask} name={names.get(mask.id)!} /> : null,
      )}
      {tool === "dab" && <Brush />}
      <div className="flex gap-2 px-3.5 pt-1.5">
        {(["wash", "dab"] as const).map((kind) => (
          <button key={kind} className="btn btn-xs" onClick={() => maskInTheMiddle(useBench.getState, kind)}>
            {kind === "wash" ? say("New wash in the middle") : say("New dab in the middle")}
          </button>
        ))}
      </div>
    </section>
  );
}

/** The brush in hand. */
function Brush() {
  const { size } = useBench();
  const { dabRadius } = useBrush();
  return (
    <div className="px-3.5 pt-1" role="group" aria-label={say("Brush")}>
      <NumberField
        label={say("Brush")}
        value={2 * radiusFor(dabRadius, size, "dab")}
        standard={2 * radiusFor(null, size, "dab")}
        step={2}
        digits={0}
        unit="px"
        min={3}
        max={Math.round(0.5 * Math.max(...size))}
        onChange={(v) => useBrush.setState({ dabRadius: v / 2 })}
      />
    </div>
  );
}

const EFFECTS = ["exposure", "warmth", "sharpness"] as const;

function Settings({ mask, name }: { mask: Mask; name: string }) {
  const { edit, endGesture } = useBench();
  const { covered } = useMasks();
  const { id } = mask;
  return (
    <div className="px-3.5 pt-1 pb-1" role="group" aria-label={say("Settings of {name}", { name })}>
      {EFFECTS.map((key) => (
        <SettingField
          key={key}
          setting={MASK_SETTINGS[key]}
          label={say("{label} of {name}", { label: MASK_SETTINGS[key].label, name })}
          value={mask[key] ?? 0}
          onChange={(v) => {
            edit(maskEffect(id, { [key]: v }), `mask ${id} ${key}`);
            useMasks.setState({ effect: { [key]: v } });
          }}
          onDone={endGesture}
        />
      ))}
      {mask.kind === "dab" && (
        <ShareField
          label={say("Hardness of {name}", { name })}
          value={mask.hardness ?? DAB_HARDNESS}
          standard={DAB_HARDNESS}
          onChange={(hardness) => edit(maskEdge(id, { hardness }), `mask ${id} hardness`)}
          onDone={endGesture}
        />
      )}
      {[
        {
          words: say("Its edge clings to the edges in the picture"),
          on: mask.clings ?? false,
          turn: (on: boolean) => edit(maskEdge(id, { clings: on })),
        },
        {
          words: say("Show what it covers (')"),
          on: covered,
          turn: (on: boolean) => useMasks.setState({ covered: on }),
        },
      ].map(({ words, on, turn }) => (
        <label key={words} className="flex cursor-pointer items-center gap-2 pt-1.5">
          <input type="checkbox" className="checkbox checkbox-xs" checked={on} onChange={() => turn(!on)} />
          {words}
        </label>
      ))}
    </div>
  );
}
