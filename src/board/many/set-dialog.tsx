"use client";

import { Plus } from "lucide-react";
import { useState } from "react";
import type { PhotoOnBoard } from "@/client";
import { QUALITY, type SetOutput, clashOf, deliveryOptions, fileName, unknownPlace } from "@/core/contract";
import { say } from "@/language";
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
  const [taken, setTaken] = useState(0);
  const [onlyChanged, setOnlyChanged] = useState(false);
  const changed = chosen.filter((p) => stateOf(p) !== "delivered");
  const photos = onlyChanged ? changed : chosen;
  const names = namesOf(photos, outputs, pattern, assignment);
  const wrong = wrongNames(names, pattern);
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
        <Outputs
          outputs={outputs}
          taken={taken}
          onChange={(next, needsName) =>
            set({
              outputs: next,
              pattern: needsName && !pattern.includes("{output}") ? `${pattern}-{output}` : pattern,
            })
          }
        />
        <Pattern pattern={pattern} onChange={(named) => set({ pattern: named })} />
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

function Pattern({ pattern, onChange }: { pattern: string; onChange(pattern: string): void }) {
  return (
    <label className="flex flex-col gap-1">
      <span className="font-semibold">{say("Names of the files")}</span>
      <input
        className="input input-sm w-full"
        value={pattern}
        maxLength={200}
        onChange={(e) => onChange(e.target.value)}
      />
      <span className="muted text-[0.9rem]">
        {say("Filled in: {places}", {
          places: "{name} {number} {number:3} {output} {version} {date} {assignment}",
        })}
      </span>
    </label>
  );
}

/** What the files will be called, in the order of the photos. */
const namesOf = (
  photos: readonly PhotoOnBoard[],
  outputs: readonly SetOutput[],
  pattern: string,
  assignment: string,
): string[] =>
  photos.flatMap((photo, i) =>
    outputs.map((output) => fileName(pattern, placesOf(photo, i + 1, output.name, assignment), output.options.format)),
  );

/** Why files cannot be called so; null where they can. */
function wrongNames(names: readonly string[], pattern: string): string | null {
  const unknown = unknownPlace(pattern);
  if (unknown) return say("{unknown} is no place in a name.", { unknown });
  const clash = clashOf(names);
  return (
    clash &&
    say("Two files would be called {name}. Put name, number or output into the pattern.", { name: names[clash[1]]! })
  );
}

interface OutputsParts {
  outputs: readonly SetOutput[];
  /** Another number: another set was taken. Fields hold what is typed, so it has fields of its own. */
  taken: number;
  /** @param needsName two sizes need two names. */
  onChange(outputs: readonly SetOutput[], needsName?: true): void;
}

function Outputs({ outputs, taken, onChange }: OutputsParts) {
  return (
    <>
      <ul className="flex flex-col gap-2" aria-label={say("Outputs")}>
        {outputs.map((output, i) => (
          <li key={`${taken} ${i}`}>
            <Output
              output={output}
              number={i + 1}
              onChange={(part) => onChange(outputs.map((o, k) => (k === i ? { ...o, ...part } : o)))}
              onRemove={outputs.length > 1 ? () => onChange(outputs.filter((_, k) => k !== i)) : null}
            />
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="btn btn-sm self-start"
        disabled={outputs.length >= MOST_OUTPUTS}
        onClick={() => onChange([...outputs, outputOf("web", 2048)], true)}
      >
        <Plus size={15} /> {say("Another size or format")}
      </button>
    </>
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
