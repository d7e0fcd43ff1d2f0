import { say } from "@/language";
import { type ChartKind, type LensProfile, profileFromCalibration } from "@/core/lens";
import { originalPath } from "../files/store";
import type { ChartOrder, MeasuredLens } from "../image/calibrate-files";
import { desk, limitsFor } from "../image/desks";
import { listPhotos } from "../photos/listed-photos";
import { Problem } from "../problem";

/**
 * Measures a camera from photos of an assignment that show a chart, in a process of its own; with it a profile ready to be kept.
 *
 * @throws Problem as calibrateFiles.
 */
export async function calibratePhotos(
  assignmentId: string,
  { photoIds, columns, rows, kind }: { photoIds: readonly string[]; columns: number; rows: number; kind: ChartKind },
): Promise<MeasuredLens & { readonly profile: LensProfile }> {
  const all = await listPhotos(assignmentId);
  const chosen = all.filter((p) => photoIds.includes(p.id));
  if (chosen.length === 0) throw new Problem(404, say("None of these photos is there any more."));
  const [first] = chosen;
  const other = chosen.find((p) => p.orientation !== first!.orientation);
  if (other)
    throw new Problem(
      422,
      say("{name} was shot with the camera held another way than {first}; use pictures all held the same way.", {
        name: other.name,
        first: first!.name,
      }),
    );
  const pictures = chosen.map((p) => ({ file: originalPath(p.sha256), name: p.name }));
  const bytes = chosen.reduce((sum, p) => sum + p.bytes, 0);
  const limits = limitsFor(bytes);
  const measured = await desk("measuring").run<MeasuredLens>(
    "calibrate",
    { pictures, columns, rows, kind } satisfies ChartOrder,
    { ...limits, ms: limits.ms * (1 + chosen.length / 4) },
  );
  return { ...measured, profile: profileFromCalibration(measured, first!) };
}
