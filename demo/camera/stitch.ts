import type { LinearPicture } from "./radiance";
import { cubicAt } from "./record";

/** A level picture that looks `turn` degrees to the right of the panorama's middle. */
export interface Frame {
  readonly turn: number;
  readonly picture: LinearPicture;
}

/** Puts level pictures of one focal length onto a cylinder; each direction is taken from the frame that faces it best. */
export function stitch(frames: readonly Frame[], size: readonly [number, number], focalPx: number): LinearPicture {
  const [width, height] = size;
  const data = new Float32Array(width * height * 3);
  for (let x = 0; x < width; x++) {
    const angle = (x + 0.5 - width / 2) / focalPx;
    const off = (f: Frame): number => Math.abs(angle - (f.turn * Math.PI) / 180);
    const frame = frames.reduce((best, f) => (off(f) < off(best) ? f : best));
    const t = angle - (frame.turn * Math.PI) / 180;
    const sx = frame.picture.width / 2 + focalPx * Math.tan(t) - 0.5;
    for (let y = 0; y < height; y++) {
      const sy = frame.picture.height / 2 + (y + 0.5 - height / 2) / Math.cos(t) - 0.5;
      for (let c = 0; c < 3; c++) data[(y * width + x) * 3 + c] = cubicAt(frame.picture, sx, sy, c);
    }
  }
  return { width, height, data };
}
