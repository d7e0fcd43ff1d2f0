import { tell } from "../../language";
import { withCamera } from "../../render";
import { type Size, type Vec2, clamp } from "../../geometry";
import { FIELDS, type LensModel, type StatedLayout, fieldOfView, focalOfField, isStitched } from "../../lens";
import type { Recipe } from "../../recipe";
import { NO_BEND } from "../../shape/bend";
import type { Edit } from "../edit";

/** Wider than this a flat picture draws out its border to more than twice its size, degrees. */
export const WIDE_FIELD = 100;

const pair = ([x, y]: Vec2): [number, number] => [x, y];

/** A picture that goes far round is shown on a cylinder, unless somebody has said what it is shown on. */
function shownOnCylinder(recipe: Recipe, field: number): Recipe {
  const shape = recipe.shape ?? NO_BEND;
  if (shape.surface !== undefined || field < WIDE_FIELD) return recipe;
  return { ...recipe, shape: { ...shape, surface: 1 } };
}

const held = (model: LensModel, field: number): number => clamp(field, ...FIELDS[model]);

/** Says how the picture was recorded; it sees as much across as it did. A lens's own terms mean nothing to another and go. */
export const recordedAs = (model: LensModel, size: Size): Edit => ({
  label: tell("How it was recorded"),
  apply: (recipe) => {
    const { lens } = recipe;
    if (model === lens.model) return recipe;
    const { focalPx, focalFrom } = withCamera(recipe, size).camera;
    const field = held(model, fieldOfView(lens.model, focalPx, size[0]));
    const stitched = isStitched(model);
    const next: Recipe = {
      ...recipe,
      // A flat picture and a fisheye of one lens have one focal length; of one that was stitched only its field is known.
      camera:
        stitched || isStitched(lens.model)
          ? { ...recipe.camera, focalPx: focalOfField(model, field, size[0]), focalFrom: "stated", principal: null }
          : { ...recipe.camera, focalPx: recipe.camera.focalPx === null ? null : focalPx, focalFrom },
      lens: {
        ...lens,
        on: true,
        model,
        from: model === "brown-conrady" ? "none" : "by-hand",
        profile: null,
        k: [0, 0, 0],
        p: [0, 0],
      },
    };
    return stitched ? shownOnCylinder(next, field) : next;
  },
});

/** Says how much the picture sees across, degrees. */
export const fieldIs = (field: number, size: Size, from: "stated" | "solved" = "stated"): Edit => ({
  label: tell("Field of view"),
  apply: (recipe) => {
    const { model } = recipe.lens;
    const seen = held(model, field);
    const camera = { ...recipe.camera, focalPx: focalOfField(model, seen, size[0]), focalFrom: from };
    const next = { ...recipe, camera };
    return isStitched(model) ? shownOnCylinder(next, seen) : next;
  },
});

/** Lays the picture out as it says itself that it was stitched. */
export const takeLayout = ({ model, focalPx, centre, pitch, roll }: StatedLayout, size: Size): Edit => ({
  label: tell("Lay it out as it says"),
  apply: (recipe) =>
    shownOnCylinder(
      {
        ...recipe,
        camera: { ...recipe.camera, focalPx, focalFrom: "metadata", principal: null },
        lens: {
          ...recipe.lens,
          on: true,
          from: "metadata",
          profile: null,
          model,
          k: [0, 0, 0],
          p: [0, 0],
          centre: pair(centre),
        },
        attitude:
          pitch === 0 && roll === 0
            ? recipe.attitude
            : { ...recipe.attitude, on: true, from: "by-hand", pitch, roll, yaw: 0 },
      },
      fieldOfView(model, focalPx, size[0]),
    ),
});

/** What the picture is shown on: 0 flat, 1 a standing cylinder. */
export const showOn = (surface: number): Edit => ({
  label: tell("What it is shown on"),
  apply: (recipe) => {
    const bent = clamp(surface, 0, 1);
    const shape = recipe.shape ?? NO_BEND;
    if ((shape.surface ?? 0) === bent) return recipe;
    const marks = shape.taut.length + shape.faces.length + shape.shields.length;
    if (bent === 0 && marks === 0 && shape.on && !isStitched(recipe.lens.model)) {
      const { shape: gone, ...rest } = recipe;
      void gone;
      return rest;
    }
    return { ...recipe, shape: { ...shape, surface: bent } };
  },
});
