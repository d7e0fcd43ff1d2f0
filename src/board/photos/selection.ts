/** Photos that are chosen, and the one that a range goes on from; by their ids. */
export interface Selection {
  readonly chosen: ReadonlySet<string>;
  readonly from: string | null;
}

export const NONE: Selection = { chosen: new Set(), from: null };

/** One more, or one less; a range goes on from it. */
export function turned({ chosen }: Selection, id: string): Selection {
  const next = new Set(chosen);
  if (!next.delete(id)) next.add(id);
  return { chosen: next, from: id };
}

/** All from where the last was chosen up to this one are chosen, beside those that are already. @param order as they are shown. */
export function upTo(selection: Selection, id: string, order: readonly string[]): Selection {
  const [a, b] = [order.indexOf(selection.from ?? id), order.indexOf(id)];
  if (b < 0) return selection;
  const start = a < 0 ? b : a;
  const range = order.slice(Math.min(start, b), Math.max(start, b) + 1);
  return { chosen: new Set([...selection.chosen, ...range]), from: selection.from ?? id };
}

export const everything = (order: readonly string[]): Selection => ({ chosen: new Set(order), from: order[0] ?? null });

/** What is not chosen is, and the other way. */
export const inverse = ({ chosen }: Selection, order: readonly string[]): Selection => ({
  chosen: new Set(order.filter((id) => !chosen.has(id))),
  from: null,
});

/** Without photos that are no longer there, or not shown: nothing happens to what nobody sees. */
export function among(selection: Selection, order: readonly string[]): Selection {
  const there = new Set(order);
  if ([...selection.chosen].every((id) => there.has(id))) return selection;
  return {
    chosen: new Set([...selection.chosen].filter((id) => there.has(id))),
    from: selection.from !== null && there.has(selection.from) ? selection.from : null,
  };
}
