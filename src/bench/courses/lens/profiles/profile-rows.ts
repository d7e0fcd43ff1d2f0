import { say } from "@/language";
import type { LensProfile } from "@/core/lens";

/** A profile's tables as rows of text fields, so that a number can be half typed. */
export type Rows = readonly (readonly string[])[];

export const TABLES = {
  distortion: ["mm", say("focus, m"), "k1", "k2", "k3", "p1", "p2", say("centre x"), say("centre y")],
  fringes: ["mm", say("red a"), say("red b"), say("blue a"), say("blue b")],
  vignetting: ["mm", "f/", "v1", "v2", "v3"],
} as const;
export type TableName = keyof typeof TABLES;
export const TABLE_NAMES: Record<TableName, string> = {
  distortion: say("Distortion"),
  fringes: say("Fringes"),
  vignetting: say("Dark corners"),
};

const shown = (v: number | null): string => (v === null ? "" : String(v));

export function rowsOf(profile: LensProfile, table: TableName): Rows {
  if (table === "distortion")
    return profile.distortion.map((d) => [d.focalMm, d.focusM, ...d.k, ...d.p, ...d.centre].map(shown));
  if (table === "fringes") return profile.fringes.map((f) => [f.focalMm, ...f.red, ...f.blue].map(shown));
  return profile.vignetting.map((v) => [v.focalMm, v.aperture, ...v.v].map(shown));
}

/** @throws Error with the table, row and column where a field is not a number. */
function numbersOf(table: TableName, rows: Rows): (number | null)[][] {
  return rows.map((row, n) =>
    row.map((text, i) => {
      if (text.trim() === "" && table === "distortion" && i === 1) return null;
      const value = Number(text.replace("−", "-").replace(",", "."));
      if (text.trim() === "" || !Number.isFinite(value))
        throw new Error(
          say("In {table}, row {row}, “{column}” is not a number: {text}.", {
            table: TABLE_NAMES[table],
            row: n + 1,
            column: TABLES[table][i]!,
            text: text || say("empty"),
          }),
        );
      return value;
    }),
  );
}

/** The profile with its tables from rows; whether it holds is readProfile's to say. @throws Error where a field is not a number. */
export function withRows(profile: LensProfile, rows: Record<TableName, Rows>): unknown {
  return {
    ...profile,
    distortion: numbersOf("distortion", rows.distortion).map(([focalMm, focusM, k1, k2, k3, p1, p2, x, y]) => ({
      focalMm,
      focusM,
      k: [k1, k2, k3],
      p: [p1, p2],
      centre: [x, y],
    })),
    fringes: numbersOf("fringes", rows.fringes).map(([focalMm, a, b, c, d]) => ({
      focalMm,
      red: [a, b],
      blue: [c, d],
    })),
    vignetting: numbersOf("vignetting", rows.vignetting).map(([focalMm, aperture, ...v]) => ({ focalMm, aperture, v })),
  };
}
