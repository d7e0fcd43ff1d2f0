"use client";

import { useWindowVirtualizer } from "@tanstack/react-virtual";
import { type KeyboardEvent, type PointerEvent, useEffect, useLayoutEffect, useRef, useState } from "react";
import type { PhotoOnBoard } from "@/client";
import { say } from "@/core/language";
import { beside, latticeOf, rowsOf, touched } from "./lattice";
import type { Density, InBracket } from "./listing";
import { PhotoPlace } from "./photo-card";
import { type Selection, NONE, everything, inverse, turned, upTo } from "./selection";

interface Props {
  photos: readonly PhotoOnBoard[];
  /** How many of them are in each group, in their order, with its title; null: they are not grouped. */
  groups: readonly { readonly title: string; readonly count: number }[] | null;
  brackets: ReadonlyMap<string, InBracket>;
  density: Density;
  selection: Selection;
  onSelect(next: Selection): void;
  onOpen(photo: PhotoOnBoard): void;
  /** A link to a photo is being followed, which opens it. */
  onFollow(photo: PhotoOnBoard): void;
  onDelete(photos: readonly PhotoOnBoard[]): void;
  /** A menu is asked for at a photo. @param at CSS pixels of the window. */
  onMenu(photo: PhotoOnBoard, at: readonly [number, number]): void;
  /** A photo was dragged onto another. */
  onCarry(from: PhotoOnBoard, onto: PhotoOnBoard): void;
}

/** Rows kept ready above and below what is seen. */
const READY = 3;
/** A pointer that has moved so far draws a frame, CSS pixels. */
const DRAWS = 5;

type Rect = readonly [number, number, number, number];

/**
 * A visit's photos. Only those in sight are in the page, however many there are. Chosen by their boxes, with Ctrl and Shift, by a frame
 * that is drawn on the ground between them, and by the keys.
 */
