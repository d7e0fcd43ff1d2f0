import { say } from "@/language";
import { writeFile } from "node:fs/promises";
import { equivalentOf } from "@/core/camera";
import { type OwnSolution, centreOfPool, pooledLens, pooledProfile } from "@/core/own-edges";
import { UsageError, checkPhoto, checkTarget, options } from "./arguments";
import { ownEdgesIn, refuseStitched } from "./own-edges";
import { factsOf, inspected } from "./subject";

/** Measures one lens from the own edges of several photos at one setting, and may keep it as a profile. */
export async function run(args: string[]): Promise<void> {
  const { values, free } = options(args, ["out"]);
  if (free.length === 0) throw new UsageError(say("Name the photos to measure the lens from."));
  if (values.out !== undefined && !values.out.endsWith(".json"))
    throw new UsageError(say('"{out}" does not end in .json.', { out: values.out }));
  for (const photo of free) await checkPhoto(photo);
  if (values.out !== undefined) await checkTarget(values.out, free);
  const used: { photo: string; solution: OwnSolution }[] = [];
  const without: string[] = [];
  for (const photo of free) {
    await refuseStitched(photo);
    const subject = await inspected(photo);
    const found = await ownEdgesIn(photo, subject);
    // A fisheye has a focal length and no terms that could be pooled.
    if (!found || found.solution.model === "equidistant") {
      without.push(photo);
      continue;
    }
    const [first] = used;
    const longer = Math.max(...subject.size);
    if (first && Math.max(...first.solution.size) !== longer)
      throw new UsageError(
        say('"{photo}" has another size than "{first}"; measure photos of one camera at one setting.', {
          photo,
          first: first.photo,
        }),
      );
    used.push({ photo, solution: found.solution });
  }
  if (used.length === 0) throw new UsageError(say("None of these photos has edges enough to measure a lens by."));
  const pooled = pooledLens(used.map((u) => u.solution));
  const { size } = used[0]!.solution;
  const unit = Math.hypot(size[0], size[1]) / 2;
  const profile = pooledProfile(pooled, size, await factsOf(used[0]!.photo), used.length - pooled.disagree.length);
  if (values.out !== undefined) await writeFile(values.out, `${JSON.stringify(profile, null, 2)}\n`);
  console.log(
    JSON.stringify({
      lens: { k: pooled.k, centre: centreOfPool(pooled.centre, size), sigmaPx: pooled.sigmaCorner * unit },
      photos: used.map(({ photo, solution }, i) => ({
        photo,
        k: solution.k,
        sigmaPx: solution.sigma.cornerPx,
        equivalentMm: equivalentOf(solution.size, solution.focalPx),
        off: pooled.off[i],
        counts: !pooled.disagree.includes(i),
      })),
      without,
      ...(values.out === undefined ? {} : { out: values.out }),
    }),
  );
}
