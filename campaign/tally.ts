/** What was tried and what came of it: rows of the table that the campaign prints, and everything that must not happen. */
export class Tally {
  private readonly counts = new Map<string, Map<string, number>>();
  readonly faults: string[] = [];
  /** Answers' times of /api/health while the worst files arrived, ms. */
  readonly healthMs: number[] = [];
  /** And while everybody attacked at once, kills included, ms. */
  readonly healthUnderAttackMs: number[] = [];
  /** Seconds until what a killed worker held was done; and until another had taken it up. */
  readonly doneSeconds: number[] = [];
  readonly takenUpSeconds: number[] = [];
  readonly memoryMb: number[] = [];

  count(what: string, outcome: string | number, n = 1): void {
    const row = this.counts.get(what) ?? new Map<string, number>();
    row.set(`${outcome}`, (row.get(`${outcome}`) ?? 0) + n);
    this.counts.set(what, row);
  }

  fault(words: string): void {
    this.faults.push(words);
  }

  total(what: string): number {
    return [...(this.counts.get(what)?.values() ?? [])].reduce((a, b) => a + b, 0);
  }

  rows(): { what: string; tries: number; outcomes: string }[] {
    return [...this.counts].map(([what, row]) => ({
      what,
      tries: this.total(what),
      outcomes: [...row]
        .sort((a, b) => b[1] - a[1])
        .map(([outcome, n]) => `${outcome}: ${n}`)
        .join(", "),
    }));
  }
}

/** The value below which a share of a list lies; NaN of none. */
export function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? NaN;
}
