/** A photo to go on to, as the version that it is shown as. */
export interface Place {
  readonly id: string;
  readonly versionId: string;
  readonly sha256: string;
}

/** The photos that a board showed last, in its order, for going on to the next one on the Bench; remembered in this window. */
export interface VisitOrder {
  readonly assignmentId: string;
  readonly photos: readonly Place[];
}

const KEY = "flat-stone-visit-order";
/** More are not remembered: a window has room for some megabytes. */
const MOST = 5000;

export const keepOrder = (order: VisitOrder): void =>
  sessionStorage.setItem(KEY, JSON.stringify({ ...order, photos: order.photos.slice(0, MOST) }));

/** The order of a visit; null where its board was not seen in this window. */
export function orderOf(assignmentId: string): VisitOrder | null {
  try {
    const kept = JSON.parse(sessionStorage.getItem(KEY) ?? "null") as VisitOrder | null;
    return kept?.assignmentId === assignmentId ? kept : null;
  } catch {
    return null;
  }
}
