"use client";

import { Plus } from "lucide-react";
import { useState } from "react";
import type { PhotoOnBoard } from "@/client";
import { QUALITY, type SetOutput, clashOf, deliveryOptions, fileName, unknownPlace } from "@/core/contract";
import { say } from "@/core/language";
import { Dialog } from "@/ui";
import { stateOf } from "../photos/listing";
import { KeptSets } from "./kept-sets";
import { Output } from "./set-output";

const KEY = "flat-stone-delivery-set";
const MOST_OUTPUTS = 6;
/** Names shown as they will be. */
const SHOWN = 3;

interface Asked {
  readonly outputs: readonly SetOutput[];
  readonly pattern: string;
}

const outputOf = (name: string, long: number | null): SetOutput => ({
  name,
  long,
  options: deliveryOptions.parse({ format: "jpeg", quality: QUALITY.standard }),
});
const FIRST: Asked = { outputs: [outputOf("full", null)], pattern: "{name}" };

/** What was asked for last in this browser. */
function askedLast(): Asked {
  try {
    return { ...FIRST, ...(JSON.parse(localStorage.getItem(KEY) ?? "{}") as Partial<Asked>) };
  } catch {
    return FIRST;
  }
}

interface Props {
  photos: readonly PhotoOnBoard[];
  assignment: string;
  isBusy: boolean;
  onOrder(asked: { outputs: SetOutput[]; pattern: string; photoIds: string[] }): void;
  onClose(): void;
}

/** In which sizes and formats the chosen photos are delivered, and what the files are called. */
export function SetDialog({ photos: chosen, assignment, isBusy, onOrder, onClose }: Props) {
  const [{ outputs, pattern }, setAsked] = useState(askedLast);
  const set = (part: Partial<Asked>): void => setAsked({ outputs, pattern, ...part });
  const change = (at: number, part: Partial<SetOutput>): void =>
    set({ outputs: outputs.map((o, i) => (i === at ? { ...o, ...part } : o)) });
  // Fields hold what is typed: another set has fields of its own.
  const [taken, setTaken] = useState(0);
  const [onlyChanged, setOnlyChanged] = useState(false);
  const changed = chosen.filter((p) => stateOf(p) !== "delivered");
  const photos = onlyChanged ? changed : chosen;
  const names = photos.flatMap((photo, i) =>
    outputs.map((output) => fileName(pattern, placesOf(photo, i + 1, output.name, assignment), output.options.format)),
  );
  const unknown = unknownPlace(pattern);
  const clash = clashOf(names);
  const wrong = unknown
    ? say("{unknown} is no place in a name.", { unknown })
    : clash
      ? say("Two files would be called {name}. Put name, number or output into the pattern.", {
          name: names[clash[1]]!,
        })
      : null;
  return (
    <Dialog
      title={say("Deliver {count, plural, one {# photo} other {# photos}}", { count: photos.length })}
      onClose={onClose}
      wide
    >
      <form
        className="flex flex-col gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          localStorage.setItem(KEY, JSON.stringify({ outputs, pattern }));
          onOrder({ outputs: [...outputs], pattern, photoIds: photos.map((p) => p.id) });
        }}
      >
        <ul className="flex flex-col gap-2" aria-label={say("Outputs")}>
          {outputs.map((output, i) => (
            <li key={`${taken} ${i}`}>
              <Output
                output={output}
                number={i + 1}
                onChange={(part) => change(i, part)}
                onRemove={outputs.length > 1 ? () => set({ outputs: outputs.filter((_, k) => k !== i) }) : null}
              />
            </li>
          ))}
        </ul>
        <button
          type="button"
          className="btn btn-sm self-start"
          disabled={outputs.length >= MOST_OUTPUTS}
          onClick={() =>
            set({
              outputs: [...outputs, outputOf("web", 2048)],
              // Two sizes need two names.
              pattern: pattern.includes("{output}") ? pattern : `${pattern}-{output}`,
            })
          }
        >
          <Plus size={15} /> {say("Another size or format")}
        </button>
        <label className="flex flex-col gap-1">
          <span className="font-semibold">{say("Names of the files")}</span>
          <input
            className="input input-sm w-full"
            value={pattern}
            maxLength={200}
            onChange={(e) => set({ pattern: e.target.value })}
          />
          <span className="muted text-[0.9rem]">
            {say("Filled in: {places}", {
              places: "{name} {number} {number:3} {output} {version} {date} {assignment}",
            })}
          </span>
        </label>
        <KeptSets
          asked={{ outputs: [...outputs], pattern }}
          onTake={({ outputs: kept, pattern: named }) => {
            set({ outputs: kept, pattern: named });
            setTaken(taken + 1);
          }}
        />
        {changed.length < chosen.length && (
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={onlyChanged}
              onChange={(e) => setOnlyChanged(e.target.checked)}
            />
            {say("Only what has changed since it was last delivered: {count} of {of}", {
              count: changed.length,
              of: chosen.length,
            })}
          </label>
        )}
        {wrong ? (
          <p role="alert" className="text-error">
            {wrong}
          </p>
        ) : (
          <p className="muted" data-testid="names">
            {names.slice(0, SHOWN).join(", ")}
            {names.length > SHOWN && " …"}
          </p>
        )}
        <button className="btn btn-primary btn-sm self-end" disabled={wrong !== null || isBusy || photos.length === 0}>
          {say("Render {count, plural, one {# file} other {# files}}", { count: names.length })}
        </button>
      </form>
    </Dialog>
  );
}

function placesOf(
  { name, shown, versions, takenAt }: PhotoOnBoard,
  number: number,
  output: string,
  assignment: string,
) {
  const version = versions.find((v) => v.id === shown?.versionId)?.name;
  return {
    name: name.replace(/\.[^.]+$/, ""),
    number,
    output,
    assignment,
    ...(version && { version }),
    ...(takenAt && { date: takenAt.slice(0, 10) }),
  };
}
