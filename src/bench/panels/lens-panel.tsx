"use client";

import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { equivalentOf, focalFromMetadata } from "@/core/camera";
import { cornerBow } from "@/core/lens";
import type { Recipe } from "@/core/recipe";
import { NumberField } from "@/ui";
import { CourseSwitch } from "./course-switch";
import { DistortionCurve } from "./distortion-curve";

/** Course 1, by numbers: the distortion's terms, its centre, and how much of it is taken out. */
export function LensPanel({ photo }: { photo: Photo }) {
  const { recipe, size, edit, endGesture } = useBench();
  const { lens } = recipe;
  const change = (label: string, f: (l: Recipe["lens"]) => void): void =>
    edit(
      label,
      (r) => {
        f(r.lens);
        r.lens.from = [...r.lens.k, ...r.lens.p].some((v) => v !== 0) ? "by-hand" : "none";
      },
      label,
    );
  const terms = { standard: 0, step: 0.001, digits: 4, min: -1, max: 1, onDone: endGesture };
  const centre = lens.centre ?? [size[0] / 2, size[1] / 2];
  return (
    <>
      <CourseSwitch title="Lens" course="lens" />
      <p className="ruled border-b px-3.5 pb-2">
        {lens.from === "none"
          ? "Nothing set yet. Barrel, where edges bow outwards, is a k1 below zero."
          : `Bow at the corner ${cornerBow(lens.k, lens.amount).toFixed(2)} %, set by hand.`}
      </p>
      <div className="px-3.5 py-2">
        <DistortionCurve k={lens.k} amount={lens.amount} />
        {([0, 1, 2] as const).map((i) => (
          <NumberField
            key={i}
            label={`k${i + 1}`}
            value={lens.k[i]}
            {...terms}
            onChange={(v) => change(`Lens k${i + 1}`, (l) => void (l.k[i] = v))}
          />
        ))}
        {([0, 1] as const).map((i) => (
          <NumberField
            key={i}
            label={`p${i + 1}`}
            value={lens.p[i]}
            {...terms}
            onChange={(v) => change(`Lens p${i + 1}`, (l) => void (l.p[i] = v))}
          />
        ))}
        {([0, 1] as const).map((i) => (
          <NumberField
            key={i}
            label={i === 0 ? "Centre, across" : "Centre, down"}
            value={centre[i]}
            standard={size[i] / 2}
            step={1}
            digits={1}
            unit="px"
            min={0}
            max={size[i]}
            onChange={(v) =>
              change(`Lens centre ${i}`, (l) => void (l.centre = i === 0 ? [v, centre[1]] : [centre[0], v]))
            }
            onDone={endGesture}
          />
        ))}
        <FocalField photo={photo} />
        <NumberField
          label="Amount"
          value={lens.amount * 100}
          standard={100}
          step={1}
          digits={0}
          unit="%"
          min={0}
          max={150}
          onChange={(v) => change("Lens amount", (l) => void (l.amount = v / 100))}
          onDone={endGesture}
        />
      </div>
    </>
  );
}

/** The focal length, stated by hand where the photo does not record it or records it wrongly; reset goes back to the photo's. */
function FocalField({ photo }: { photo: Photo }) {
  const { recipe, size, edit, endGesture } = useBench();
  const own = focalFromMetadata(size, { equivalent: photo.equivalentMm, focal: photo.focalMm });
  const standard = equivalentOf(size, own.focalPx);
  const value = equivalentOf(size, recipe.camera.focalPx ?? own.focalPx);
  return (
    <NumberField
      label={recipe.camera.focalFrom === "assumed" ? "Focal, 35 mm eq., assumed" : "Focal, 35 mm eq."}
      value={value}
      standard={standard}
      step={1}
      digits={1}
      unit="mm"
      min={4}
      max={2000}
      onChange={(mm) =>
        edit(
          "Focal length",
          (r) => {
            const back = mm === standard;
            r.camera.focalPx = back ? own.focalPx : (own.focalPx * mm) / standard;
            r.camera.focalFrom = back ? own.focalFrom : "stated";
          },
          "focal",
        )
      }
      onDone={endGesture}
    />
  );
}
