import { say } from "@/language";
import { calibrateFiles } from "@/server/image/calibrate-files";
import { UsageError, checkPhoto, options, required } from "./arguments";

/** Measures a lens from pictures of a chart and prints it. */
export async function run(args: string[]): Promise<void> {
  const { values, free } = options(args, ["corners", "kind"]);
  const match = /^(\d{1,3})[x×](\d{1,3})$/.exec(required(values.corners, "--corners 9x6"));
  const [columns, rows] = match ? [Number(match[1]), Number(match[2])] : [0, 0];
  if (columns < 3 || rows < 3)
    throw new UsageError(
      say('"{corners}" is no chart; write inner corners across and down, like 9x6, at least 3x3.', {
        corners: values.corners ?? "",
      }),
    );
  const kind = values.kind ?? "checker";
  if (kind !== "checker" && kind !== "lines")
    throw new UsageError(say('--kind is checker or lines, not "{kind}".', { kind }));
  if (free.length === 0) throw new UsageError(say("Name at least one picture of the chart."));
  for (const file of free) await checkPhoto(file);
  const measured = await calibrateFiles({ pictures: free.map((file) => ({ file, name: file })), columns, rows, kind });
  for (const name of measured.without) console.error(say('No chart was found in "{name}"; it was left out.', { name }));
  const { k, p, centre, focalPx, rmsPx, size, sigmaFocalPx, views, used } = measured;
  const pictures = used.map((photo, i) => ({
    photo,
    rmsPx: views[i]!.rmsPx,
    corners: views[i]!.residuals.filter(Boolean).length,
  }));
  process.stdout.write(
    `${JSON.stringify({ model: "brown-conrady", k, p, centre, focalPx, rmsPx, size, sigmaFocalPx, pictures })}\n`,
  );
}
