/** Ratios of papers by their letter: each is half the one before, its sides as 1 to √2 (ISO 216). */
const PAPER = /^[ab]\d{1,2}$/i;
const TWO_SIDES = /^(\d+(?:[.,]\d+)?)\s*[:x×/*]\s*(\d+(?:[.,]\d+)?)$/i;
const ONE = /^\d+(?:[.,]\d+)?$/;

/** Ratios that a recipe may hold. */
const LEAST = 0.05;
const MOST = 20;

/**
 * The ratio (width / height) that is meant by "3:2", "16 × 9", "1920x1080", "1.85" or "A4"; a paper lies.
 *
 * @returns null for what is no ratio, or an absurd one.
 */
export function ratioOfWords(words: string): number | null {
  const text = words.trim();
  const number = (s: string): number => Number(s.replace(",", "."));
  const two = TWO_SIDES.exec(text);
  const ratio = two
    ? number(two[1]!) / number(two[2]!)
    : PAPER.test(text)
      ? Math.SQRT2
      : ONE.test(text)
        ? number(text)
        : NaN;
  return ratio >= LEAST && ratio <= MOST ? ratio : null;
}

/** Small whole numbers that a ratio is called by: "3:2"; else to three digits, "1.414". */
export function wordsOfRatio(ratio: number): string {
  for (let b = 1; b <= 25; b++) {
    const a = Math.round(ratio * b);
    if (a > 0 && a <= 25 && Math.abs(a / b / ratio - 1) < 1e-6) return `${a}:${b}`;
  }
  return ratio.toFixed(3);
}
