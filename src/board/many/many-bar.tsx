"use client";

import type { ReactNode } from "react";
import { say } from "@/language";

interface Props {
  count: number;
  /** Something is being done already. */
  isBusy: boolean;
  /** Whether some of them are exposures of a bracket. */
  hasBrackets: boolean;
  onTrueUp(): void;
  onReset(): void;
  onNewVersion(): void;
  onCourses(): void;
  onBlend(): void;
  onDeliver(): void;
  onTakeOut(): void;
  onNone(): void;
}

/** What can be done with the photos that are chosen; at the foot of the page while there are any. */
export function ManyBar({
  count,
  isBusy,
  hasBrackets,
  onTrueUp,
  onReset,
  onNewVersion,
  onCourses,
  onBlend,
  onDeliver,
  onTakeOut,
  onNone,
}: Props) {
  const button = (words: string, act: () => void, main = false): ReactNode => (
    <button className={`btn btn-sm ${main ? "btn-primary" : ""}`} disabled={isBusy} onClick={act}>
      {words}
    </button>
  );
  return (
    <div
      role="toolbar"
      aria-label={say("Chosen photos")}
      className="ruled sticky bottom-0 z-10 -mx-6 mt-4 flex flex-wrap items-center gap-2 border-t bg-base-100 px-6 py-2.5 shadow-lg"
    >
      <span className="mr-2 font-semibold" role="status">
        {say("{count, plural, one {# photo chosen} other {# photos chosen}}", { count })}
      </span>
      {button(say("True up"), onTrueUp, true)}
      {button(say("Reset"), onReset)}
      {button(say("New version"), onNewVersion)}
      {button(say("Courses …"), onCourses)}
      {hasBrackets && button(say("Blend"), onBlend)}
      <button className="btn btn-sm" onClick={onDeliver}>
        {say("Deliver …")}
      </button>
      {button(say("Take out"), onTakeOut)}
      <button className="btn btn-ghost btn-sm ml-auto" onClick={onNone}>
        {say("Choose none")}
      </button>
    </div>
  );
}
