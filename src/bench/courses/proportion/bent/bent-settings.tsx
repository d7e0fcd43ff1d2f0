"use client";

import { useBench } from "@/client/bench-store";
import { type Edit, faceForm, faceRatioTold, outputAt, pullJoint, shieldSettings, tautSettings } from "@/core/edits";
import { distance2 } from "@/core/geometry";
import {
  type JoinedFace,
  LOCKS,
  type Lock,
  type Shield,
  type ShapeModel,
  type ShapeSettings,
  type Taut,
  shapeNames,
} from "@/core/shape";
import { NumberField } from "@/ui";
import type { Derived } from "../../../derived";
import { useBent } from "./bent-state";
import { pulledBy } from "./hold-joint";

const row = "flex items-center justify-between gap-2 py-0.5";
const SIDES = ["Top", "Right", "Bottom", "Left"] as const;
const WORDS: Record<Lock, string> = { free: "free", vertical: "vertical", horizontal: "horizontal" };

/** What the selected mark of the shape asks for. */
export function BentSettings({ shape, derived: { bent } }: { shape: ShapeSettings; derived: Derived }) {
  const { selected } = useBench();
  const taut = shape.taut.find((m) => m.id === selected);
  const face = shape.faces.find((m) => m.id === selected);
  const shield = shape.shields.find((m) => m.id === selected);
  if (!taut && !face && !shield) return null;
  const name = shapeNames(shape).get(selected!)!;
  return (
    <div className="ruled border-b px-3.5 py-2" role="group" aria-label={`Settings of ${name}`}>
      {taut && <TautFields taut={taut} name={name} others={shape} />}
      {face && <FaceFields face={face} name={name} told={bent ? ratioOf(face, bent.model) : 1} />}
      {shield && <ShieldFields shield={shield} name={name} />}
    </div>
  );
}

function Choice<V extends string>({
  label,
  shown,
  value,
  words,
  onChange,
}: {
  label: string;
  shown: string;
  value: V;
  words: readonly (readonly [V, string])[];
  onChange: (value: V) => void;
}) {
  return (
    <label className={row}>
      <span>{shown}</span>
      <select
        className="select select-sm w-36"
        aria-label={label}
        value={value}
        onChange={(e) => onChange(e.target.value as V)}
      >
        {words.map(([v, word]) => (
          <option key={v} value={v}>
            {word}
          </option>
        ))}
      </select>
    </label>
  );
}

/** How far a mark is followed, in percent. */
function HowFarField({
  name,
  id,
  amount,
  onChange,
}: {
  name: string;
  id: string;
  amount: number;
  onChange: (amount: number) => Edit;
}) {
  const { edit, endGesture } = useBench();
  return (
    <NumberField
      label={`How far ${name}`}
      value={Math.round(100 * amount)}
      standard={100}
      step={5}
      digits={0}
      unit="%"
      min={0}
      max={100}
      onChange={(v) => edit(onChange(v / 100), `amount ${id}`)}
      onDone={endGesture}
    />
  );
}

