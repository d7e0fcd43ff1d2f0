/** An edge of a face: its face's number and side. */
export type Edge = readonly [face: number, side: number];

/** The two ends of a side among a face's joints. */
export const endsOfSide = <T>(joints: readonly T[], side: number): readonly [T, T] => [
  joints[side]!,
  joints[(side + 1) % 4]!,
];

/** Edges that two faces have in common, each pair once; of three faces on one edge the first two. */
export function sharedEdges(faces: readonly { readonly joints: readonly string[] }[]): (readonly [Edge, Edge])[] {
  const first = new Map<string, Edge | null>();
  const found: (readonly [Edge, Edge])[] = [];
  faces.forEach(({ joints }, f) => {
    for (let side = 0; side < 4; side++) {
      const key = [...endsOfSide(joints, side)].sort().join("\n");
      const other = first.get(key);
      if (other) {
        found.push([other, [f, side]]);
        first.set(key, null);
      } else if (other === undefined) first.set(key, [f, side]);
    }
  });
  return found;
}
