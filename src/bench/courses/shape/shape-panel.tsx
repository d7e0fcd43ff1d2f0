"use client";

import { say } from "@/language";
import { useBench } from "@/client/bench-store";
import { equivalentOf } from "@/core/camera";
import type { Photo } from "@/client";
import { fixed } from "@/ui";
import type { Derived } from "../../derived";
import { CourseSwitch } from "../course-switch";
import { HowFar } from "../how-far";
import { BendPart } from "./bend/bend-part";
import { useStraightEdges } from "./bend/use-straight-edges";
import { HeightPart } from "./proportion/height-part";
import { MeasureFields } from "./proportion/measure-fields";
import { MeasureSchedule } from "./proportion/measure-schedule";
import { ScalePart } from "./proportion/scale-part";
import { SurfacePart } from "./surface-part";

/** Course 3: how tall the building really is, by what is true already, by known measures, or by eye. */
export function ShapePanel({ photo, derived }: { photo: Photo; derived: Derived }) {
  const { recipe, selected } = useBench();
  useStraightEdges(photo);
  const measures = recipe.proportion.measures ?? [];
  const measure = measures.find((m) => m.id === selected);
  return (
    <>
      <CourseSwitch title={say("Proportion")} course="proportion" />
      <TrueAlready derived={derived} />
      {measures.length === 0 ? (
        <p className="ruled border-b px-3.5 py-2">
          {say("Know how large something is? Draw over it: a door, tiles, a round window, or any length.")}
        </p>
      ) : (
        <MeasureSchedule derived={derived} />
      )}
      {measure && (
        <MeasureFields
          photo={photo}
          measure={measure}
          name={`M${measures.indexOf(measure) + 1}`}
          walls={derived.solution.walls}
        />
      )}
      <SurfacePart derived={derived} />
      <BendPart derived={derived} />
      <HeightPart derived={derived} />
      <ScalePart derived={derived} />
      <HowFar derived={derived} />
    </>
  );
}

/** Measures further from what the camera tells than so many deviations contradict it. */
const CONTRADICTS = 4;

const share = (v: number): string => `${fixed(100 * Math.abs(v), Math.abs(v) < 0.0095 ? 2 : 1)} %`;

/** What is true without anyone measuring: what the focal length tells, its ±, and what ease leaves. */
function TrueAlready({ derived }: { derived: Derived }) {
  const { gesture, size } = useBench();
  const { recipe, heights } = derived;
  if (gesture) return <p className="ruled border-b px-3.5 py-2">…</p>;
  const { attitude } = recipe;
  if (!attitude.on || (attitude.pitch === 0 && attitude.yaw === 0 && attitude.roll === 0 && recipe.lines.length === 0))
    return (
      <p className="ruled border-b px-3.5 py-2" data-testid="true-already">
        {say("Settle Lines first: until walls stand true, how tall they look means little.")}
      </p>
    );
  const { focalFrom, focalPx } = recipe.camera;
  const mm = `${fixed(equivalentOf(size, focalPx), 0)} mm`;
  const { focalSigma, heightSigma, eased } = heights;
  const told = derived.measured?.height ?? null;
  const doubt = told === null ? 0 : Math.hypot(derived.measured!.sigma!, heightSigma);
  // Small things are marked coarsely: a camera that is known knows better.
  const against =
    told !== null && focalFrom !== "assumed" && Math.abs(told - 1) > CONTRADICTS * doubt ? told - 1 : null;
  const how =
    focalFrom === "assumed"
      ? say("The focal length is only assumed ({mm} ± {focalSigma}): heights may be off by {heightSigma}.", {
          mm,
          focalSigma: share(focalSigma ?? 0),
          heightSigma: share(heightSigma),
        })
      : focalSigma === null
        ? say("Proportions are true, with {mm} as stated.", { mm })
        : say("Proportions are true: {mm} is known to {focalSigma}, heights to {heightSigma}.", {
            mm,
            focalSigma: share(focalSigma),
            heightSigma: share(heightSigma),
          });
  return (
    <p className="ruled border-b px-3.5 py-2" data-testid="true-already">
      {how}
      {against !== null &&
        (against > 0
          ? ` ${say("The measures say {against} taller: more than their ± allows. Are they large enough, and their sizes right?", { against: share(against) })}`
          : ` ${say("The measures say {against} lower: more than their ± allows. Are they large enough, and their sizes right?", { against: share(against) })}`)}
      {Math.abs(eased) > 0.0005 &&
        (eased < 0
          ? ` ${say("Ease leaves it {eased} too low in the middle of the frame.", { eased: share(eased) })}`
          : ` ${say("Ease leaves it {eased} too tall in the middle of the frame.", { eased: share(eased) })}`)}
    </p>
  );
}
