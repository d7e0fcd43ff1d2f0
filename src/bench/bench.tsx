"use client";

import { Redo2, Undo2 } from "lucide-react";
import Link from "next/link";
import { useState } from "react";
import { useBench } from "@/client/bench-store";
import { Header } from "@/ui";
import type { Opened } from "./bench-loader";
import { CourseRail } from "./course-rail";
import { DeliverDialog } from "./deliver-dialog";
import { useDerived } from "./derived";
import { KeyCard } from "./key-card";
import { useKeys } from "./keys";
import { NewVersion } from "./new-version";
import { FramePanel } from "./panels/frame-panel";
import { LensNudge } from "./panels/lens/lens-nudge";
import { LensPanel } from "./panels/lens/lens-panel";
import { LinesPanel } from "./panels/lines/lines-panel";
import { TitleBlock } from "./panels/title-block";
import { ConflictBar, SaveWords } from "./save-state";
import { Sheet } from "./sheet/sheet";
import { ToolStrip } from "./tool-strip";
import { useLensKey } from "./use-lens-key";
import { useLineKeys } from "./use-line-keys";
import { useSaving } from "./use-saving";

/** The screen where one photo is corrected. */
export function Bench({ opened }: { opened: Opened }) {
  const { flush } = useSaving(opened);
  const versionId = useBench((s) => s.versionId);
  if (versionId !== opened.version.id) return null;
  return <OpenBench opened={opened} flush={flush} />;
}

function OpenBench({ opened, flush }: { opened: Opened; flush: () => Promise<void> }) {
  useKeys();
  useLensKey(opened.photo);
  useLineKeys(opened.photo);
  const derived = useDerived();
  const { course, past, future, undo, redo } = useBench();
  const [delivering, setDelivering] = useState(false);
  const { photo, assignment, version, siblings } = opened;
  return (
    <div className="grid h-screen grid-cols-[56px_minmax(0,1fr)_316px] grid-rows-[44px_46px_minmax(0,1fr)] overflow-hidden">
      <div className="col-span-3">
        <Header
          crumbs={
            <>
              <Link href={`/assignments/${assignment.id}`} className="link-hover truncate">
                {assignment.name}
              </Link>
              <span>/</span>
              <b className="truncate font-semibold text-base-content">{photo.name}</b>
            </>
          }
        >
          <span className="muted flex items-center gap-1.5 whitespace-nowrap">
            Version{" "}
            {siblings.length > 1
              ? siblings.map((v) => (
                  <Link
                    key={v.id}
                    href={`/bench/${v.id}`}
                    aria-current={v.id === version.id ? "page" : undefined}
                    className="rounded border px-1.5 aria-[current]:bg-primary aria-[current]:text-primary-content"
                  >
                    {v.name}
                  </Link>
                ))
              : version.name}
            <NewVersion photoId={photo.id} />
            <span>·</span>
            <SaveWords />
          </span>
          <div className="flex">
            <button
              className="btn btn-ghost btn-sm"
              disabled={past.length === 0}
              onClick={undo}
              title={past.at(-1)?.label}
            >
              <Undo2 size={16} /> Undo
            </button>
            <button
              className="btn btn-ghost btn-sm"
              disabled={future.length === 0}
              onClick={redo}
              title={future.at(-1)?.label}
            >
              <Redo2 size={16} /> Redo
            </button>
          </div>
          <KeyCard />
          <button className="btn btn-primary btn-sm" onClick={() => void flush().then(() => setDelivering(true))}>
            Deliver …
          </button>
        </Header>
      </div>
      <div className="col-span-3">
        <CourseRail />
      </div>
      <ToolStrip />
      <div className="relative min-h-0 min-w-0">
        <ConflictBar photoId={photo.id} />
        <Sheet photo={photo} derived={derived} />
      </div>
      <aside className="ruled flex min-h-0 flex-col border-l bg-base-100">
        <div className="min-h-0 grow overflow-y-auto">
          {course === "lens" && <LensPanel photo={photo} derived={derived} />}
          {course === "lines" && <LensNudge photo={photo} />}
          {course === "lines" && <LinesPanel photo={photo} derived={derived} />}
          {course === "frame" && <FramePanel derived={derived} />}
        </div>
        <TitleBlock opened={opened} derived={derived} />
      </aside>
      {delivering && (
        <DeliverDialog versionId={version.id} output={derived.map.output} onClose={() => setDelivering(false)} />
      )}
    </div>
  );
}
