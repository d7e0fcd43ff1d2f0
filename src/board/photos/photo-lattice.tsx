"use client";

import { useWindowVirtualizer } from "@tanstack/react-virtual";
import { type RefObject, useEffect, useLayoutEffect, useRef, useState } from "react";
import type { PhotoOnBoard } from "@/client";
import { say } from "@/language";
import { latticeOf, rowsOf, touched } from "./lattice";
import { latticeKeys } from "./lattice-keys";
import type { Density, InBracket } from "./listing";
import { PhotoPlace } from "./photo-card";
import { type Selection, turned, upTo } from "./selection";
import { useFrame } from "./use-frame";

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
  const { lattice, rows, total, inSight, scrollTo } = useRows(holder, density, groups, photos.length);
  const order = photos.map((p) => p.id);

  const focus = (index: number): void => {
    scrollTo(rows.findIndex((r) => r.title === null && index < r.to));
    focusSoon(order[index]!);
  };
  const actsOf = (photo: PhotoOnBoard) => ({
    onChoose: (range: boolean) => onSelect(range ? upTo(selection, photo.id, order) : turned(selection, photo.id)),
    onFollow: () => onFollow(photo),
    onDelete: () => onDelete([photo]),
    onMenu: (at: readonly [number, number]) => onMenu(photo, at),
    onDrop: (id: string) => {
      const from = photos.find((p) => p.id === id);
      if (from) onCarry(from, photo);
    },
  });
  const onKey = latticeKeys({ photos, rows, selection, focus, onSelect, onOpen, onMenu, onDelete });

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
      {inSight.flatMap(({ index }) => {
        const row = rows[index];
        if (!row) return [];
        if (row.title !== null)
          return [<GroupTitle key={`title ${row.title}`} {...row} words={groups![row.title]!.title} />];
        return photos.slice(row.from, row.to).map((photo, column) => (
          <PhotoPlace
            key={photo.id}
            photo={photo}
            bracket={brackets.get(photo.id)}
            density={density}
            place={{
              left: column * (lattice.width + lattice.gap),
              top: row.top,
              width: lattice.width,
              height: lattice.height,
            }}
            isChosen={selection.chosen.has(photo.id)}
            {...actsOf(photo)}
          />
        ));
      })}
      {frame && <Drawn frame={frame} />}
    </ul>
  );
}

/** Places and groups in rows, those in sight among them. */
function useRows(holder: RefObject<HTMLElement | null>, density: Density, groups: Props["groups"], count: number) {
  const { width, top } = useBox(holder);
  const lattice = latticeOf(density, Math.max(width, 1));
  const rows = rowsOf(lattice, groups?.map((g) => g.count) ?? [count], groups !== null);
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
  return {
    lattice,
    rows,
    total,
    inSight: virtual.getVirtualItems(),
    scrollTo: (row: number) => virtual.scrollToIndex(row),
  };
}

const GroupTitle = ({ top, height, words }: { top: number; height: number; words: string }) => (
  <li
    role="presentation"
    className="muted absolute inset-x-0 flex items-end pb-1.5 font-semibold"
    style={{ top, height }}
  >
    {words}
  </li>
);

/** Gives the keys to a photo that is scrolled to: its place is there after the next frame. */
const focusSoon = (id: string): void =>
  void requestAnimationFrame(() =>
    requestAnimationFrame(() =>
      document.querySelector<HTMLElement>(`li[data-photo="${id}"] input`)?.focus({ preventScroll: true }),
    ),
  );

/** The frame that is being drawn: left, top, right and bottom, CSS pixels. */
const Drawn = ({ frame }: { frame: readonly [number, number, number, number] }) => (
  <div
    aria-hidden
    className="pointer-events-none absolute border border-primary bg-primary/15"
    style={{ left: frame[0], top: frame[1], width: frame[2] - frame[0], height: frame[3] - frame[1] }}
  />
);

/** How wide an element is and how far below the top of the page it begins, CSS pixels; followed as they change. */
function useBox(holder: RefObject<HTMLElement | null>): { readonly width: number; readonly top: number } {
  const [box, setBox] = useState({ width: 0, top: 0 });
  useLayoutEffect(() => {
    const element = holder.current!;
    const measure = (): void =>
      setBox({ width: element.clientWidth, top: element.getBoundingClientRect().top + window.scrollY });
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    observer.observe(document.body);
    return () => observer.disconnect();
  }, [holder]);
  return box;
}
