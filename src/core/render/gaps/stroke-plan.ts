import type { Raster } from "../../course";
import {
  type Field,
  type FillHooks,
  type FillPlan,
  OF_STROKE,
  type Stroke,
  StrokeArea,
  inLight,
  joinCopies,
  planFill,
  carried,
} from "../../edges";
import { type Rect, type Vec2, type Vec3, contains, dot3, unit3 } from "../../geometry";
import type { EdgeJob, PlacedPlan, StrokeWork } from "./edge-job";
import { areasOf, viewOf } from "./fill-field";
import { fromLight } from "../../course";
import type { Below } from "./below";
import { MadeLight } from "./made-light";
import { graftShift } from "./graft-shift";
import { normalsFor } from "./normals";
import { radiusOnPlane, strokeBox, surroundings } from "./stroke-boxes";

/** Longer side of the picture in which a run of a stroke is planned, and the brush's radius in it, pixels: at most. */
const WORKING = 480;
const BRUSH = 24;

/**
 * Plans a stroke: where every pixel under the brush is copied from. A mend is planned run by run, each going on from the one
 * before; a graft has one shift, and the light that joins it.
 *
 * @param source the photo at full size, the same pixels wherever it is planned. @param job with the strokes beneath it.
 * @returns null where none of it lies on the plane.
 */
export async function planStroke(
  source: Raster,
  job: EdgeJob,
  stroke: Stroke,
  { onStep }: FillHooks = {},
): Promise<StrokeWork | null> {
  const { map, recipe } = job;
  const box = strokeBox(map, stroke);
  if (!box) return null;
  const area = new StrokeArea(stroke);
  if (stroke.kind === "graft") {
    const part = graftPart(source, job, stroke, area, box);
    return { stroke, box, parts: part ? [part] : [] };
  }
  const normals = normalsFor(recipe, map.size);
  const { never } = areasOf(recipe, map.size);
  const parts: PlacedPlan[] = [];
  for (const [run, ends] of area.runs.entries()) {
    const around = surroundings(map, area.pointsOf(ends), stroke.radius);
    if (!around) continue;
    const beneath = { ...job, strokes: [...job.strokes, { stroke, box, parts: [...parts] }] };
    const scale = Math.min(1, WORKING / Math.max(around[2], around[3]), BRUSH / radiusOnPlane(map, stroke));
    const { field, at } = lookedAt(source, beneath, around, scale, (recorded) => {
      const place: Vec2 = [recorded[0]!, recorded[1]!];
      const first = area.firstRun(place[0], place[1]);
      return {
        known: first < 0 || first < run,
        wanted: first === run,
        // What an earlier run has mended is not copied: a delivery would read the thing itself there.
        source: first < 0 && !never.some((outline) => contains(outline, place)),
      };
    });
    const plan = await planFill(
      field,
      facingEnough(field, normals),
      stroke.seed,
      { onStep: (share) => onStep?.((run + share) / area.runs.length) },
      OF_STROKE,
    );
    parts.push({ plan, view: { focal: field.focal, centre: field.centre }, at });
  }
  return { stroke, box, parts };
}

/** A plane that is seen at less than this, as the sine of the angle between it and the ray, is not what a stroke lies on. */
const GRAZING = 0.25;

/** The planes that a run may lie on: not those that would be seen edge on where it is. */
function facingEnough({ width, height, focal, centre }: Field, normals: readonly Vec3[]): Vec3[] {
  const ray = unit3([(width / 2 - centre[0]) / focal[0], (height / 2 - centre[1]) / focal[1], 1]);
  return normals.filter((n) => Math.abs(dot3(n, ray)) > GRAZING);
}

/** What a place is to a plan. */
interface State {
  readonly known: boolean;
  readonly wanted: boolean;
  readonly source: boolean;
}

