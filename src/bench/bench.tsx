"use client";

import { type HTMLAttributes, type ReactNode, useCallback, useEffect, useMemo, useState } from "react";
import { ShownBench, useBench } from "@/client/bench-store";
import type { Opened } from "./opened";
import { CourseRail } from "./course-rail";
import { BenchHeader } from "./head/bench-header";
import { type Derived, useDerived } from "./derived";
import { usePaced } from "./paced";
import { CarryDialog } from "./carry/carry-dialog";
import { CommandSearch } from "./commands/command-search";
import { KeyCard } from "./commands/key-card";
import { useBeside } from "./beside";
import { useCommands } from "./commands/use-commands";
import { BENCH_COURSES, benchCourse, toolInHand } from "./courses";
import { Loaded, fetchAhead } from "./courses/loaded";
import { HistoryPanel } from "./history/history-panel";
import { TitleBlock } from "./head/title-block";
import { ConflictBar, DeletedBar } from "./head/save-state";
import { RecipesDialog } from "./recipes/recipes-dialog";
import { usePasting } from "./recipes/use-pasting";
import type { Vec2 } from "@/core/geometry";
import { ReviewCard } from "./review/review-card";
import { Sheet } from "./sheet/sheet";
import { SheetMenu } from "./sheet/sheet-menu";
import { StepsSpoken } from "./spoken/steps-spoken";
import { useOwnEdges } from "./own-edges/use-own-edges";
import { VersionsDialog } from "./head/versions-dialog";
import { ToolStrip } from "./tool-strip";
import { LessonCard } from "./lesson/lesson-card";
import { useCourseInAddress } from "./use-address";
import { useAsideWidth } from "./use-aside-width";
import { useDetail } from "./use-detail";
import { useAnswersMade } from "./made-up/use-answers";
import { useFill } from "./made-up/use-fill";
import { useSaving } from "./use-saving";

/** The screen where one photo is corrected. */
export function Bench({ opened }: { opened: Opened }) {
  const saving = useSaving(opened);
  const versionId = useBench((s) => s.versionId);
  const opening = useBench((s) => s.opening);
  if (versionId !== opened.version.id) return null;
  // Made anew each time a version opens: nothing of one is found on the next.
  return <OpenBench key={opening} opened={opened} saving={saving} />;
}

function OpenBench({ opened, saving }: { opened: Opened; saving: ReturnType<typeof useSaving> }) {
  const { saveAll, deleted, bringBack } = saving;
  const { width, grip } = useAsideWidth();
  const alone = useBench((s) => s.alone);
  const beside = useBeside(opened);
  const { context, shown, show } = useCommands(opened.photo, beside.go);
  useCourseInAddress();
  usePasting();
  const [menu, setMenu] = useState<Vec2 | null>(null);
  const closeMenu = useCallback(() => setMenu(null), []);
  useOwnEdges(opened.photo, opened.version.id);
  useDetail(opened.photo, opened.version.id);
  const course = useBench((s) => s.course);
  const tool = useBench((s) => s.tool);
  const { turned = false, makesUp = false } = benchCourse(course)?.sheet ?? {};
  const derived = useDerived(turned);
  useFill(opened.photo, derived, makesUp, toolInHand(course, tool).brush !== undefined);
  useAnswersMade(opened.photo, derived);
  const paced = usePaced(derived);
  useEffect(() => {
    // Panels and marks of the other courses come once there is time: none is waited for later.
    const timer = setTimeout(() => {
      for (const { panel, marks } of BENCH_COURSES) {
        void fetchAhead(panel).catch(() => undefined);
        if (marks) void fetchAhead(marks).catch(() => undefined);
      }
    }, AHEAD_MS);
    return () => clearTimeout(timer);
  }, []);
  const { photo } = opened;
  const { output } = paced.derived;
  const top = useMemo(
    () => (
      <ShownBench value={paced.store}>
        <div className="col-span-3">
          <BenchHeader opened={opened} output={output} saveAll={saveAll} show={show} />
        </div>
        <div className="col-span-3">
          <CourseRail />
        </div>
        <ToolStrip />
      </ShownBench>
    ),
    [paced.store, opened, output, saveAll, show],
  );
  const isBack = shown === "history";
  const aside = useMemo(
    () => (
      <ShownBench value={paced.store}>
        <Aside opened={opened} derived={paced.derived} grip={grip}>
          {isBack && <HistoryPanel opened={opened} saveAll={saveAll} onClose={() => show(null)} />}
        </Aside>
        <div className="col-span-3 min-w-0">
          <TitleBlock opened={opened} beside={beside} derived={paced.derived} />
        </div>
      </ShownBench>
    ),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the grip changes with the width alone
    [paced.store, paced.derived, opened, width, isBack],
  );
  return (
    <div className="grid h-screen overflow-hidden" style={alone ? ALONE : withParts(width)}>
      {!alone && top}
      <div className="relative min-h-0 min-w-0">
        <ConflictBar photoId={photo.id} />
        <DeletedBar deleted={deleted} bringBack={bringBack} />
        <Sheet opened={opened} derived={derived} onMenu={setMenu} />
        <StepsSpoken derived={derived} />
      </div>
      {!alone && aside}
      {menu && <SheetMenu at={menu} context={context} onClose={closeMenu} />}
      {shown === "keys" && <KeyCard onClose={() => show(null)} />}
      {shown === "versions" && <VersionsDialog opened={opened} onClose={() => show(null)} />}
      {shown === "recipes" && <RecipesDialog photo={photo} onClose={() => show(null)} />}
      {shown === "carry" && <CarryDialog photo={photo} onClose={() => show(null)} />}
      {shown === "commands" && <CommandSearch context={context} onClose={() => show(null)} />}
    </div>
  );
}

/** How long the first picture has the network to itself, ms. */
const AHEAD_MS = 1500;

/** Nothing but the picture. */
const ALONE = { gridTemplate: "minmax(0, 1fr) / minmax(0, 1fr)" } as const;
/** Header, rail, then tools, sheet and column side by side, then the title block along the foot. */
const withParts = (aside: number) => ({
  gridTemplateColumns: `56px minmax(0, 1fr) ${aside}px`,
  gridTemplateRows: "44px 46px minmax(0, 1fr) auto",
});

interface AsideParts {
  opened: Opened;
  derived: Derived;
  /** What the column's width is dragged by. */
  grip: HTMLAttributes<HTMLDivElement>;
  /** What lies over it. */
  children: ReactNode;
}

/** The schedule and instruments of the course. */
function Aside({ opened, derived, grip, children }: AsideParts) {
  const open = benchCourse(useBench((s) => s.course));
  const { photo, assignment } = opened;
  return (
    <aside className="ruled relative min-h-0 border-l bg-base-100">
      <div
        {...grip}
        className="absolute inset-y-0 -left-1 z-10 w-2 cursor-col-resize touch-none hover:bg-base-300 focus-visible:bg-base-300"
      />
      <div className="h-full overflow-y-auto">
        <LessonCard />
        <ReviewCard opened={opened} />
        <Loaded load={open?.panel} parts={{ photo, assignment, derived }} />
      </div>
      {children}
    </aside>
  );
}
