import { type Vec2, contains } from "../../geometry";
import { type Recipe, emptyRecipe } from "../../recipe";
import { randomFrom } from "../../testing";
import { type Raster, compile, resampleBand, resultChannels, settle } from "..";
import { recipeWith } from "../recipes.testing";

function render(source: Raster, change: (r: Recipe) => void, kernel: "cubic" | "lanczos3" = "cubic", alpha = false) {
  const map = compile(settle(recipeWith(change), [source.width, source.height]), [source.width, source.height]);
  const channels = resultChannels(source.channels, alpha);
  const data = new (source.data.constructor as typeof Uint8Array)(map.output[0] * map.output[1] * channels);
  resampleBand(source, { map, kernel, y: 0, rows: map.output[1], alpha }, data);
  return { data, width: map.output[0], height: map.output[1], channels, map };
}

const noise = (type: "u8" | "u16", channels: 1 | 2 | 3 | 4, width = 60, height = 40): Raster => {
  const random = randomFrom(5);
  const n = width * height * channels;
  const data = type === "u8" ? new Uint8Array(n) : new Uint16Array(n);
  for (let i = 0; i < n; i++) data[i] = Math.floor(random() * (type === "u8" ? 256 : 65536));
  return { data, width, height, channels };
};

test.each([
  ["u8", 1],
  ["u8", 3],
  ["u16", 3],
  ["u16", 1],
] as const)("the identity recipe returns the identical pixels (%s, %i channels)", (type, channels) => {
  const source = noise(type, channels);
  for (const kernel of ["cubic", "lanczos3"] as const) {
    const { data, width, height } = render(source, () => undefined, kernel);
    expect([width, height]).toEqual([60, 40]);
    expect(Buffer.compare(Buffer.from(data.buffer), Buffer.from(source.data.buffer))).toBe(0);
  }
});

test("alpha survives the identity where there is colour, and transparent colour does not bleed", () => {
  const source = noise("u8", 4);
  for (let i = 0; i < source.data.length; i += 4) {
    const clear = (i / 4) % 60 < 30;
    source.data.set(clear ? [255, 0, 255, 0] : [10, 200, 30, 255], i);
  }
  const { data, width } = render(source, (r) => Object.assign(r.attitude, { from: "by-hand", roll: 7 }), "cubic", true);
  for (let i = 0; i < data.length; i += 4)
    if (data[i + 3]! > 0) {
      expect(Math.abs(data[i]! - 10)).toBeLessThanOrEqual(1);
      expect(Math.abs(data[i + 1]! - 200)).toBeLessThanOrEqual(1);
    }
  expect(width).toBeGreaterThan(20);
});

test("band-limited content is resampled to what it really is there", () => {
  const wave = (x: number, y: number): number =>
    128 + 60 * Math.sin(x * 0.35 + y * 0.11) + 40 * Math.cos(y * 0.41 - x * 0.07);
  const [w, h] = [300, 200];
  const data = new Uint16Array(w * h);
  for (let y = 0; y < h; y++) for (let x = 0; x < w; x++) data[y * w + x] = Math.round(wave(x + 0.5, y + 0.5) * 256);
  const source: Raster = { data, width: w, height: h, channels: 1 };
  for (const [kernel, psnrWanted] of [
    ["cubic", 48],
    ["lanczos3", 52],
  ] as const) {
    const {
      data: made,
      width,
      height,
      map,
    } = render(
      source,
      (r) => {
        r.lens.k = [-0.03, 0, 0];
        Object.assign(r.attitude, { from: "by-hand", pitch: 5, roll: 1.3 });
      },
      kernel,
    );
    const out = new Float64Array(3);
    let [sum, count] = [0, 0];
    for (let y = 4; y < height - 4; y++)
      for (let x = 4; x < width - 4; x++) {
        map.toRecorded(map.frame[0] + x + 0.5, map.frame[1] + y + 0.5, out);
        // Away from the border, where taps have to repeat it.
        if (Math.min(out[0]!, out[1]!, w - out[0]!, h - out[1]!) < 4) continue;
        sum += (made[y * width + x]! / 256 - wave(out[0]!, out[1]!)) ** 2;
        count++;
      }
    expect(10 * Math.log10((255 * 255) / (sum / count))).toBeGreaterThan(psnrWanted);
  }
});

