import type { Layer, RasterStep } from "@/core/course";
import type { Rect, Size } from "@/core/geometry";
import { type Optics, type PlaneMap, hasFringes, hasVignetting, isCalming, sampleGrid } from "@/core/render";
import { type Program, programOf } from "./gl-program";
import { RasterPasses } from "./raster-passes";
import { type ShaderParts, VERTEX, fragmentOf } from "./shaders";

/** One window onto the plane: where it lies on the canvas (CSS pixels) and what of the plane it shows. */
export interface Pane {
  readonly map: PlaneMap;
  readonly screen: Rect;
  readonly plane: Rect;
  /** Colour and light to undo; null: as shot. */
  readonly optics: Optics | null;
  /** What is done to the pixels after that, and what is laid over them first. */
  readonly raster?: readonly RasterStep[];
  readonly layers?: readonly Layer[];
  /** Only the layers are shown. */
  readonly alone?: boolean;
}

/** How carefully a picture is drawn; see PictureView.draw. */
export type Filter = "quick" | "careful" | "exact";

/** While something moves, a browser without a graphics processor draws so many pixels along each side for one of the screen's. */
const COARSE = 0.5;

type Uniform = "cells" | "photo" | "optics" | "fringes" | "vignetting" | "calm";

/** Cells of the sampled map across a pane's longer side; the error stays far below a screen pixel. */
const CELLS = 96;

const UNIFORMS: readonly Uniform[] = ["cells", "photo", "optics", "fringes", "vignetting", "calm"];

/** @throws Error when the browser's WebGL does not take the shader. */
function pictureProgram(gl: WebGL2RenderingContext, parts: ShaderParts): Program<Uniform> {
  const made = programOf(gl, VERTEX, fragmentOf(parts), UNIFORMS);
  gl.uniform1i(gl.getUniformLocation(made.program, "picture"), 0);
  gl.uniform1i(gl.getUniformLocation(made.program, "grid"), 1);
  return made;
}

/** Whether WebGL is drawn without a graphics processor, by its own account. */
function isSoftware(gl: WebGL2RenderingContext): boolean {
  const told = gl.getExtension("WEBGL_debug_renderer_info");
  const name = told ? String(gl.getParameter(told.UNMASKED_RENDERER_WEBGL)) : "";
  return /swiftshader|llvmpipe|softpipe|software|basic render/i.test(name);
}

/** Draws one photo through a map with WebGL2. Everything it shows comes from the map it is given. */
export class PictureView {
  private readonly gl: WebGL2RenderingContext;
  private readonly programs = new Map<string, Program<Uniform>>();
  private readonly gridTexture: WebGLTexture;
  private readonly passes: RasterPasses;
  private picture: { texture: WebGLTexture; photo: Size; sharpness: number } | null = null;
  /** Whether there is no graphics processor, and the browser draws by itself. */
  readonly inSoftware: boolean;
  /** The sampled maps of the panes drawn last: the careful draw follows the quick one of the same panes. */
  private readonly sampled = new WeakMap<Pane, Float32Array>();

  /** @throws Error with a sentence when the browser has no WebGL2. */
  constructor(private readonly canvas: HTMLCanvasElement) {
    const gl = canvas.getContext("webgl2", { premultipliedAlpha: true, antialias: false, preserveDrawingBuffer: true });
    if (!gl) throw new Error("This browser cannot draw the corrected picture: it has no WebGL2.");
    this.gl = gl;
    this.inSoftware = isSoftware(gl);
    this.passes = new RasterPasses(gl);
    this.gridTexture = gl.createTexture();
    gl.activeTexture(gl.TEXTURE1);
    gl.bindTexture(gl.TEXTURE_2D, this.gridTexture);
    for (const side of [gl.TEXTURE_MIN_FILTER, gl.TEXTURE_MAG_FILTER])
      gl.texParameteri(gl.TEXTURE_2D, side, gl.NEAREST);
    gl.bindVertexArray(gl.createVertexArray());
  }

  /** Texels per pixel of the original along x; 0 before there is a picture. */
  get sharpness(): number {
    return this.picture?.sharpness ?? 0;
  }

  /** Longest side of a picture that can be shown, pixels. */
  get largest(): number {
    return this.gl.getParameter(this.gl.MAX_TEXTURE_SIZE) as number;
  }

