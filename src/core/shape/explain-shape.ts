import { type ShapeMark, shapeMarks, shapeNames } from "./shape-marks";
import type { ShapeModel } from "./shape-model";
import type { ShapeSettings } from "./shape-settings";

export interface ShapeMessage {
  readonly text: string;
  readonly ids: readonly string[];
}

/** A mark that misses what it asks for by more than this is told of, pixels. */
const MISSED_PX = 1;
/** A line further than this from its lock was hardly meant for it, degrees. */
const FAR_OFF = 30;
/** Marks that are left out in turn to find what one fights with, and how many that are told of, at most. */
const MOST_TRIED = 12;
const MOST_TOLD = 3;

const WRONG = {
  "in line": "has three corners in line",
  "inside out": "is turned inside out",
  unseen: "has a corner that cannot be seen",
  "too wide": "goes further round than one flat thing can be seen",
} as const;

const without = (shape: ShapeSettings, id: string): ShapeSettings => {
  const off = <M extends { readonly id: string; readonly on: boolean }>(marks: readonly M[]): M[] =>
    marks.map((m) => (m.id === id ? { ...m, on: false } : m));
  return { ...shape, taut: off(shape.taut), faces: off(shape.faces), shields: off(shape.shields) };
};

/** A mark as it is called in a sentence. */
const called = ({ kind, name }: ShapeMark): string => `${kind === "taut" ? "taut line" : kind} ${name}`;
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
const px = (v: number): string => (v < 9.95 ? v.toFixed(1) : v.toFixed(0));

/**
 * What is to be said of a shape: faces that cannot be, marks that fight each other, and whether less was done lest it fold.
 *
 * @param solve solves other settings of the same photo; asked only where a mark misses what it asks for.
 */
export function explainShape(
  shape: ShapeSettings,
  model: ShapeModel,
  marks: readonly ShapeMark[],
  solve: (other: ShapeSettings) => ShapeModel | null,
): ShapeMessage[] {
  const names = shapeNames(shape);
  const messages = model.faults.map(({ id, fault }): ShapeMessage => ({
    ids: [id],
    text: `Face ${names.get(id)} ${WRONG[fault]}: it does not count.`,
  }));
  for (const mark of marks)
    if (mark.kind === "taut" && Math.abs(mark.before.lean ?? 0) > FAR_OFF)
      messages.push({
        ids: [mark.id],
        text: `${capital(called(mark))} lies ${Math.abs(mark.before.lean!).toFixed(0)}° from what it is locked to: is that meant?`,
      });
  if (model.share < 1) {
    const culprit = marks.slice(0, MOST_TRIED).find(({ id }) => (solve(without(shape, id))?.share ?? 1) === 1);
    messages.push({
      ids: culprit ? [culprit.id] : [],
      text:
        `Only ${Math.round(100 * model.share)} % of what is marked is done: more would fold the picture.` +
        (culprit && marks.length > 1 ? ` Without ${called(culprit)} the rest would be done wholly.` : ""),
    });
  }
  // Where less is done than asked for, every mark misses it.
  const missing = [...(model.share < 1 ? [] : marks)]
    .filter((m) => m.residualPx > MISSED_PX)
    .sort((a, b) => b.residualPx - a.residualPx);
  const told = new Set<string>();
  for (const mark of missing.slice(0, MOST_TOLD)) {
    if (told.has(mark.id)) continue;
    const rival = rivalOf(mark, marks, (id) => {
      const other = without(shape, id);
      const solved = solve(other);
      // Where nothing else would move anything a shield holds.
      if (!solved) return mark.kind === "shield" ? 0 : null;
      return shapeMarks(other, solved).find((m) => m.id === mark.id)?.residualPx ?? null;
    });
    const off = px(mark.residualPx);
    if (!rival) {
      messages.push({ ids: [mark.id], text: `${capital(called(mark))} cannot hold wholly: off by ${off} px.` });
      continue;
    }
    told.add(rival.id);
    messages.push({
      ids: [mark.id, rival.id],
      text: `${capital(called(mark))} and ${called(rival)} cannot both hold: off by ${off} px.`,
    });
  }
  return messages;
}

/** The mark without which another would hold best; null where that helps none. */
function rivalOf(
  mark: ShapeMark,
  marks: readonly ShapeMark[],
  leftWithout: (id: string) => number | null,
): ShapeMark | null {
  let best: { readonly mark: ShapeMark; readonly left: number } | null = null;
  for (const other of marks.filter((m) => m.id !== mark.id).slice(0, MOST_TRIED)) {
    const left = leftWithout(other.id);
    if (left !== null && left < mark.residualPx / 2 && (!best || left < best.left)) best = { mark: other, left };
  }
  return best?.mark ?? null;
}
