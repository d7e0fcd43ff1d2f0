import { type Figure, type Words, capital, figure, row, tell } from "../../language";
import { type BendMark, bendMarks, bendNames } from "./bend-marks";
import type { BendModel } from "./bend-model";
import type { BendSettings } from "./bend-settings";
import { crookedness } from "./crooked";

export interface BendMessage {
  readonly text: Words;
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
  "in line": tell("has three corners in line"),
  "inside out": tell("is turned inside out"),
  unseen: tell("has a corner that cannot be seen"),
  "too wide": tell("goes further round than one flat thing can be seen"),
} as const;

const without = (shape: BendSettings, id: string): BendSettings => {
  const off = <M extends { readonly id: string; readonly on: boolean }>(marks: readonly M[]): M[] =>
    marks.map((m) => (m.id === id ? { ...m, on: false } : m));
  return { ...shape, taut: off(shape.taut), faces: off(shape.faces), shields: off(shape.shields) };
};

const MARKS = { taut: tell("taut line"), face: tell("face"), shield: tell("shield") } as const;
/** A mark as it is called in a sentence. */
const called = ({ kind, name }: BendMark): Words => row([MARKS[kind], name], " ");
const px = (v: number): Figure => (v < 9.95 ? figure(v, 1) : figure(v, 0));

/**
 * What is to be said of a shape: faces that cannot be, marks that fight each other, and whether less was done lest it fold.
 *
 * @param solve solves other settings of the same photo; asked only where a mark misses what it asks for.
 */
export function explainBend(
  shape: BendSettings,
  model: BendModel,
  marks: readonly BendMark[],
  solve: (other: BendSettings) => BendModel | null,
): BendMessage[] {
  const names = bendNames(shape);
  const messages = model.faults.map(({ id, fault }): BendMessage => ({
    ids: [id],
    text: tell("Face {name} {wrong}: it does not count.", { name: names.get(id)!, wrong: WRONG[fault] }),
  }));
  for (const mark of marks)
    if (mark.kind === "taut" && Math.abs(mark.before.lean ?? 0) > FAR_OFF)
      messages.push({
        ids: [mark.id],
        text: tell("{mark} lies {lean}° from what it is locked to: is that meant?", {
          mark: capital(called(mark)),
          lean: figure(Math.abs(mark.before.lean!), 0),
        }),
      });
  for (const taut of model.tauts) {
    const off = taut.mark.amount > 0 ? crookedness(taut) : null;
    if (off !== null)
      messages.push({
        ids: [taut.mark.id],
        text: tell("Taut line {name} leaves a straight line by {off} % of its length. Is it straight in reality?", {
          name: names.get(taut.mark.id)!,
          off: figure(100 * off, 1),
        }),
      });
  }
  if (model.share < 1) {
    const culprit = marks.slice(0, MOST_TRIED).find(({ id }) => (solve(without(shape, id))?.share ?? 1) === 1);
    messages.push({
      ids: culprit ? [culprit.id] : [],
      text: row(
        [
          tell("Only {share} % of what is marked is done: more would fold the picture.", {
            share: Math.round(100 * model.share),
          }),
          ...(culprit && marks.length > 1
            ? [tell("Without {culprit} the rest would be done wholly.", { culprit: called(culprit) })]
            : []),
        ],
        " ",
      ),
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
      return bendMarks(other, solved).find((m) => m.id === mark.id)?.residualPx ?? null;
    });
    const off = px(mark.residualPx);
    if (!rival) {
      messages.push({
        ids: [mark.id],
        text: tell("{mark} cannot hold wholly: off by {off} px.", { mark: capital(called(mark)), off }),
      });
      continue;
    }
    told.add(rival.id);
    messages.push({
      ids: [mark.id, rival.id],
      text: tell("{mark} and {rival} cannot both hold: off by {off} px.", {
        mark: capital(called(mark)),
        rival: called(rival),
        off,
      }),
    });
  }
  return messages;
}

/** The mark without which another would hold best; null where that helps none. */
function rivalOf(
  mark: BendMark,
  marks: readonly BendMark[],
  leftWithout: (id: string) => number | null,
): BendMark | null {
  let best: { readonly mark: BendMark; readonly left: number } | null = null;
  for (const other of marks.filter((m) => m.id !== mark.id).slice(0, MOST_TRIED)) {
    const left = leftWithout(other.id);
    if (left !== null && left < mark.residualPx / 2 && (!best || left < best.left)) best = { mark: other, left };
  }
  return best?.mark ?? null;
}