export function PhotoLattice({
  photos,
  groups,
  brackets,
  density,
  selection,
  onSelect,
  onOpen,
  onFollow,
  onDelete,
  onMenu,
  onCarry,
}: Props) {
  const holder = useRef<HTMLUListElement>(null);
  const [{ width, top }, setBox] = useState({ width: 0, top: 0 });
  useLayoutEffect(() => {
    const element = holder.current!;
    const measure = (): void =>
      setBox({ width: element.clientWidth, top: element.getBoundingClientRect().top + window.scrollY });
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    observer.observe(document.body);
    return () => observer.disconnect();
  }, []);
  const lattice = latticeOf(density, Math.max(width, 1));
  const { gap } = lattice;
  const rows = rowsOf(lattice, groups?.map((g) => g.count) ?? [photos.length], groups !== null);
  const last = rows[rows.length - 1];
  const total = last ? last.top + last.height : 0;
  // oxlint-disable-next-line react/incompatible-library -- what it gives is used here and nowhere else
  const virtual = useWindowVirtualizer({
    count: rows.length,
    estimateSize: (i) => rows[i]!.height,
    overscan: READY,
    scrollMargin: top,
  });
  useEffect(() => virtual.measure(), [virtual, lattice.height, lattice.columns, total]);
  const order = photos.map((p) => p.id);

  const focus = (index: number): void => {
    virtual.scrollToIndex(rows.findIndex((r) => r.title === null && index < r.to));
    // The place is there after the next frame.
    requestAnimationFrame(() =>
      requestAnimationFrame(() =>
        holder.current
          ?.querySelector<HTMLElement>(`[data-photo="${order[index]}"] input`)
          ?.focus({ preventScroll: true }),
      ),
    );
  };
  const onKey = (e: KeyboardEvent): void => {
    if ((e.ctrlKey || e.metaKey) && e.key === "a") {
      e.preventDefault();
      return onSelect(everything(order));
    }
    if (e.ctrlKey || e.metaKey || e.altKey) return;
    const id = (e.target as HTMLElement).closest<HTMLElement>("[data-photo]")?.dataset["photo"];
    const at = id === undefined ? -1 : order.indexOf(id);
    const by = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: 1, ArrowUp: -1 }[e.key];
    if (by !== undefined && at >= 0) {
      e.preventDefault();
      const across = Math.max(0, Math.min(order.length - 1, at + by));
      const next = e.key === "ArrowDown" || e.key === "ArrowUp" ? beside(rows, at, by as 1 | -1) : across;
      if (e.shiftKey)
        onSelect(upTo(selection.from === null ? turned(NONE, order[at]!) : selection, order[next]!, order));
      return focus(next);
    }
    if (e.key === "Home" || e.key === "End") {
      e.preventDefault();
      return focus(e.key === "Home" ? 0 : order.length - 1);
    }
    if (e.key === "Escape") return onSelect(NONE);
    if (e.key === "i") return onSelect(inverse(selection, order));
    if (e.key === "Enter" && at >= 0 && (e.target as HTMLElement).tagName === "INPUT") {
      e.preventDefault();
      return onOpen(photos[at]!);
    }
    if ((e.key === "ContextMenu" || (e.shiftKey && e.key === "F10")) && at >= 0) {
      e.preventDefault();
      const { left, bottom } = (e.target as HTMLElement).getBoundingClientRect();
      return onMenu(photos[at]!, [left, bottom]);
    }
    if (e.key === "Delete" && selection.chosen.size > 0) onDelete(photos.filter((p) => selection.chosen.has(p.id)));
  };

  const { frame, ...drawing } = useFrame(holder, (rect, adding) => {
    const hit = touched(lattice, rows, rect).map((i) => order[i]!);
    onSelect({ chosen: new Set([...(adding ? selection.chosen : []), ...hit]), from: hit[0] ?? null });
  });
  return (
    <ul
      ref={holder}
      aria-label={say("Photos of this visit")}
      className="relative"
      // Places are reckoned from the left; what is written in them goes the language's way.
      dir="ltr"
      style={{ height: Math.max(1, total) }}
      onKeyDown={onKey}
      {...drawing}
    >
      {virtual.getVirtualItems().flatMap(({ index }) => {
        const row = rows[index];
        if (!row) return [];
        if (row.title !== null)
          return [
            <li
              key={`title ${row.title}`}
              role="presentation"
              className="muted absolute inset-x-0 flex items-end pb-1.5 font-semibold"
              style={{ top: row.top, height: row.height }}
            >
              {groups![row.title]!.title}
            </li>,
          ];
        return photos.slice(row.from, row.to).map((photo, column) => (
          <PhotoPlace
            key={photo.id}
            photo={photo}
            bracket={brackets.get(photo.id)}
            density={density}
            place={{
              left: column * (lattice.width + gap),
              top: row.top,
              width: lattice.width,
              height: lattice.height,
            }}
            isChosen={selection.chosen.has(photo.id)}
            onChoose={(range) => onSelect(range ? upTo(selection, photo.id, order) : turned(selection, photo.id))}
            onFollow={() => onFollow(photo)}
            onDelete={() => onDelete([photo])}
            onMenu={(at) => onMenu(photo, at)}
            onDrop={(id) => {
              const from = photos.find((p) => p.id === id);
              if (from) onCarry(from, photo);
            }}
          />
        ));
      })}
      {frame && (
        <div
          aria-hidden
          className="pointer-events-none absolute border border-primary bg-primary/15"
          style={{ left: frame[0], top: frame[1], width: frame[2] - frame[0], height: frame[3] - frame[1] }}
        />
      )}
    </ul>
  );
}

/** A frame drawn on the ground between photos. @param drawn is told of it as it grows; whether it adds to what is chosen. */
function useFrame(holder: React.RefObject<HTMLUListElement | null>, drawn: (rect: Rect, adding: boolean) => void) {
  const [frame, setFrame] = useState<Rect | null>(null);
  const begun = useRef<{ at: readonly [number, number]; adding: boolean } | null>(null);
  const placeOf = (e: PointerEvent): readonly [number, number] => {
    const box = holder.current!.getBoundingClientRect();
    return [e.clientX - box.left, e.clientY - box.top];
  };
  return {
    frame,
    onPointerDown: (e: PointerEvent): void => {
      if (e.button !== 0 || e.target !== holder.current) return;
      begun.current = { at: placeOf(e), adding: e.shiftKey || e.ctrlKey || e.metaKey };
      holder.current.setPointerCapture(e.pointerId);
    },
    onPointerMove: (e: PointerEvent): void => {
      if (!begun.current) return;
      const [[x0, y0], [x1, y1]] = [begun.current.at, placeOf(e)];
      if (!frame && Math.hypot(x1 - x0, y1 - y0) < DRAWS) return;
      const rect: Rect = [Math.min(x0, x1), Math.min(y0, y1), Math.max(x0, x1), Math.max(y0, y1)];
      setFrame(rect);
      drawn(rect, begun.current.adding);
    },
    onPointerUp: (): void => {
      // A press on the ground alone lets go of what is chosen.
      if (begun.current && !frame && !begun.current.adding) drawn([-1, -1, -1, -1], false);
      begun.current = null;
      setFrame(null);
    },
    onPointerCancel: (): void => {
      begun.current = null;
      setFrame(null);
    },
  };
}
