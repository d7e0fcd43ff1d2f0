import { type Vec2, distance2 } from "../../geometry";

/** A run of pixels whose gradients point alike. */
export interface Region {
  /** Ends along its axis, pixels of the picture searched. */
  readonly ends: readonly [Vec2, Vec2];
  /** Width across, pixels (±2 deviations). */
  readonly width: number;
  /** Sum of gradient magnitudes. */
  readonly strength: number;
}

/** Gradients flatter than this are no edge, grey levels a pixel. */
const LEAST_GRADIENT = 6;
/** Directions that differ by less than this belong together, degrees. */
const ALIKE_DEG = 22.5;
/** Regions of fewer pixels are noise. */
const FEWEST = 14;
const BUCKETS = 512;

/**
 * Regions of like gradient direction, grown from the strongest pixels (the region growing of R. Grompone von Gioi et
 * al., "LSD: A Fast Line Segment Detector with a False Detection Control", IEEE PAMI 32, 2010), each with its axis.
 *
 * @param grey 0…255, row by row. @param longest runs longer than this are cut into equal parts, pixels.
 */
export function growRegions(grey: Float32Array, width: number, height: number, longest = Infinity): Region[] {
  const { magnitude, alongX, alongY, free, border, steep } = gradientsOf(grey, width, height);
  const order = strongestFirst(magnitude, steep);
  const found: Region[] = [];
  const members = new Int32Array(width * height);
  const alike = Math.cos((ALIKE_DEG * Math.PI) / 180);
  // Rows end in a pixel without a gradient, so that one further on or back never joins the next row.
  const around = [-width - 1, -width, -width + 1, -1, 1, width - 1, width, width + 1];
  for (let o = 0; o < order.length; o++) {
    const seed = order[o]!;
    if (free[border + seed] === 0) continue;
    free[border + seed] = 0;
    members[0] = seed;
    let size = 1;
    let sumX = alongX[seed]!;
    let sumY = alongY[seed]!;
    for (let n = 0; n < size; n++) {
      const at = members[n]!;
      const least = alike * Math.sqrt(sumX * sumX + sumY * sumY);
      for (let k = 0; k < 8; k++) {
        const i = at + around[k]!;
        if (free[border + i] === 0) continue;
        const c = alongX[i]!;
        const s = alongY[i]!;
        if (c * sumX + s * sumY < least) continue;
        free[border + i] = 0;
        members[size++] = i;
        sumX += c;
        sumY += s;
      }
    }
    if (size < FEWEST) continue;
    const whole = regionOf(members, size, magnitude, width);
    if (distance2(...whole.ends) <= longest) found.push(whole);
    else found.push(...partsOf(whole, members.subarray(0, size), magnitude, width, longest));
  }
  return found;
}

/** Gradients between four pixels each, where they are steep enough to be an edge's, and which of them belong to no region yet. */
function gradientsOf(grey: Float32Array, width: number, height: number) {
  const count = width * height;
  const magnitude = new Float32Array(count);
  // The direction of the gradient, of length one.
  const alongX = new Float32Array(count);
  const alongY = new Float32Array(count);
  // A row and a pixel more on every side, where nothing is free: what looks around needs not ask where it is.
  const border = width + 1;
  const free = new Uint8Array(count + 2 * border);
  const steep = new Int32Array(count);
  const least = LEAST_GRADIENT * LEAST_GRADIENT;
  let found = 0;
  for (let y = 0; y < height - 1; y++) {
    let a = grey[y * width]!;
    let c = grey[y * width + width]!;
    for (let i = y * width; i < y * width + width - 1; i++) {
      const b = grey[i + 1]!;
      const d = grey[i + width + 1]!;
      const gx = (b + d - a - c) / 2;
      const gy = (c + d - a - b) / 2;
      a = b;
      c = d;
      const m2 = gx * gx + gy * gy;
      if (m2 < least) continue;
      const m = Math.sqrt(m2);
      magnitude[i] = m;
      alongX[i] = gx / m;
      alongY[i] = gy / m;
      free[border + i] = 1;
      steep[found++] = i;
    }
  }
  return { magnitude, alongX, alongY, free, border, steep: steep.subarray(0, found) };
}

/** Pixels with a gradient, by magnitude in buckets, the strongest first. @param steep the pixels, in order of place. */
function strongestFirst(magnitude: Float32Array, steep: Int32Array): Int32Array {
  let most = 0;
  for (let n = 0; n < steep.length; n++) if (magnitude[steep[n]!]! > most) most = magnitude[steep[n]!]!;
  const bucket = new Uint16Array(steep.length);
  const starts = new Int32Array(BUCKETS + 1);
  for (let n = 0; n < steep.length; n++) {
    const b = BUCKETS - 1 - Math.min(BUCKETS - 1, Math.floor((magnitude[steep[n]!]! / most) * BUCKETS));
    bucket[n] = b;
    starts[b + 1]!++;
  }
  for (let b = 0; b < BUCKETS; b++) starts[b + 1]! += starts[b]!;
  const order = new Int32Array(steep.length);
  for (let n = 0; n < steep.length; n++) order[starts[bucket[n]!]!++] = steep[n]!;
  return order;
}

/** A long run in parts, each with an axis of its own. */
function partsOf(
  { ends: [a, b] }: Region,
  members: Int32Array,
  magnitude: Float32Array,
  width: number,
  longest: number,
): Region[] {
  const length = distance2(a, b);
  const count = Math.ceil(length / longest);
  const [ux, uy] = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  const parts: number[][] = Array.from({ length: count }, () => []);
  for (const i of members) {
    const along = ((i % width) + 1 - a[0]) * ux + (Math.floor(i / width) + 1 - a[1]) * uy;
    parts[Math.max(0, Math.min(count - 1, Math.floor((along / length) * count)))]!.push(i);
  }
  return parts
    .filter((own) => own.length >= FEWEST)
    .map((own) => regionOf(Int32Array.from(own), own.length, magnitude, width));
}

/** Axis, ends and width of a region, its pixels weighted by their gradients. */
function regionOf(members: Int32Array, size: number, magnitude: Float32Array, width: number): Region {
  let w = 0;
  let mx = 0;
  let my = 0;
  for (let n = 0; n < size; n++) {
    const i = members[n]!;
    const m = magnitude[i]!;
    w += m;
    mx += m * (i % width);
    my += m * Math.floor(i / width);
  }
  mx /= w;
  my /= w;
  let xx = 0;
  let xy = 0;
  let yy = 0;
  for (let n = 0; n < size; n++) {
    const i = members[n]!;
    const m = magnitude[i]!;
    const dx = (i % width) - mx;
    const dy = Math.floor(i / width) - my;
    xx += m * dx * dx;
    xy += m * dx * dy;
    yy += m * dy * dy;
  }
  const theta = 0.5 * Math.atan2(2 * xy, xx - yy);
  const [ax, ay] = [Math.cos(theta), Math.sin(theta)];
  let least = Infinity;
  let most = -Infinity;
  let across = 0;
  for (let n = 0; n < size; n++) {
    const i = members[n]!;
    const dx = (i % width) - mx;
    const dy = Math.floor(i / width) - my;
    const t = dx * ax + dy * ay;
    const s = dy * ax - dx * ay;
    if (t < least) least = t;
    if (t > most) most = t;
    across += magnitude[i]! * s * s;
  }
  // A gradient of four pixels belongs to their common corner, one pixel's width from the first one's own corner.
  const at = (t: number): Vec2 => [mx + ax * t + 1, my + ay * t + 1];
  return { ends: [at(least), at(most)], width: 4 * Math.sqrt(across / w), strength: w };
}
