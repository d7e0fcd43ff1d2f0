import { z } from "zod";
import { pixels, point } from "../../course";

const id = z.string().min(1).max(64);
const on = z.boolean().default(true);

export const LOCKS = ["free", "vertical", "horizontal"] as const;

const taut = z.strictObject({
  id,
  points: z.array(point).min(2).max(2000).describe("Along the edge, pixels of the original"),
  lock: z
    .enum([...LOCKS, "parallel"])
    .default("free")
    .describe("What it is straightened to; parallel: to the line named by `along`"),
  along: id.optional().describe("Another taut line, that this one becomes parallel to"),
  amount: z.number().min(0).max(1).default(1).describe("How far it is straightened"),
  on,
});

const joint = z.strictObject({
  id,
  at: point.describe("Pixels of the original"),
  by: z
    .tuple([pixels, pixels])
    .optional()
    .describe("How far it is pulled, pixels of the corrected plane; absent: it goes where the rest takes it"),
});

const face = z.strictObject({
  id,
  joints: z.tuple([id, id, id, id]).describe("Top left, top right, bottom right, bottom left"),
  form: z.enum(["free", "rectangle"]).default("free"),
  ratio: z
    .number()
    .min(0.01)
    .max(100)
    .optional()
    .describe("Width over height of a rectangle; absent: what the camera tells"),
  amount: z
    .number()
    .min(0)
    .max(1)
    .optional()
    .describe("How far its joints go to what it asks for; of a joint of several faces the mean; absent: wholly"),
  edges: z
    .tuple([z.enum(LOCKS), z.enum(LOCKS), z.enum(LOCKS), z.enum(LOCKS)])
    .optional()
    .describe("Top, right, bottom and left; absent: all free"),
  on,
});

const shield = z.strictObject({
  id,
  points: z.array(point).min(2).max(500).describe("Its outline, or a line: pixels of the original"),
  keeps: z
    .enum(["form", "round", "place"])
    .default("form")
    .describe("Its form as it is corrected; as it is seen looking right at it; or the very place where it is"),
  turn: z.enum(["as-is", "none"]).default("as-is").describe("As what is around it turns, or not at all"),
  amount: z.number().min(0).max(1).optional().describe("How firmly it is kept; absent: wholly"),
  on,
});

/** As many straight edges of the photo are kept with a recipe. */
export const MOST_EDGES = 150;

const unique = <T extends { readonly id: string }>(all: readonly T[]): boolean =>
  new Set(all.map((m) => m.id)).size === all.length;

export const bendSettings = z
  .strictObject({
    on,
    taut: z.array(taut).max(200).default([]).refine(unique, "Two taut lines have the same id."),
    joints: z.array(joint).max(400).default([]).refine(unique, "Two joints have the same id."),
    faces: z.array(face).max(100).default([]).refine(unique, "Two faces have the same id."),
    shields: z.array(shield).max(100).default([]).refine(unique, "Two shields have the same id."),
    edges: z
      .array(z.tuple([pixels, pixels, pixels, pixels]))
      .max(MOST_EDGES)
      .optional()
      .describe(
        "Straight edges that the photo shows, pixels of the original, x and y of both ends: they keep the warp from bending them, softly",
      ),
    surface: z
      .number()
      .min(0)
      .max(1)
      .optional()
      .describe(
        "What the picture is shown on: 0, as absent, a flat surface; 1 a standing cylinder; between them a blend",
      ),
  })
  .refine(({ joints, faces }) => {
    const known = new Set(joints.map((j) => j.id));
    return faces.every((f) => f.joints.every((j) => known.has(j)));
  }, "A face names a joint that there is none of.");

export type BendSettings = z.output<typeof bendSettings>;
export type Taut = BendSettings["taut"][number];
export type Joint = BendSettings["joints"][number];
export type JoinedFace = BendSettings["faces"][number];
export type Shield = BendSettings["shields"][number];
export type Lock = (typeof LOCKS)[number];

export const NO_BEND: BendSettings = { on: true, taut: [], joints: [], faces: [], shields: [] };

/** How strongly a shield is kept over one that is kept wholly: a million times less at nothing. */
export const firmness = ({ amount = 1 }: Pick<Shield, "amount">): number => 10 ** (-6 * (1 - amount));

/** How far the surface that a picture is shown on is bent: 0 flat, 1 a standing cylinder. */
export const surfaceShare = (shape: BendSettings | undefined): number => (shape?.on ? (shape.surface ?? 0) : 0);

/** Whether marks could move anything. */
export const movesAnything = (shape: BendSettings | undefined): shape is BendSettings =>
  shape !== undefined &&
  shape.on &&
  (shape.taut.some((t) => t.on) ||
    shape.faces.some((f) => f.on) ||
    shape.shields.some((s) => s.on && s.keeps === "round"));
