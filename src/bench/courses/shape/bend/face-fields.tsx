"use client";

import { say } from "@/language";
import { useBench } from "@/client/bench-store";
import { faceForm, faceRatioTold, outputAt, pullJoint } from "@/core/edits";
import { distance2 } from "@/core/geometry";
import { type JoinedFace, LOCKS, type BendModel } from "@/core/shape/bend";
import { NumberField } from "@/ui";
import { Choice, HowFarField, LOCK_WORDS } from "./mark-fields";
import { useBend } from "./bend-state";
import { pulledBy } from "./hold-joint";

const SIDES = [say("Top"), say("Right"), say("Bottom"), say("Left")] as const;
const FREE: NonNullable<JoinedFace["edges"]> = ["free", "free", "free", "free"];

/** Width over height of a face as it has become. */
export function ratioOf({ joints }: JoinedFace, model: BendModel): number {
  const [a, b, , d] = joints.map((id) => model.joints.get(id)?.to);
  return a && b && d ? distance2(a, b) / distance2(a, d) : 1;
}

/** What a face asks for, and the joint of it that was last taken hold of. */
export function FaceFields({ face, name, told }: { face: JoinedFace; name: string; told: number }) {
  const { edit, endGesture, size } = useBench();
  const edges = face.edges ?? FREE;
  return (
    <>
      <Choice
        label={say("{name} is", { name })}
        shown={say("Form")}
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
            label={say("Width over height of {name}", { name })}
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
            title={say("What is delivered has as many pixels along its longer side as the photo")}
            onClick={() => edit(outputAt({ kind: "long", px: Math.max(...size) }))}
          >
            {say("Keep the photo’s pixel size")}
          </button>
          <p className="muted text-[0.9rem]">
            {face.ratio === undefined ? (
              say("Its ratio is what the camera tells.")
            ) : (
              <button className="link" onClick={() => edit(faceRatioTold(face.id))}>
                {say("Take the ratio that the camera tells")}
              </button>
            )}
          </p>
        </>
      ) : (
        SIDES.map((side, k) => (
          <Choice
            key={side}
            label={say("{side} of {name}", { side, name })}
            shown={side}
            value={edges[k]!}
            words={LOCKS.map((l) => [l, LOCK_WORDS[l]] as const)}
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
  const { joint: id } = useBend();
  const joint = recipe.shape?.joints.find((j) => j.id === id);
  if (!joint || !face.joints.includes(joint.id)) return null;
  const corner = [say("top left"), say("top right"), say("bottom right"), say("bottom left")][
    face.joints.indexOf(joint.id)
  ]!;
  const by = pulledBy(recipe, size, joint);
  return (
    <div role="group" aria-label={say("Joint, {corner}", { corner })}>
      <p className="muted pt-1 text-[0.9rem]">
        {joint.by
          ? say("Joint, {corner}: pulled", { corner })
          : say("Joint, {corner}: goes where the rest takes it", { corner })}
      </p>
      {([say("Right"), say("Down")] as const).map((way, c) => (
        <NumberField
          key={way}
          label={say("Joint {way}", { way: way.toLowerCase() })}
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
          {say("Let the joint go")}
        </button>
      )}
    </div>
  );
}