test("where the map shrinks, fine stripes become grey instead of moiré", () => {
  const [w, h] = [240, 160];
  const data = new Uint8Array(w * h);
  for (let y = 0; y < h; y++) for (let x = 0; x < w; x++) data[y * w + x] = x % 2 ? 255 : 0;
  const source: Raster = { data, width: w, height: h, channels: 1 };
  // A steep picture: its far side is drawn several times smaller.
  const {
    data: made,
    width,
    height,
    map,
  } = render(source, (r) => {
    r.camera.focalPx = 80;
    Object.assign(r.attitude, { from: "by-hand", yaw: 47 });
    Object.assign(r.frame, { rule: "free", rect: [106, 40, 18, 80] });
  });
  const out = new Float64Array(3);
  let worst = 0;
  for (let y = 2; y < height - 2; y++)
    for (let x = 2; x < width - 2; x++) {
      const [px, py] = [map.frame[0] + x + 0.5, map.frame[1] + y + 0.5];
      map.toRecorded(px, py, out);
      const here = out[0]!;
      if (here < 12 || here > w - 12 || out[1]! < 12 || out[1]! > h - 12) continue;
      map.toRecorded(px + 1, py, out);
      if (out[0]! - here < 2.2) continue;
      worst = Math.max(worst, Math.abs(made[y * width + x]! - 127.5));
    }
  expect(worst).toBeGreaterThan(0);
  expect(worst).toBeLessThan(20);
});

test("gaps are transparent, the photo opaque, and a clean frame opaque to its border", () => {
  const source = noise("u8", 3, 300, 200);
  const tilt = (r: Recipe): void => void Object.assign(r.attitude, { from: "by-hand", pitch: 12, roll: 2 });
  const clean = render(source, tilt, "cubic", true);
  for (let i = 3; i < clean.data.length; i += 4) expect(clean.data[i]).toBe(255);
  const free = render(
    source,
    (r) => {
      tilt(r);
      Object.assign(r.frame, { rule: "free", rect: [-60, -60, 420, 320] });
    },
    "cubic",
    true,
  );
  expect(free.map.gaps).toBe(true);
  expect(free.data[3]).toBe(0);
  expect(free.data[(160 * 420 + 210) * 4 + 3]).toBe(255);
});

test("a lens that folds beyond the picture leaves a gap there, never a ghost of the picture", () => {
  const source: Raster = { data: new Uint8Array(300 * 200).fill(255), width: 300, height: 200, channels: 1 };
  const { data, map } = render(
    source,
    (r) => {
      r.lens.k = [-0.12, 0, 0];
      Object.assign(r.frame, { rule: "free", rect: [-450, -350, 1200, 900] });
    },
    "cubic",
    true,
  );
  const [w, h] = map.output;
  let ghosts = 0;
  for (let y = 0; y < h; y += 5)
    for (let x = 0; x < w; x += 5) {
      if (data[(y * w + x) * 2 + 1] === 0) continue;
      const p: Vec2 = [map.frame[0] + x + 0.5, map.frame[1] + y + 0.5];
      if (!contains(map.outline, p) && !map.outline.some((q) => Math.hypot(q[0] - p[0], q[1] - p[1]) < 8)) ghosts++;
    }
  expect(ghosts).toBe(0);
  expect(data[((h >> 1) * w + (w >> 1)) * 2 + 1]).toBe(255);
});

test("a target of the wrong length is refused", () => {
  const source = noise("u8", 3);
  const map = compile(settle(emptyRecipe(), [60, 40]), [60, 40]);
  expect(() => resampleBand(source, { map, kernel: "cubic", y: 0, rows: 2, alpha: false }, new Uint8Array(10))).toThrow(
    RangeError,
  );
});
