"use client";

import { useMemo } from "react";
import { ShownBench, useBench } from "@/client/bench-store";
import type { Opened } from "./bench-loader";
import { CourseRail } from "./course-rail";
import { BenchHeader } from "./bench-header";
import { type Derived, useDerived } from "./derived";
import { usePaced } from "./paced";
import { useKeys } from "./keys";
import { FramePanel } from "./panels/frame-panel";
import { LensNudge } from "./panels/lens/lens-nudge";
import { LensPanel } from "./panels/lens/lens-panel";
import { LinesPanel } from "./panels/lines/lines-panel";
import { TitleBlock } from "./panels/title-block";
import { ConflictBar, DeletedBar } from "./save-state";
import { Sheet } from "./sheet/sheet";
import { ToolStrip } from "./tool-strip";
import { useLensKey } from "./use-lens-key";
import { useLineKeys } from "./use-line-keys";
import { useSaving } from "./use-saving";

/** The screen where one photo is corrected. */
export function Bench({ opened }: { opened: Opened }) {
  const saving = useSaving(opened);
  const versionId = useBench((s) => s.versionId);
  if (versionId !== opened.version.id) return null;
  return <OpenBench opened={opened} saving={saving} />;
}

function OpenBench({ opened, saving }: { opened: Opened; saving: ReturnType<typeof useSaving> }) {
  const { flush, deleted, bringBack } = saving;
  useKeys();
  useLensKey(opened.photo);
  useLineKeys(opened.photo);
  const derived = useDerived();
  const paced = usePaced(derived);
  const { photo } = opened;
  const { output } = paced.derived.map;
  const top = useMemo(
    () => (
      <ShownBench value={paced.store}>
        <div className="col-span-3">
          <BenchHeader opened={opened} output={output} flush={flush} />
        </div>
        <div className="col-span-3">
          <CourseRail />
        </div>
        <ToolStrip />
      </ShownBench>
    ),
    [paced.store, opened, output, flush],
  );
  const aside = useMemo(
    () => (
      <ShownBench value={paced.store}>
        <Aside opened={opened} derived={paced.derived} />
      </ShownBench>
    ),
    [paced.store, paced.derived, opened],
  );
  return (
    <div className="grid h-screen grid-cols-[56px_minmax(0,1fr)_316px] grid-rows-[44px_46px_minmax(0,1fr)] overflow-hidden">
      {top}
      <div className="relative min-h-0 min-w-0">
        <ConflictBar photoId={photo.id} />
        <DeletedBar deleted={deleted} bringBack={bringBack} />
        <Sheet photo={photo} derived={derived} />
      </div>
      {aside}
    </div>
  );
}

/** The schedule and instruments of the course, and the title block. */
function Aside({ opened, derived }: { opened: Opened; derived: Derived }) {
  const course = useBench((s) => s.course);
  const { photo } = opened;
  return (
    <aside className="ruled flex min-h-0 flex-col border-l bg-base-100">
      <div className="min-h-0 grow overflow-y-auto">
        {course === "lens" && <LensPanel photo={photo} derived={derived} />}
        {course === "lines" && <LensNudge photo={photo} />}
        {course === "lines" && <LinesPanel photo={photo} derived={derived} />}
        {course === "frame" && <FramePanel derived={derived} />}
      </div>
      <TitleBlock opened={opened} derived={derived} />
    </aside>
  );
}