/** Part of the picture as it is made so far, at the size in which a stroke is planned. */
function lookedAt(
  source: Raster,
  job: EdgeJob,
  window: Rect,
  scale: number,
  stateOf: (recorded: Float64Array) => State,
): { field: Field; at: Rect; beneath: Below } {
  const { map, recipe } = job;
  const [width, height] = [Math.max(8, Math.round(window[2] * scale)), Math.max(8, Math.round(window[3] * scale))];
  const at: Rect = [window[0], window[1], width / scale, height / scale];
  // Shrunken it is looked at, not delivered.
  const small: EdgeJob = {
    ...job,
    kernel: "cubic",
    map: { ...map, output: [map.frame[2] * scale, map.frame[3] * scale] },
  };
  const beneath = new MadeLight(source, small).upTo(job.strokes.length);
  const data = new Float32Array(3 * width * height);
  const known = new Uint8Array(width * height);
  const wanted = new Uint8Array(width * height);
  const mayCopy = new Uint8Array(width * height);
  const recorded = new Float64Array(3);
  const beside = new Float64Array(3);
  const light = new Float64Array(3);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const [px, py] = [at[0] + (x + 0.5) / scale, at[1] + (y + 0.5) / scale];
      map.toRecorded(px, py, recorded);
      if (!(recorded[2]! > 0)) continue;
      const state = stateOf(recorded);
      if (state.wanted) wanted[i] = 1;
      if (!state.known && !state.wanted) continue;
      map.toRecorded(px + 1 / scale, py, beside);
      const shrink = Math.hypot(beside[0]! - recorded[0]!, beside[1]! - recorded[1]!);
      if (!beneath.at(px, py, shrink, shrink, light)) continue;
      for (let c = 0; c < 3; c++) data[3 * i + c] = Math.min(1, fromLight(light[c]!));
      if (!state.known) continue;
      known[i] = 1;
      if (state.source) mayCopy[i] = 1;
    }
  return {
    at,
    beneath,
    field: {
      width,
      height,
      data,
      known,
      wanted,
      source: mayCopy,
      ...viewOf(recipe, at, [width, height]),
    },
  };
}

function graftPart(source: Raster, job: EdgeJob, stroke: Stroke, area: StrokeArea, box: Rect): PlacedPlan | null {
  const shift = graftShift(job, stroke);
  if (!shift) return null;
  const scale = Math.min(1, WORKING / Math.max(box[2], box[3]));
  const rim = 8 / scale;
  const window: Rect = [box[0] - rim, box[1] - rim, box[2] + 2 * rim, box[3] + 2 * rim];
  const { field, at, beneath } = lookedAt(source, job, window, scale, (recorded) => {
    const under = area.share(recorded[0]!, recorded[1]!) > 0;
    return { known: !under, wanted: under, source: false };
  });
  const { width, height, wanted } = field;
  const labels = new Int16Array(width * height).fill(-1);
  const pixels: number[] = [];
  // What the shift brings to a pixel, in light; NaN: nothing.
  const copies = new Float32Array(3 * width * height).fill(NaN);
  const place = new Float64Array(6);
  const colour = new Float64Array(3);
  let unfilled = 0;
  for (let i = 0; i < wanted.length; i++) {
    const [x, y] = [i % width, Math.floor(i / width)];
    const near = wanted[i] || wanted[i - 1] || wanted[i + 1] || wanted[i - width] || wanted[i + width];
    if (!near) continue;
    const found =
      carried(field, shift, x + 0.5, y + 0.5, place) &&
      beneath.at(at[0] + place[0]! / scale, at[1] + place[1]! / scale, 1 / scale, 1 / scale, colour);
    if (found) copies.set(colour, 3 * i);
    if (!wanted[i]) continue;
    if (found) {
      labels[i] = 0;
      pixels.push(i);
    } else unfilled++;
  }
  const light = new Float32Array(3 * labels.length);
  if (stroke.light !== "as-is") {
    const joined = joinCopies(
      inLight(field),
      (_, i, out) => {
        for (let c = 0; c < 3; c++) out[c] = copies[3 * i + c]!;
        return !Number.isNaN(copies[3 * i]!);
      },
      Int32Array.from(pixels),
      new Int16Array(pixels.length),
    );
    pixels.forEach((i, k) => light.set(joined.subarray(3 * k, 3 * k + 3), 3 * i));
  }
  const plan: FillPlan = { width, height, shifts: [shift], labels, light, doubt: null, shown: null, unfilled };
  return { plan, view: { focal: field.focal, centre: field.centre }, at };
}
