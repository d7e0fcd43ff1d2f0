"use client";

import { say } from "@/language";
import { ChevronLeft, ChevronRight } from "lucide-react";
import type { ReactNode } from "react";
import { equivalentOf } from "@/core/camera";
import { fieldOfView, isStitched } from "@/core/lens";
import { angle, grouped, percent, fixed } from "@/ui";
import type { Beside } from "../beside";
import type { Opened } from "../opened";
import type { Derived } from "../derived";

/** @param first how wide the window must be for it to be worth its room. */
function Cell({ title, grow = 1, first = "", children }: CellParts) {
  return (
    <div className={`ruled min-w-0 border-r px-2.5 py-[3px] last:border-r-0 ${first}`} style={{ flex: `${grow} 1 0` }}>
      <dt className="muted truncate text-[0.72rem] uppercase leading-tight tracking-[0.08em]">{title}</dt>
      <dd className="truncate leading-tight" title={typeof children === "string" ? children : undefined}>
        {children}
      </dd>
    </div>
  );
}

interface CellParts {
  title: string;
  /** Its share of the room. */
  grow?: number;
  first?: string;
  children: ReactNode;
}

/** The title block along the foot of the sheet, as on a drawing. */
export function TitleBlock({
  opened: { photo },
  beside,
  derived,
}: {
  opened: Opened;
  beside: Beside;
  derived: Derived;
}) {
  const { recipe, map, rows } = derived;
  const { focalPx, focalFrom } = recipe.camera;
  const { model } = recipe.lens;
  const mm = equivalentOf([photo.width, photo.height], focalPx);
  const counted = rows.filter((r) => r.line.on && r.line.kind === "plumb" && r.after !== null);
  const worst = counted.reduce<(typeof rows)[number] | null>((w, r) => (!w || r.after! > w.after! ? r : w), null);
  const lens = [photo.lens, photo.focalMm && say("at {focalMm} mm", { focalMm: photo.focalMm })]
    .filter(Boolean)
    .join(" ");
  return (
    <dl className="flex border-t-2 border-base-content bg-base-100 text-[0.92rem]" aria-label={say("Title block")}>
      <Cell title={say("Photo")} grow={1.6}>
        {`${photo.name}, ${grouped(photo.width)} × ${grouped(photo.height)}`}
      </Cell>
      <Cell title={say("Camera")} grow={0.8} first="max-[1150px]:hidden">
        {photo.camera ?? say("not recorded")}
      </Cell>
      <Cell
        title={recipe.lens.profile ? say("Lens, profile {profile}", { profile: recipe.lens.profile }) : say("Lens")}
        grow={1.4}
        first="max-[1150px]:hidden"
      >
        {lens || say("not recorded")}
      </Cell>
      <Cell
        title={
          isStitched(model)
            ? focalFrom === "assumed"
              ? say("Field of view, assumed")
              : say("Field of view")
            : focalFrom === "assumed"
              ? say("Focal length, assumed")
              : say("Focal length")
        }
        grow={1.2}
      >
        {isStitched(model)
          ? say("{model}° round", { model: fixed(fieldOfView(model, focalPx, photo.width), 0) })
          : say("{focalPx} px · {mm} mm eq.", { focalPx: grouped(focalPx), mm: fixed(mm, 0) })}
      </Cell>
      <Cell title={say("Attitude")} grow={1.2}>
        {angle(recipe.attitude.pitch, 1)} / {angle(recipe.attitude.yaw, 1)} / {angle(recipe.attitude.roll, 1)}
      </Cell>
      <Cell title={say("Worst line")}>
        {worst ? say("No. {name}, {after}", { name: worst.name, after: angle(worst.after!) }) : say("no lines yet")}
      </Cell>
      <Cell title={say("Kept")} grow={0.5}>
        {percent(map.kept)}
      </Cell>
      <Cell title={say("Output")}>
        {grouped(derived.output[0])} × {grouped(derived.output[1])}
      </Cell>
      <Cell title={say("Sheet")} grow={0.8}>
        <Sheet beside={beside} />
      </Cell>
    </dl>
  );
}

/** Where the photo stands among those that the board showed, and the way to its neighbours. */
function Sheet({ beside: { go, number, of, hasNext, hasPrevious } }: { beside: Beside }) {
  const step = (by: 1 | -1, words: string, can: boolean) => (
    <button
      className="btn btn-ghost btn-xs btn-square h-5 min-h-0"
      aria-label={words}
      title={words}
      disabled={!can}
      onClick={() => go(by)}
    >
      {by > 0 ? <ChevronRight size={14} /> : <ChevronLeft size={14} />}
    </button>
  );
  return (
    <span className="flex items-center gap-1">
      {step(-1, say("Previous photo"), hasPrevious)}
      {say("{number} of {of}", { number, of })}
      {step(1, say("Next photo"), hasNext)}
    </span>
  );
}
