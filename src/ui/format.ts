const thin = "\u202f";

/** 2986 → "2 986", with a narrow space between the thousands. */
export const grouped = (n: number): string =>
  Math.round(n)
    .toString()
    .replace(/\B(?=(\d{3})+$)/g, thin);

/** Bytes in the unit a person would choose. */
export function fileSize(bytes: number): string {
  if (bytes < 1e6) return `${Math.max(1, Math.round(bytes / 1e3))} kB`;
  return bytes < 1e9 ? `${(bytes / 1e6).toFixed(1)} MB` : `${(bytes / 1e9).toFixed(2)} GB`;
}

/** An angle with its unit; a zero has no sign. */
export const angle = (deg: number, digits = 2): string =>
  `${(Math.abs(deg) < 0.5 * 10 ** -digits ? 0 : deg).toFixed(digits)}°`;

export const percent = (share: number, digits = 0): string => `${(100 * share).toFixed(digits)} %`;
