import type { Layer, RasterStep } from "@/core/course";
import type { Size } from "@/core/geometry";
import { compile, settle } from "@/core/render";
import { type Recipe, readRecipe } from "@/core/recipe";
import { MADE_UP_STEPS, madeUpLayer } from "@/core/render/map/made-up-steps.testing";
import { PictureView } from "./picture-view";

/** What the graphics card makes of a picture, in a browser; bundled by picture-view.test.ts alone. */
export interface Drawing {
  readonly size: Size;
  /** Red, green, blue, alpha in row order, in base 64. */
  readonly pixels: string;
  readonly recipe: Recipe;
  /** Where a made-up layer lies, or none. */
  readonly layer: Layer["rect"] | null;
  readonly steps: boolean;
}

/** The frame's pixels, one of the canvas to one of the plane, from the upper left on, colours multiplied by alpha; in base 64. */
async function drawn({ size, pixels, recipe, layer, steps }: Drawing): Promise<string> {
  const chain = steps ? MADE_UP_STEPS : undefined;
  const map = compile(settle(readRecipe(recipe), size), size, null, chain);
  const canvas = document.createElement("canvas");
  const [width, height] = map.output;
  Object.assign(canvas.style, { width: `${width}px`, height: `${height}px` });
  document.body.replaceChildren(canvas);
  const view = new PictureView(canvas);
  const image = new ImageData(
    Uint8ClampedArray.from(atob(pixels), (c) => c.charCodeAt(0)),
    size[0],
    size[1],
  );
  const options = { colorSpaceConversion: "none", premultiplyAlpha: "none" } as const;
  view.setPicture(await createImageBitmap(image, options), size);
  const raster: readonly RasterStep[] = map.raster;
  const layers = layer ? [madeUpLayer(layer)] : [];
  const [x, y] = map.frame;
  const plane = [x, y, width, height] as const;
  view.draw([{ map, screen: [0, 0, width, height], plane, optics: map.optics, raster, layers }], "exact");
  const gl = canvas.getContext("webgl2")!;
  const read = new Uint8Array(width * height * 4);
  gl.readPixels(0, 0, width, height, gl.RGBA, gl.UNSIGNED_BYTE, read);
  let out = "";
  for (let row = height - 1; row >= 0; row--)
    out += String.fromCharCode(...read.subarray(row * width * 4, (row + 1) * width * 4));
  return btoa(out);
}

Object.assign(window, { drawn });
