"use client";

import { say } from "@/language";
import { useBench } from "@/client/bench-store";
import { shieldSettings, tautSettings } from "@/core/edits";
import { LOCKS, type Shield, type BendSettings, type Taut, bendNames } from "@/core/shape/bend";
import type { Derived } from "../../../derived";
import { Choice, HowFarField, LOCK_WORDS } from "./mark-fields";
import { useBend } from "./bend-state";
import { FaceFields, ratioOf } from "./face-fields";

/** What the selected mark of the shape asks for. */
export function BendFields({ shape, derived: { bend } }: { shape: BendSettings; derived: Derived }) {
  const { selected } = useBench();
  const taut = shape.taut.find((m) => m.id === selected);
  const face = shape.faces.find((m) => m.id === selected);
  const shield = shape.shields.find((m) => m.id === selected);
  if (!taut && !face && !shield) return null;
  const name = bendNames(shape).get(selected!)!;
  return (
    <div className="ruled border-b px-3.5 py-2" role="group" aria-label={say("Settings of {name}", { name })}>
      {taut && <TautFields taut={taut} name={name} others={shape} />}
      {face && <FaceFields face={face} name={name} told={bend ? ratioOf(face, bend.model) : 1} />}
      {shield && <ShieldFields shield={shield} name={name} />}
    </div>
  );
}

function TautFields({ taut, name, others }: { taut: Taut; name: string; others: BendSettings }) {
  const { edit } = useBench();
  const names = bendNames(others);
  const parallels = others.taut.filter((t) => t.id !== taut.id);
  const value = taut.lock === "parallel" && taut.along ? taut.along : taut.lock;
  const words = [
    ...LOCKS.map((l) => [l, LOCK_WORDS[l]] as const),
    ...parallels.map((t) => [t.id, say("parallel to {name}", { name: names.get(t.id)! })] as const),
  ];
  return (
    <>
      <Choice<string>
        label={say("{name} becomes", { name })}
        shown={say("Becomes")}
        value={value}
        words={words}
        onChange={(v) => {
          const lock = LOCKS.find((l) => l === v);
          if (lock) useBend.setState({ lock });
          edit(tautSettings(taut.id, lock ? { lock } : { lock: "parallel", along: v }));
        }}
      />
      <HowFarField
        name={name}
        id={taut.id}
        amount={taut.amount}
        onChange={(amount) => tautSettings(taut.id, { amount })}
      />
    </>
  );
}

function ShieldFields({ shield, name }: { shield: Shield; name: string }) {
  const { edit } = useBench();
  return (
    <>
      <Choice
        label={say("{name} keeps", { name })}
        shown={say("Keeps")}
        value={shield.keeps}
        words={[
          ["form", say("its form")],
          ["round", say("round things round")],
          ["place", say("its place")],
        ]}
        onChange={(keeps) => edit(shieldSettings(shield.id, { keeps }))}
      />
      {shield.keeps !== "place" && (
        <Choice
          label={say("{name} stands", { name })}
          shown={say("Stands")}
          value={shield.turn}
          words={[
            ["as-is", say("as it stands")],
            ["none", say("without turning")],
          ]}
          onChange={(turn) => edit(shieldSettings(shield.id, { turn }))}
        />
      )}
      <HowFarField
        name={name}
        id={shield.id}
        amount={shield.amount ?? 1}
        onChange={(amount) => shieldSettings(shield.id, { amount })}
      />
    </>
  );
}
