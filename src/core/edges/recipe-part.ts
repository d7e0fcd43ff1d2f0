import { z } from "zod";
import { point } from "../course";
import { strokes } from "./strokes";

/** A side of the photo, beyond which a gap lies. */
export const SIDES = ["left", "top", "right", "bottom"] as const;
export type Side = (typeof SIDES)[number];

/** What is done with a gap. */
export const GAP_CHOICES = ["leave", "plain", "fill", "trim", "bend"] as const;
export type GapChoice = (typeof GAP_CHOICES)[number];

const colour = z.string().regex(/^#[0-9a-f]{6}$/);

/** A source or a forbidden area holds so many corners at most. */
const MOST_CORNERS = 100;

/** How far a fill may reach into the photo, as a share of the photo's longer side. */
export const MOST_REACH = 0.05;

/** So many borders may be moved. */
export const MOST_BORDERS = 50;

/** The edges in a recipe. */
export const edgesSettings = z.strictObject({
  on: z.boolean().default(true),
  gaps: z.enum(GAP_CHOICES).default("leave").describe("What is done with every gap that is not in `each`"),
  plain: colour.optional().describe("#rrggbb of plain gaps, and of clear ones where the format has no alpha"),
  reach: z.number().min(0).max(10_000).optional().describe("Pixels of the photo's border made anew with a filled gap"),
  seed: z.number().int().min(1).max(9999).optional().describe("Another answer; absent: the first"),
  each: z
    .array(z.strictObject({ side: z.enum(SIDES), do: z.enum(GAP_CHOICES), plain: colour.optional() }))
    .max(SIDES.length)
    .refine((all) => new Set(all.map((g) => g.side)).size === all.length, "Each side may be named once.")
    .optional()
    .describe("Gaps with a choice of their own, by the side of the photo they lie beyond"),
  sources: z
    .array(
      z.strictObject({
        id: z.string().min(1).max(100),
        use: z
          .enum(["from", "never", "out"])
          .describe("`out`: what is there is taken out, and made anew with the gaps that are filled"),
        points: z.array(point).min(3).max(MOST_CORNERS),
        on: z.boolean(),
      }),
    )
    .max(100)
    .optional()
    .describe("Areas of the original to fill from, or never from"),
  borders: z
    .array(z.strictObject({ id: z.string().min(1).max(100), from: point, to: point }))
    .max(MOST_BORDERS)
    .optional()
    .describe(
      "Borders between what gaps show (sky, what stands, ground) that were moved; pixels of the original, also beyond it",
    ),
  repeat: z.literal(true).optional().describe("Faces, keep marks and measured things may be repeated"),
  strokes: strokes.optional().describe("Mended and grafted by hand, one upon the other"),
});

export type EdgesSettings = z.output<typeof edgesSettings>;
export type SourceArea = NonNullable<EdgesSettings["sources"]>[number];

export const WHITE = "#ffffff";

/** What is done with the gap beyond a side, and with what colour. */
export function choiceFor(
  { on, gaps, each = [], plain = WHITE }: EdgesSettings,
  side: Side,
): { do: GapChoice; plain: string } {
  if (!on) return { do: "leave", plain };
  const own = each.find((g) => g.side === side);
  return { do: own?.do ?? gaps, plain: own?.plain ?? plain };
}

/** The settings of gaps that are pulled shut, which move places; null where there are none. */
export function onlyShuts(settings: EdgesSettings): EdgesSettings | null {
  const shut = SIDES.filter((side) => choiceFor(settings, side).do === "bend");
  return shut.length > 0 ? { on: true, gaps: "leave", each: shut.map((side) => ({ side, do: "bend" })) } : null;
}

/** Of the settings only what moves places: nothing is made. */
export const onlyPlacing = (settings: EdgesSettings): EdgesSettings =>
  onlyShuts(settings) ?? { on: false, gaps: "leave" };

/** Whether any gap would be made: filled or given a colour. */
export const makesGaps = (settings: EdgesSettings): boolean =>
  SIDES.some((side) => ["fill", "plain"].includes(choiceFor(settings, side).do));
