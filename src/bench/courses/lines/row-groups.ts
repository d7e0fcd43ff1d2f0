import { say } from "@/language";
import type { LineRow } from "../../derived";

/** Rows of the schedule that belong together: the plumbs, or the sills of one wall. */
export interface RowGroup {
  readonly id: string;
  readonly title: string;
  readonly rows: readonly LineRow[];
  /** How many of them count. */
  readonly on: number;
  /** The furthest out of true of those that count and are meant to be true, as corrected, degrees; null where there is none to be seen. */
  readonly worst: number | null;
}

/** A schedule with more lines than this is folded by group. */
const MOST_FLAT = 8;

/** The groups of a schedule, plumbs first; one group that is called nothing where there are few lines. */
export function groupsOf(rows: readonly LineRow[]): RowGroup[] {
  if (rows.length <= MOST_FLAT) return [groupOf("all", "", rows)];
  const plumbs = rows.filter((r) => r.line.kind === "plumb");
  const sills = rows.filter((r) => r.line.kind === "sill");
  const walls = [...new Set(sills.map((r) => r.wall))].toSorted((a, b) => (a ?? "").localeCompare(b ?? ""));
  return [
    groupOf("plumbs", say("{count, plural, one {# plumb} other {# plumbs}}", { count: plumbs.length }), plumbs),
    ...walls.map((wall) => {
      const own = sills.filter((r) => r.wall === wall);
      const count = own.length;
      return groupOf(
        `sills ${wall ?? ""}`,
        wall === null
          ? say("{count, plural, one {# sill} other {# sills}}", { count })
          : say("{count, plural, one {# sill} other {# sills}}, wall {wall}", { count, wall: wall.slice(1) }),
        own,
      );
    }),
  ].filter((g) => g.rows.length > 0);
}

function groupOf(id: string, title: string, rows: readonly LineRow[]): RowGroup {
  const counting = rows.filter((r) => r.line.on);
  const seen = counting.flatMap((r) => (r.after === null || !r.meant ? [] : [r.after]));
  return { id, title, rows, on: counting.length, worst: seen.length === 0 ? null : Math.max(...seen) };
}
