import { decimalIn } from "@/language";

const thin = "\u202f";

/** 2986 → "2 986", with a narrow space between the thousands. */
export function grouped(n: number): string {
  const digits = `${Math.abs(Math.round(n))}`;
  const groups = [];
  for (let end = digits.length; end > 0; end -= 3) groups.unshift(digits.slice(Math.max(0, end - 3), end));
  return (n < 0 ? "-" : "") + groups.join(thin);
}

/** Bytes in the unit a person would choose. */
export function fileSize(bytes: number): string {
  if (bytes < 1e6) return `${Math.max(1, Math.round(bytes / 1e3))} kB`;
  return bytes < 1e9 ? `${fixed(bytes / 1e6, 1)} MB` : `${fixed(bytes / 1e9, 2)} GB`;
}

/** An angle with its unit; a zero has no sign. */
export const angle = (deg: number, digits = 2): string =>
  `${fixed(Math.abs(deg) < 0.5 * 10 ** -digits ? 0 : deg, digits)}°`;

export const percent = (share: number, digits = 0): string => `${fixed(100 * share, digits)} %`;

/** A number as the browser's language writes it, see decimalIn. On the server, which knows no browser, it is written as in English. */
export const fixed = (v: number, digits: number): string =>
  decimalIn(typeof window === "undefined" ? "en" : navigator.language, v, digits);
