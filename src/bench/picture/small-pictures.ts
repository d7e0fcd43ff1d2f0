import { say } from "@/language";
import { type Photo, previewUrl } from "@/client";
import { PictureView } from "@/client/picture/picture-view";
import type { Size } from "@/core/geometry";
import type { Recipe } from "@/core/recipe";
import { compile, withCamera } from "@/core/render";

/** Longer side of a small picture unless told otherwise, pixels. */
const LONG = 132;

interface Maker {
  readonly canvas: HTMLCanvasElement;
  readonly view: PictureView;
}

/** Makes small pictures of a photo by other recipes, one after the other, on one canvas that is never seen. */
export class SmallPictures {
  private maker: Promise<Maker> | null = null;
  private readonly made = new Map<Recipe, string>();
  private last: Promise<unknown> = Promise.resolve();

  /** @param long side, CSS pixels. */
  constructor(
    private readonly photo: Photo,
    private readonly long = LONG,
  ) {}

  /** @returns a picture's address; rejects where the browser cannot draw. */
  of(recipe: Recipe): Promise<string> {
    const known = this.made.get(recipe);
    if (known) return Promise.resolve(known);
    const next = this.last.then(() => this.draw(recipe));
    this.last = next.catch(() => undefined);
    return next;
  }

  private async draw(recipe: Recipe): Promise<string> {
    const known = this.made.get(recipe);
    if (known) return known;
    this.maker ??= this.begin();
    const { canvas, view } = await this.maker;
    const size: Size = [this.photo.width, this.photo.height];
    const map = compile(withCamera(recipe, size), size);
    const [x, y, w, h] = map.frame;
    const scale = this.long / Math.max(w, h);
    const [width, height] = [Math.max(1, Math.round(w * scale)), Math.max(1, Math.round(h * scale))];
    canvas.style.width = `${width}px`;
    canvas.style.height = `${height}px`;
    view.draw(
      [{ map, screen: [0, 0, width, height], plane: [x, y, w, h], optics: map.optics, raster: map.raster }],
      "exact",
    );
    const address = canvas.toDataURL("image/jpeg", 0.8);
    this.made.set(recipe, address);
    return address;
  }

  private async begin(): Promise<Maker> {
    const canvas = document.createElement("canvas");
    // In the page, so that it has a size; beside what is seen of it.
    canvas.style.cssText = "position:fixed;left:-9999px;top:0;width:132px;height:132px";
    canvas.setAttribute("aria-hidden", "true");
    document.body.append(canvas);
    const view = new PictureView(canvas);
    const response = await fetch(previewUrl(this.photo.sha256, "thumb"));
    if (!response.ok)
      throw new Error(say("The small picture could not be fetched ({status}).", { status: response.status }));
    const bitmap = await createImageBitmap(await response.blob(), {
      colorSpaceConversion: "none",
      premultiplyAlpha: "none",
    });
    view.setPicture(bitmap, [this.photo.width, this.photo.height]);
    bitmap.close();
    return { canvas, view };
  }

  /** The canvas goes. */
  end(): void {
    void this.maker?.then(({ canvas }) => canvas.remove()).catch(() => undefined);
  }
}