  /** Takes a decoded preview of a photo of `photo` pixels. */
  setPicture(bitmap: ImageBitmap, photo: Size): void {
    const { gl } = this;
    const texture = gl.createTexture();
    gl.activeTexture(gl.TEXTURE0);
    gl.bindTexture(gl.TEXTURE_2D, texture);
    gl.pixelStorei(gl.UNPACK_COLORSPACE_CONVERSION_WEBGL, gl.NONE);
    gl.texImage2D(gl.TEXTURE_2D, 0, gl.RGBA8, gl.RGBA, gl.UNSIGNED_BYTE, bitmap);
    gl.generateMipmap(gl.TEXTURE_2D);
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MIN_FILTER, gl.LINEAR_MIPMAP_LINEAR);
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MAG_FILTER, gl.LINEAR);
    for (const side of [gl.TEXTURE_WRAP_S, gl.TEXTURE_WRAP_T]) gl.texParameteri(gl.TEXTURE_2D, side, gl.CLAMP_TO_EDGE);
    if (this.picture) gl.deleteTexture(this.picture.texture);
    this.picture = { texture, photo, sharpness: bitmap.width / photo[0] };
  }

  /**
   * Draws the panes, later ones over earlier ones.
   *
   * @param filter quick, for while something moves; careful, for when nothing does; exact, for small pictures. Without a
   * graphics processor the quick one draws a quarter of the pixels, and the careful one takes fewer samples than the exact one.
   */
  draw(panes: readonly Pane[], filter: Filter): void {
    const { gl, canvas } = this;
    const ratio = (window.devicePixelRatio || 1) * (filter === "quick" && this.inSoftware ? COARSE : 1);
    const width = Math.max(1, Math.round(canvas.clientWidth * ratio));
    const height = Math.max(1, Math.round(canvas.clientHeight * ratio));
    if (canvas.width !== width || canvas.height !== height) {
      canvas.width = width;
      canvas.height = height;
    }
    gl.disable(gl.SCISSOR_TEST);
    gl.viewport(0, 0, width, height);
    gl.clearColor(0, 0, 0, 0);
    gl.clear(gl.COLOR_BUFFER_BIT);
    if (!this.picture) return;
    gl.activeTexture(gl.TEXTURE0);
    gl.bindTexture(gl.TEXTURE_2D, this.picture.texture);
    gl.enable(gl.SCISSOR_TEST);
    const { photo } = this.picture;
    for (const pane of panes) {
      const [x, y, w, h] = pane.screen.map((v) => Math.round(v * ratio)) as [number, number, number, number];
      const port = [x, height - y - h, w, h] as const;
      gl.viewport(...port);
      gl.scissor(...port);
      gl.clear(gl.COLOR_BUFFER_BIT);
      const { raster = [], layers = [], plane } = pane;
      this.passes.run(
        pane.alone ? () => undefined : () => this.drawPane(pane, photo, filter),
        raster,
        layers,
        port,
        plane,
      );
    }
  }

  /** The program for what a pane needs, in use; made when it is first needed. */
  private use(optics: Optics | null, filter: Filter): Program<Uniform> {
    const { gl } = this;
    const parts: ShaderParts = {
      fine: filter !== "quick",
      frugal: filter === "careful" && this.inSoftware,
      fringes: !!optics && hasFringes(optics),
      light: !!optics && hasVignetting(optics),
      calm: !!optics && isCalming(optics.calm),
    };
    const key = JSON.stringify(parts);
    const known = this.programs.get(key);
    const program = known ?? pictureProgram(gl, parts);
    if (!known) this.programs.set(key, program);
    gl.useProgram(program.program);
    return program;
  }

  private setOptics(optics: Optics | null, place: Program<Uniform>["place"]): void {
    const { gl } = this;
    gl.uniform3f(place.optics, optics?.centre[0] ?? 0, optics?.centre[1] ?? 0, optics?.unit ?? 1);
    gl.uniform4f(place.fringes, ...(optics ? ([...optics.red, ...optics.blue] as const) : ([0, 0, 0, 0] as const)));
    gl.uniform2f(place.calm, optics?.calm.purple ?? 0, optics?.calm.green ?? 0);
    gl.uniform4f(
      place.vignetting,
      ...(optics && hasVignetting(optics) ? ([...optics.vignetting, optics.amount] as const) : ([0, 0, 0, 0] as const)),
    );
  }

  private drawPane(pane: Pane, photo: Size, filter: Filter): void {
    const { gl } = this;
    const { map, plane, optics } = pane;
    const { place } = this.use(optics, filter);
    gl.uniform2f(place.photo, photo[0], photo[1]);
    const longer = Math.max(plane[2], plane[3]);
    const cols = Math.max(2, Math.round((CELLS * plane[2]) / longer));
    const rows = Math.max(2, Math.round((CELLS * plane[3]) / longer));
    gl.activeTexture(gl.TEXTURE1);
    gl.bindTexture(gl.TEXTURE_2D, this.gridTexture);
    const samples = this.sampled.get(pane) ?? sampleGrid(map, plane, cols, rows);
    this.sampled.set(pane, samples);
    gl.texImage2D(gl.TEXTURE_2D, 0, gl.RGBA32F, cols + 1, rows + 1, 0, gl.RGBA, gl.FLOAT, samples);
    gl.uniform2f(place.cells, cols, rows);
    this.setOptics(optics, place);
    gl.drawArrays(gl.TRIANGLES, 0, 3);
  }
}
