"use client";

import type { ReactNode } from "react";
import { equivalentOf } from "@/core/camera";
import { angle, grouped, percent } from "@/ui";
import type { Opened } from "../bench-loader";
import type { Derived } from "../derived";

function Cell({ title, wide = false, children }: { title: string; wide?: boolean; children: ReactNode }) {
  return (
    <div className={`ruled min-w-0 border-b px-3.5 py-1 ${wide ? "col-span-2" : "even:border-r"}`}>
      <dt className="muted text-[0.72rem] uppercase tracking-[0.08em]">{title}</dt>
      <dd className="truncate">{children}</dd>
    </div>
  );
}

/** The sheet's title block, as on a drawing. */
export function TitleBlock({ opened: { photo, sheet }, derived }: { opened: Opened; derived: Derived }) {
  const { recipe, map, rows } = derived;
  const { focalPx, focalFrom } = recipe.camera;
  const mm = equivalentOf([photo.width, photo.height], focalPx);
  const counted = rows.filter((r) => r.line.on && r.line.kind === "plumb" && r.after !== null);
  const worst = counted.reduce<(typeof rows)[number] | null>((w, r) => (!w || r.after! > w.after! ? r : w), null);
  const lens = [photo.lens, photo.focalMm && `at ${photo.focalMm} mm`].filter(Boolean).join(" ");
  return (
    <dl className="grid grid-cols-2 border-t-2 border-base-content text-[0.92rem]" aria-label="Title block">
      <Cell title="Photo" wide>
        {photo.name} &nbsp; {grouped(photo.width)} × {grouped(photo.height)}
      </Cell>
      <Cell title="Camera">{photo.camera ?? "not recorded"}</Cell>
      <Cell title={recipe.lens.profile ? `Lens, profile ${recipe.lens.profile}` : "Lens"}>
        {lens || "not recorded"}
      </Cell>
      <Cell title={focalFrom === "assumed" ? "Focal length, assumed" : "Focal length"}>
        {grouped(focalPx)} px · {mm.toFixed(0)} mm eq.
      </Cell>
      <Cell title="Attitude">
        {angle(recipe.attitude.pitch, 1)} / {angle(recipe.attitude.yaw, 1)} / {angle(recipe.attitude.roll, 1)}
      </Cell>
      <Cell title="Worst line">{worst ? `No. ${worst.name}, ${angle(worst.after!)}` : "no lines yet"}</Cell>
      <Cell title="Kept">{percent(map.kept)} of the picture</Cell>
      <Cell title="Output">
        {grouped(map.output[0])} × {grouped(map.output[1])}
      </Cell>
      <Cell title="Sheet">
        {sheet.number} of {sheet.of}
      </Cell>
    </dl>
  );
}
