import type { Photo } from "@/client";
import type { BenchState } from "@/client/bench-store";
import { settleJoints } from "@/core/edits";
import { type Vec2, distance2 } from "@/core/geometry";
import { edgesUnder } from "../edges-under";

/** Further than this from where it was put a joint was not meant, CSS pixels. */
const FURTHEST = 14;

/**
 * Settles joints of a face where its sides, each on the image edge beside it, cross. Where there are no edges, or they cross
 * elsewhere, joints stay where they were put.
 *
 * @param joints those that may move. @param reach pixels of the original to one on the screen.
 */
export async function settleFace(
  bench: () => BenchState,
  photo: Photo,
  face: string,
  joints: readonly string[],
  reach: number,
): Promise<void> {
  const cornersOf = ({ recipe: { shape } }: BenchState) => {
    const found = shape?.faces.find((f) => f.id === face);
    return found?.joints.map((id) => shape!.joints.find((j) => j.id === id)!);
  };
  const { recipe, size, versionId } = bench();
  const before = cornersOf(bench());
  if (!before) return;
  const settled = await edgesUnder(
    photo,
    recipe,
    size,
    "corners",
    before.map((j) => j.at),
    reach,
  ).catch(() => null);
  const now = bench();
  const after = cornersOf(now);
  // Meanwhile a joint may have been moved, or another photo opened.
  if (!settled || now.versionId !== versionId || !after?.every((j, i) => j === before[i])) return;
  const places = before.flatMap((joint, i): [string, Vec2][] => {
    const far = distance2(joint.at, settled[i]!);
    return joints.includes(joint.id) && far > 0 && far <= FURTHEST * reach ? [[joint.id, settled[i]!]] : [];
  });
  if (places.length > 0) now.edit(settleJoints(new Map(places)));
}
