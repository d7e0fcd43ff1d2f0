import { LRUCache } from "lru-cache";
import type { Layer, RasterShader, RasterStep, Samples, ShaderField } from "@/core/course";
import { peak } from "@/core/course";
import type { Rect } from "@/core/geometry";
import { type Program, programOf } from "./gl-program";
import { LAYER_FRAGMENT, stepFragment } from "./raster-shaders";
import { VERTEX } from "./shaders";

/** Where a pass draws to, pixels of the canvas from its lower left corner: x, y, width, height. */
export type Port = readonly [number, number, number, number];

/** The texture units that passes use; the picture and its map have the first two. */
const PASS_UNIT = 2;
const FIELD_UNIT = 3;
/** Textures of this many layers are kept. */
const KEPT = 256;

interface Target {
  readonly frame: WebGLFramebuffer;
  readonly texture: WebGLTexture;
  width: number;
  height: number;
}

/** What comes after the resampling, on the graphics card: layers laid over the picture, then its raster steps. */
export class RasterPasses {
  private readonly steps = new Map<string, Program>();
  private readonly layers = new LRUCache<string, WebGLTexture>({
    max: KEPT,
    dispose: (texture) => this.gl.deleteTexture(texture),
  });
  private layerProgram: Program<"layer" | "shown" | "covered"> | null = null;
  private targets: readonly Target[] | null = null;
  private field: { readonly texture: WebGLTexture; name: string } | null = null;

  constructor(private readonly gl: WebGL2RenderingContext) {}

  /**
   * Draws a picture by `draw` and works on it.
   *
   * @param draw draws the resampled picture into the viewport that is set. @param port where it ends up.
   * @param plane what of the plane the port shows, plane pixels.
   */
  run(draw: () => void, all: readonly RasterStep[], layers: readonly Layer[], port: Port, plane: Rect): void {
    const { gl } = this;
    const [x, y, w, h] = port;
    const steps = all.map((step) => step.shader).filter((shader) => shader !== null);
    if (steps.length === 0) {
      draw();
      this.layOver(layers, port, plane);
      return;
    }
    const [first, second] = this.targetsOf(w, h);
    const own: Port = [0, 0, w, h];
    this.into(first, own);
    gl.clear(gl.COLOR_BUFFER_BIT);
    draw();
    this.layOver(layers, own, plane);
    let [from, to] = [first, second];
    steps.forEach((step, i) => {
      const last = i === steps.length - 1;
      this.into(last ? null : to, last ? port : own);
      this.step(step, from, last ? [x, y] : [0, 0], w / plane[2], plane);
      [from, to] = [to, from];
    });
  }

  private into(target: Target | null, [x, y, w, h]: Port): void {
    const { gl } = this;
    gl.bindFramebuffer(gl.FRAMEBUFFER, target?.frame ?? null);
    gl.viewport(x, y, w, h);
    gl.scissor(x, y, w, h);
  }

  private step(
    shader: RasterShader,
    { texture }: Target,
    [x, y]: readonly [number, number],
    scale: number,
    plane: Rect,
  ): void {
    const { gl } = this;
    // What a step is called holds its numbers too; its program is the same for all of them.
    const key = shader.source;
    const fieldNames = shader.field ? ["numbersOver", "shownPlane", "fieldRect"] : [];
    const names = ["picture", "origin", "scale", ...fieldNames, ...Object.keys(shader.numbers)];
    const program = this.steps.get(key) ?? programOf(gl, VERTEX, stepFragment(shader), names);
    this.steps.set(key, program);
    gl.useProgram(program.program);
    gl.activeTexture(gl.TEXTURE0 + PASS_UNIT);
    gl.bindTexture(gl.TEXTURE_2D, texture);
    gl.uniform1i(program.place["picture"]!, PASS_UNIT);
    gl.uniform2f(program.place["origin"]!, x, y);
    gl.uniform1f(program.place["scale"]!, scale);
    for (const [name, value] of Object.entries(shader.numbers)) gl.uniform1f(program.place[name]!, value);
    if (shader.field) {
      gl.activeTexture(gl.TEXTURE0 + FIELD_UNIT);
      this.useField(shader.field);
      gl.uniform1i(program.place["numbersOver"]!, FIELD_UNIT);
      gl.uniform4f(program.place["shownPlane"]!, ...plane);
      gl.uniform4f(program.place["fieldRect"]!, ...shader.field.rect);
    }
    gl.drawArrays(gl.TRIANGLES, 0, 3);
  }

  /** Binds a field's texture; only the last one is kept: it changes while a mask is drawn. */
  private useField({ name, width, height, data }: ShaderField): void {
    const { gl } = this;
    this.field ??= { texture: gl.createTexture(), name: "" };
    gl.bindTexture(gl.TEXTURE_2D, this.field.texture);
    if (this.field.name === name) return;
    this.field.name = name;
    gl.pixelStorei(gl.UNPACK_ALIGNMENT, 1);
    gl.texImage2D(gl.TEXTURE_2D, 0, gl.RGBA16F, width, height, 0, gl.RGBA, gl.FLOAT, data);
    for (const side of [gl.TEXTURE_MIN_FILTER, gl.TEXTURE_MAG_FILTER]) gl.texParameteri(gl.TEXTURE_2D, side, gl.LINEAR);
    for (const side of [gl.TEXTURE_WRAP_S, gl.TEXTURE_WRAP_T]) gl.texParameteri(gl.TEXTURE_2D, side, gl.CLAMP_TO_EDGE);
  }

