import { figure } from "@/core/language";
import type { ReactNode } from "react";
import type { PhotoOnBoard } from "@/client";
import { say } from "@/language";
import { grouped } from "@/ui";
import { type InBracket, type Order, stateOf } from "./listing";
import { StateMark } from "./state-words";
import { momentWords } from "./taken-words";

/** A column of the photos as lines: what it tells of each, and how they are ordered by it. */
interface Column {
  readonly key: string;
  title(): string;
  /** What the title's abbreviation means; said on hover. */
  meaning(): string;
  /** Absent: nothing is ordered by it. */
  readonly order?: Order;
  /** Classes of width and side. */
  readonly shape: string;
  cell(photo: PhotoOnBoard, bracket: InBracket | undefined): ReactNode;
}

const NUMBER = "w-[4.75rem] shrink-0 text-end tabular-nums";
/** Angles beneath this nobody sees, degrees; stretch that is soft to see, times; shares that a person should look at. */
const SEEN = { outOfTrue: 0.3, stretch: 1.9, leftOut: 0.25, madeUp: 0.02 } as const;

const percent = (share: number): string => say("{percent} %", { percent: Math.round(100 * share) });
const cell = (value: number | null | undefined, words: (v: number) => string, much: number): ReactNode =>
  value === null || value === undefined ? (
    <span className="muted">–</span>
  ) : (
    <span className={value > much ? "font-semibold" : "muted"}>{words(value)}</span>
  );

export const outOfTrueWords = (degrees: number): string => say("{angle}°", { angle: figure(degrees, 2) });

/** All that a line tells beside the picture and the name. */
export const COLUMNS: readonly Column[] = [
  {
    key: "state",
    title: () => say("State"),
    meaning: () => say("How far it is"),
    order: "state",
    shape: "w-44 shrink-0",
    cell: (photo) => <StateMark state={stateOf(photo)} why={photo.shown?.review} />,
  },
  {
    key: "out-of-true",
    title: () => say("Untrue"),
    meaning: () => say("How far edges that should be plumb or level are out of true, in the mean"),
    order: "out-of-true",
    shape: NUMBER,
    cell: ({ shown }) => cell(shown?.figures?.outOfTrue, outOfTrueWords, SEEN.outOfTrue),
  },
  {
    key: "stretch",
    title: () => say("Stretch"),
    meaning: () => say("How far the place that is drawn out most is drawn out"),
    order: "stretch",
    shape: NUMBER,
    cell: ({ shown }) => cell(shown?.figures?.stretch, (v) => say("{times} ×", { times: figure(v, 1) }), SEEN.stretch),
  },
  {
    key: "left-out",
    title: () => say("Left out"),
    meaning: () => say("How much of the photo the frame leaves out"),
    order: "left-out",
    shape: NUMBER,
    cell: ({ shown }) => cell(shown?.figures && 1 - shown.figures.kept, percent, SEEN.leftOut),
  },
  {
    key: "made-up",
    title: () => say("Made up"),
    meaning: () => say("How much of the frame the photo does not cover"),
    order: "made-up",
    shape: NUMBER,
    cell: ({ shown }) => cell(shown?.figures?.madeUp, percent, SEEN.madeUp),
  },
  {
    key: "taken",
    title: () => say("Taken"),
    meaning: () => say("When it was taken"),
    order: "taken",
    shape: "muted w-28 shrink-0 truncate ps-2 tabular-nums max-lg:hidden",
    cell: ({ takenAt }) => (takenAt ? momentWords(takenAt) : ""),
  },
  {
    key: "size",
    title: () => say("Size"),
    meaning: () => say("Width and height, pixels"),
    shape: "muted w-24 shrink-0 tabular-nums max-xl:hidden",
    cell: ({ width, height }) => `${grouped(width)} × ${grouped(height)}`,
  },
  {
    key: "lens",
    title: () => say("Lens"),
    meaning: () => say("Lens and focal length"),
    order: "lens",
    shape: "muted min-w-0 grow truncate",
    cell: ({ lens, focalMm, blended, bracket: found }, bracket) =>
      [
        [lens, focalMm && say("at {focalMm} mm", { focalMm })].filter(Boolean).join(" "),
        bracket && bracketWords(bracket, found),
        blended && blendWords(blended),
      ]
        .filter(Boolean)
        .join(" · "),
  },
];

export const blendWords = (count: number): string => say("blended from {count} exposures", { count });
/** Which exposure it is, and what the pictures say of them. */
export function bracketWords({ number, count }: InBracket, found: PhotoOnBoard["bracket"]): string {
  const which = say("{number} of {count} exposures", { number, count });
  if (!found) return which;
  if (!found.together) return say("{which}, camera moved", { which });
  return found.apart ? say("{which}, apart", { which }) : say("{which}, as one", { which });
}

interface HeadProps {
  order: Order;
  backwards: boolean;
  /** @param backwards whether the last come first. */
  onOrder(order: Order, backwards: boolean): void;
}

/** The columns' titles; a press orders by one, another press the other way round. */
export function ColumnHeads({ order, backwards, onOrder }: HeadProps) {
  const head = (own: Order | undefined, title: string, meaning: string, shape: string) =>
    own ? (
      <button
        key={title}
        className={`${shape} link-hover truncate ${own === order ? "font-semibold text-base-content" : ""}`}
        title={meaning}
        aria-pressed={own === order}
        onClick={() => onOrder(own, own === order ? !backwards : false)}
      >
        {title}
        {own === order && <span aria-hidden> {backwards ? "↑" : "↓"}</span>}
      </button>
    ) : (
      <span key={title} className={shape} title={meaning}>
        {title}
      </span>
    );
  return (
    <div
      role="group"
      aria-label={say("Order by a column")}
      className="muted flex items-center gap-3 px-2 pb-1 text-[0.85rem]"
    >
      {/* As wide as a line's box and picture. */}
      <span className="w-[calc(24px+0.75rem+4rem)] shrink-0" />
      {head("name", say("Name"), say("The file's name"), "w-48 shrink-0 text-start")}
      {COLUMNS.map((c) =>
        head(c.order, c.title(), c.meaning(), `${c.shape} ${c.shape.includes("text-") ? "" : "text-start"}`),
      )}
    </div>
  );
}
