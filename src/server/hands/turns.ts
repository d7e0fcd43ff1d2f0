/** What is known of a task that waits for a hand. */
interface InTurn {
  /** When it came, ms; what waits long becomes lighter. */
  readonly since: number;
  /** Times it was ended for others. */
  readonly yielded: number;
  readonly limits: { readonly seconds?: number };
}

/**
 * The next to be begun: what was ended for others after them, then the lightest, those that have waited long counting as lighter. Without
 * seconds tasks are begun in the order in which they came.
 *
 * @param most seconds that it may take about. @returns where it stands; −1 where there is none.
 */
export function nextInTurn(waiting: readonly InTurn[], most: number, now = Date.now()): number {
  const weight = ({ yielded, limits: { seconds = 0 }, since }: InTurn): number =>
    1e6 * yielded + seconds - (now - since) / 1000;
  let best = -1;
  for (const [i, item] of waiting.entries()) {
    if ((item.limits.seconds ?? 0) > most) continue;
    if (best < 0 || weight(item) < weight(waiting[best]!)) best = i;
  }
  return best;
}

/** What is known of tasks where one may be ended for others. */
interface Yielding {
  readonly yielded: number;
  readonly limits: { readonly seconds?: number; readonly work?: string; readonly yieldsToLighter?: boolean };
}

/**
 * Whether a task that is under way and takes long is ended for one that waits: not for what has been ended more often itself, not for the
 * same work, which it would only hold up, and, where it says so, only for what is lighter.
 */
export function yieldsTo({ yielded, limits }: Yielding, waiting: Yielding): boolean {
  if (waiting.yielded > yielded) return false;
  if (limits.work !== undefined && limits.work === waiting.limits.work) return false;
  return limits.yieldsToLighter !== true || (waiting.limits.seconds ?? 0) < (limits.seconds ?? 0);
}
