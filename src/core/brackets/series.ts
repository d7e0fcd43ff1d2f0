/** What a photo says of itself, as far as that tells whether it was taken from one tripod position with others. */
export interface Shot {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly camera: string | null;
  readonly lens: string | null;
  readonly focalMm: number | null;
  /** Seconds since any moment; null: it does not say. */
  readonly takenAt: number | null;
  /** Stops of light that it lets in against one second at f/1 and ISO 100; null: it does not say. */
  readonly exposure: number | null;
}

/**
 * Stops of light against one second at f/1 and ISO 100, from what EXIF says: log2(t / N² · S / 100), the negative of the exposure
 * value (ISO 2720) plus what the speed gives; null without a time.
 *
 * @param time seconds. @param stop the f-number. @param iso speed.
 */
export const exposureOf = (time: number | null, stop: number | null, iso: number | null): number | null =>
  time ? Math.log2((time / (stop ?? 1) ** 2) * ((iso ?? 100) / 100)) : null;

/** Photos of a series follow each other within this, seconds, beside how long they were exposed. */
const WITHIN = 6;
/** Exposures of a bracket differ by at least this, stops; and there are no more of them than so many. */
const APART = 0.3;
const MOST = 9;

const seconds = ({ exposure }: Shot): number => (exposure === null ? 0 : Math.min(60, 2 ** exposure));

const alike = (a: Shot, b: Shot): boolean =>
  a.camera === b.camera && a.lens === b.lens && a.focalMm === b.focalMm && a.width === b.width && a.height === b.height;

/**
 * Exposure brackets among photos: runs of at least two, one after the other within seconds, by one camera at one setting,
 * no two of one exposure. An exposure that comes again begins the next.
 *
 * @returns of each photo, by its index, the index of the first of its bracket, or null where it is alone.
 */
export function bracketsOf(shots: readonly Shot[]): (number | null)[] {
  const order = shots
    .map((shot, i) => ({ shot, i }))
    .filter(({ shot }) => shot.takenAt !== null && shot.exposure !== null)
    .sort((a, b) => a.shot.takenAt! - b.shot.takenAt! || a.shot.name.localeCompare(b.shot.name));
  const of: (number | null)[] = shots.map(() => null);
  let run: typeof order = [];
  const close = (): void => {
    if (run.length > 1) for (const { i } of run) of[i] = Math.min(...run.map((r) => r.i));
    run = [];
  };
  for (const next of order) {
    const last = run.at(-1);
    const follows =
      last !== undefined &&
      run.length < MOST &&
      alike(last.shot, next.shot) &&
      next.shot.takenAt! - last.shot.takenAt! <= WITHIN + seconds(next.shot) &&
      run.every(({ shot }) => Math.abs(shot.exposure! - next.shot.exposure!) >= APART);
    if (!follows) close();
    run.push(next);
  }
  close();
  return of;
}

/** The one of a bracket that is exposed most like the middle of them: what its edges are looked at in. */
export function middleOf(shots: readonly Shot[]): Shot {
  const sorted = [...shots].sort((a, b) => a.exposure! - b.exposure!);
  return sorted[Math.floor((sorted.length - 1) / 2)]!;
}

/** Shots of one bracket, in the order in which they were given, and the one exposed most like the middle of them. */
export interface Bracket<T> {
  readonly own: readonly T[];
  readonly middle: T;
}

/** The exposure brackets among photos; those that are alone are in none. @param shotOf what a photo says of itself. */
export function wholeBrackets<T>(photos: readonly T[], shotOf: (photo: T) => Shot): Bracket<T>[] {
  const shots = photos.map(shotOf);
  const of = bracketsOf(shots);
  return [...new Set(of)].flatMap((first) => {
    if (first === null) return [];
    const isOwn = (_: unknown, i: number): boolean => of[i] === first;
    const middle = shots.indexOf(middleOf(shots.filter(isOwn)));
    return [{ own: photos.filter(isOwn), middle: photos[middle]! }];
  });
}