  private layOver(layers: readonly Layer[], port: Port, plane: Rect): void {
    if (layers.length === 0) return;
    const { gl } = this;
    const program = (this.layerProgram ??= programOf(gl, VERTEX, LAYER_FRAGMENT, ["layer", "shown", "covered"]));
    gl.useProgram(program.program);
    gl.enable(gl.BLEND);
    gl.blendFunc(gl.ONE, gl.ONE_MINUS_SRC_ALPHA);
    gl.activeTexture(gl.TEXTURE0 + PASS_UNIT);
    for (const layer of layers) {
      const part = portOf(layer.rect, port, plane);
      if (!part) continue;
      // Nothing is drawn, nor asked of the card, beside a layer.
      gl.scissor(...part);
      gl.bindTexture(gl.TEXTURE_2D, this.layerTexture(layer));
      gl.uniform1i(program.place.layer, PASS_UNIT);
      gl.uniform4f(program.place.shown, plane[0], plane[1], plane[2], plane[3]);
      gl.uniform4f(program.place.covered, layer.rect[0], layer.rect[1], layer.rect[2], layer.rect[3]);
      gl.drawArrays(gl.TRIANGLES, 0, 3);
    }
    gl.disable(gl.BLEND);
    gl.scissor(...port);
  }

  private layerTexture({ name, raster }: Layer): WebGLTexture {
    const { gl } = this;
    const known = this.layers.get(name);
    if (known) return known;
    const texture = gl.createTexture();
    gl.bindTexture(gl.TEXTURE_2D, texture);
    gl.pixelStorei(gl.UNPACK_ALIGNMENT, 1);
    const pixels = premultiplied(raster.data, raster.channels);
    gl.texImage2D(gl.TEXTURE_2D, 0, gl.RGBA8, raster.width, raster.height, 0, gl.RGBA, gl.UNSIGNED_BYTE, pixels);
    gl.generateMipmap(gl.TEXTURE_2D);
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MIN_FILTER, gl.LINEAR_MIPMAP_LINEAR);
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MAG_FILTER, gl.LINEAR);
    for (const side of [gl.TEXTURE_WRAP_S, gl.TEXTURE_WRAP_T]) gl.texParameteri(gl.TEXTURE_2D, side, gl.CLAMP_TO_EDGE);
    this.layers.set(name, texture);
    return texture;
  }

  private targetsOf(width: number, height: number): readonly [Target, Target] {
    const { gl } = this;
    this.targets ??= [0, 1].map(() => ({
      frame: gl.createFramebuffer(),
      texture: gl.createTexture(),
      width: 0,
      height: 0,
    }));
    for (const target of this.targets) {
      if (target.width === width && target.height === height) continue;
      gl.activeTexture(gl.TEXTURE0 + PASS_UNIT);
      gl.bindTexture(gl.TEXTURE_2D, target.texture);
      gl.texImage2D(gl.TEXTURE_2D, 0, gl.RGBA8, width, height, 0, gl.RGBA, gl.UNSIGNED_BYTE, null);
      for (const side of [gl.TEXTURE_MIN_FILTER, gl.TEXTURE_MAG_FILTER])
        gl.texParameteri(gl.TEXTURE_2D, side, gl.NEAREST);
      gl.bindFramebuffer(gl.FRAMEBUFFER, target.frame);
      gl.framebufferTexture2D(gl.FRAMEBUFFER, gl.COLOR_ATTACHMENT0, gl.TEXTURE_2D, target.texture, 0);
      [target.width, target.height] = [width, height];
    }
    return this.targets as [Target, Target];
  }
}

/** The part of a port that a rectangle of the plane covers; null where none. */
function portOf(
  [x, y, w, h]: Rect,
  [left, low, width, height]: Port,
  plane: Rect,
): [number, number, number, number] | null {
  const perX = width / plane[2];
  const perY = height / plane[3];
  const clipped = (v: number, most: number): number => Math.max(0, Math.min(most, v));
  const x0 = clipped(Math.floor((x - plane[0]) * perX), width);
  const x1 = clipped(Math.ceil((x + w - plane[0]) * perX), width);
  // The card counts rows from below.
  const y0 = clipped(Math.floor((plane[1] + plane[3] - y - h) * perY), height);
  const y1 = clipped(Math.ceil((plane[1] + plane[3] - y) * perY), height);
  return x1 > x0 && y1 > y0 ? [left + x0, low + y0, x1 - x0, y1 - y0] : null;
}

/** A layer's samples as the card mixes them: 8 bits, colours multiplied by alpha. */
function premultiplied(data: Samples, channels: number): Uint8Array {
  const count = data.length / channels;
  const out = new Uint8Array(count * 4);
  const per = 1 / peak(data);
  for (let i = 0; i < count; i++) {
    const alpha = data[i * channels + channels - 1]! * per;
    for (let c = 0; c < 3; c++)
      out[i * 4 + c] = Math.round(255 * alpha * per * data[i * channels + (channels === 4 ? c : 0)]!);
    out[i * 4 + 3] = Math.round(255 * alpha);
  }
  return out;
}
