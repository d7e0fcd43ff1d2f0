import { say } from "@/language";
import path from "node:path";
import { z } from "zod";
import { FORMATS, QUALITY, fileName, formatOfName, unknownPlace } from "@/core/contract";
import { UsageError, readText } from "../arguments";

const endings = FORMATS.map((f) => f.endings[0]!) as [string, ...string[]];

/** What each photo of a visit is delivered as. */
const deliverySet = z.strictObject({
  name: z.string().min(1).max(100).default("Full size"),
  outputs: z
    .array(
      z.strictObject({
        /** Takes the place of {output} in names. */
        name: z
          .string()
          .regex(/^[\w-]{1,40}$/)
          .default("full"),
        format: z.enum(endings).default("jpg"),
        quality: z.number().int().min(QUALITY.min).max(QUALITY.max).default(QUALITY.standard),
        /** Longer side, pixels; absent: a pixel for each of the corrected plane's. */
        long: z.number().int().min(16).max(200_000).optional(),
        colour: z.enum(["own", "srgb"]).optional(),
      }),
    )
    .min(1)
    .max(12),
});

export type DeliverySet = z.output<typeof deliverySet>;
export type Output = DeliverySet["outputs"][number];

const FULL: DeliverySet = deliverySet.parse({ outputs: [{}] });

/** A delivery set from a file; full size without one. @throws UsageError */
export async function readSet(file: string | undefined): Promise<DeliverySet> {
  if (file === undefined) return FULL;
  const text = await readText(file, say("The delivery set"));
  let read: unknown;
  try {
    read = JSON.parse(text);
  } catch {
    throw new UsageError(say('"{file}" is not JSON.', { file }));
  }
  const asked = deliverySet.safeParse(read);
  if (!asked.success)
    throw new UsageError(
      say('"{file}" is no delivery set: {message}', { file, message: z.prettifyError(asked.error) }),
    );
  return asked.data;
}

/**
 * The names of all that will be made, photo by photo. @throws UsageError for a pattern with unknown places, for names that are
 * no file's, and where two would be the same.
 */
export function namesFor(photos: readonly string[], { outputs }: DeliverySet, pattern: string): string[][] {
  const unknown = unknownPlace(pattern);
  if (unknown)
    throw new UsageError(
      say('"{unknown}" is no place in a name; there are {places}.', {
        unknown,
        places: "{name}, {number}, {number:3}, {output}",
      }),
    );
  const taken = new Map<string, string>();
  return photos.map((photo, i) =>
    outputs.map((output) => {
      const places = { name: path.parse(photo).name, number: i + 1, output: output.name };
      const name = fileName(pattern, places, formatOfName(`.${output.format}`)!);
      if (path.basename(name) !== name || name.startsWith(".") || !formatOfName(name))
        throw new UsageError(say('"{name}" is no name for a delivered file.', { name }));
      const other = taken.get(name.toLowerCase());
      if (other !== undefined)
        throw new UsageError(
          say('"{name}" would be made of "{other}" and of "{photo}". Put one of {places} into --names.', {
            name,
            other,
            photo,
            places: "{name}, {number}, {output}",
          }),
        );
      taken.set(name.toLowerCase(), photo);
      return name;
    }),
  );
}
