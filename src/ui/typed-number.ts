/**
 * What somebody typed as a number, by whichever decimal sign and minus, or as a simple sum of numbers: "12*8", "3000/2", "2 × (4 + 1)".
 *
 * @returns null where it is none, or has no finite result.
 */
export function typedNumber(text: string): number | null {
  const plain = text
    .replace(/[−–]/g, "-")
    .replace(/[×·]/g, "*")
    .replace(/[÷:]/g, "/")
    .replaceAll(",", ".")
    .replace(/\s/g, "");
  if (plain === "" || plain.length > LONGEST) return null;
  const reader = new Reader(plain);
  const value = reader.sum();
  return value !== null && reader.isAtEnd() && Number.isFinite(value) ? value : null;
}

/** Longer than this nobody types a sum, characters. */
const LONGEST = 100;
const NUMBER = /^(\d+\.?\d*|\.\d+)(e[+-]?\d+)?/i;

/** Reads a sum from left to right, products before sums. */
class Reader {
  private at = 0;

  constructor(private readonly text: string) {}

  isAtEnd(): boolean {
    return this.at === this.text.length;
  }

  sum(): number | null {
    let value = this.product();
    for (let sign = this.took("+-"); value !== null && sign; sign = this.took("+-")) {
      const next = this.product();
      value = next === null ? null : sign === "+" ? value + next : value - next;
    }
    return value;
  }

  private product(): number | null {
    let value = this.single();
    for (let sign = this.took("*/"); value !== null && sign; sign = this.took("*/")) {
      const next = this.single();
      value = next === null ? null : sign === "*" ? value * next : value / next;
    }
    return value;
  }

  private single(): number | null {
    const sign = this.took("+-");
    if (sign) {
      const value = this.single();
      return value === null ? null : sign === "-" ? -value : value;
    }
    if (this.took("(")) {
      const value = this.sum();
      return this.took(")") ? value : null;
    }
    const found = NUMBER.exec(this.text.slice(this.at))?.[0];
    if (found === undefined) return null;
    this.at += found.length;
    return Number(found);
  }

  /** The next character, if it is one of those, and goes on behind it; "" where it is none. */
  private took(any: string): string {
    const next = this.text[this.at] ?? "";
    if (next === "" || !any.includes(next)) return "";
    this.at++;
    return next;
  }
}