function TautFields({ taut, name, others }: { taut: Taut; name: string; others: ShapeSettings }) {
  const { edit } = useBench();
  const names = shapeNames(others);
  const parallels = others.taut.filter((t) => t.id !== taut.id);
  const value = taut.lock === "parallel" && taut.along ? taut.along : taut.lock;
  const words = [
    ...LOCKS.map((l) => [l, WORDS[l]] as const),
    ...parallels.map((t) => [t.id, `parallel to ${names.get(t.id)}`] as const),
  ];
  return (
    <>
      <Choice<string>
        label={`${name} becomes`}
        shown="Becomes"
        value={value}
        words={words}
        onChange={(v) => {
          const lock = LOCKS.find((l) => l === v);
          if (lock) useBent.setState({ lock });
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

const FREE: NonNullable<JoinedFace["edges"]> = ["free", "free", "free", "free"];

/** Width over height of a face as it has become. */
function ratioOf({ joints }: JoinedFace, model: ShapeModel): number {
  const [a, b, , d] = joints.map((id) => model.joints.get(id)?.to);
  return a && b && d ? distance2(a, b) / distance2(a, d) : 1;
}

function FaceFields({ face, name, told }: { face: JoinedFace; name: string; told: number }) {
  const { edit, endGesture, size } = useBench();
  const edges = face.edges ?? FREE;
  return (
    <>
      <Choice
        label={`${name} is`}
        shown="Form"
        value={face.form}
        words={[
          ["free", "free"],
          ["rectangle", "rectangular"],
        ]}
        onChange={(form) => edit(faceForm(face.id, { form }))}
      />
      {face.form === "rectangle" ? (
        <>
          <NumberField
            label={`Width over height of ${name}`}
            value={face.ratio ?? told}
            standard={1}
            step={0.01}
            digits={3}
            min={0.01}
            max={100}
            onChange={(ratio) => edit(faceForm(face.id, { ratio }), `ratio ${face.id}`)}
            onDone={endGesture}
          />
          <button
            className="link block"
            title="What is delivered has as many pixels along its longer side as the photo"
            onClick={() => edit(outputAt({ kind: "long", px: Math.max(...size) }))}
          >
            Keep the photo’s pixel size
          </button>
          <p className="muted text-[0.9rem]">
            {face.ratio === undefined ? (
              "Its ratio is what the camera tells."
            ) : (
              <button className="link" onClick={() => edit(faceRatioTold(face.id))}>
                Take the ratio that the camera tells
              </button>
            )}
          </p>
        </>
      ) : (
        SIDES.map((side, k) => (
          <Choice
            key={side}
            label={`${side} of ${name}`}
            shown={side}
            value={edges[k]!}
            words={LOCKS.map((l) => [l, WORDS[l]] as const)}
            onChange={(lock) => edit(faceForm(face.id, { edges: edges.with(k, lock) as typeof edges }))}
          />
        ))
      )}
      <HowFarField
        name={name}
        id={face.id}
        amount={face.amount ?? 1}
        onChange={(amount) => faceForm(face.id, { amount })}
      />
      <JointFields face={face} />
    </>
  );
}

/** The joint last taken hold of, by numbers. */
function JointFields({ face }: { face: JoinedFace }) {
  const { recipe, size, edit, endGesture } = useBench();
  const { joint: id } = useBent();
  const joint = recipe.shape?.joints.find((j) => j.id === id);
  if (!joint || !face.joints.includes(joint.id)) return null;
  const corner = ["top left", "top right", "bottom right", "bottom left"][face.joints.indexOf(joint.id)]!;
  const by = pulledBy(recipe, size, joint);
  return (
    <div role="group" aria-label={`Joint, ${corner}`}>
      <p className="muted pt-1 text-[0.9rem]">
        Joint, {corner}: {joint.by ? "pulled" : "goes where the rest takes it"}
      </p>
      {(["Right", "Down"] as const).map((way, c) => (
        <NumberField
          key={way}
          label={`Joint ${way.toLowerCase()}`}
          value={by[c]!}
          standard={0}
          step={1}
          digits={1}
          unit="px"
          onChange={(v) => edit(pullJoint(joint.id, c === 0 ? [v, by[1]] : [by[0], v]), `pull ${joint.id}`)}
          onDone={endGesture}
        />
      ))}
      {joint.by && (
        <button className="btn btn-xs mt-1" onClick={() => edit(pullJoint(joint.id, null))}>
          Let the joint go
        </button>
      )}
    </div>
  );
}

function ShieldFields({ shield, name }: { shield: Shield; name: string }) {
  const { edit } = useBench();
  return (
    <>
      <Choice
        label={`${name} keeps`}
        shown="Keeps"
        value={shield.keeps}
        words={[
          ["form", "its form"],
          ["round", "round things round"],
          ["place", "its place"],
        ]}
        onChange={(keeps) => edit(shieldSettings(shield.id, { keeps }))}
      />
      {shield.keeps !== "place" && (
        <Choice
          label={`${name} stands`}
          shown="Stands"
          value={shield.turn}
          words={[
            ["as-is", "as it stands"],
            ["none", "without turning"],
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
