import type { KeyboardEvent } from "react";
import type { PhotoOnBoard } from "@/client";
import { type rowsOf, beside } from "./lattice";
import { type Selection, NONE, everything, inverse, turned, upTo } from "./selection";

interface Keyed {
  readonly photos: readonly PhotoOnBoard[];
  readonly rows: ReturnType<typeof rowsOf>;
  readonly selection: Selection;
  /** Gives the keys to the photo at an index. */
  focus(index: number): void;
  onSelect(next: Selection): void;
  onOpen(photo: PhotoOnBoard): void;
  onMenu(photo: PhotoOnBoard, at: readonly [number, number]): void;
  onDelete(photos: readonly PhotoOnBoard[]): void;
}

/** Goes about among photos by the arrows, Home and End, and chooses, opens and takes out by the keys. */
export const latticeKeys =
  ({ photos, rows, selection, focus, onSelect, onOpen, onMenu, onDelete }: Keyed) =>
  (e: KeyboardEvent): void => {
    const order = photos.map((p) => p.id);
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
