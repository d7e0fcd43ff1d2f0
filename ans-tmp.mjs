var __defProp = Object.defineProperty;
var __getOwnPropNames = Object.getOwnPropertyNames;
var __esm = (fn, res, err) => function __init() {
  if (err) throw err[0];
  try {
    return fn && (res = (0, fn[__getOwnPropNames(fn)[0]])(fn = 0)), res;
  } catch (e) {
    throw err = [e], e;
  }
};
var __export = (target, all) => {
  for (var name2 in all)
    __defProp(target, name2, { get: all[name2], enumerable: true });
};

// src/core/camera/intrinsics.ts
function focalFromMetadata(size, meta) {
  const diagonal = Math.hypot(size[0], size[1]);
  if (positive(meta.equivalent))
    return { focalPx: meta.equivalent / FULL_FRAME_DIAGONAL * diagonal, focalFrom: "metadata" };
  if (positive(meta.focal) && meta.sensor && positive(meta.sensor[0]) && positive(meta.sensor[1]))
    return {
      focalPx: meta.focal / Math.hypot(meta.sensor[0], meta.sensor[1]) * diagonal,
      focalFrom: "metadata"
    };
  return { focalPx: ASSUMED_EQUIVALENT / FULL_FRAME_DIAGONAL * diagonal, focalFrom: "assumed" };
}
var FULL_FRAME_DIAGONAL, ASSUMED_EQUIVALENT, positive, centreOf, calibration, calibrationInverse;
var init_intrinsics = __esm({
  "src/core/camera/intrinsics.ts"() {
    "use strict";
    FULL_FRAME_DIAGONAL = Math.hypot(36, 24);
    ASSUMED_EQUIVALENT = 24;
    positive = (v) => typeof v === "number" && v > 0 && Number.isFinite(v);
    centreOf = (size) => [size[0] / 2, size[1] / 2];
    calibration = ({ focalPx: f, principal: [x, y] }) => [f, 0, x, 0, f, y, 0, 0, 1];
    calibrationInverse = ({ focalPx: f, principal: [x, y] }) => [
      1 / f,
      0,
      -x / f,
      0,
      1 / f,
      -y / f,
      0,
      0,
      1
    ];
  }
});

// src/core/geometry/vec.ts
function unit3(v) {
  const n = Math.hypot(v[0], v[1], v[2]);
  return n > 0 ? [v[0] / n, v[1] / n, v[2] / n] : v;
}
var DEG, TAU, degrees, radians, dot3, cross3, distance2, lerp2, clamp;
var init_vec = __esm({
  "src/core/geometry/vec.ts"() {
    "use strict";
    DEG = Math.PI / 180;
    TAU = 2 * Math.PI;
    degrees = (radians2) => radians2 / DEG;
    radians = (deg) => deg * DEG;
    dot3 = (a, b) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
    cross3 = (a, b) => [
      a[1] * b[2] - a[2] * b[1],
      a[2] * b[0] - a[0] * b[2],
      a[0] * b[1] - a[1] * b[0]
    ];
    distance2 = (a, b) => Math.hypot(a[0] - b[0], a[1] - b[1]);
    lerp2 = (a, b, t) => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];
    clamp = (v, low, high) => Math.min(high, Math.max(low, v));
  }
});

// src/core/geometry/mat3.ts
function multiply3(a, b) {
  const at = (r, c) => a[3 * r] * b[c] + a[3 * r + 1] * b[3 + c] + a[3 * r + 2] * b[6 + c];
  return [at(0, 0), at(0, 1), at(0, 2), at(1, 0), at(1, 1), at(1, 2), at(2, 0), at(2, 1), at(2, 2)];
}
function determinant3(m) {
  return m[0] * (m[4] * m[8] - m[5] * m[7]) - m[1] * (m[3] * m[8] - m[5] * m[6]) + m[2] * (m[3] * m[7] - m[4] * m[6]);
}
function invert3(m) {
  const det = determinant3(m);
  if (!(Math.abs(det) > 0)) throw new RangeError("The matrix has no inverse.");
  const d = 1 / det;
  return [
    (m[4] * m[8] - m[5] * m[7]) * d,
    (m[2] * m[7] - m[1] * m[8]) * d,
    (m[1] * m[5] - m[2] * m[4]) * d,
    (m[5] * m[6] - m[3] * m[8]) * d,
    (m[0] * m[8] - m[2] * m[6]) * d,
    (m[2] * m[3] - m[0] * m[5]) * d,
    (m[3] * m[7] - m[4] * m[6]) * d,
    (m[1] * m[6] - m[0] * m[7]) * d,
    (m[0] * m[4] - m[1] * m[3]) * d
  ];
}
var transpose3, apply3;
var init_mat3 = __esm({
  "src/core/geometry/mat3.ts"() {
    "use strict";
    transpose3 = (m) => [m[0], m[3], m[6], m[1], m[4], m[7], m[2], m[5], m[8]];
    apply3 = (m, v) => [
      m[0] * v[0] + m[1] * v[1] + m[2] * v[2],
      m[3] * v[0] + m[4] * v[1] + m[5] * v[2],
      m[6] * v[0] + m[7] * v[1] + m[8] * v[2]
    ];
  }
});

// src/core/geometry/polygon.ts
function signedArea(polygon) {
  let sum = 0;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const [a, b] = [polygon[j], polygon[i]];
    sum += a[0] * b[1] - b[0] * a[1];
  }
  return sum / 2;
}
function contains(polygon, p) {
  let inside2 = false;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const [a, b] = [polygon[i], polygon[j]];
    if (a[1] > p[1] !== b[1] > p[1] && p[0] < (b[0] - a[0]) * (p[1] - a[1]) / (b[1] - a[1]) + a[0]) inside2 = !inside2;
  }
  return inside2;
}
function bounds(points) {
  if (points.length === 0) throw new RangeError("No points to enclose.");
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const [x, y] of points) {
    x0 = Math.min(x0, x);
    x1 = Math.max(x1, x);
    y0 = Math.min(y0, y);
    y1 = Math.max(y1, y);
  }
  return [x0, y0, x1 - x0, y1 - y0];
}
function clipBy(polygon, side2) {
  const kept3 = [];
  for (let i = 0; i < polygon.length; i++) {
    const a = polygon[i];
    const b = polygon[(i + 1) % polygon.length];
    const [sa, sb] = [side2(a), side2(b)];
    if (sa >= 0) kept3.push(a);
    if (sa >= 0 !== sb >= 0) {
      const t = sa / (sa - sb);
      kept3.push(a.map((v, k) => v + (b[k] - v) * t));
    }
  }
  return kept3;
}
function clipToRect(polygon, [x, y, w, h]) {
  const sides = [(p) => p[0] - x, (p) => x + w - p[0], (p) => p[1] - y, (p) => y + h - p[1]];
  return sides.reduce((left, side2) => clipBy(left, side2), [...polygon]);
}
function rectOutline([x, y, w, h], perSide) {
  const corners2 = [
    [x, y],
    [x + w, y],
    [x + w, y + h],
    [x, y + h]
  ];
  return corners2.flatMap((a, i) => {
    const b = corners2[(i + 1) % 4];
    return Array.from({ length: perSide }, (_, k) => {
      const t = k / perSide;
      return [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];
    });
  });
}
function withoutCollinear(polygon, tolerance) {
  const kept3 = [];
  let anchor = polygon[polygon.length - 1];
  let skipped = [];
  for (let i = 0; i < polygon.length && anchor; i++) {
    const p = polygon[i];
    const next = polygon[(i + 1) % polygon.length];
    const from = anchor;
    const run2 = [...skipped, p];
    const [dx, dy] = [next[0] - from[0], next[1] - from[1]];
    const length = Math.hypot(dx, dy);
    const straight = length > 0 && run2.every((q) => Math.abs((q[0] - from[0]) * dy - (q[1] - from[1]) * dx) / length <= tolerance);
    if (straight) {
      skipped = run2;
    } else {
      kept3.push(p);
      anchor = p;
      skipped = [];
    }
  }
  return kept3.length >= 3 ? kept3 : [...polygon];
}
var clipInFront;
var init_polygon = __esm({
  "src/core/geometry/polygon.ts"() {
    "use strict";
    clipInFront = (polygon, minimum) => clipBy(polygon, (p) => p[2] - minimum);
  }
});

// src/core/geometry/chebyshev.ts
function chebyshevToSegment(ax, ay, dx, dy) {
  let best = Math.min(Math.max(Math.abs(ax), Math.abs(ay)), Math.max(Math.abs(ax + dx), Math.abs(ay + dy)));
  for (let k = 0; k < 4; k++) {
    const t = k === 0 ? -ax / dx : k === 1 ? -ay / dy : k === 2 ? (ay - ax) / (dx - dy) : -(ay + ax) / (dx + dy);
    if (!(t > 0 && t < 1)) continue;
    const v = Math.max(Math.abs(ax + t * dx), Math.abs(ay + t * dy));
    if (v < best) best = v;
  }
  return best;
}
function signedChebyshev({ x, y }, px, py) {
  let best = Infinity;
  let inside2 = false;
  const n = x.length;
  for (let i = 0, j = n - 1; i < n; j = i++) {
    const ax = x[j] - px;
    const ay = y[j] - py;
    const bx = x[i] - px;
    const by = y[i] - py;
    if (ay > 0 !== by > 0 && ax - ay * (bx - ax) / (by - ay) > 0) inside2 = !inside2;
    const gapX = ax < bx ? ax > 0 ? ax : -bx : bx > 0 ? bx : -ax;
    const gapY = ay < by ? ay > 0 ? ay : -by : by > 0 ? by : -ay;
    if (gapX >= best || gapY >= best) continue;
    const d = chebyshevToSegment(ax, ay, bx - ax, by - ay);
    if (d < best) best = d;
  }
  return inside2 ? best : -best;
}
var borderOf;
var init_chebyshev = __esm({
  "src/core/geometry/chebyshev.ts"() {
    "use strict";
    borderOf = (polygon, squeezeX = 1) => ({
      x: Float64Array.from(polygon, (p) => p[0] / squeezeX),
      y: Float64Array.from(polygon, (p) => p[1])
    });
  }
});

// src/core/geometry/index.ts
var init_geometry = __esm({
  "src/core/geometry/index.ts"() {
    "use strict";
    init_vec();
    init_mat3();
    init_polygon();
    init_chebyshev();
  }
});

// src/core/camera/rotation.ts
function downInCamera({ pitch, roll }) {
  const [p, r] = [pitch * DEG, roll * DEG];
  return [Math.sin(r) * Math.cos(p), Math.cos(r) * Math.cos(p), -Math.sin(p)];
}
function pitchRollFromVertical(v) {
  const n = Math.hypot(v[0], v[1], v[2]) * (v[1] < 0 ? -1 : 1);
  return { pitch: -degrees(Math.asin(clamp(v[2] / n, -1, 1))), roll: degrees(Math.atan2(v[0] / n, v[1] / n)) };
}
var LEVEL, aboutX, aboutY, aboutZ, rotationOf;
var init_rotation = __esm({
  "src/core/camera/rotation.ts"() {
    "use strict";
    init_geometry();
    LEVEL = { pitch: 0, yaw: 0, roll: 0 };
    aboutX = (a) => [1, 0, 0, 0, Math.cos(a), -Math.sin(a), 0, Math.sin(a), Math.cos(a)];
    aboutY = (a) => [Math.cos(a), 0, Math.sin(a), 0, 1, 0, -Math.sin(a), 0, Math.cos(a)];
    aboutZ = (a) => [Math.cos(a), -Math.sin(a), 0, Math.sin(a), Math.cos(a), 0, 0, 0, 1];
    rotationOf = ({ pitch, yaw, roll }) => multiply3(aboutY(yaw * DEG), multiply3(aboutX(pitch * DEG), aboutZ(roll * DEG)));
  }
});

// src/core/camera/shown-on.ts
function surfaceOf({ focalPx, principal: [cx, cy] }, bend) {
  const a = Math.max(0, 1 - bend);
  const flatness = a > NO_FLATNESS;
  const across = (angle2) => flatness ? Math.tan(a * angle2) / a : angle2;
  const widest = flatness ? Math.min(Math.PI, Math.atan(FURTHEST) / a) : Math.PI;
  const edge = across(widest);
  return {
    reach: [focalPx * edge, focalPx * FURTHEST],
    place: ([x, y, z18]) => {
      const angle2 = Math.atan2(x, z18);
      if (Math.abs(angle2) > widest) return null;
      const v = y / (Math.hypot(x, z18) * Math.cos(a * angle2));
      return Math.abs(v) <= FURTHEST ? [cx + focalPx * across(angle2), cy + focalPx * v] : null;
    },
    ray: (x, y, out) => {
      const u = (x - cx) / focalPx;
      const v = (y - cy) / focalPx;
      const angle2 = flatness ? Math.atan(a * u) / a : u;
      out[0] = Math.sin(angle2);
      out[1] = v * Math.cos(a * angle2);
      out[2] = Math.cos(angle2);
      out[3] = focalPx * Math.min(edge - Math.abs(u), FURTHEST - Math.abs(v));
    }
  };
}
var FURTHEST, NO_FLATNESS;
var init_shown_on = __esm({
  "src/core/camera/shown-on.ts"() {
    "use strict";
    FURTHEST = 15;
    NO_FLATNESS = 1e-6;
  }
});

// src/core/camera/index.ts
var init_camera = __esm({
  "src/core/camera/index.ts"() {
    "use strict";
    init_intrinsics();
    init_rotation();
    init_shown_on();
  }
});

// src/core/language/say.ts
import { IntlMessageFormat } from "intl-messageformat";
function sayList(all) {
  const { tag } = language();
  return new Intl.ListFormat(tag === "en" ? "en-GB" : tag, { type: "conjunction" }).format(all);
}
function messageOf(sentence, tag) {
  let message = messages.get(sentence);
  if (!message) messages.set(sentence, message = new IntlMessageFormat(sentence, tag));
  return message;
}
function say(english, values) {
  if (!values) return language().sentences[english] ?? english;
  return sayBy(english, (message) => message.format(values));
}
function sayBy(english, put) {
  const { tag, sentences } = language();
  const other = sentences[english];
  if (other !== void 0)
    try {
      return put(messageOf(other, tag));
    } catch {
    }
  return put(messageOf(english, "en"));
}
var ENGLISH, language, messages, capital;
var init_say = __esm({
  "src/core/language/say.ts"() {
    "use strict";
    ENGLISH = { tag: "en", sentences: {} };
    language = () => globalThis.flatStoneLanguage ?? ENGLISH;
    messages = /* @__PURE__ */ new Map();
    capital = (text) => text === "" ? text : text[0].toLocaleUpperCase(language().tag) + text.slice(1);
  }
});

// src/core/language/index.ts
var init_language = __esm({
  "src/core/language/index.ts"() {
    "use strict";
    init_say();
  }
});

// src/core/answers/answer-words.ts
function whyWords(why, { key, ease: ease2 }) {
  const name2 = answerName(key);
  switch (why.id) {
    case "true-already":
      return say("The photo is true already, within 0.1\xB0. It is left as it is.");
    case "nearly-faced":
      return say("{name}: the wall nearly faced the camera ({heading}\xB0 off).", {
        name: name2,
        heading: Math.abs(why.heading).toFixed(1)
      });
    case "asked":
      return say("{name}, as asked.", { name: name2 });
    case "house-style":
      return say("{name}: verticals to {share}, as the house style has it.", { name: name2, share: percent(ease2) });
    case "turning-draws-out":
      return say("{name}: turning the wall face-on would draw its far end out {stretch} times.", {
        name: name2,
        stretch: times(why.stretch)
      });
    case "turning-keeps":
      return say("{name}: turning the wall face-on would keep only {kept} of the photo.", {
        name: name2,
        kept: percent(why.kept)
      });
    case "turning-aslant":
      return say("{name}: the wall stands {heading}\xB0 aslant and stays in perspective.", {
        name: name2,
        heading: Math.abs(why.heading).toFixed(0)
      });
    case "turning-some":
      return say("{name}: only {share} of the level edges lie on the wall that could be turned.", {
        name: name2,
        share: percent(why.share)
      });
    case "no-wall":
      return say("{name}: there is no wall to turn.", { name: name2 });
    case "full-draws-out":
      return say("{name} to {share}: full verticals would draw the picture out {stretch} times.", {
        name: name2,
        share: percent(ease2),
        stretch: times(why.stretch)
      });
    case "full-keeps":
      return say("{name} to {share}: full verticals would keep only {kept} of the photo.", {
        name: name2,
        share: percent(ease2),
        kept: percent(why.kept)
      });
    case "full-cuts":
      return say("{name} to {share}: full verticals would cut {what}.", {
        name: name2,
        share: percent(ease2),
        what: CUTS[why.cut]()
      });
    case "full-costs-more":
      return say("{name} to {share}: full verticals would cost more than they give.", { name: name2, share: percent(ease2) });
    case "horizon-alone":
      return say("{name}: only the roll is taken out, since more would lose more than it gives.", { name: name2 });
    case "too-much-lost":
      return say("{name}: every correction would lose more than it gives.", { name: name2 });
  }
}
var NAMES, answerName, CUTS, percent, times;
var init_answer_words = __esm({
  "src/core/answers/answer-words.ts"() {
    "use strict";
    init_language();
    NAMES = {
      plumb: () => say("Plumb"),
      "face-on": () => say("Face-on"),
      eased: () => say("Eased"),
      horizon: () => say("Horizon"),
      "as-shot": () => say("As shot")
    };
    answerName = (key) => NAMES[key]();
    CUTS = { roof: () => say("the roof"), foot: () => say("the foot") };
    percent = (share) => `${Math.round(100 * share)} %`;
    times = (factor) => factor.toFixed(1);
  }
});

// src/core/attitude/plumb-residual.ts
function spreadAt(lens, ideal) {
  const [a, b, c, d] = lens.jacobian(ideal);
  const det = a * d - b * c;
  const [ia, ib, ic, id2] = [d / det, -b / det, -c / det, a / det];
  return [ia * ia + ib * ib, ia * ic + ib * id2, ic * ic + id2 * id2];
}
function observe(lens, id2, recorded) {
  const ends = [lens.undistort(recorded[0]), lens.undistort(recorded[1])];
  return { id: id2, ends, spread: [spreadAt(lens, ends[0]), spreadAt(lens, ends[1])] };
}
function missOfVanishingPoint({ ends, spread }, v) {
  const p = ends[0];
  const q = ends[1];
  const sp = spread[0];
  const sq = spread[1];
  const px = q[1] * v[2] - v[1];
  const py = v[0] - q[0] * v[2];
  const qx = v[1] - p[1] * v[2];
  const qy = p[0] * v[2] - v[0];
  const e = p[0] * px + p[1] * py + (q[0] * v[1] - q[1] * v[0]);
  const variance = px * px * sp[0] + 2 * px * py * sp[1] + py * py * sp[2] + qx * qx * sq[0] + 2 * qx * qy * sq[1] + qy * qy * sq[2];
  return variance > 0 ? e / Math.sqrt(variance) : 0;
}
var init_plumb_residual = __esm({
  "src/core/attitude/plumb-residual.ts"() {
    "use strict";
  }
});

// src/core/numerics/bordered.ts
function factorised(rows, band, half) {
  const width = half + 1;
  for (let i = 0; i < band; i++) {
    const row = i * width + half - i;
    const first2 = i > half ? i - half : 0;
    let j = first2;
    for (; j + 1 < i; j += 2) {
      const one = j * width + half - j;
      const two = one + width - 1;
      let k = j > half ? j - half : 0;
      if (k < first2) k = first2;
      let a0 = 0;
      let a1 = 0;
      let b0 = 0;
      let b1 = 0;
      if (j + 1 - half > k) {
        a0 += rows[row + k] * rows[one + k];
        k++;
      }
      for (; k + 1 < j; k += 2) {
        const x = rows[row + k];
        const y = rows[row + k + 1];
        a0 += x * rows[one + k];
        a1 += y * rows[one + k + 1];
        b0 += x * rows[two + k];
        b1 += y * rows[two + k + 1];
      }
      for (; k < j; k++) {
        a0 += rows[row + k] * rows[one + k];
        b0 += rows[row + k] * rows[two + k];
      }
      const at = (rows[row + j] - a0 - a1) / rows[one + j];
      rows[row + j] = at;
      rows[row + j + 1] = (rows[row + j + 1] - b0 - b1 - at * rows[two + j]) / rows[two + j + 1];
    }
    for (; j <= i; j++) {
      const other = j * width + half - j;
      let k = j > half ? j - half : 0;
      if (k < first2) k = first2;
      let sum = rows[row + j];
      for (; k < j; k++) sum -= rows[row + k] * rows[other + k];
      if (j < i) rows[row + j] = sum / rows[other + j];
      else if (sum > 0) rows[row + i] = Math.sqrt(sum);
      else throw new RangeError("What was observed does not determine every unknown.");
    }
  }
}
var BorderedSystem;
var init_bordered = __esm({
  "src/core/numerics/bordered.ts"() {
    "use strict";
    BorderedSystem = class {
      /** @param half how far apart two unknowns of the band may be that touch. */
      constructor(band, half, border) {
        this.band = band;
        this.half = half;
        this.border = border;
        this.size = band + border;
        this.rows = new Float64Array(band * (half + 1));
        this.columns = new Float64Array(border * this.size);
        this.right = new Float64Array(this.size);
      }
      band;
      half;
      border;
      /** Rows of the band's lower half, each from `half` before the diagonal to it. */
      rows;
      /** Columns of the border, each as long as all unknowns. */
      columns;
      right;
      size;
      /** Adds to the element of two unknowns, and to its mirror image. @param i not before j. */
      add(i, j, value) {
        if (i < this.band) this.rows[i * (this.half + 1) + this.half + j - i] += value;
        else this.columns[(i - this.band) * this.size + j] += value;
      }
      /**
       * Adds an observation: Σ coefficients · unknowns = value, so many times.
       *
       * @param unknowns rising. @param count how many of them count.
       */
      observe(unknowns, coefficients, count, value, weight) {
        for (let a = 0; a < count; a++) {
          const by = weight * coefficients[a];
          if (by === 0) continue;
          const i = unknowns[a];
          this.right[i] += by * value;
          const at = i < this.band ? i * (this.half + 1) + this.half - i : (i - this.band) * this.size;
          const into = i < this.band ? this.rows : this.columns;
          for (let b = 0; b <= a; b++) into[at + unknowns[b]] += by * coefficients[b];
        }
      }
      /** The unknowns; what was added is used up. @throws RangeError where they are not determined. */
      solve() {
        const { band, border, half, rows, columns, right, size } = this;
        const width = half + 1;
        factorised(rows, band, half);
        const forward = (of, at) => {
          for (let i = 0; i < band; i++) {
            const row = i * width + half - i;
            let sum = of[at + i];
            for (let j = Math.max(0, i - half); j < i; j++) sum -= rows[row + j] * of[at + j];
            of[at + i] = sum / rows[row + i];
          }
        };
        forward(right, 0);
        for (let k = 0; k < border; k++) forward(columns, k * size);
        for (let k = 0; k < border; k++)
          for (let l = 0; l <= k; l++) {
            let sum = columns[k * size + band + l];
            for (let i = 0; i < band; i++) sum -= columns[k * size + i] * columns[l * size + i];
            for (let m = 0; m < l; m++) sum -= columns[k * size + band + m] * columns[l * size + band + m];
            if (l < k) columns[k * size + band + l] = sum / columns[l * size + band + l];
            else if (sum > 0) columns[k * size + band + k] = Math.sqrt(sum);
            else throw new RangeError("What was observed does not determine every unknown.");
          }
        const x = Float64Array.from(right);
        for (let k = 0; k < border; k++) {
          let sum = x[band + k];
          for (let i = 0; i < band; i++) sum -= columns[k * size + i] * x[i];
          for (let m = 0; m < k; m++) sum -= columns[k * size + band + m] * x[band + m];
          x[band + k] = sum / columns[k * size + band + k];
        }
        for (let k = border - 1; k >= 0; k--) {
          let sum = x[band + k];
          for (let m = k + 1; m < border; m++) sum -= columns[m * size + band + k] * x[band + m];
          x[band + k] = sum / columns[k * size + band + k];
          for (let i = 0; i < band; i++) x[i] -= columns[k * size + i] * x[band + k];
        }
        for (let i = band - 1; i >= 0; i--) {
          const row = i * width + half - i;
          x[i] /= rows[row + i];
          for (let j = Math.max(0, i - half); j < i; j++) x[j] -= rows[row + j] * x[i];
        }
        return x;
      }
    };
  }
});

// src/core/numerics/symmetric.ts
function cholesky(a) {
  const n = a.length;
  const scale = a.map((row, i) => 1 / Math.sqrt(row[i]));
  if (scale.some((s) => !Number.isFinite(s))) return null;
  const l = a.map((row) => new Array(row.length).fill(0));
  for (let i = 0; i < n; i++)
    for (let j = 0; j <= i; j++) {
      let sum = a[i][j] * scale[i] * scale[j];
      for (let k = 0; k < j; k++) sum -= l[i][k] * l[j][k];
      if (i === j) {
        if (!(sum > SINGULAR)) return null;
        l[i][i] = Math.sqrt(sum);
      } else l[i][j] = sum / l[j][j];
    }
  return { l, scale };
}
function solveSymmetric(a, b) {
  const factor = cholesky(a);
  return factor && solved(factor, b);
}
function solved({ l, scale }, b) {
  const n = b.length;
  const y = b.map((v, i) => v * scale[i]);
  for (let i = 0; i < n; i++) {
    for (let k = 0; k < i; k++) y[i] -= l[i][k] * y[k];
    y[i] /= l[i][i];
  }
  for (let i = n - 1; i >= 0; i--) {
    for (let k = i + 1; k < n; k++) y[i] -= l[k][i] * y[k];
    y[i] /= l[i][i];
  }
  return y.map((v, i) => v * scale[i]);
}
function invertSymmetric(a) {
  const factor = cholesky(a);
  return factor && a.map(
    (_, i) => solved(
      factor,
      a.map((__, j) => i === j ? 1 : 0)
    )
  );
}
var SINGULAR;
var init_symmetric = __esm({
  "src/core/numerics/symmetric.ts"() {
    "use strict";
    SINGULAR = 1e-13;
  }
});

// src/core/numerics/damped.ts
function dampedLeastSquares(at, moved2, start, { until, least = 0, rounds = 80, damping: begin = 1e-6 }) {
  let here = at(start);
  let damping = begin;
  for (let round = 0; round < rounds; round++) {
    const { a, g } = here.equations();
    let next = null;
    while (!next) {
      const step = solveSymmetric(
        a.map((row, i) => row.map((v, j) => i === j ? v * (1 + damping) + 1e-300 : v)),
        g
      );
      const promised = step ? step.reduce((sum, s, i) => sum + s * g[i], 0) : 0;
      if (!step || !(promised >= until * (least + here.cost)) || promised === 0) return here;
      const tried = at(
        moved2(
          here.state,
          step.map((s) => -s)
        )
      );
      if (tried.cost <= here.cost) next = tried;
      else {
        damping = Math.max(damping, 1e-9) * 10;
        if (damping > MOST_DAMPED) return here;
      }
    }
    here = next;
    damping = Math.max(damping / 10, 1e-12);
  }
  return here;
}
var MOST_DAMPED;
var init_damped = __esm({
  "src/core/numerics/damped.ts"() {
    "use strict";
    init_symmetric();
    MOST_DAMPED = 1e8;
  }
});

// src/core/numerics/least-squares.ts
var init_least_squares = __esm({
  "src/core/numerics/least-squares.ts"() {
    "use strict";
  }
});

// src/core/numerics/min-cut.ts
var init_min_cut = __esm({
  "src/core/numerics/min-cut.ts"() {
    "use strict";
  }
});

// src/core/numerics/robust.ts
function biweight(deviations) {
  const t = deviations / TUKEY;
  return t * t >= 1 ? 0 : (1 - t * t) ** 2;
}
function median(values) {
  const sorted = Float64Array.from(values).sort();
  return sorted.length === 0 ? NaN : sorted[sorted.length >> 1];
}
var TUKEY, NORMAL, spreadOf;
var init_robust = __esm({
  "src/core/numerics/robust.ts"() {
    "use strict";
    TUKEY = 4.685;
    NORMAL = 1.4826;
    spreadOf = (residuals) => NORMAL * median(Float64Array.from(residuals, Math.abs));
  }
});

// src/core/numerics/last-used.ts
var LastUsed;
var init_last_used = __esm({
  "src/core/numerics/last-used.ts"() {
    "use strict";
    LastUsed = class {
      /** @param most so many are kept. */
      constructor(most) {
        this.most = most;
      }
      most;
      kept = /* @__PURE__ */ new Map();
      /** The value kept under a text; undefined: there is none. */
      of(key) {
        if (!this.kept.has(key)) return void 0;
        const value = this.kept.get(key);
        this.kept.delete(key);
        this.kept.set(key, value);
        return value;
      }
      drop(key) {
        this.kept.delete(key);
      }
      keep(key, value) {
        this.kept.delete(key);
        this.kept.set(key, value);
        if (this.kept.size > this.most) this.kept.delete(this.kept.keys().next().value);
      }
    };
  }
});

// src/core/numerics/index.ts
var init_numerics = __esm({
  "src/core/numerics/index.ts"() {
    "use strict";
    init_bordered();
    init_damped();
    init_least_squares();
    init_min_cut();
    init_robust();
    init_symmetric();
    init_last_used();
  }
});

// src/core/attitude/solve-plumbs.ts
import { EigenvalueDecomposition, Matrix } from "ml-matrix";
function guess(camera, lines2) {
  const back = calibrationInverse(camera);
  const scatter = Matrix.zeros(3, 3);
  for (const { ends } of lines2) {
    const [a, b] = ends.map((p) => apply3(back, [p[0], p[1], 1]));
    const n = unit3(cross3(a, b));
    const weight = distance2(...ends) ** 2;
    for (let r = 0; r < 3; r++)
      for (let c = 0; c < 3; c++) scatter.set(r, c, scatter.get(r, c) + weight * n[r] * n[c]);
  }
  const eigen = new EigenvalueDecomposition(scatter, { assumeSymmetric: true });
  const values = eigen.realEigenvalues;
  const smallest = values.indexOf(Math.min(...values));
  const v = eigen.eigenvectorMatrix.getColumn(smallest);
  return pitchRollFromVertical(v);
}
function placeAt(camera, lines2, state) {
  const missesAt = (p, r) => {
    const v = vanishing(camera, p, r);
    return lines2.map((line2) => missOfVanishingPoint(line2, v));
  };
  const { pitch, roll } = state;
  const misses = missesAt(pitch, roll);
  const sum = (f) => misses.reduce((s, _, i) => s + f(i), 0);
  const rows = () => {
    const [pu, pd] = [missesAt(pitch + STEP, roll), missesAt(pitch - STEP, roll)];
    const [ru, rd] = [missesAt(pitch, roll + STEP), missesAt(pitch, roll - STEP)];
    return misses.map((_, i) => [(pu[i] - pd[i]) / (2 * STEP), (ru[i] - rd[i]) / (2 * STEP)]);
  };
  return {
    state,
    misses,
    cost: sum((i) => misses[i] ** 2),
    rows,
    equations: () => {
      const own = rows();
      const pr = sum((i) => own[i][0] * own[i][1]);
      return {
        a: [
          [sum((i) => own[i][0] ** 2), pr],
          [pr, sum((i) => own[i][1] ** 2)]
        ],
        g: [sum((i) => own[i][0] * misses[i]), sum((i) => own[i][1] * misses[i])]
      };
    }
  };
}
function solvePlumbs(camera, lens, plumbs) {
  const lines2 = plumbs.filter(({ ends }) => distance2(...ends) >= SHORTEST_PX).map(({ id: id2, ends }) => observe(lens, id2, ends));
  const unsolved3 = (status) => ({
    status,
    attitude: LEVEL,
    sigma: NOTHING,
    covariance: null,
    endSigmaPx: END_SIGMA_PX,
    lines: plumbs.map(({ id: id2 }) => ({ id: id2, residualPx: 0, pull: 0 }))
  });
  if (lines2.length === 0) return unsolved3("none");
  if (lines2.length === 1) return unsolved3("one");
  const now = dampedLeastSquares(
    (state) => placeAt(camera, lines2, state),
    ({ pitch: pitch2, roll: roll2 }, [p, r]) => ({ pitch: pitch2 + p, roll: roll2 + r }),
    guess(camera, lines2),
    { until: CONVERGED, least: 1 }
  );
  const { pitch, roll } = now.state;
  const inverse = invertSymmetric(now.equations().a);
  if (!inverse) return unsolved3("undetermined");
  const variance = (PRIOR_WEIGHT * END_SIGMA_PX ** 2 + now.cost) / (PRIOR_WEIGHT + lines2.length - 2);
  const [[pp, pr], [, rr]] = inverse;
  const covariance = [pp * variance, pr * variance, pr * variance, rr * variance];
  const sigma = { pitch: Math.sqrt(covariance[0]), yaw: null, roll: Math.sqrt(covariance[3]) };
  if (Math.max(sigma.pitch, sigma.roll) > HOPELESS_DEG || Math.abs(pitch) > 89) return unsolved3("undetermined");
  const rows = now.rows();
  const byId = new Map(
    lines2.map((line2, i) => {
      const [jp, jr] = rows[i];
      const leverage = jp * jp * pp + 2 * jp * jr * pr + jr * jr * rr;
      return [line2.id, { id: line2.id, residualPx: Math.abs(now.misses[i]), pull: leverage / 2 }];
    })
  );
  return {
    status: "solved",
    attitude: { pitch, yaw: 0, roll },
    sigma,
    covariance,
    endSigmaPx: Math.sqrt(variance),
    lines: plumbs.map(({ id: id2 }) => byId.get(id2) ?? { id: id2, residualPx: 0, pull: 0 })
  };
}
var END_SIGMA_PX, PRIOR_WEIGHT, HOPELESS_DEG, CONVERGED, STEP, SHORTEST_PX, NOTHING, vanishing;
var init_solve_plumbs = __esm({
  "src/core/attitude/solve-plumbs.ts"() {
    "use strict";
    init_camera();
    init_geometry();
    init_numerics();
    init_plumb_residual();
    END_SIGMA_PX = 0.5;
    PRIOR_WEIGHT = 10;
    HOPELESS_DEG = 15;
    CONVERGED = 1e-16;
    STEP = 1e-4;
    SHORTEST_PX = 2;
    NOTHING = { pitch: null, yaw: null, roll: null };
    vanishing = (camera, pitch, roll) => apply3(calibration(camera), downInCamera({ pitch, roll }));
  }
});

// src/core/attitude/line-question.ts
var init_line_question = __esm({
  "src/core/attitude/line-question.ts"() {
    "use strict";
  }
});

// src/core/attitude/line-model.ts
function sillInCamera(pitch, roll, heading) {
  const h = heading * DEG;
  const p = pitch * DEG;
  const r = roll * DEG;
  const x = Math.cos(h);
  const y = Math.sin(h) * Math.sin(p);
  const z18 = Math.sin(h) * Math.cos(p);
  return [Math.cos(r) * x + Math.sin(r) * y, -Math.sin(r) * x + Math.cos(r) * y, z18];
}
function missesOf(lines2, principal, u) {
  const vanishing2 = vanishingsOf(principal, u);
  const misses = new Float64Array(lines2.length);
  for (let i = 0; i < misses.length; i++) misses[i] = miss(lines2[i], vanishing2);
  return misses;
}
function headingOf({ focalPx, principal }, ends, pitch, roll) {
  const [a, b] = ends.map((e) => [(e[0] - principal[0]) / focalPx, (e[1] - principal[1]) / focalPx, 1]);
  const n = [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
  const down = downInCamera({ pitch, roll });
  const across = sillInCamera(pitch, roll, 0);
  const away = sillInCamera(pitch, roll, 90);
  const d = [n[1] * down[2] - n[2] * down[1], n[2] * down[0] - n[0] * down[2], n[0] * down[1] - n[1] * down[0]];
  const x = d[0] * across[0] + d[1] * across[1] + d[2] * across[2];
  const z18 = d[0] * away[0] + d[1] * away[1] + d[2] * away[2];
  return halfTurn(Math.atan2(z18, x) / DEG);
}
var vanishingOf, vanishingsOf, miss, missOf, halfTurn;
var init_line_model = __esm({
  "src/core/attitude/line-model.ts"() {
    "use strict";
    init_camera();
    init_geometry();
    init_plumb_residual();
    vanishingOf = (focalPx, [cx, cy], d) => [
      focalPx * d[0] + cx * d[2],
      focalPx * d[1] + cy * d[2],
      d[2]
    ];
    vanishingsOf = (principal, u) => ({
      plumbs: vanishingOf(u.focalPx, principal, downInCamera(u)),
      walls: u.headings.map((h) => vanishingOf(u.focalPx, principal, sillInCamera(u.pitch, u.roll, h)))
    });
    miss = (line2, { plumbs, walls }) => missOfVanishingPoint(line2, line2.kind === "plumb" ? plumbs : walls[line2.wall]) / line2.sigmaPx;
    missOf = (line2, principal, u) => miss(line2, vanishingsOf(principal, u));
    halfTurn = (deg) => {
      const a = deg - 180 * Math.floor(deg / 180);
      return a > 90 ? a - 180 : a;
    };
  }
});

// src/core/attitude/odd-one.ts
function oddOne(solution, question) {
  const { inputs } = question;
  if (solution.status === "none" || solution.status === "one") return null;
  if (solution.status === "solved" ? solution.freedom < 2 : inputs.length < 5) return null;
  const suspects = solution.status === "solved" ? [...solution.lines].sort((a, b) => b.studentised - a.studentised).filter((l) => l.studentised > CONTRADICTS_SIGMAS).slice(0, TRIED).map((l) => l.id) : inputs.map((l) => l.id);
  const tried = suspects.map((id2) => ({ id: id2, without: question.solve(inputs.filter((l) => l.id !== id2)) })).filter(({ without }) => without.status === "solved" && without.freedom >= 1).sort((a, b) => a.without.endSigmaPx - b.without.endSigmaPx);
  const best = tried[0];
  if (!best || solution.status !== "solved" && best.without.endSigmaPx > SOUND_PX) return null;
  const line2 = inputs.find((l) => l.id === best.id);
  const missPx2 = missFrom(line2, best.without, question);
  return missPx2 > CONTRADICTS_PX ? { line: line2, missPx: missPx2, without: best.without } : null;
}
function missFrom(line2, without, { camera, lens, inputs }) {
  const model = { ...observe(lens, line2.id, line2.ends), kind: line2.kind, sigmaPx: 1, wall: 0 };
  const u = {
    ...without.attitude,
    headings: without.walls.map((w) => w.heading),
    focalPx: without.focal?.focalPx ?? camera.focalPx
  };
  const miss2 = (wall) => Math.abs(missOf({ ...model, wall }, camera.principal, u));
  if (line2.kind === "plumb") return miss2(-1);
  const named2 = inputs.find((l) => l.wall === line2.wall && line2.wall && l.id !== line2.id);
  const own = named2 ? without.lines.find((l) => l.id === named2.id)?.wall ?? null : null;
  return own === null ? 0 : miss2(own);
}
var CONTRADICTS_PX, CONTRADICTS_SIGMAS, TRIED, SOUND_PX;
var init_odd_one = __esm({
  "src/core/attitude/odd-one.ts"() {
    "use strict";
    init_line_model();
    init_plumb_residual();
    CONTRADICTS_PX = 4;
    CONTRADICTS_SIGMAS = 4;
    TRIED = 3;
    SOUND_PX = 2.5;
  }
});

// src/core/lens/brown-conrady.ts
function distortNormalised({ k, p }, x, y) {
  const s = x * x + y * y;
  const radial = 1 + s * (k[0] + s * (k[1] + s * k[2]));
  return [
    x * radial + 2 * p[0] * x * y + p[1] * (s + 2 * x * x),
    y * radial + p[0] * (s + 2 * y * y) + 2 * p[1] * x * y
  ];
}
function distortionJacobian({ k, p }, x, y) {
  const s = x * x + y * y;
  const radial = 1 + s * (k[0] + s * (k[1] + s * k[2]));
  const slope = 2 * (k[0] + s * (2 * k[1] + s * 3 * k[2]));
  const shared = x * y * slope + 2 * p[0] * x + 2 * p[1] * y;
  return [
    radial + x * x * slope + 2 * p[0] * y + 6 * p[1] * x,
    shared,
    shared,
    radial + y * y * slope + 6 * p[0] * y + 2 * p[1] * x
  ];
}
function turningRadius(k) {
  const slope = (s) => 1 + s * (3 * k[0] + s * (5 * k[1] + s * 7 * k[2]));
  const steps = 800;
  let before = 0;
  for (let i = 1; i <= steps; i++) {
    const s = FAR * FAR * i / steps;
    if (slope(s) <= 0) {
      let [low, high] = [before, s];
      for (let n = 0; n < 60; n++) {
        const mid = (low + high) / 2;
        if (slope(mid) > 0) low = mid;
        else high = mid;
      }
      return Math.sqrt(low);
    }
    before = s;
  }
  return Infinity;
}
function idealRadius(k, recorded, turning) {
  let [low, high] = [0, Math.min(turning, Math.max(1, 2 * recorded))];
  while (high < turning && high < FAR * 4 && recordedRadius(k, high) < recorded) high = Math.min(turning, high * 2);
  let r = Math.min(recorded, high);
  for (let n = 0; n < 60; n++) {
    const miss2 = recordedRadius(k, r) - recorded;
    if (Math.abs(miss2) < 1e-15) break;
    if (miss2 > 0) high = r;
    else low = r;
    const s = r * r;
    const step = miss2 / (1 + s * (3 * k[0] + s * (5 * k[1] + s * 7 * k[2])));
    const next = r - step;
    r = next > low && next < high ? next : (low + high) / 2;
  }
  return r;
}
function undistortNormalised(lens, xd, yd, turning) {
  const rd = Math.hypot(xd, yd);
  if (rd === 0 && lens.p[0] === 0 && lens.p[1] === 0) return [0, 0];
  if (turning < Infinity && rd >= recordedRadius(lens.k, turning)) return [xd / rd * turning, yd / rd * turning];
  const scale = rd > 0 ? idealRadius(lens.k, rd, turning) / rd : 1;
  let [x, y] = [xd * scale, yd * scale];
  if (lens.p[0] === 0 && lens.p[1] === 0) return [x, y];
  for (let n = 0; n < 30; n++) {
    const [fx, fy] = distortNormalised(lens, x, y);
    const [a, b, c, d] = distortionJacobian(lens, x, y);
    const [ex, ey] = [fx - xd, fy - yd];
    const det = a * d - b * c;
    if (!(Math.abs(det) > 1e-12)) break;
    const [dx, dy] = [(d * ex - b * ey) / det, (a * ey - c * ex) / det];
    x -= dx;
    y -= dy;
    if (Math.abs(dx) + Math.abs(dy) < 1e-15) break;
  }
  return [x, y];
}
var FAR, recordedRadius;
var init_brown_conrady = __esm({
  "src/core/lens/brown-conrady.ts"() {
    "use strict";
    FAR = 4;
    recordedRadius = (k, r) => {
      const s = r * r;
      return r * (1 + s * (k[0] + s * (k[1] + s * k[2])));
    };
  }
});

// src/core/lens/equidistant.ts
function widestAngle(k, most = WIDEST) {
  for (let t = 0.01; t < most; t += 0.01) if (seriesSlope(k, t) <= 0) return t - 0.01;
  return most;
}
function fisheyeAngle({ k, focal }, recorded, widest) {
  let [low, high] = [0, widest];
  if (focal * series(k, high) <= recorded) return widest;
  let t = Math.min(recorded / focal, high);
  for (let n = 0; n < 80; n++) {
    const miss2 = focal * series(k, t) - recorded;
    if (Math.abs(miss2) < 1e-15) break;
    if (miss2 > 0) high = t;
    else low = t;
    const next = t - miss2 / (focal * seriesSlope(k, t));
    t = next > low && next < high ? next : (low + high) / 2;
  }
  return t;
}
var WIDEST, series, seriesSlope, fisheyeAt, fisheyeRadius, fisheyeSlope, fisheyeIdeal;
var init_equidistant = __esm({
  "src/core/lens/equidistant.ts"() {
    "use strict";
    WIDEST = 86 * Math.PI / 180;
    series = (k, t) => {
      const s = t * t;
      return t * (1 + s * (k[0] + s * (k[1] + s * k[2])));
    };
    seriesSlope = (k, t) => {
      const s = t * t;
      return 1 + s * (3 * k[0] + s * (5 * k[1] + s * 7 * k[2]));
    };
    fisheyeAt = ({ k, focal }, angle2) => focal * series(k, angle2);
    fisheyeRadius = ({ k, focal }, ideal) => focal * series(k, Math.atan(ideal / focal));
    fisheyeSlope = ({ k, focal }, ideal) => seriesSlope(k, Math.atan(ideal / focal)) * focal * focal / (focal * focal + ideal * ideal);
    fisheyeIdeal = (lens, recorded, widest) => lens.focal * Math.tan(fisheyeAngle(lens, recorded, widest));
  }
});

// src/core/lens/distortion-percent.ts
var init_distortion_percent = __esm({
  "src/core/lens/distortion-percent.ts"() {
    "use strict";
  }
});

// src/core/lens/fringes.ts
var init_fringes = __esm({
  "src/core/lens/fringes.ts"() {
    "use strict";
  }
});

// src/core/lens/lens.ts
var isStitched;
var init_lens = __esm({
  "src/core/lens/lens.ts"() {
    "use strict";
    isStitched = (model) => model === "cylindrical" || model === "equirectangular";
  }
});

// src/core/lens/wide/projection.ts
function inPicture(angle2, { width, centre, focalPx }) {
  const middle = (width / 2 - centre[0]) / focalPx;
  return angle2 - TAU * Math.round((angle2 - middle) / TAU);
}
function cylinder(picture) {
  const { centre, focalPx } = picture;
  return {
    ray: ([x, y]) => {
      const angle2 = (x - centre[0]) / focalPx;
      return [Math.sin(angle2), (y - centre[1]) / focalPx, Math.cos(angle2)];
    },
    recorded: ([x, y, z18], out) => {
      const away = Math.hypot(x, z18);
      out[0] = centre[0] + focalPx * inPicture(Math.atan2(x, z18), picture);
      out[1] = centre[1] + focalPx * y / Math.max(away, 1e-12);
      out[2] = FAR2;
    }
  };
}
function sphere(picture) {
  const { centre, focalPx } = picture;
  return {
    ray: ([x, y]) => {
      const [across, down] = [(x - centre[0]) / focalPx, (y - centre[1]) / focalPx];
      return [Math.cos(down) * Math.sin(across), Math.sin(down), Math.cos(down) * Math.cos(across)];
    },
    recorded: ([x, y, z18], out) => {
      out[0] = centre[0] + focalPx * inPicture(Math.atan2(x, z18), picture);
      out[1] = centre[1] + focalPx * Math.atan2(y, Math.hypot(x, z18));
      out[2] = FAR2;
    }
  };
}
function fisheye({ centre, focalPx }, k, unit) {
  const lens = { k, focal: focalPx / unit };
  const widest = widestAngle(k, Math.PI);
  return {
    ray: ([x, y]) => {
      const [dx, dy] = [x - centre[0], y - centre[1]];
      const r = Math.hypot(dx, dy);
      if (r === 0) return [0, 0, 1];
      const angle2 = fisheyeAngle(lens, r / unit, widest);
      return [Math.sin(angle2) * dx / r, Math.sin(angle2) * dy / r, Math.cos(angle2)];
    },
    recorded: ([x, y, z18], out) => {
      const r = Math.hypot(x, y);
      const angle2 = Math.atan2(r, z18);
      const by = r > 0 ? unit * fisheyeAt(lens, Math.min(angle2, widest)) / r : 0;
      out[0] = centre[0] + x * by;
      out[1] = centre[1] + y * by;
      out[2] = (widest - angle2) * focalPx;
    }
  };
}
var FAR2;
var init_projection = __esm({
  "src/core/lens/wide/projection.ts"() {
    "use strict";
    init_geometry();
    init_equidistant();
    FAR2 = 1e9;
  }
});

// src/core/lens/wide/turned-lens.ts
function flatLens(wide, { focalPx, principal: [cx, cy] }, [right, down, ahead] = OWN) {
  const out = new Float64Array(3);
  const distort = ([x, y]) => {
    const [u, v] = [(x - cx) / focalPx, (y - cy) / focalPx];
    wide.recorded(
      [
        u * right[0] + v * down[0] + ahead[0],
        u * right[1] + v * down[1] + ahead[1],
        u * right[2] + v * down[2] + ahead[2]
      ],
      out
    );
    return [out[0], out[1]];
  };
  return {
    straight: false,
    distort,
    undistort: (p) => {
      const ray = wide.ray(p);
      const depth = dot3(ray, ahead);
      const safe = Math.abs(depth) > LEVEL_WITH_CAMERA ? depth : LEVEL_WITH_CAMERA;
      return [cx + focalPx * dot3(ray, right) / safe, cy + focalPx * dot3(ray, down) / safe];
    },
    jacobian: ([x, y]) => {
      const step = STEP2 * focalPx * (1 + ((x - cx) ** 2 + (y - cy) ** 2) / focalPx ** 2);
      const [l, r] = [distort([x - step, y]), distort([x + step, y])];
      const [u, d] = [distort([x, y - step]), distort([x, y + step])];
      const by = 1 / (2 * step);
      return [(r[0] - l[0]) * by, (d[0] - u[0]) * by, (r[1] - l[1]) * by, (d[1] - u[1]) * by];
    },
    margin: (p) => FURTHEST2 * focalPx - Math.hypot(p[0] - cx, p[1] - cy),
    wide
  };
}
function turnedTo(wide, at) {
  const known = kept.get(wide) ?? [];
  const found = known.find((k) => k.at[0] === at[0] && k.at[1] === at[1]);
  if (found) return found.lens;
  const ahead = unit3(wide.ray(at));
  const right = unit3(Math.abs(ahead[1]) < 0.999 ? cross3([0, 1, 0], ahead) : [1, 0, 0]);
  const turned = flatLens(wide, planeAt(wide, at), [right, cross3(ahead, right), ahead]);
  kept.set(wide, [{ at, lens: turned }, ...known].slice(0, MOST_KEPT));
  return turned;
}
function planeAt(wide, [x, y]) {
  const [a, b] = [unit3(wide.ray([x - 0.5, y])), unit3(wide.ray([x + 0.5, y]))];
  const [c, d] = [unit3(wide.ray([x, y - 0.5])), unit3(wide.ray([x, y + 0.5]))];
  const across = Math.hypot(...cross3(a, b));
  const down = Math.hypot(...cross3(c, d));
  return { focalPx: 1 / Math.sqrt(across * down), principal: [x, y] };
}
var LEVEL_WITH_CAMERA, FURTHEST2, STEP2, OWN, kept, MOST_KEPT;
var init_turned_lens = __esm({
  "src/core/lens/wide/turned-lens.ts"() {
    "use strict";
    init_geometry();
    LEVEL_WITH_CAMERA = 1e-9;
    FURTHEST2 = 15;
    STEP2 = 1e-6;
    OWN = [
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1]
    ];
    kept = /* @__PURE__ */ new WeakMap();
    MOST_KEPT = 64;
  }
});

// src/core/lens/make-lens.ts
function makeLens(size, parameters) {
  if (!parameters) return STRAIGHT;
  if (parameters.model === "equidistant") return makeFisheye(size, parameters);
  if (isStitched(parameters.model)) return makeStitched(size, parameters);
  const { amount, centre } = parameters;
  const scaled2 = {
    k: [parameters.k[0] * amount, parameters.k[1] * amount, parameters.k[2] * amount],
    p: [parameters.p[0] * amount, parameters.p[1] * amount]
  };
  if ([...scaled2.k, ...scaled2.p].every((c) => c === 0)) return STRAIGHT;
  const unit = Math.hypot(size[0], size[1]) / 2;
  const turning = turningRadius(scaled2.k);
  const inUnits = (p) => [(p[0] - centre[0]) / unit, (p[1] - centre[1]) / unit];
  const inPixels = (p) => [p[0] * unit + centre[0], p[1] * unit + centre[1]];
  return {
    straight: false,
    distort: (p) => inPixels(distortNormalised(scaled2, ...inUnits(p))),
    undistort: (p) => inPixels(undistortNormalised(scaled2, ...inUnits(p), turning)),
    jacobian: (p) => distortionJacobian(scaled2, ...inUnits(p)),
    margin: (p) => turning === Infinity ? Infinity : (turning - Math.hypot(...inUnits(p))) * unit
  };
}
function makeStitched(size, { model, centre, focalPx, principal = centre }) {
  if (!focalPx || !(focalPx > 0))
    throw new RangeError("A stitched picture cannot be laid out without its field of view.");
  const picture = { width: size[0], centre, focalPx };
  const lens = flatLens(model === "cylindrical" ? cylinder(picture) : sphere(picture), { focalPx, principal });
  return { ...lens, around: degrees(size[0] / focalPx) };
}
function makeFisheye(size, { k, centre, focalPx }) {
  if (!focalPx || !(focalPx > 0)) throw new RangeError("A fisheye cannot be rectified without its focal length.");
  const unit = Math.hypot(size[0], size[1]) / 2;
  const lens = { k, focal: focalPx / unit };
  const widest = widestAngle(k);
  const edge = lens.focal * Math.tan(widest);
  const scaled2 = (p, radius) => {
    const [dx, dy] = [p[0] - centre[0], p[1] - centre[1]];
    const r = Math.hypot(dx, dy) / unit;
    if (r === 0) return p;
    const by = radius(r) / r;
    return [centre[0] + dx * by, centre[1] + dy * by];
  };
  return {
    straight: false,
    distort: (p) => scaled2(p, (r) => fisheyeRadius(lens, r)),
    undistort: (p) => scaled2(p, (r) => fisheyeIdeal(lens, r, widest)),
    jacobian: (p) => {
      const [x, y] = [(p[0] - centre[0]) / unit, (p[1] - centre[1]) / unit];
      const r = Math.hypot(x, y);
      if (r < 1e-9) return [1, 0, 0, 1];
      const [across, along] = [fisheyeRadius(lens, r) / r, fisheyeSlope(lens, r)];
      const [c, s] = [x / r, y / r];
      const shared = (along - across) * c * s;
      return [across + (along - across) * c * c, shared, shared, across + (along - across) * s * s];
    },
    margin: (p) => (edge - Math.hypot(p[0] - centre[0], p[1] - centre[1]) / unit) * unit,
    wide: fisheye({ width: size[0], centre, focalPx }, k, unit)
  };
}
var STRAIGHT, lensTowards;
var init_make_lens = __esm({
  "src/core/lens/make-lens.ts"() {
    "use strict";
    init_geometry();
    init_brown_conrady();
    init_equidistant();
    init_lens();
    init_projection();
    init_turned_lens();
    STRAIGHT = {
      straight: true,
      distort: (p) => p,
      undistort: (p) => p,
      jacobian: () => [1, 0, 0, 1],
      margin: () => Infinity
    };
    lensTowards = (lens, at) => lens.wide ? turnedTo(lens.wide, at) : lens;
  }
});

// src/core/course/course-part.ts
var coursePart;
var init_course_part = __esm({
  "src/core/course/course-part.ts"() {
    "use strict";
    coursePart = (part) => part;
  }
});

// src/core/course/light.ts
var toLinear, fromLinear, STEPS, lights, roots;
var init_light = __esm({
  "src/core/course/light.ts"() {
    "use strict";
    toLinear = (v) => v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
    fromLinear = (v) => v <= 31308e-7 ? v * 12.92 : 1.055 * v ** (1 / 2.4) - 0.055;
    STEPS = 4096;
    lights = Float64Array.from({ length: STEPS + 2 }, (_, i) => toLinear(i / STEPS));
    roots = Float64Array.from({ length: STEPS + 2 }, (_, i) => fromLinear((i / STEPS) ** 2));
  }
});

// src/core/course/number-setting.ts
import { z } from "zod";
var numberSetting, numberSchema;
var init_number_setting = __esm({
  "src/core/course/number-setting.ts"() {
    "use strict";
    numberSetting = (said) => ({ min: -1, max: 1, standard: 0, unit: "%", times: 100, digits: 0, step: 1, ...said });
    numberSchema = ({ min, max, standard, describe }) => z.number().min(min).max(max).default(standard).describe(describe);
  }
});

// src/core/course/plane-step.ts
function homographyStep(matrix) {
  const [a, b, c, d, e, f, g, h, i] = invert3(matrix);
  return {
    matrix,
    forward: ([x, y]) => {
      const [px, py, w] = apply3(matrix, [x, y, 1]);
      return w > 1e-6 ? [px / w, py / w] : null;
    },
    back: (x, y, out) => {
      const w = g * x + h * y + i;
      if (!(w > 1e-6)) {
        out[0] = out[1] = out[2] = -FAR_INSIDE;
        return;
      }
      out[0] = (a * x + b * y + c) / w;
      out[1] = (d * x + e * y + f) / w;
      out[2] = FAR_INSIDE;
    },
    outline: (polygon) => clipInFront(
      polygon.map(([x, y]) => apply3(matrix, [x, y, 1])),
      1 / WIDEST2
    ).map(([x, y, w]) => [x / w, y / w])
  };
}
function folded(steps) {
  const out = [];
  for (const step of steps) {
    const last = out[out.length - 1];
    if (last?.matrix && step.matrix) out[out.length - 1] = homographyStep(multiply3(step.matrix, last.matrix));
    else out.push(step);
  }
  return out;
}
function chained(steps) {
  const all = folded(steps);
  if (all.length === 1) return all[0];
  const inwards = [...all].reverse();
  return {
    forward: (p) => all.reduce((at, step) => at && step.forward(at), p),
    back: (x, y, out) => {
      out[0] = x;
      out[1] = y;
      let margin = FAR_INSIDE;
      for (const step of inwards) {
        step.back(out[0], out[1], out);
        if (out[2] < margin) margin = out[2];
        if (!(margin > 0)) break;
      }
      out[2] = margin;
    },
    outline: (polygon) => all.reduce((at, step) => at.length < 3 ? [] : step.outline(at), [...polygon]),
    breaks: outsideBreaks(all)
  };
}
function outsideBreaks(steps) {
  return steps.flatMap(
    (step, i) => (step.breaks ?? []).flatMap(([from, to]) => {
      const carry = (p) => steps.slice(i + 1).reduce((at, next) => at && next.forward(at), p);
      const [a, b] = [carry(from), carry(to)];
      return a && b ? [[a, b]] : [];
    })
  );
}
var FAR_INSIDE, WIDEST2;
var init_plane_step = __esm({
  "src/core/course/plane-step.ts"() {
    "use strict";
    init_geometry();
    FAR_INSIDE = 1e9;
    WIDEST2 = 15;
  }
});

// src/core/course/raster.ts
function samplesLike(like, buffer, at, length) {
  if (like.BYTES_PER_ELEMENT === 1) return new Uint8Array(buffer, at, length);
  return like.BYTES_PER_ELEMENT === 2 ? new Uint16Array(buffer, at, length) : new Float32Array(buffer, at, length);
}
var peak, colourCount;
var init_raster = __esm({
  "src/core/course/raster.ts"() {
    "use strict";
    peak = (s) => s instanceof Uint16Array ? 65535 : s instanceof Float32Array ? 1 : 255;
    colourCount = (channels) => channels <= 2 ? 1 : 3;
  }
});

// src/core/course/raster-step.ts
var init_raster_step = __esm({
  "src/core/course/raster-step.ts"() {
    "use strict";
  }
});

// src/core/course/step-kernel.ts
var init_step_kernel = __esm({
  "src/core/course/step-kernel.ts"() {
    "use strict";
  }
});

// src/core/course/values.ts
import { z as z2 } from "zod";
var finite, pixels, point;
var init_values = __esm({
  "src/core/course/values.ts"() {
    "use strict";
    finite = z2.number().min(-1e4).max(1e4);
    pixels = z2.number().min(-1e7).max(1e7);
    point = z2.tuple([pixels, pixels]);
  }
});

// src/core/course/index.ts
var init_course = __esm({
  "src/core/course/index.ts"() {
    "use strict";
    init_course_part();
    init_light();
    init_number_setting();
    init_plane_step();
    init_raster();
    init_raster_step();
    init_step_kernel();
    init_values();
  }
});

// src/core/lens/lens-step.ts
function lensStep(recipe, size) {
  const lens = lensFor(recipe, size);
  if (lens.straight) return null;
  return {
    forward: (p) => lens.undistort(p),
    back: (x, y, out) => {
      const [rx, ry] = lens.distort([x, y]);
      out[0] = rx;
      out[1] = ry;
      out[2] = Math.min(FAR_INSIDE, lens.margin([x, y]));
    },
    outline: (polygon) => polygon.map((p) => lens.undistort(p))
  };
}
var lensFor;
var init_lens_step = __esm({
  "src/core/lens/lens-step.ts"() {
    "use strict";
    init_course();
    init_make_lens();
    lensFor = ({ lens, camera }, size) => makeLens(size, lens.on ? { ...lens, ...camera } : null);
  }
});

// src/core/lens/wide/field-of-view.ts
var isWholeTurn;
var init_field_of_view = __esm({
  "src/core/lens/wide/field-of-view.ts"() {
    "use strict";
    init_geometry();
    isWholeTurn = (model, focalPx, width) => (model === "cylindrical" || model === "equirectangular") && width >= (TAU - 1e-4) * focalPx;
  }
});

// src/core/lens/wide/solve-field.ts
var init_solve_field = __esm({
  "src/core/lens/wide/solve-field.ts"() {
    "use strict";
  }
});

// src/core/lens/wide/stated-layout.ts
var init_stated_layout = __esm({
  "src/core/lens/wide/stated-layout.ts"() {
    "use strict";
  }
});

// src/core/lens/recipe-part.ts
import { z as z3 } from "zod";
var lensSettings, numbersOf;
var init_recipe_part = __esm({
  "src/core/lens/recipe-part.ts"() {
    "use strict";
    init_course();
    lensSettings = z3.strictObject({
      on: z3.boolean().default(true),
      from: z3.enum(["none", "profile", "traced", "by-hand", "own-edges", "metadata"]).default("none"),
      profile: z3.string().nullable().default(null),
      model: z3.enum(["brown-conrady", "equidistant", "cylindrical", "equirectangular"]).default("brown-conrady").describe(
        "How it recorded: a lens, or a cylinder or sphere that the picture was stitched onto; its pixels to a radian are the focal length"
      ),
      k: z3.tuple([finite, finite, finite]).default([0, 0, 0]).describe("Radial terms, r in half diagonals; barrel: k1 < 0"),
      p: z3.tuple([finite, finite]).default([0, 0]).describe("Tangential terms"),
      centre: point.nullable().default(null).describe("Distortion centre, pixels; null: the centre"),
      amount: z3.number().min(0).max(1.5).default(1),
      fringes: z3.strictObject({ red: z3.tuple([finite, finite]).default([0, 0]), blue: z3.tuple([finite, finite]).default([0, 0]) }).prefault({}).describe("Radius of the channel over that of green: 1 + a + b r\xB2"),
      vignetting: z3.strictObject({
        v: z3.tuple([finite, finite, finite]).default([0, 0, 0]).describe("Light kept: 1 + v1 r\xB2 + v2 r\u2074 + v3 r\u2076, linear"),
        amount: z3.number().min(0).max(1.5).default(1)
      }).prefault({}),
      calm: z3.strictObject({ purple: z3.number().min(0).max(1).default(0), green: z3.number().min(0).max(1).default(0) }).prefault({}).describe("How far purple and green along hard edges are taken out")
    });
    numbersOf = ({ k, p, fringes: fringes2, vignetting: vignetting2, calm }) => [
      ...k,
      ...p,
      ...fringes2.red,
      ...fringes2.blue,
      ...vignetting2.v,
      calm.purple,
      calm.green
    ];
  }
});

// src/core/lens/course.ts
var AMOUNT, lensPart;
var init_course2 = __esm({
  "src/core/lens/course.ts"() {
    "use strict";
    init_course();
    init_language();
    init_lens();
    init_lens_step();
    init_recipe_part();
    AMOUNT = numberSetting({
      key: "amount",
      words: say("amount of the lens"),
      label: say("Amount"),
      min: 0,
      max: 1.5,
      standard: 1,
      describe: "How much of the lens is taken out"
    });
    lensPart = coursePart({
      key: "lens",
      name: say("Lens"),
      keys: { lens: lensSettings.prefault({}) },
      laid: (recipe) => isStitched(recipe.lens.model) || numbersOf(recipe.lens).some((v) => v !== 0),
      plane: [
        {
          inputs: ({ camera, lens }) => [camera, lens],
          make: (recipe, size) => lensStep(recipe, size)
        }
      ],
      // A lens's centre is where this photo's pixels have it.
      carried: ({ lens }, onto) => ({ lens: { ...lens, centre: onto.lens.centre } }),
      carries: say("the lens as it is set; right for the same lens at the same focal length"),
      told: {
        marks: [],
        numbers: [{ setting: AMOUNT, of: ({ lens }) => lens.amount }],
        all: ({ lens }) => lens,
        on: ({ lens }) => lens.on,
        rest: say("lens changed")
      }
    });
  }
});

// src/core/lens/srgb.ts
var LIGHT_OF_SRGB;
var init_srgb = __esm({
  "src/core/lens/srgb.ts"() {
    "use strict";
    init_course();
    LIGHT_OF_SRGB = Float32Array.from({ length: 256 }, (_, i) => 255 * toLinear(i / 255));
  }
});

// src/core/lens/measure-fringes.ts
var init_measure_fringes = __esm({
  "src/core/lens/measure-fringes.ts"() {
    "use strict";
  }
});

// src/core/lens/orientation.ts
var TURNS, orientationOf;
var init_orientation = __esm({
  "src/core/lens/orientation.ts"() {
    "use strict";
    TURNS = {
      1: [1, 0, 0, 1],
      2: [-1, 0, 0, 1],
      3: [-1, 0, 0, -1],
      4: [1, 0, 0, -1],
      5: [0, 1, 1, 0],
      6: [0, -1, 1, 0],
      7: [0, -1, -1, 0],
      8: [0, 1, -1, 0]
    };
    orientationOf = (value) => typeof value === "number" && value in TURNS ? value : 1;
  }
});

// src/core/lens/vignetting.ts
var init_vignetting = __esm({
  "src/core/lens/vignetting.ts"() {
    "use strict";
  }
});

// src/core/lens/pulled-bow.ts
var init_pulled_bow = __esm({
  "src/core/lens/pulled-bow.ts"() {
    "use strict";
  }
});

// src/core/lens/profile/hermite.ts
function hermite(xs, ys, x) {
  const n = xs.length;
  if (n === 0) throw new RangeError("There is nothing to interpolate between.");
  if (n === 1 || x <= xs[0]) return ys[0];
  if (x >= xs[n - 1]) return ys[n - 1];
  let i = 0;
  while (x > xs[i + 1]) i++;
  const h = xs[i + 1] - xs[i];
  const t = (x - xs[i]) / h;
  const [a, b] = [slopeAt(xs, ys, i), slopeAt(xs, ys, i + 1)];
  const t2 = t * t;
  const t3 = t2 * t;
  return (2 * t3 - 3 * t2 + 1) * ys[i] + (t3 - 2 * t2 + t) * h * a + (3 * t2 - 2 * t3) * ys[i + 1] + (t3 - t2) * h * b;
}
function slopeAt(xs, ys, i) {
  const n = xs.length;
  const secant = (j) => (ys[j + 1] - ys[j]) / (xs[j + 1] - xs[j]);
  if (n === 2) return secant(0);
  const [before, after] = [secant(Math.max(0, Math.min(n - 2, i - 1))), secant(Math.min(n - 2, Math.max(0, i)))];
  if (i === 0 || i === n - 1) {
    const [p, q] = i === 0 ? [0, 1] : [n - 2, n - 3];
    const [hp, hq] = [xs[p + 1] - xs[p], xs[q + 1] - xs[q]];
    const end = ((2 * hp + hq) * secant(p) - hp * secant(q)) / (hp + hq);
    return limitedSlope(end, secant(p), secant(p));
  }
  const [hb, ha] = [xs[i] - xs[i - 1], xs[i + 1] - xs[i]];
  return limitedSlope((ha * before + hb * after) / (ha + hb), before, after);
}
function limitedSlope(slope, before, after) {
  if (before * after <= 0 || slope * before <= 0) return 0;
  const most = 3 * Math.min(Math.abs(before), Math.abs(after));
  return Math.sign(slope) * Math.min(Math.abs(slope), most);
}
var init_hermite = __esm({
  "src/core/lens/profile/hermite.ts"() {
    "use strict";
  }
});

// src/core/lens/profile/at.ts
var init_at = __esm({
  "src/core/lens/profile/at.ts"() {
    "use strict";
  }
});

// src/core/lens/profile/from-calibration.ts
var init_from_calibration = __esm({
  "src/core/lens/profile/from-calibration.ts"() {
    "use strict";
  }
});

// src/core/lens/profile/match.ts
var FULL_FRAME;
var init_match = __esm({
  "src/core/lens/profile/match.ts"() {
    "use strict";
    FULL_FRAME = Math.hypot(36, 24) / 2;
  }
});

// src/core/lens/profile/schema.ts
import { z as z4 } from "zod";
var PROFILE_FORMAT, PROFILE_VERSION, finite2, focalMm, name, distortion, fringes, vignetting, profileSchema;
var init_schema = __esm({
  "src/core/lens/profile/schema.ts"() {
    "use strict";
    PROFILE_FORMAT = "flat-stone-lens";
    PROFILE_VERSION = 1;
    finite2 = z4.number();
    focalMm = z4.number().min(1).max(5e3).describe("Focal length engraved on the lens, mm");
    name = z4.string().trim().min(1).max(200);
    distortion = z4.strictObject({
      focalMm,
      focusM: z4.number().positive().nullable().default(null).describe("Focus distance, m; null: far away"),
      k: z4.tuple([finite2, finite2, finite2]).describe("Radial terms, r in half diagonals of the sensor; barrel: k1 < 0"),
      p: z4.tuple([finite2, finite2]).default([0, 0]).describe("Tangential terms"),
      centre: z4.tuple([z4.number().min(-0.2).max(0.2), z4.number().min(-0.2).max(0.2)]).default([0, 0]).describe("Distortion centre less the middle of the picture, half diagonals")
    });
    fringes = z4.strictObject({
      focalMm,
      red: z4.tuple([finite2, finite2]).describe("Radius of red over that of green: 1 + a + b r\xB2"),
      blue: z4.tuple([finite2, finite2])
    });
    vignetting = z4.strictObject({
      focalMm,
      aperture: z4.number().min(0.5).max(128).describe("f-number"),
      v: z4.tuple([finite2, finite2, finite2]).describe("Light kept: 1 + v1 r\xB2 + v2 r\u2074 + v3 r\u2076, in linear light")
    });
    profileSchema = z4.strictObject({
      format: z4.literal(PROFILE_FORMAT),
      version: z4.literal(PROFILE_VERSION),
      name: name.describe("What people call the profile"),
      lens: z4.array(name).max(20).default([]).describe("Names of the lens as photos record them"),
      camera: z4.array(name).max(50).default([]).describe("Names of cameras; empty: any"),
      sensor: z4.strictObject({ width: z4.number().min(1).max(200), height: z4.number().min(1).max(200) }).describe("The sensor it was measured on, mm"),
      model: z4.enum(["brown-conrady", "equidistant"]).default("brown-conrady"),
      distortion: z4.array(distortion).min(1).max(200),
      fringes: z4.array(fringes).max(200).default([]),
      vignetting: z4.array(vignetting).max(1e3).default([]),
      notes: z4.string().max(2e3).default("")
    });
  }
});

// src/core/lens/profile/read.ts
var FLATTEST;
var init_read = __esm({
  "src/core/lens/profile/read.ts"() {
    "use strict";
    FLATTEST = 85 * Math.PI / 180;
  }
});

// src/core/lens/profile/index.ts
var init_profile = __esm({
  "src/core/lens/profile/index.ts"() {
    "use strict";
    init_at();
    init_from_calibration();
    init_hermite();
    init_match();
    init_read();
    init_schema();
  }
});

// src/core/lens/traced/advise.ts
var SIDES;
var init_advise = __esm({
  "src/core/lens/traced/advise.ts"() {
    "use strict";
    init_language();
    SIDES = [
      [say("the top"), [0.5, 0.06]],
      [say("the right border"), [0.95, 0.5]],
      [say("the bottom"), [0.5, 0.94]],
      [say("the left border"), [0.05, 0.5]]
    ];
  }
});

// src/core/lens/traced/line-fit.ts
function fitLine(xs, ys, weights) {
  let sum = 0;
  let mx = 0;
  let my = 0;
  for (let i = 0; i < xs.length; i++) {
    const w = weights ? weights[i] : 1;
    sum += w;
    mx += w * xs[i];
    my += w * ys[i];
  }
  mx /= sum;
  my /= sum;
  let sxx = 0;
  let sxy = 0;
  let syy = 0;
  for (let i = 0; i < xs.length; i++) {
    const w = weights ? weights[i] : 1;
    const dx = xs[i] - mx;
    const dy = ys[i] - my;
    sxx += w * dx * dx;
    sxy += w * dx * dy;
    syy += w * dy * dy;
  }
  const angle2 = 0.5 * Math.atan2(2 * sxy, sxx - syy);
  const normal2 = [-Math.sin(angle2), Math.cos(angle2)];
  return { normal: normal2, distance: normal2[0] * mx + normal2[1] * my };
}
var init_line_fit = __esm({
  "src/core/lens/traced/line-fit.ts"() {
    "use strict";
  }
});

// src/core/lens/traced/residuals.ts
var init_residuals = __esm({
  "src/core/lens/traced/residuals.ts"() {
    "use strict";
  }
});

// src/core/lens/traced/samples.ts
var init_samples = __esm({
  "src/core/lens/traced/samples.ts"() {
    "use strict";
  }
});

// src/core/lens/traced/solve-traces.ts
var init_solve_traces = __esm({
  "src/core/lens/traced/solve-traces.ts"() {
    "use strict";
  }
});

// src/core/lens/traced/index.ts
var init_traced = __esm({
  "src/core/lens/traced/index.ts"() {
    "use strict";
    init_advise();
    init_line_fit();
    init_residuals();
    init_samples();
    init_solve_traces();
  }
});

// src/core/lens/chart/calibrate.ts
var init_calibrate = __esm({
  "src/core/lens/chart/calibrate.ts"() {
    "use strict";
  }
});

// src/core/lens/chart/find.ts
var init_find = __esm({
  "src/core/lens/chart/find.ts"() {
    "use strict";
  }
});

// src/core/lens/chart/index.ts
var init_chart = __esm({
  "src/core/lens/chart/index.ts"() {
    "use strict";
    init_calibrate();
    init_find();
  }
});

// src/core/lens/dng-opcodes.ts
var init_dng_opcodes = __esm({
  "src/core/lens/dng-opcodes.ts"() {
    "use strict";
  }
});

// src/core/lens/index.ts
var init_lens2 = __esm({
  "src/core/lens/index.ts"() {
    "use strict";
    init_brown_conrady();
    init_equidistant();
    init_distortion_percent();
    init_fringes();
    init_lens();
    init_make_lens();
    init_lens_step();
    init_projection();
    init_field_of_view();
    init_solve_field();
    init_stated_layout();
    init_recipe_part();
    init_course2();
    init_measure_fringes();
    init_orientation();
    init_srgb();
    init_vignetting();
    init_pulled_bow();
    init_profile();
    init_traced();
    init_chart();
    init_dng_opcodes();
  }
});

// src/core/attitude/likely-cause.ts
function likelyCause(camera, lens, line2, { attitude: attitude2, walls, lines: lines2, focal }) {
  const model = { ...observe(lens, line2.id, line2.ends), kind: line2.kind, sigmaPx: 1, wall: 0 };
  const focalPx = focal?.focalPx ?? camera.focalPx;
  const u = { ...attitude2, headings: walls.map((w) => w.heading), focalPx };
  const miss2 = (kind, wall) => Math.abs(missOf({ ...model, kind, wall }, camera.principal, u));
  const own = lines2.find((l) => l.id === line2.id)?.wall ?? null;
  const others = walls.map((_, w) => ({ w, miss: miss2("sill", w) })).filter(({ w }) => w !== own);
  const fit = others.sort((a, b) => a.miss - b.miss)[0];
  if (line2.kind === "plumb" && fit && fit.miss < FITS_PX) return { cause: "wrong-kind", wall: fit.w };
  if (line2.kind === "sill" && miss2("plumb", -1) < FITS_PX) return { cause: "wrong-kind", wall: null };
  if (line2.kind === "sill" && fit && fit.miss < FITS_PX) return { cause: "other-wall", wall: fit.w };
  const [cx, cy] = camera.principal;
  const outer = Math.max(...line2.ends.map(([x, y]) => Math.hypot(x - cx, y - cy))) / Math.hypot(cx, cy);
  const signed = (bow) => {
    const bowed = makeLens([2 * cx, 2 * cy], { k: [bow, 0, 0], p: [0, 0], centre: camera.principal, amount: 1 });
    const seen = { ...observe(bowed, line2.id, line2.ends), kind: line2.kind, sigmaPx: 1, wall: own ?? 0 };
    return missOf(seen, camera.principal, u);
  };
  const now = signed(0);
  const explained = BOWS.some((bow) => signed(bow) * now <= 0 || Math.abs(signed(bow)) < FITS_PX);
  return { cause: lens.straight && outer > OUTER && explained ? "bowed" : "leaning", wall: null };
}
var FITS_PX, OUTER, BOWS;
var init_likely_cause = __esm({
  "src/core/attitude/likely-cause.ts"() {
    "use strict";
    init_lens2();
    init_line_model();
    init_plumb_residual();
    FITS_PX = 2.5;
    OUTER = 0.55;
    BOWS = [-0.1, 0.05];
  }
});

// src/core/attitude/suspect-words.ts
function outsideWords(question) {
  const { size, inputs } = question;
  if (!size) return null;
  const beyond2 = ({ ends: [a, b] }) => [0, 1].some((i) => Math.max(a[i], b[i]) < 0 || Math.min(a[i], b[i]) > size[i]);
  const lines2 = inputs.filter(beyond2).map((l) => l.id);
  if (lines2.length === 0) return null;
  const names = capital(sayList(lines2.map((id2) => nameOf(question, id2))));
  return {
    code: "outside",
    text: lines2.length === 1 ? say(
      "{names} lies outside the picture, and counts all the same. Is it a mark of another photo, or of this one turned otherwise?",
      { names }
    ) : say(
      "{names} lie outside the picture, and count all the same. Are they marks of another photo, or of this one turned otherwise?",
      { names }
    ),
    lines: lines2
  };
}
function contradictsWords({ line: line2, missPx: missPx2, without }, question) {
  const { cause, wall } = likelyCause(question.camera, question.lens, line2, without);
  const why = {
    "wrong-kind": line2.kind === "plumb" ? say("It runs like a sill of the {wall}; is it level in reality?", {
      wall: wallWords(without.walls, wall ?? 0, question)
    }) : say("It runs like a plumb; is it vertical in reality?"),
    "other-wall": say("It runs with the {wall}.", { wall: wallWords(without.walls, wall ?? 0, question) }),
    bowed: say("It lies far out, where an untouched lens bows edges: settle Lens first."),
    leaning: line2.kind === "plumb" ? say("Is that edge truly vertical?") : say("Is that edge truly level?")
  }[cause];
  const told2 = { name: nameOf(question, line2.id), miss: missPx2.toFixed(1), why };
  return {
    code: "contradicts",
    text: line2.kind === "plumb" ? say("No. {name} misses what the others say by {miss} px. {why}", told2) : say("Sill {name} misses what the others say by {miss} px. {why}", told2),
    lines: [line2.id]
  };
}
function twoWallsWords({ doubtful }, question) {
  if (!doubtful) return null;
  const { lines: lines2, apart: apart3 } = doubtful;
  return {
    code: "two-walls",
    text: say(
      "{names} may be on a wall of their own, {apart}\xB0 from the other: that is about as likely. Name their wall, or draw more sills there.",
      { names: capital(sayList(lines2.map((id2) => nameOf(question, id2)))), apart: apart3.toFixed(1) }
    ),
    lines: lines2
  };
}
var nameOf, wallWords;
var init_suspect_words = __esm({
  "src/core/attitude/suspect-words.ts"() {
    "use strict";
    init_language();
    init_likely_cause();
    nameOf = ({ names }, id2) => names.get(id2) ?? id2;
    wallWords = (walls, w, question) => say("wall of {names}", { names: sayList((walls[w]?.lines ?? []).slice(0, 4).map((id2) => nameOf(question, id2))) });
  }
});

// src/core/attitude/explain.ts
function explainLines(solution, question) {
  const odd = oddOne(solution, question);
  const outside2 = outsideWords(question);
  const messages2 = [...outside2 ? [outside2] : [], ...odd ? [contradictsWords(odd, question)] : []];
  if (solution.status !== "solved") return [...messages2, unsolved(solution, question)];
  const doubt = uncertain(solution, question);
  if (doubt) messages2.push(doubt);
  const face4 = faceWords(solution, question);
  const misfit = odd ? null : misfitWords(solution, question);
  if (misfit) messages2.push(misfit);
  const twoWalls = twoWallsWords(solution, question);
  if (twoWalls) messages2.push(twoWalls);
  if (messages2.length === 0) messages2.push(agreement(solution, question));
  if (face4) messages2.push(face4);
  const focal = focalWords(solution, question);
  if (focal) messages2.push(focal);
  return messages2;
}
function unsolved({ status }, { inputs }) {
  const lines2 = inputs.map((l) => l.id);
  const { plumbs, sills } = kinds(inputs);
  if (status === "none")
    return {
      code: "none",
      text: say("No lines yet. Draw along two edges that are vertical in reality, one on each side of the building."),
      lines: []
    };
  if (status === "one")
    return plumbs === 1 ? {
      code: "one",
      text: say("One plumb so far; draw a second on the far side of the building. Nothing changes until then."),
      lines: lines2
    } : {
      code: "one",
      text: say("One sill so far. Draw two plumbs; the sill then tells which way its wall runs."),
      lines: lines2
    };
  if (sills === 0)
    return {
      code: "undetermined",
      text: say("These plumbs lie on one line or too close together to tell the pitch. Draw one further away."),
      lines: lines2
    };
  if (plumbs === 0)
    return {
      code: "missing",
      text: say(
        "Sills of one wall alone do not tell how the camera was held. Draw a plumb or two, or two sills of another wall."
      ),
      lines: lines2
    };
  return {
    code: "missing",
    text: plumbs === 1 ? say(
      "One plumb and these sills do not settle pitch and roll yet. Draw a second plumb on the far side of the building."
    ) : say(
      "These lines lie on each other or meet in one point, and do not settle pitch and roll. Draw one further away."
    ),
    lines: lines2
  };
}
function uncertain({ sigma, lines: lines2, lensDoubt }, { inputs }) {
  const key = sigma.pitch >= sigma.roll ? "pitch" : "roll";
  const most = sigma[key];
  if (most <= UNCERTAIN_DEG) return null;
  const byLines = Math.sqrt(Math.max(0, most ** 2 - (lensDoubt?.[key] ?? 0) ** 2));
  if (lensDoubt && byLines <= UNCERTAIN_DEG)
    return {
      code: "lens",
      text: key === "pitch" ? say(
        "The lens has not been taken out; through one that bows as lenses do, the pitch may be off by \xB1{most}\xB0. Settle Lens first, or press Z.",
        { most: most.toFixed(1) }
      ) : say(
        "The lens has not been taken out; through one that bows as lenses do, the roll may be off by \xB1{most}\xB0. Settle Lens first, or press Z.",
        { most: most.toFixed(1) }
      ),
      lines: []
    };
  const { plumbs, sills } = kinds(inputs);
  const where = sills === 0 || plumbs > 0 ? say("longer plumbs, or one further away, would steady it.") : say("two plumbs would steady it.");
  const told2 = { count: lines2.length, about: byLines.toFixed(1), where };
  return {
    code: "uncertain",
    text: key === "pitch" ? say("These {count, plural, =2 {two} other {#}} fix the pitch to \xB1{about}\xB0 only; {where}", told2) : say("These {count, plural, =2 {two} other {#}} fix the roll to \xB1{about}\xB0 only; {where}", told2),
    lines: []
  };
}
function misfitWords({ lines: lines2, endSigmaPx, freedom }, { lens }) {
  const seen = Math.sqrt(lines2.reduce((sum, l) => sum + l.residualPx ** 2, 0) / lines2.length);
  if (freedom < 4 || Math.min(endSigmaPx, seen) < MISFIT * END_SIGMA_PX) return null;
  const most = Math.max(...lines2.map((l) => l.residualPx)).toFixed(1);
  const cause = lens.straight ? say("The lens has not been taken out, which bows every edge: settle Lens first, or press Z.") : say("Is the focal length right, and is every sill level?");
  return {
    code: "misfit",
    text: say("These {count} lines miss each other by up to {most} px, more than hands do. {cause}", {
      count: lines2.length,
      most,
      cause
    }),
    lines: []
  };
}
function agreement({ lines: lines2 }, { inputs }) {
  const { plumbs, sills } = kinds(inputs);
  const most = Math.max(0.1, ...lines2.map((l) => l.residualPx)).toFixed(1);
  if (sills === 0 && plumbs === 2)
    return {
      code: "agree",
      text: say("Two plumbs settle pitch and roll. A third would tell whether they agree."),
      lines: []
    };
  const counted = [
    plumbs > 0 ? say("{plumbs, plural, one {# plumb} other {# plumbs}}", { plumbs }) : "",
    sills > 0 ? say("{sills, plural, one {# sill} other {# sills}}", { sills }) : ""
  ].filter(Boolean);
  return {
    code: "agree",
    text: say("{lines} agree within {most} px.", { lines: capital(sayList(counted)), most }),
    lines: []
  };
}
function faceWords({ walls, face: face4 }, question) {
  if (walls.length === 0) return null;
  const lines2 = face4.wall === null ? [] : walls[face4.wall].lines;
  if (face4.why === "corner")
    return {
      code: "face",
      text: say(
        "This is a view into a corner: both walls keep receding, and their sills only level the camera. Turning one face-on would throw the other."
      ),
      lines: []
    };
  if (face4.wall === null)
    return { code: "face", text: say("No wall is turned face-on; the sills only level the camera."), lines: [] };
  const turned = {
    wall: wallWords(walls, face4.wall, question),
    heading: Math.abs(walls[face4.wall].heading).toFixed(1)
  };
  return {
    code: "face",
    text: walls.length > 1 ? say("The {wall} is turned face-on, by {heading}\xB0; other walls keep receding.", turned) : say("The {wall} is turned face-on, by {heading}\xB0.", turned),
    lines: lines2
  };
}
function focalWords({ focal, attitude: attitude2 }, question) {
  if (focal)
    return {
      code: "focal",
      text: say("The lines tell the focal length: {focal} \xB1 {sigma} px.", {
        focal: Math.round(focal.focalPx),
        sigma: Math.max(1, Math.round(focal.sigmaPx))
      }),
      lines: []
    };
  if (!question.assumedFocal || Math.max(Math.abs(attitude2.pitch), Math.abs(attitude2.yaw)) < FOCAL_MATTERS_DEG)
    return null;
  return {
    code: "focal",
    text: say(
      "The focal length is assumed: edges come out true, but angles and the height of the building depend on it. State it in Lens, or draw two sills each of two walls."
    ),
    lines: []
  };
}
var MISFIT, UNCERTAIN_DEG, FOCAL_MATTERS_DEG, kinds;
var init_explain = __esm({
  "src/core/attitude/explain.ts"() {
    "use strict";
    init_geometry();
    init_language();
    init_solve_plumbs();
    init_odd_one();
    init_suspect_words();
    MISFIT = 2.4;
    UNCERTAIN_DEG = 0.3;
    FOCAL_MATTERS_DEG = 2;
    kinds = (inputs) => {
      const real = inputs.filter((l) => distance2(...l.ends) >= SHORTEST_PX);
      return {
        plumbs: real.filter((l) => l.kind === "plumb").length,
        sills: real.filter((l) => l.kind === "sill").length
      };
    };
  }
});

// src/core/attitude/line-message.ts
var init_line_message = __esm({
  "src/core/attitude/line-message.ts"() {
    "use strict";
  }
});

// src/core/attitude/choose-face.ts
function chooseFace(walls, choice) {
  if (walls.length === 0) return { wall: null, why: "no-sills" };
  if (choice === "none") return { wall: null, why: "unwanted" };
  if (choice !== "auto") {
    const chosen = walls.findIndex((w) => w.lines.includes(choice.line));
    if (chosen >= 0) return { wall: chosen, why: "chosen" };
  }
  const order = walls.map((w, i) => ({ i, heading: w.heading, lines: w.lines.length })).sort((a, b) => Math.abs(a.heading) - Math.abs(b.heading));
  const most = Math.max(...order.map((o) => o.lines));
  const nearest2 = order.find((o) => o.lines >= LEAST_SHARE * most);
  const off = Math.abs(nearest2.heading);
  if (off <= FACING) return { wall: nearest2.i, why: "nearest" };
  const corner = order.some((o) => o.heading * nearest2.heading < 0 && Math.abs(o.heading) - off < ALIKE);
  if (corner) return { wall: null, why: "corner" };
  return off <= MOST ? { wall: nearest2.i, why: "nearest" } : { wall: null, why: "unwanted" };
}
var FACING, ALIKE, LEAST_SHARE, MOST;
var init_choose_face = __esm({
  "src/core/attitude/choose-face.ts"() {
    "use strict";
    FACING = 22;
    ALIKE = 24;
    LEAST_SHARE = 0.25;
    MOST = 65;
  }
});

// src/core/attitude/fit-lines.ts
function fitLines(lines2, principal, start, freeFocal, until = CONVERGED2) {
  const walls = start.headings.length;
  const count = 2 + walls + (freeFocal ? 1 : 0);
  const at = (state2) => {
    const misses2 = missesOf(lines2, principal, state2);
    let rows2 = null;
    const own = () => rows2 ??= jacobian(lines2, principal, state2, freeFocal);
    return {
      state: state2,
      misses: misses2,
      cost: Math.abs(state2.pitch) < 89.5 ? squares(misses2) : Infinity,
      rows: own,
      equations: () => normal(lines2, own(), misses2, count, walls)
    };
  };
  const moved2 = (u, step) => ({
    pitch: u.pitch + step[0],
    roll: u.roll + step[1],
    headings: u.headings.map((h, w) => h + step[2 + w]),
    focalPx: freeFocal ? focalAt(u.focalPx, step[count - 1]) : u.focalPx
  });
  const { state, misses, cost, rows, equations } = dampedLeastSquares(at, moved2, start, { until, least: 1 });
  return { unknowns: state, misses, cost, cofactor: invertSymmetric(equations().a), rows: rows(), count };
}
function squares(v) {
  let sum = 0;
  for (const x of v) sum += x * x;
  return sum;
}
function jacobian(lines2, principal, u, freeFocal) {
  const slopes = (at) => {
    const up = missesOf(lines2, principal, at(STEP3));
    const down = missesOf(lines2, principal, at(-STEP3));
    for (let i = 0; i < up.length; i++) up[i] = (up[i] - down[i]) / (2 * STEP3);
    return up;
  };
  const pitch = slopes((by) => ({ ...u, pitch: u.pitch + by }));
  const roll = slopes((by) => ({ ...u, roll: u.roll + by }));
  const heading = slopes((by) => ({ ...u, headings: u.headings.map((h) => h + by) }));
  const focal = freeFocal ? slopes((by) => ({ ...u, focalPx: focalAt(u.focalPx, by) })) : null;
  return lines2.map((_, i) => Float64Array.of(pitch[i], roll[i], heading[i], focal?.[i] ?? 0));
}
function normal(lines2, rows, misses, count, walls) {
  const a = Array.from({ length: count }, () => new Array(count).fill(0));
  const g = new Array(count).fill(0);
  const freeFocal = count > 2 + walls;
  lines2.forEach((line2, n) => {
    const columns = columnsOf(line2, count, freeFocal);
    const row = rows[n];
    for (let i = 0; i < 4; i++) {
      const ci = columns[i];
      if (ci < 0) continue;
      g[ci] += row[i] * misses[n];
      for (let j = 0; j < 4; j++) if (columns[j] >= 0) a[ci][columns[j]] += row[i] * row[j];
    }
  });
  return { a, g };
}
var STEP3, CONVERGED2, ROUGHLY, focalAt, columnsOf;
var init_fit_lines = __esm({
  "src/core/attitude/fit-lines.ts"() {
    "use strict";
    init_geometry();
    init_numerics();
    init_line_model();
    STEP3 = 1e-4;
    CONVERGED2 = 1e-12;
    ROUGHLY = 0.01;
    focalAt = (focalPx, by) => focalPx * Math.exp(by * DEG);
    columnsOf = (line2, count, freeFocal) => [
      0,
      1,
      line2.kind === "sill" ? 2 + line2.wall : -1,
      freeFocal ? count - 1 : -1
    ];
  }
});

// src/core/attitude/line-shares.ts
function sharesOf(fit, model, face4) {
  const angles2 = face4 === null ? [0, 1] : [0, 1, 2 + face4];
  const { cofactor, count, rows } = fit;
  const freeFocal = count > 2 + fit.unknowns.headings.length;
  return new Map(
    model.map((line2, i) => {
      const row = rows[i];
      const columns = columnsOf(line2, count, freeFocal);
      const moves = (a) => cofactor ? columns.reduce((sum, c, j) => c < 0 ? sum : sum + cofactor[a][c] * row[j], 0) : 0;
      const h = Math.min(
        1 - 1e-9,
        columns.reduce((sum, c, j) => c < 0 ? sum : sum + row[j] * moves(c), 0)
      );
      const miss2 = fit.misses[i];
      const dof = model.length - count - 1;
      const rest = Math.max(0, fit.cost - miss2 * miss2 / (1 - h));
      const scale = (PRIOR_WEIGHT2 + rest) / (PRIOR_WEIGHT2 + Math.max(0, dof));
      const pull = angles2.reduce((sum, a) => sum + moves(a) ** 2 / cofactor[a][a], 0) / angles2.length;
      const share = {
        id: line2.id,
        residualPx: Math.abs(miss2) * line2.sigmaPx,
        studentised: dof < 0 ? 0 : Math.abs(miss2) / Math.sqrt((1 - h) * scale),
        leverage: h,
        pull,
        wall: line2.kind === "sill" ? line2.wall : null
      };
      return [line2.id, share];
    })
  );
}
var PRIOR_WEIGHT2;
var init_line_shares = __esm({
  "src/core/attitude/line-shares.ts"() {
    "use strict";
    init_fit_lines();
    PRIOR_WEIGHT2 = 10;
  }
});

// src/core/attitude/lens-doubt.ts
function lensShift(fit, model, inputs, principal, other, freeFocal) {
  const recorded = new Map(inputs.map((l) => [l.id, l.ends]));
  const pulled = new Array(fit.count).fill(0);
  model.forEach((line2, n) => {
    const seen = { ...line2, ...observe(other, line2.id, recorded.get(line2.id)) };
    const change = missOf(seen, principal, fit.unknowns) - fit.misses[n];
    columnsOf(line2, fit.count, freeFocal).forEach((column, i) => {
      if (column >= 0) pulled[column] += fit.rows[n][i] * change;
    });
  });
  return fit.cofactor.map((row) => -row.reduce((sum, c, j) => sum + c * pulled[j], 0));
}
var init_lens_doubt = __esm({
  "src/core/attitude/lens-doubt.ts"() {
    "use strict";
    init_fit_lines();
    init_line_model();
    init_plumb_residual();
  }
});

// src/core/attitude/split-walls.ts
function splitWalls(camera, found, freeFocal, named2) {
  let now = found;
  let doubtful = null;
  for (let wall = 0; wall < now.fit.unknowns.headings.length; wall++) {
    const sills = now.model.filter((l) => l.wall === wall);
    if (sills.length < 2 * LEAST_SILLS || sills.some((l) => named2.has(l.id))) continue;
    const cut2 = bestCut(camera, now, wall, freeFocal);
    if (!cut2) continue;
    if (cut2.gain > SURE) now = cut2.found;
    else if (cut2.gain > DOUBTFUL) doubtful = { lines: cut2.smaller, apart: cut2.apart };
  }
  return { found: now, doubtful };
}
function bestCut(camera, { fit, model }, wall, freeFocal) {
  const { pitch, roll, headings, focalPx } = fit.unknowns;
  const there = { ...camera, focalPx };
  const own = model.filter((l) => l.wall === wall).map((l) => ({ id: l.id, off: halfTurn(headingOf(there, l.ends, pitch, roll) - headings[wall]) })).sort((a, b) => a.off - b.off);
  let best = null;
  for (let n = LEAST_SILLS; n <= own.length - LEAST_SILLS; n++) {
    const away = new Set(own.slice(n).map((o) => o.id));
    const mean = (of) => headings[wall] + of.reduce((s, o) => s + o.off, 0) / of.length;
    const started = [...headings, mean(own.slice(n))];
    started[wall] = mean(own.slice(0, n));
    let parted = model.map((l) => away.has(l.id) ? { ...l, wall: headings.length } : l);
    let fitted = fitLines(parted, camera.principal, { ...fit.unknowns, headings: started }, freeFocal);
    parted = model.map((l) => l.wall === wall ? nearer(l, camera, fitted, [wall, headings.length]) : l);
    if (LEAST_SILLS > Math.min(...[wall, headings.length].map((w) => parted.filter((l) => l.wall === w).length)))
      continue;
    fitted = fitLines(parted, camera.principal, fitted.unknowns, freeFocal);
    if (fitted.cofactor && (!best || fitted.cost < best.fit.cost)) best = { fit: fitted, model: parted };
  }
  if (!best) return null;
  const { unknowns } = best.fit;
  const apart3 = Math.abs(halfTurn(unknowns.headings[wall] - unknowns.headings[headings.length]));
  if (apart3 < LEAST_APART) return null;
  const remains = Math.max(1, best.fit.cost / Math.max(1, model.length - best.fit.count));
  const parts = [wall, headings.length].map((w) => best.model.filter((l) => l.wall === w).map((l) => l.id));
  return {
    found: best,
    gain: (fit.cost - best.fit.cost) / remains,
    smaller: parts[0].length < parts[1].length ? parts[0] : parts[1],
    apart: apart3
  };
}
function nearer(line2, { principal }, fit, walls) {
  const [first2, second] = walls.map((wall) => ({ ...line2, wall }));
  const miss2 = (l) => Math.abs(missOf(l, principal, fit.unknowns));
  return miss2(second) < miss2(first2) ? second : first2;
}
var LEAST_APART, SURE, DOUBTFUL, LEAST_SILLS;
var init_split_walls = __esm({
  "src/core/attitude/split-walls.ts"() {
    "use strict";
    init_fit_lines();
    init_line_model();
    LEAST_APART = 1.5;
    SURE = 22;
    DOUBTFUL = 11;
    LEAST_SILLS = 2;
  }
});

// src/core/attitude/group-sills.ts
function headingSigma(camera, { ends, sigmaPx }, pitch, roll, tilt) {
  const [a, b] = ends;
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
  const across = [-(b[1] - a[1]) / length, (b[0] - a[0]) / length];
  const heading = headingOf(camera, ends, pitch, roll);
  const change = (moved2, p = pitch, r = roll) => halfTurn(headingOf(camera, moved2, p, r) - heading);
  const s = Math.SQRT2 * sigmaPx;
  const byNoise = change([a, [b[0] + across[0] * s, b[1] + across[1] * s]]);
  return Math.hypot(byNoise, change(ends, pitch + tilt), change(ends, pitch, roll + tilt));
}
function missSigmas({ focalPx, principal }, sill, { pitch, roll }, heading, tilt) {
  const line2 = { ...sill, kind: "sill", wall: 0 };
  const miss2 = (p, r) => missOf(line2, principal, { pitch: p, roll: r, headings: [heading], focalPx });
  const now = miss2(pitch, roll);
  return Math.abs(now) / Math.hypot(1, miss2(pitch + tilt, roll) - now, miss2(pitch, roll + tilt) - now);
}
function groupSills(camera, sills, { pitch, roll }, tilt) {
  const known = sills.map((sill, index) => ({
    index,
    name: sill.wall,
    heading: headingOf(camera, sill.ends, pitch, roll),
    sigma: Math.max(0.05, headingSigma(camera, sill, pitch, roll, tilt))
  }));
  const groups = [];
  for (const sill of [...known].sort((a, b) => a.sigma - b.sigma)) {
    const fits = groups.map((group) => {
      if (sill.name !== null || group.name !== null) return { group, off: sill.name === group.name ? 0 : Infinity };
      const mean = meanOf(group.members).heading;
      const z18 = missSigmas(camera, sills[sill.index], { pitch, roll }, mean, tilt);
      const near = Math.abs(halfTurn(sill.heading - mean)) <= SAME;
      return { group, off: near || z18 <= SAME_SIGMAS ? z18 : Infinity };
    }).sort((a, b) => a.off - b.off)[0];
    if (fits && fits.off < Infinity) fits.group.members.push(sill);
    else groups.push({ members: [sill], name: sill.name });
  }
  const ordered = groups.map(({ members }) => ({ members, heading: meanOf(members).heading })).sort((a, b) => a.heading - b.heading);
  const walls = new Array(sills.length).fill(0);
  ordered.forEach(({ members }, wall) => members.forEach((m) => void (walls[m.index] = wall)));
  return { walls, headings: ordered.map((g) => g.heading) };
}
function meanOf(members) {
  const first2 = members[0].heading;
  let weights = 0;
  let sum = 0;
  for (const { heading, sigma } of members) {
    const w = 1 / (sigma * sigma);
    weights += w;
    sum += w * halfTurn(heading - first2);
  }
  return { heading: halfTurn(first2 + sum / weights), sigma: 1 / Math.sqrt(weights) };
}
var SAME, SAME_SIGMAS;
var init_group_sills = __esm({
  "src/core/attitude/group-sills.ts"() {
    "use strict";
    init_line_model();
    SAME = 4;
    SAME_SIGMAS = 3.5;
  }
});

// src/core/attitude/horizon-starts.ts
function horizonStarts({ focalPx, principal }, lines2) {
  const lifted = (p) => [(p[0] - principal[0]) / focalPx, (p[1] - principal[1]) / focalPx, 1];
  const planes = lines2.map(([a, b]) => unit3(cross3(lifted(a), lifted(b))));
  const pairs = [];
  for (let i = 0; i < planes.length; i++)
    for (let j = i + 1; j < planes.length; j++) {
      const v = cross3(planes[i], planes[j]);
      if (Math.hypot(...v) > 1e-4) pairs.push([i, j, unit3(v)]);
    }
  const all = [];
  for (let m = 0; m < pairs.length; m++)
    for (let n = m + 1; n < pairs.length; n++) {
      const [i, j, v] = pairs[m];
      const [k, l, w] = pairs[n];
      if (i === k || i === l || j === k || j === l) continue;
      const down = cross3(v, w);
      if (Math.hypot(...down) < 0.2) continue;
      const start = pitchRollFromVertical(unit3(down));
      if (Math.abs(start.roll) <= STEEPEST && Math.abs(start.pitch) <= FURTHEST3) all.push(start);
    }
  return all.filter((_, i) => i % Math.ceil(all.length / MOST2) === 0);
}
var MOST2, STEEPEST, FURTHEST3;
var init_horizon_starts = __esm({
  "src/core/attitude/horizon-starts.ts"() {
    "use strict";
    init_camera();
    init_geometry();
    MOST2 = 240;
    STEEPEST = 35;
    FURTHEST3 = 60;
  }
});

// src/core/attitude/walled-fit.ts
function grouped(camera, lines2, start, freeFocal, until) {
  let now = start;
  let last = null;
  let found = null;
  for (let n = 0; n < REGROUPINGS; n++) {
    const sills = lines2.filter((l) => l.kind === "sill");
    const there = { ...camera, focalPx: now.focalPx };
    const { walls, headings } = n === 0 && start.oneWall ? oneWall(there, sills, now) : groupSills(
      there,
      sills.map((l) => ({ ...l, wall: l.name })),
      now,
      now.tilt
    );
    const key = walls.join();
    if (key === last) break;
    last = key;
    const wallOf = new Map(sills.map((l, i) => [l.id, walls[i]]));
    const model = lines2.map((l) => ({ ...l, wall: wallOf.get(l.id) ?? -1 }));
    const fit = rightSideUp(fitLines(model, camera.principal, { ...now, headings }, freeFocal, until));
    found = { fit, model };
    now = { ...fit.unknowns, tilt: Math.min(start.tilt, spreadOf2(fit) ?? start.tilt) };
    if (sills.length === 0) break;
  }
  return found;
}
function oneWall(camera, sills, { pitch, roll }) {
  const long = sills.reduce((a, b) => distance2(...b.ends) > distance2(...a.ends) ? b : a);
  return { walls: sills.map(() => 0), headings: [headingOf(camera, long.ends, pitch, roll)] };
}
function searched(camera, lines2, starts2, freeFocal) {
  if (starts2.length === 1) return grouped(camera, lines2, starts2[0], freeFocal);
  const { fit } = bestOf(starts2.map((start) => grouped(camera, lines2, start, freeFocal, ROUGHLY)));
  return grouped(camera, lines2, { ...fit.unknowns, tilt: spreadOf2(fit) ?? 1 }, freeFocal);
}
function rightSideUp(fit) {
  const { pitch, roll, headings } = fit.unknowns;
  if (Math.abs(wholeTurn(roll)) <= 90) return fit;
  return { ...fit, unknowns: { ...fit.unknowns, pitch: -pitch, roll: roll + 180, headings: headings.map((h) => -h) } };
}
var WALL_COST, REGROUPINGS, wholeTurn, spreadOf2, costOf, bestOf;
var init_walled_fit = __esm({
  "src/core/attitude/walled-fit.ts"() {
    "use strict";
    init_fit_lines();
    init_group_sills();
    init_line_model();
    init_geometry();
    WALL_COST = 8;
    REGROUPINGS = 4;
    wholeTurn = (deg) => deg - 360 * Math.round(deg / 360);
    spreadOf2 = ({ cofactor }) => cofactor && Math.sqrt(Math.max(cofactor[0][0], cofactor[1][1]));
    costOf = ({ fit }) => fit.cost + WALL_COST * fit.unknowns.headings.length + (fit.cofactor ? 0 : 1e6);
    bestOf = (all) => all.reduce((a, b) => costOf(b) < costOf(a) ? b : a);
  }
});

// src/core/attitude/line-starts.ts
function startsOf(camera, lens, usable) {
  const plumbs = solvePlumbs(
    camera,
    lens,
    usable.filter((l) => l.kind === "plumb")
  );
  const at = (pitch, roll, tilt) => ({
    pitch,
    roll,
    headings: [],
    focalPx: camera.focalPx,
    tilt
  });
  const sills = usable.filter((l) => l.kind === "sill");
  const own = [];
  if (plumbs.status === "solved") {
    const { pitch, roll } = plumbs.attitude;
    const tilt = Math.max(plumbs.sigma.pitch, plumbs.sigma.roll);
    own.push(at(pitch, roll, tilt));
    if (tilt < WELL_KNOWN || sills.length < GROUPED) return own;
    for (const by of [-2, -1, 1, 2]) own.push(at(pitch + by * plumbs.sigma.pitch, roll, tilt / 2));
  }
  const byHorizon = horizonStarts(
    camera,
    sills.map(({ ends }) => [lens.undistort(ends[0]), lens.undistort(ends[1])])
  );
  return [...own, ...STARTS.map((pitch) => at(pitch, 0, 5)), ...byHorizon.map((h) => at(h.pitch, h.roll, 0.5))];
}
function promising(camera, lines2, starts2) {
  if (starts2.length <= MOST_FITS) return [...starts2];
  const sills = lines2.filter((l) => l.kind === "sill");
  const worth = (start) => {
    const { walls, headings } = groupSills(
      camera,
      sills.map((l) => ({ ...l, wall: l.name })),
      start,
      start.tilt
    );
    let cost = WALL_COST * headings.length;
    let n = 0;
    for (const line2 of lines2) {
      const wall = line2.kind === "sill" ? walls[n++] : -1;
      cost += Math.min(WALL_COST, missOf({ ...line2, wall }, camera.principal, { ...start, headings }) ** 2 / 25);
    }
    return cost;
  };
  return starts2.map((start) => ({ start, cost: worth(start) })).sort((a, b) => a.cost - b.cost).slice(0, MOST_FITS).map((s) => s.start);
}
var STARTS, MOST_FITS, WELL_KNOWN, GROUPED;
var init_line_starts = __esm({
  "src/core/attitude/line-starts.ts"() {
    "use strict";
    init_group_sills();
    init_horizon_starts();
    init_line_model();
    init_solve_plumbs();
    init_walled_fit();
    STARTS = [0, 12, -12, 25];
    MOST_FITS = 8;
    WELL_KNOWN = 0.25;
    GROUPED = 3;
  }
});

// src/core/attitude/solve-lines.ts
function solveLines(camera, lens, inputs, options = {}) {
  const usable = inputs.filter(({ ends }) => distance2(...ends) >= SHORTEST_PX);
  if (usable.length < 2) return unsolved2(inputs, usable.length === 0 ? "none" : "one");
  const lines2 = usable.map(({ id: id2, kind, ends, sigmaPx, wall }) => ({
    ...observe(lens, id2, ends),
    kind,
    sigmaPx: sigmaPx ?? END_SIGMA_PX,
    name: wall ?? null
  }));
  const starts2 = promising(camera, lines2, startsOf(camera, lens, usable));
  const fixed = searched(camera, lines2, starts2, false);
  const { freeFocal = false } = options;
  const free = freeFocal && mayTellFocal(lines2) ? withFocal(camera, lens, lines2, fixed, freeFocal === "near") : null;
  const named2 = new Set(lines2.filter((l) => l.name !== null).map((l) => l.id));
  const { found, doubtful } = splitWalls(camera, free ?? fixed, free !== null, named2);
  const { fit, model } = found;
  const variance = varianceOf(fit.cost, lines2.length - fit.count);
  const ofLines = (i) => Math.sqrt(Math.max(0, fit.cofactor[i][i]) * variance);
  if (!fit.cofactor || Math.max(ofLines(0), ofLines(1)) > HOPELESS_DEG2 || Math.abs(fit.unknowns.pitch) > 89)
    return unsolved2(inputs, "undetermined");
  const { otherLens } = options;
  const shift2 = otherLens ? lensShift(fit, model, usable, camera.principal, otherLens, free !== null) : [];
  const deviation = (i) => Math.hypot(ofLines(i), shift2[i] ?? 0);
  const walls = fit.unknowns.headings.map((heading, w) => ({
    heading: halfTurn(heading),
    sigma: deviation(2 + w),
    lines: model.filter((l) => l.wall === w).map((l) => l.id)
  }));
  const face4 = chooseFace(walls, options.face ?? "auto");
  const shares = sharesOf(fit, model, face4.wall);
  const { pitch, roll, focalPx } = fit.unknowns;
  return {
    status: "solved",
    attitude: { pitch, yaw: face4.wall === null ? 0 : walls[face4.wall].heading, roll: wholeTurn(roll) },
    sigma: { pitch: deviation(0), yaw: face4.wall === null ? null : walls[face4.wall].sigma, roll: deviation(1) },
    endSigmaPx: END_SIGMA_PX * Math.sqrt(variance),
    lines: inputs.map(({ id: id2 }) => shares.get(id2) ?? { ...NO_SHARE, id: id2 }),
    walls,
    face: face4,
    focal: free ? { focalPx, sigmaPx: focalPx * deviation(fit.count - 1) * DEG } : null,
    doubtful,
    lensDoubt: otherLens ? { pitch: Math.abs(shift2[0]), roll: Math.abs(shift2[1]) } : null,
    freedom: lines2.length - fit.count
  };
}
function varianceOf(cost, freedom) {
  const above = freedom > 0 ? (cost - freedom) / Math.sqrt(2 * freedom) : 0;
  const belief = 1 / (1 + (Math.max(0, above - HANDS.from) / HANDS.by) ** 2);
  const weight = PRIOR_WEIGHT2 * belief;
  return (weight + cost) / Math.max(1, weight + freedom - 2 * (1 - belief));
}
function unsolved2(inputs, status) {
  return {
    status,
    attitude: LEVEL,
    sigma: { pitch: null, yaw: null, roll: null },
    endSigmaPx: END_SIGMA_PX,
    lines: inputs.map(({ id: id2 }) => ({ ...NO_SHARE, id: id2 })),
    walls: [],
    face: { wall: null, why: "no-sills" },
    focal: null,
    doubtful: null,
    lensDoubt: null,
    freedom: 0
  };
}
function mayTellFocal(lines2) {
  const sills = lines2.filter((l) => l.kind === "sill").length;
  return sills >= 2 && (lines2.length - sills >= 2 || sills >= 4);
}
function withFocal(camera, lens, lines2, fixed, near) {
  const longer = 2 * Math.max(...camera.principal);
  const recorded = lines2.map((l) => ({
    id: l.id,
    kind: l.kind,
    ends: [lens.distort(l.ends[0]), lens.distort(l.ends[1])]
  }));
  const mayBeOne = lines2.filter((l) => l.kind === "sill" && l.name === null).length;
  const starts2 = (near ? [1] : FOCAL_TRIES).flatMap((by) => {
    const other = { ...camera, focalPx: camera.focalPx * by };
    const start = by === 1 ? { ...fixed.fit.unknowns, tilt: 0.3 } : startsOf(other, lens, recorded)[0];
    return near || mayBeOne < 2 ? [start] : [start, { ...start, oneWall: true }];
  });
  const best = searched(camera, lines2, starts2, true);
  const { fit } = best;
  const variance = varianceOf(fit.cost, lines2.length - fit.count);
  const { focalPx } = fit.unknowns;
  if (!fit.cofactor || focalPx < FOCALS[0] * longer || focalPx > FOCALS[1] * longer) return null;
  const sigma = Math.sqrt(fit.cofactor[fit.count - 1][fit.count - 1] * variance) * DEG;
  return sigma <= HOPELESS_FOCAL ? best : null;
}
var HOPELESS_DEG2, HOPELESS_FOCAL, FOCALS, FOCAL_TRIES, HANDS, NO_SHARE;
var init_solve_lines = __esm({
  "src/core/attitude/solve-lines.ts"() {
    "use strict";
    init_lens_doubt();
    init_split_walls();
    init_camera();
    init_geometry();
    init_choose_face();
    init_line_model();
    init_line_shares();
    init_line_starts();
    init_plumb_residual();
    init_solve_plumbs();
    init_walled_fit();
    HOPELESS_DEG2 = 15;
    HOPELESS_FOCAL = 0.12;
    FOCALS = [0.25, 6];
    FOCAL_TRIES = [0.55, 0.7, 0.85, 1, 1.2, 1.45, 1.8];
    HANDS = { from: 1, by: 1.5 };
    NO_SHARE = { residualPx: 0, studentised: 0, leverage: 0, pull: 0, wall: null };
  }
});

// src/core/attitude/found-directions.ts
function planeOf({ focalPx, principal }, [a, b], sigmaPx) {
  const lifted = (p2) => [(p2[0] - principal[0]) / focalPx, (p2[1] - principal[1]) / focalPx, 1];
  const [p, q] = [lifted(a), lifted(b)];
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const own = Math.SQRT2 * Math.max(0.12, sigmaPx) / length / DEG;
  return {
    normal: unit3(cross3(p, q)),
    middle: unit3([p[0] + q[0], p[1] + q[1], p[2] + q[2]]),
    lean: halfTurn(Math.atan2(b[0] - a[0], b[1] - a[1]) / DEG),
    weight: Math.min(length / focalPx, LONGEST),
    reach: Math.min(MOST_REACH, Math.hypot(REACH, REACH_SIGMAS * own))
  };
}
function missAngle({ normal: normal2, middle }, direction) {
  const sine = Math.sqrt(Math.max(1e-6, 1 - dot3(middle, direction) ** 2));
  return Math.asin(Math.min(1, Math.abs(dot3(normal2, direction)) / sine)) / DEG;
}
function support(plane, direction) {
  const off = missAngle(plane, direction) / plane.reach;
  return off >= 1 ? 0 : plane.weight * (1 - off * off);
}
function headingPeaks(planes, { pitch, roll }) {
  const down = downInCamera({ pitch, roll });
  const across = sillInCamera(pitch, roll, 0);
  const away = sillInCamera(pitch, roll, 90);
  const bins = new Float64Array(Math.round(180 / STEP4));
  for (const { normal: normal2, weight, reach } of planes) {
    const d = cross3(normal2, down);
    const telling = Math.hypot(...d);
    if (telling < TELLING) continue;
    const at = halfTurn(Math.atan2(dot3(d, away), dot3(d, across)) / DEG) + 90;
    const spread = Math.min(6, reach / telling);
    const n = Math.ceil(spread / STEP4);
    for (let k = -n; k <= n; k++) {
      const off = k * STEP4 / spread;
      if (Math.abs(off) >= 1) continue;
      const bin = (Math.floor(at / STEP4) + k + bins.length) % bins.length;
      bins[bin] += weight * telling * (1 - off * off);
    }
  }
  const chance = Float64Array.from(bins).sort()[bins.length >> 1];
  const peaks = [];
  const taken = new Uint8Array(bins.length);
  for (let n = 0; n < MOST_WALLS; n++) {
    let best = -1;
    for (let i = 0; i < bins.length; i++) if (!taken[i] && (best < 0 || bins[i] > bins[best])) best = i;
    if (best < 0 || bins[best] <= 0) break;
    peaks.push({ heading: halfTurn((best + 0.5) * STEP4 - 90), support: bins[best] });
    for (let k = -APART / STEP4; k <= APART / STEP4; k++) taken[(best + k + bins.length) % bins.length] = 1;
  }
  return { peaks, chance };
}
function verticalCandidates(planes, pairs = PAIRS) {
  const standing = planes.filter((p) => Math.abs(p.lean) < STANDING).sort((a, b) => b.weight - a.weight);
  const paired = standing.slice(0, PAIRED);
  const all = [];
  const total = paired.length * (paired.length - 1) / 2;
  const skip = Math.max(1, Math.floor(total / pairs));
  let n = 0;
  for (let i = 0; i < paired.length; i++)
    for (let j = i + 1; j < paired.length; j++) {
      if (n++ % skip !== 0) continue;
      const d = cross3(paired[i].normal, paired[j].normal);
      if (Math.hypot(...d) < 0.01) continue;
      const { pitch, roll } = pitchRollFromVertical(unit3(d));
      if (Math.abs(pitch) > MOST_PITCH || Math.abs(roll) > MOST_ROLL) continue;
      const down = downInCamera({ pitch, roll });
      all.push({ pitch, roll, support: standing.reduce((sum, p) => sum + support(p, down), 0) });
    }
  all.sort((a, b) => b.support - a.support);
  const kept3 = [];
  for (const c of all) {
    if (kept3.every((k) => Math.hypot(k.pitch - c.pitch, k.roll - c.roll) > DISTINCT_DEG)) kept3.push(c);
    if (kept3.length === KEPT) break;
  }
  return kept3;
}
var LONGEST, REACH, REACH_SIGMAS, MOST_REACH, MOST_WALLS, APART, STEP4, TELLING, STANDING, MOST_ROLL, MOST_PITCH, PAIRED, PAIRS, DISTINCT_DEG, KEPT;
var init_found_directions = __esm({
  "src/core/attitude/found-directions.ts"() {
    "use strict";
    init_camera();
    init_geometry();
    init_line_model();
    LONGEST = 0.35;
    REACH = 0.45;
    REACH_SIGMAS = 3;
    MOST_REACH = 1.6;
    MOST_WALLS = 4;
    APART = 8;
    STEP4 = 0.5;
    TELLING = 0.12;
    STANDING = 42;
    MOST_ROLL = 20;
    MOST_PITCH = 55;
    PAIRED = 110;
    PAIRS = 2600;
    DISTINCT_DEG = 1.5;
    KEPT = 40;
  }
});

// src/core/attitude/segment-groups.ts
function assign(planes, u, reach) {
  const directions = [downInCamera(u), ...u.headings.map((h) => sillInCamera(u.pitch, u.roll, h))];
  return planes.map((plane) => {
    let best = null;
    let least = reach * plane.reach;
    directions.forEach((d, n) => {
      const off = missAngle(plane, d);
      if (off < least) [best, least] = [n - 1, off];
    });
    return best;
  });
}
function strongWalls(planes, assigned, count) {
  const lying = planes.reduce((sum, p, i) => sum + (assigned[i] === -1 ? 0 : p.weight), 0);
  return Array.from({ length: count }, (_, w) => w).filter((w) => {
    const own = planes.filter((_, i) => assigned[i] === w);
    return own.length >= FEWEST_SILLS && own.reduce((sum, p) => sum + p.weight, 0) >= LEAST_WALL_SHARE * lying;
  });
}
function groupsOf(segments, planes, assigned, u, walls, { focalPx, principal }) {
  const length = (i) => Math.hypot(
    segments[i].points[1][0] - segments[i].points[0][0],
    segments[i].points[1][1] - segments[i].points[0][1]
  );
  const of = (id2, kind, direction, heading, is) => {
    const members = segments.map((_, i) => i).filter((i) => is(assigned[i])).sort((a, b) => length(b) - length(a));
    const squares2 = direction ? members.reduce((sum, i) => sum + missAngle(planes[i], direction) ** 2, 0) : 0;
    const v = direction && [
      focalPx * direction[0] + principal[0] * direction[2],
      focalPx * direction[1] + principal[1] * direction[2],
      direction[2]
    ];
    const norm = v ? Math.hypot(...v) : 1;
    return {
      id: id2,
      kind,
      vanishing: v && [v[0] / norm, v[1] / norm, v[2] / norm],
      heading,
      count: members.length,
      spreadDeg: members.length > 0 ? Math.sqrt(squares2 / members.length) : 0,
      members
    };
  };
  return [
    of("plumb", "plumb", downInCamera(u), null, (a) => a === -1),
    ...walls.map(
      (w, n) => of(`wall-${n + 1}`, "sill", sillInCamera(u.pitch, u.roll, u.headings[w]), u.headings[w], (a) => a === w)
    ),
    of("other", "other", null, null, (a) => a === null || a >= 0 && !walls.includes(a))
  ];
}
var FEWEST_SILLS, LEAST_WALL_SHARE;
var init_segment_groups = __esm({
  "src/core/attitude/segment-groups.ts"() {
    "use strict";
    init_camera();
    init_found_directions();
    init_line_model();
    FEWEST_SILLS = 5;
    LEAST_WALL_SHARE = 0.05;
  }
});

// src/core/attitude/group-segments.ts
function candidatesOf(camera, segments, most) {
  const planes = segments.map((s) => planeOf(camera, s.points, s.sigmaPx));
  return candidatesAmong(planes, FEW_PAIRS).slice(0, most).map(({ pitch, roll, walls, worth }) => ({
    pitch,
    roll,
    headings: walls.filter((w) => w.support > LEAST_OF_BEST * walls[0].support).map((w) => w.heading),
    worth
  }));
}
function groupSegments(camera, lens, segments) {
  const observed = segments.map((s, i) => observe(lens, `${i}`, s.points));
  const planes = observed.map((o, i) => planeOf(camera, o.ends, segments[i].sigmaPx));
  const best = candidatesAmong(planes)[0];
  if (!best) return untold(segments);
  const principal = camera.principal;
  let u = {
    pitch: best.pitch,
    roll: best.roll,
    headings: best.walls.map((w) => w.heading),
    focalPx: camera.focalPx
  };
  let assigned = assign(planes, u, 1.6);
  let fit = null;
  let scale = 1;
  for (let round = 0; round < ROUNDS; round++) {
    const walls2 = strongWalls(planes, assigned, u.headings.length);
    u = { ...u, headings: walls2.map((w) => u.headings[w]) };
    assigned = assign(planes, u, round === 0 ? 1.4 : 1);
    const model = observed.flatMap((o, i) => {
      const wall = assigned[i];
      if (wall === null) return [];
      const length = Math.hypot(o.ends[1][0] - o.ends[0][0], o.ends[1][1] - o.ends[0][1]);
      const sigmaPx = Math.hypot(segments[i].sigmaPx, BUILT * length, 0.1);
      return [{ ...o, kind: wall < 0 ? "plumb" : "sill", sigmaPx, wall }];
    });
    if (model.filter((l) => l.wall < 0).length < 2) return untold(segments);
    let kept3 = model;
    for (let pass = 0; pass < 2; pass++) {
      fit = fitLines(kept3, principal, u, false);
      const off = fit.misses.map(Math.abs);
      scale = Math.max(1, spreadOf(off));
      const sound = kept3.filter((_, i) => off[i] < CUT * scale);
      const enough2 = u.headings.every((_, w) => sound.some((l) => l.wall === w)) && sound.some((l) => l.wall < 0);
      if (!enough2) break;
      kept3 = sound;
    }
    u = { ...fit.unknowns, headings: fit.unknowns.headings.map(halfTurn) };
  }
  assigned = assign(planes, u, 1);
  const final = strongWalls(planes, assigned, u.headings.length);
  const groups = groupsOf(segments, planes, assigned, u, final, camera);
  const plumbs = groups.find((g) => g.kind === "plumb");
  const weightOf2 = (members) => members.reduce((sum, i) => sum + planes[i].weight, 0);
  const all = planes.reduce((sum, p) => sum + p.weight, 0);
  const standing = planes.reduce((sum, p) => sum + (Math.abs(p.lean) < STANDING ? p.weight : 0), 0);
  const plumbWeight = weightOf2(plumbs.members);
  const level = groups.reduce((sum, g) => sum + (g.kind === "sill" ? weightOf2(g.members) : 0), 0);
  const enough = plumbWeight > LEAST_SHARE2 * standing || plumbWeight > 0.3 * LEAST_SHARE2 * standing && plumbWeight + level > LEAST_OF_ALL * all;
  if (plumbs.count < FEWEST_PLUMBS || !enough || !fit?.cofactor) return untold(segments);
  const walls = groups.filter((g) => g.kind === "sill").map((g) => ({ heading: g.heading, lines: g.members.map(String) }));
  const face4 = chooseFace(walls, "auto");
  const deviation = (i) => scale * Math.sqrt(fit.cofactor[i][i]);
  return {
    told: true,
    groups,
    attitude: { pitch: u.pitch, yaw: face4.wall === null ? 0 : walls[face4.wall].heading, roll: u.roll },
    sigma: {
      pitch: deviation(0),
      yaw: face4.wall === null ? null : deviation(2 + final[face4.wall]),
      roll: deviation(1)
    }
  };
}
function untold(segments) {
  return {
    told: false,
    groups: [
      {
        id: "other",
        kind: "other",
        vanishing: null,
        heading: null,
        count: segments.length,
        spreadDeg: 0,
        members: segments.map((_, i) => i)
      }
    ],
    attitude: LEVEL,
    sigma: { pitch: null, yaw: null, roll: null }
  };
}
var PLAIN, HELD_LEVEL, FEWEST_PLUMBS, LEAST_SHARE2, LEAST_OF_ALL, BUILT, ROUNDS, CUT, candidatesAmong, FEW_PAIRS, LEAST_OF_BEST, levelSupport, heldLevel;
var init_group_segments = __esm({
  "src/core/attitude/group-segments.ts"() {
    "use strict";
    init_numerics();
    init_camera();
    init_choose_face();
    init_fit_lines();
    init_found_directions();
    init_line_model();
    init_plumb_residual();
    init_segment_groups();
    PLAIN = 0.2;
    HELD_LEVEL = 6;
    FEWEST_PLUMBS = 5;
    LEAST_SHARE2 = 0.16;
    LEAST_OF_ALL = 0.2;
    BUILT = 5e-4;
    ROUNDS = 6;
    CUT = 3;
    candidatesAmong = (planes, pairs) => verticalCandidates(planes, pairs).map((c) => {
      const down = downInCamera(c);
      const lying = planes.filter((p) => support(p, down) === 0);
      const { peaks, chance } = headingPeaks(lying, c);
      const worth = Math.sqrt(c.support * (PLAIN + levelSupport(peaks, chance))) * heldLevel(c.roll);
      return { pitch: c.pitch, roll: c.roll, walls: peaks, worth };
    }).sort((a, b) => b.worth - a.worth);
    FEW_PAIRS = 700;
    LEAST_OF_BEST = 0.12;
    levelSupport = (peaks, chance) => peaks.slice(0, 2).reduce((sum, p) => sum + Math.max(0, p.support - chance), 0);
    heldLevel = (roll) => Math.exp(-0.5 * (roll / HELD_LEVEL) ** 2);
  }
});

// src/core/attitude/face-ratio.ts
var init_face_ratio = __esm({
  "src/core/attitude/face-ratio.ts"() {
    "use strict";
  }
});

// src/core/attitude/next-line.ts
var init_next_line = __esm({
  "src/core/attitude/next-line.ts"() {
    "use strict";
  }
});

// src/core/attitude/index.ts
var init_attitude = __esm({
  "src/core/attitude/index.ts"() {
    "use strict";
    init_plumb_residual();
    init_solve_plumbs();
    init_line_question();
    init_explain();
    init_line_message();
    init_choose_face();
    init_line_model();
    init_likely_cause();
    init_line_shares();
    init_solve_lines();
    init_group_segments();
    init_face_ratio();
    init_next_line();
  }
});

// src/core/lines/recipe-part.ts
import { z as z5 } from "zod";
var line, face, angles, attitude, MOST_POINTS, lines, linesKeys;
var init_recipe_part2 = __esm({
  "src/core/lines/recipe-part.ts"() {
    "use strict";
    init_course();
    line = z5.strictObject({
      id: z5.string().min(1).max(64),
      kind: z5.enum(["plumb", "sill", "taut"]),
      points: z5.array(point).min(2).max(1e4).describe("Pixels of the original, as recorded"),
      on: z5.boolean().default(true),
      sigma: z5.number().min(0.01).max(50).optional().describe("How well an end is placed across the line, pixels; absent: as a hand places it"),
      wall: z5.string().min(1).max(64).optional().describe("Sills of one name are on one wall; absent: found out from their directions")
    });
    face = z5.strictObject({
      id: z5.string().min(1).max(64),
      corners: z5.array(point).length(4).describe("Pixels of the original: top left, top right, bottom right, bottom left"),
      on: z5.boolean().default(true)
    });
    angles = z5.strictObject({
      pitch: z5.number().min(-89).max(89).default(0),
      yaw: z5.number().min(-89).max(89).default(0),
      roll: z5.number().min(-180).max(180).default(0)
    });
    attitude = z5.strictObject({
      on: z5.boolean().default(true),
      from: z5.enum(["lines", "by-hand"]).default("lines"),
      pitch: z5.number().min(-89).max(89).default(0).describe("Degrees, up positive"),
      yaw: z5.number().min(-89).max(89).default(0).describe("Degrees, right positive"),
      roll: z5.number().min(-180).max(180).default(0).describe("Degrees, clockwise positive"),
      trim: angles.prefault({}).describe("Set by hand on top of what the lines say, and contained in the angles; degrees"),
      face: z5.union([z5.enum(["auto", "none"]), z5.strictObject({ line: z5.string().min(1).max(70) })]).default("auto").describe("The wall to turn face-on: found out, none, or the one the line named is on"),
      ease: z5.strictObject({ plumb: z5.number().min(0).max(1).default(1), sill: z5.number().min(0).max(1).default(1) }).prefault({})
    });
    MOST_POINTS = 2e5;
    lines = z5.array(line).max(1e4).default([]).refine((all) => new Set(all.map((l) => l.id)).size === all.length, "Two lines have the same id.").refine(
      (all) => all.reduce((sum, l) => sum + l.points.length, 0) <= MOST_POINTS,
      `All lines together may have up to ${MOST_POINTS} points.`
    );
    linesKeys = { lines, faces: z5.array(face).max(200).default([]), attitude: attitude.prefault({}) };
  }
});

// src/core/lines/attitude-step.ts
function easedAttitude({ pitch, yaw, ease: ease2 }) {
  return { pitch: (1 - ease2.plumb) * pitch, yaw: (1 - ease2.sill) * yaw, roll: 0 };
}
function attitudeStep({ camera, attitude: attitude2 }) {
  if (!attitude2.on) return null;
  const turn = multiply3(transpose3(rotationOf(easedAttitude(attitude2))), rotationOf(attitude2));
  return homographyStep(multiply3(calibration(camera), multiply3(turn, calibrationInverse(camera))));
}
var init_attitude_step = __esm({
  "src/core/lines/attitude-step.ts"() {
    "use strict";
    init_camera();
    init_course();
    init_geometry();
  }
});

// src/core/lines/course.ts
var KINDS, face2, angle, ease, NUMBERS, linesPart;
var init_course3 = __esm({
  "src/core/lines/course.ts"() {
    "use strict";
    init_course();
    init_language();
    init_attitude_step();
    init_recipe_part2();
    KINDS = {
      plumb: (count) => say("{count, plural, one {plumb} other {# plumbs}}", { count }),
      sill: (count) => say("{count, plural, one {sill} other {# sills}}", { count }),
      taut: (count) => say("{count, plural, one {trace} other {# traces}}", { count })
    };
    face2 = (count) => say("{count, plural, one {face} other {# faces}}", { count });
    angle = (key, words2, label, most) => numberSetting({
      key,
      words: words2,
      label,
      min: -most,
      max: most,
      unit: "\xB0",
      times: 1,
      digits: 2,
      step: 0.1,
      describe: "Degrees"
    });
    ease = (key, words2, label) => numberSetting({ key, words: words2, label, min: 0, standard: 1, describe: "Share of the correction" });
    NUMBERS = [
      { setting: angle("pitch", say("pitch"), say("Pitch"), 89), of: (r) => r.attitude.pitch },
      { setting: angle("yaw", say("turn"), say("Turn"), 89), of: (r) => r.attitude.yaw },
      { setting: angle("roll", say("roll"), say("Roll"), 180), of: (r) => r.attitude.roll },
      { setting: ease("plumb", say("ease of verticals"), say("Verticals")), of: (r) => r.attitude.ease.plumb },
      { setting: ease("sill", say("ease of horizontals"), say("Horizontals")), of: (r) => r.attitude.ease.sill }
    ];
    linesPart = coursePart({
      key: "lines",
      name: say("Lines"),
      keys: linesKeys,
      laid: ({ attitude: a }) => a.pitch !== 0 || a.yaw !== 0 || a.roll !== 0,
      plane: [
        {
          inputs: ({ camera, attitude: attitude2 }) => [camera, attitude2],
          make: (recipe) => attitudeStep(recipe)
        }
      ],
      carried: ({ attitude: attitude2 }, { lines: lines2, faces, attitude: own }) => ({
        lines: lines2,
        faces,
        attitude: attitude2.from === "by-hand" ? { ...attitude2, face: own.face } : { ...own, ease: attitude2.ease }
      }),
      carries: say("angles set by hand and how far they are eased; not the lines"),
      told: {
        marks: [
          { of: (r) => r.lines, things: ({ kind }) => KINDS[kind], apart: true },
          { of: (r) => r.faces, things: () => face2, apart: true }
        ],
        numbers: NUMBERS,
        all: ({ attitude: attitude2 }) => attitude2,
        on: ({ attitude: attitude2 }) => attitude2.on,
        rest: say("attitude changed")
      }
    });
  }
});

// src/core/lines/out-of-true.ts
function outOfTrue(kind, a, b) {
  if (kind === "taut") return 0;
  return kind === "plumb" ? offVertical(a, b) : offHorizontal(a, b);
}
var offVertical, offHorizontal;
var init_out_of_true = __esm({
  "src/core/lines/out-of-true.ts"() {
    "use strict";
    init_geometry();
    offVertical = (a, b) => degrees(Math.atan2(Math.abs(b[0] - a[0]), Math.abs(b[1] - a[1])));
    offHorizontal = (a, b) => degrees(Math.atan2(Math.abs(b[1] - a[1]), Math.abs(b[0] - a[0])));
  }
});

// src/core/lines/halved.ts
function halved({ data, width, height, table }) {
  const [w, h] = [width >> 1, height >> 1];
  const out = new Float32Array(w * h);
  const at = table ? (i) => table[data[i]] : (i) => data[i];
  for (let y = 0; y < h; y++)
    for (let x = 0, i = 2 * y * width; x < w; x++, i += 2)
      out[y * w + x] = (at(i) + at(i + 1) + at(i + width) + at(i + width + 1)) / 4;
  return { data: out, width: w, height: h, left: 0, top: 0 };
}
var init_halved = __esm({
  "src/core/lines/halved.ts"() {
    "use strict";
  }
});

// src/core/lines/segments/regions.ts
function growRegions(grey, width, height, longest2 = Infinity) {
  const count = width * height;
  const magnitude = new Float32Array(count);
  const alongX = new Float32Array(count);
  const alongY = new Float32Array(count);
  for (let y = 0; y < height - 1; y++)
    for (let x = 0; x < width - 1; x++) {
      const i = y * width + x;
      const a = grey[i];
      const b = grey[i + 1];
      const c = grey[i + width];
      const d = grey[i + width + 1];
      const gx = (b + d - a - c) / 2;
      const gy = (c + d - a - b) / 2;
      const m = Math.sqrt(gx * gx + gy * gy);
      magnitude[i] = m;
      if (m >= LEAST_GRADIENT) {
        alongX[i] = gx / m;
        alongY[i] = gy / m;
      }
    }
  const order = strongestFirst(magnitude);
  const used = new Uint8Array(count);
  const found = [];
  const members = new Int32Array(count);
  const alike3 = Math.cos(ALIKE_DEG * Math.PI / 180);
  for (const seed of order) {
    if (used[seed]) continue;
    used[seed] = 1;
    members[0] = seed;
    let size = 1;
    let sumX = alongX[seed];
    let sumY = alongY[seed];
    for (let n = 0; n < size; n++) {
      const at = members[n];
      const x = at % width;
      const y = (at - x) / width;
      const length = Math.sqrt(sumX * sumX + sumY * sumY);
      for (let dy = -1; dy <= 1; dy++)
        for (let dx = -1; dx <= 1; dx++) {
          const nx = x + dx;
          const ny = y + dy;
          if (nx < 0 || ny < 0 || nx >= width - 1 || ny >= height - 1) continue;
          const i = ny * width + nx;
          if (used[i] || magnitude[i] < LEAST_GRADIENT) continue;
          const c = alongX[i];
          const s = alongY[i];
          if (c * sumX + s * sumY < alike3 * length) continue;
          used[i] = 1;
          members[size++] = i;
          sumX += c;
          sumY += s;
        }
    }
    if (size < FEWEST) continue;
    const whole = regionOf(members, size, magnitude, width);
    if (distance2(...whole.ends) <= longest2) found.push(whole);
    else found.push(...partsOf(whole, members.subarray(0, size), magnitude, width, longest2));
  }
  return found;
}
function strongestFirst(magnitude) {
  let most = 0;
  let count = 0;
  for (const m of magnitude) {
    if (m > most) most = m;
    if (m >= LEAST_GRADIENT) count++;
  }
  const bucketOf = (m) => BUCKETS - 1 - Math.min(BUCKETS - 1, Math.floor(m / most * BUCKETS));
  const starts2 = new Int32Array(BUCKETS + 1);
  for (const m of magnitude) if (m >= LEAST_GRADIENT) starts2[bucketOf(m) + 1]++;
  for (let b = 0; b < BUCKETS; b++) starts2[b + 1] += starts2[b];
  const order = new Int32Array(count);
  for (let i = 0; i < magnitude.length; i++)
    if (magnitude[i] >= LEAST_GRADIENT) order[starts2[bucketOf(magnitude[i])]++] = i;
  return order;
}
function partsOf({ ends: [a, b] }, members, magnitude, width, longest2) {
  const length = distance2(a, b);
  const count = Math.ceil(length / longest2);
  const [ux, uy] = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  const parts = Array.from({ length: count }, () => []);
  for (const i of members) {
    const along = (i % width + 1 - a[0]) * ux + (Math.floor(i / width) + 1 - a[1]) * uy;
    parts[Math.max(0, Math.min(count - 1, Math.floor(along / length * count)))].push(i);
  }
  return parts.filter((own) => own.length >= FEWEST).map((own) => regionOf(Int32Array.from(own), own.length, magnitude, width));
}
function regionOf(members, size, magnitude, width) {
  let w = 0;
  let mx = 0;
  let my = 0;
  for (let n = 0; n < size; n++) {
    const i = members[n];
    const m = magnitude[i];
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
    const i = members[n];
    const m = magnitude[i];
    const dx = i % width - mx;
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
    const i = members[n];
    const dx = i % width - mx;
    const dy = Math.floor(i / width) - my;
    const t = dx * ax + dy * ay;
    const s = dy * ax - dx * ay;
    if (t < least) least = t;
    if (t > most) most = t;
    across += magnitude[i] * s * s;
  }
  const at = (t) => [mx + ax * t + 1, my + ay * t + 1];
  return { ends: [at(least), at(most)], width: 4 * Math.sqrt(across / w), strength: w };
}
var LEAST_GRADIENT, ALIKE_DEG, FEWEST, BUCKETS;
var init_regions = __esm({
  "src/core/lines/segments/regions.ts"() {
    "use strict";
    init_geometry();
    LEAST_GRADIENT = 6;
    ALIKE_DEG = 22.5;
    FEWEST = 14;
    BUCKETS = 512;
  }
});

// src/core/lines/detail.ts
function shrunk(image, longer) {
  const { data, width, height, table } = image;
  const factor = Math.max(1, Math.max(width, height) / longer);
  const [w, h] = [Math.max(1, Math.floor(width / factor)), Math.max(1, Math.floor(height / factor))];
  const sums = new Float64Array(w * h);
  const counts = new Uint32Array(w * h);
  const across = Uint32Array.from({ length: width }, (_, x) => Math.min(w - 1, Math.floor(x / factor)));
  for (let y = 0; y < height; y++) {
    const row = Math.min(h - 1, Math.floor(y / factor)) * w;
    for (let x = 0, i = y * width; x < width; x++, i++) {
      const at = row + across[x];
      sums[at] += table ? table[data[i]] : data[i];
      counts[at]++;
    }
  }
  const out = Float32Array.from(sums, (s, i) => 255 * (s / counts[i] / 255) ** ROOT);
  return { data: out, width: w, height: h, left: 0, top: 0 };
}
function texture(image, columns, rows) {
  const { data, width, height } = image;
  const sums = new Float64Array(columns * rows);
  const counts = new Uint32Array(columns * rows);
  for (let y = 1; y < height - 1; y++)
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++) {
      const dx = (data[i + 1] - data[i - 1]) / 2;
      const dy = (data[i + width] - data[i - width]) / 2;
      const at = Math.floor(y * rows / height) * columns + Math.floor(x * columns / width);
      const slope = Math.hypot(dx, dy) - GRAIN;
      if (slope > 0) sums[at] += slope / (slope + 12);
      counts[at]++;
    }
  return sums.map((s, i) => s / Math.max(1, counts[i]));
}
function edges(image, columns, rows) {
  const { data, width, height } = image;
  const lengths = new Float64Array(columns * rows);
  for (const {
    ends: [a, b],
    width: wide
  } of growRegions(data, width, height)) {
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    if (length < SHORTEST || length < SLENDER * wide) continue;
    const parts = Math.max(1, Math.ceil(length / 2));
    for (let i = 0; i < parts; i++) {
      const t = (i + 0.5) / parts;
      const column = Math.floor((a[0] + (b[0] - a[0]) * t) * columns / width);
      const row = Math.floor((a[1] + (b[1] - a[1]) * t) * rows / height);
      if (column >= 0 && row >= 0 && column < columns && row < rows) lengths[row * columns + column] += length / parts;
    }
  }
  return lengths;
}
function detailOf(image) {
  const small = shrunk(image, LOOKED_AT);
  const long = Math.max(small.width, small.height);
  const columns = Math.max(1, Math.round(CELLS * small.width / long));
  const rows = Math.max(1, Math.round(CELLS * small.height / long));
  const [straight, rough] = [scaled(edges(small, columns, rows)), scaled(texture(small, columns, rows))];
  const weights = Array.from(straight, (s, i) => Math.round(9 * (EDGES * s + (1 - EDGES) * rough[i]))).join("");
  return { columns, rows, weights };
}
var LOOKED_AT, CELLS, EDGES, GRAIN, SHORTEST, SLENDER, ROOT, scaled;
var init_detail = __esm({
  "src/core/lines/detail.ts"() {
    "use strict";
    init_regions();
    LOOKED_AT = 480;
    CELLS = 32;
    EDGES = 0.75;
    GRAIN = 2.5;
    SHORTEST = 8;
    SLENDER = 5;
    ROOT = 1 / 2.2;
    scaled = (values) => {
      const top = Float64Array.from(values).sort()[Math.floor(0.9 * values.length)] ?? 0;
      return values.map((v) => top > 0 ? Math.min(1, v / top) : 0);
    };
  }
});

// src/core/lines/luminance.ts
function brightnessAt(image, px, py) {
  const { data, width, height, left, top, table } = image;
  let x = px - left - 0.5;
  let y = py - top - 0.5;
  x = x < 0 ? 0 : x > width - 1 ? width - 1 : x;
  y = y < 0 ? 0 : y > height - 1 ? height - 1 : y;
  const x0 = x | 0;
  const y0 = y | 0;
  const u = x - x0;
  const v = y - y0;
  const a = y0 * width + x0;
  const right = x0 + 1 < width ? 1 : 0;
  const below = y0 + 1 < height ? width : 0;
  if (table) {
    const p = table[data[a]];
    const q = table[data[a + below]];
    const above2 = p + (table[data[a + right]] - p) * u;
    const under2 = q + (table[data[a + below + right]] - q) * u;
    return above2 + (under2 - above2) * v;
  }
  const above = data[a] + (data[a + right] - data[a]) * u;
  const under = data[a + below] + (data[a + below + right] - data[a + below]) * u;
  return above + (under - above) * v;
}
var init_luminance = __esm({
  "src/core/lines/luminance.ts"() {
    "use strict";
  }
});

// src/core/lines/edge-peaks.ts
function straightRail(from, to) {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const [ax, ay] = [(to[0] - from[0]) / length, (to[1] - from[1]) / length];
  return {
    length,
    frame: (t, out) => {
      const s = (t + 1) / 2 * length;
      out[0] = from[0] + ax * s;
      out[1] = from[1] + ay * s;
      out[2] = ax;
      out[3] = ay;
      out[4] = -ay;
      out[5] = ax;
    }
  };
}
function lensRail(lens, from, to) {
  if (lens.straight) return straightRail(from, to);
  const at = (t) => lens.distort(lerp2(from, to, (t + 1) / 2));
  const [first2, last] = [at(-1), at(1)];
  return {
    length: Math.hypot(last[0] - first2[0], last[1] - first2[1]),
    frame: (t, out) => {
      const [before, here, after] = [at(t - 0.01), at(t), at(t + 0.01)];
      const [dx, dy] = [after[0] - before[0], after[1] - before[1]];
      const d = Math.hypot(dx, dy) || 1;
      out[0] = here[0];
      out[1] = here[1];
      out[2] = dx / d;
      out[3] = dy / d;
      out[4] = -dy / d;
      out[5] = dx / d;
    }
  };
}
function placeOn(rail, t, offset) {
  const f = new Float64Array(6);
  rail.frame(t, f);
  return [f[0] + f[4] * offset, f[1] + f[5] * offset];
}
function edgePeaks(image, rail, stations, half) {
  const spacing = rail.length / stations;
  const n = Math.ceil(2 * half / STEP5) + 1;
  const taps = Math.max(1, Math.min(MOST_TAPS, Math.round(spacing)));
  const profile = new Float64Array(n);
  const slope = new Float64Array(n);
  const f = new Float64Array(6);
  return Array.from({ length: stations }, (_, station) => {
    const t = 2 * (station + 0.5) / stations - 1;
    rail.frame(t, f);
    const ax = f[2];
    const ay = f[3];
    const cx = f[4];
    const cy = f[5];
    const x0 = f[0] - cx * half;
    const y0 = f[1] - cy * half;
    for (let i = 0; i < n; i++) {
      let sum = 0;
      for (let j = 0; j < taps; j++) {
        const s = (j - (taps - 1) / 2) * (spacing / taps);
        sum += brightnessAt(image, x0 + cx * i * STEP5 + ax * s, y0 + cy * i * STEP5 + ay * s);
      }
      profile[i] = sum / taps;
    }
    slopeOf(profile, slope);
    const found = [];
    for (let i = 1; i < n - 1; i++) {
      const a = Math.abs(slope[i - 1]);
      const b = Math.abs(slope[i]);
      const c = Math.abs(slope[i + 1]);
      if (b < LEAST_SLOPE || b < a || b <= c) continue;
      const shift2 = 0.5 * (a - c) / (a - 2 * b + c);
      found.push({ station, t, offset: -half + (i + shift2) * STEP5, slope: slope[i] });
    }
    return found;
  });
}
function slopeOf(profile, out) {
  const last = profile.length - 1;
  for (let i = 0; i <= last; i++) {
    let sum = 0;
    for (let j = -SLOPE_REACH; j <= SLOPE_REACH; j++) {
      const at = i + j;
      sum += SLOPE_WEIGHTS[j + SLOPE_REACH] * profile[at < 0 ? 0 : at > last ? last : at];
    }
    out[i] = sum;
  }
}
var STEP5, BLUR, LEAST_SLOPE, MOST_TAPS, SLOPE_REACH, SLOPE_WEIGHTS;
var init_edge_peaks = __esm({
  "src/core/lines/edge-peaks.ts"() {
    "use strict";
    init_geometry();
    init_luminance();
    STEP5 = 0.5;
    BLUR = 1.2;
    LEAST_SLOPE = 1;
    MOST_TAPS = 7;
    SLOPE_REACH = Math.ceil(3 * BLUR / STEP5);
    SLOPE_WEIGHTS = Float64Array.from({ length: 2 * SLOPE_REACH + 1 }, (_, i) => {
      const x = (i - SLOPE_REACH) * STEP5;
      return STEP5 * x * Math.exp(-x * x / (2 * BLUR * BLUR)) / (BLUR ** 3 * Math.sqrt(2 * Math.PI));
    });
  }
});

// src/core/lines/trace-edge.ts
var init_trace_edge = __esm({
  "src/core/lines/trace-edge.ts"() {
    "use strict";
  }
});

// src/core/lines/contrast-places.ts
var TILE;
var init_contrast_places = __esm({
  "src/core/lines/contrast-places.ts"() {
    "use strict";
    TILE = 1 / 40;
  }
});

// src/core/lines/straight-edge.ts
function straightEdge(image, lens, ideal, search2) {
  const rail = lensRail(lens, ideal[0], ideal[1]);
  if (!(rail.length >= 12)) return null;
  const stations = Math.max(12, Math.min(search2.stations ?? MOST_STATIONS, Math.round(rail.length / 2.5)));
  const peaks = edgePeaks(image, rail, stations, search2.half);
  let best = null;
  for (const sign of search2.sign === 0 ? [1, -1] : [search2.sign]) {
    const own = peaks.map(
      (at) => at.filter((p) => p.slope * sign > 0).sort((a, b) => Math.abs(b.slope) - Math.abs(a.slope)).slice(0, PER_STATION)
    );
    const rough = agreedLine(own, search2.aim, search2.tries ?? TRIES);
    const refined2 = rough && refine(own, rough);
    if (!refined2 || refined2.good.length < search2.least * stations) continue;
    const worth = worthOf(refined2.line, refined2.good, search2.aim);
    if (!best || worth > best.worth) best = { ...refined2, worth };
  }
  return best && settled(rail, lens, ideal, best.good, stations, search2.nodesApart);
}
function agreedLine(own, aim, tries) {
  const n = own.length;
  const some = (from, to) => own.slice(Math.floor(from * n), Math.max(Math.floor(from * n) + 2, Math.ceil(to * n))).flat().sort((a, b) => Math.abs(b.slope) - Math.abs(a.slope)).slice(0, tries);
  const thinned = flat(own.filter((_, i) => n < 60 || i % (n < 120 ? 2 : 3) === 0));
  let best = null;
  let most = 0;
  const last = some(0.7, 0.98);
  for (const p of some(0.02, 0.3))
    for (const q of last) {
      const b = (q.offset - p.offset) / (q.t - p.t);
      const line2 = { a: p.offset - b * p.t, b };
      const close = aimed(line2, aim);
      const sum = close * agreement2(thinned, line2, most / close);
      if (sum > most) [best, most] = [line2, sum];
    }
  return best;
}
function flat(own) {
  const starts2 = new Int32Array(own.length + 1);
  own.forEach((at, i) => starts2[i + 1] = starts2[i] + at.length);
  const all = own.flat();
  return {
    starts: starts2,
    t: Float64Array.from(all, (p) => p.t),
    offset: Float64Array.from(all, (p) => p.offset),
    strength: Float64Array.from(all, strength)
  };
}
function agreement2({ starts: starts2, t, offset, strength: strengths }, { a, b }, least) {
  const stations = starts2.length - 1;
  let sum = 0;
  for (let i = 0; i < stations; i++) {
    if (sum + (stations - i) * MOST_STRENGTH <= least) return 0;
    let near = ROUGH;
    let found = -1;
    for (let k = starts2[i]; k < starts2[i + 1]; k++) {
      const d = Math.abs(offset[k] - a - b * t[k]);
      if (d <= near) {
        near = d;
        found = k;
      }
    }
    if (found >= 0) sum += strengths[found] * (1 - 0.5 * near / ROUGH);
  }
  return sum;
}
function refine(own, rough) {
  let line2 = rough;
  let good = [];
  for (let round = 0; round < 5; round++) {
    const reach = round === 0 ? ROUGH : FINE;
    good = own.flatMap((at) => nearest(at, line2, reach) ?? []);
    if (good.length < 6) return null;
    let [w0, w1, w2, y0, y1] = [0, 0, 0, 0, 0];
    for (const p of good) {
      const d = (p.offset - line2.a - line2.b * p.t) / reach;
      const w = (1 - d * d) ** 2 * Math.min(1, Math.abs(p.slope) / 8) + 1e-6;
      w0 += w;
      w1 += w * p.t;
      w2 += w * p.t * p.t;
      y0 += w * p.offset;
      y1 += w * p.offset * p.t;
    }
    const det = w0 * w2 - w1 * w1;
    if (!(det > 1e-9)) return null;
    line2 = { a: (w2 * y0 - w1 * y1) / det, b: (w0 * y1 - w1 * y0) / det };
  }
  return { line: line2, good };
}
function settled(rail, lens, ideal, good, stations, nodesApart) {
  const places = good.map((p) => lens.undistort(placeOn(rail, p.t, p.offset)));
  const xs = Float64Array.from(places, (p) => p[0]);
  const ys = Float64Array.from(places, (p) => p[1]);
  const weights = new Float64Array(places.length).fill(1);
  let line2 = fitLine(xs, ys, weights);
  let scale = 0.05;
  for (let round = 0; round < 6; round++) {
    const off = places.map(([x, y]) => Math.abs(line2.normal[0] * x + line2.normal[1] * y - line2.distance));
    scale = Math.max(0.03, spreadOf(off));
    off.forEach((d, i) => {
      const t = d / (4.685 * scale);
      weights[i] = t >= 1 ? 0 : (1 - t * t) ** 2;
    });
    line2 = fitLine(xs, ys, weights);
  }
  const onto = ([x, y]) => {
    const off = line2.normal[0] * x + line2.normal[1] * y - line2.distance;
    return lens.distort([x - off * line2.normal[0], y - off * line2.normal[1]]);
  };
  return {
    ends: [onto(ideal[0]), onto(ideal[1])],
    sigmaPx: Math.hypot(FLOOR, 2 * scale / Math.sqrt(places.length)),
    found: good.length / stations,
    slope: good.reduce((sum, p) => sum + p.slope, 0) / good.length,
    nodes: nodesApart ? nodesOf(rail, good, weights, scale, nodesApart) : []
  };
}
function nodesOf(rail, good, weights, scale, apart3) {
  const parts = Math.max(2, Math.min(MOST_NODES, Math.round(rail.length / apart3)));
  return Array.from({ length: parts }, (_, part) => {
    const own = good.flatMap((p, i) => weights[i] > 0 && Math.floor((p.t + 1) / 2 * parts) === part ? [p] : []);
    if (own.length < FEWEST_PLACES) return null;
    const t = own.reduce((sum, p) => sum + p.t, 0) / own.length;
    const offset = own.reduce((sum, p) => sum + p.offset, 0) / own.length;
    return { place: placeOn(rail, t, offset), sigmaPx: Math.hypot(FLOOR, scale / Math.sqrt(own.length)) };
  }).filter((node) => node !== null);
}
var TRIES, MOST_STATIONS, ROUGH, FINE, PER_STATION, FLOOR, nearest, aimed, strength, worthOf, MOST_STRENGTH, MOST_NODES, FEWEST_PLACES;
var init_straight_edge = __esm({
  "src/core/lines/straight-edge.ts"() {
    "use strict";
    init_numerics();
    init_lens2();
    init_edge_peaks();
    TRIES = 22;
    MOST_STATIONS = 160;
    ROUGH = 1.6;
    FINE = 1.1;
    PER_STATION = 4;
    FLOOR = 0.04;
    nearest = (own, { a, b }, reach) => {
      let best = null;
      let least = reach;
      for (const p of own) {
        const d = Math.abs(p.offset - a - b * p.t);
        if (d <= least) {
          best = p;
          least = d;
        }
      }
      return best;
    };
    aimed = ({ a, b }, aim) => Math.exp(-((a - b) ** 2 + (a + b) ** 2) / (4 * aim * aim));
    strength = (p) => Math.min(1, Math.abs(p.slope) / 10) + 0.4;
    worthOf = (line2, good, aim) => aimed(line2, aim) * good.reduce((sum, p) => sum + strength(p), 0);
    MOST_STRENGTH = 1.4;
    MOST_NODES = 12;
    FEWEST_PLACES = 3;
  }
});

// src/core/lines/cling.ts
var init_cling = __esm({
  "src/core/lines/cling.ts"() {
    "use strict";
  }
});

// src/core/lines/round-edge.ts
var init_round_edge = __esm({
  "src/core/lines/round-edge.ts"() {
    "use strict";
  }
});

// src/core/lines/quad-edges.ts
var init_quad_edges = __esm({
  "src/core/lines/quad-edges.ts"() {
    "use strict";
  }
});

// src/core/lines/segments/flat-views.ts
function flatViews(lens, size) {
  if (lens.around === void 0) return [{ lens, part: [0, 0, ...size] }];
  const [width, height] = size;
  const perDegree = width / lens.around;
  const count = Math.ceil(lens.around / APART2);
  const half = Math.tan(radians(ASIDE)) * perDegree * (180 / Math.PI);
  return Array.from({ length: count }, (_, i) => {
    const x = width * (i + 0.5) / count;
    return {
      lens: lensTowards(lens, [x, height / 2]),
      part: [x - half, -TALLER * height, 2 * half, (1 + 2 * TALLER) * height]
    };
  });
}
var ASIDE, APART2, TALLER;
var init_flat_views = __esm({
  "src/core/lines/segments/flat-views.ts"() {
    "use strict";
    init_geometry();
    init_lens2();
    ASIDE = 36;
    APART2 = 60;
    TALLER = 0.12;
  }
});

// src/core/lines/segments/find-segments.ts
function findSegments(image, lens, search2 = {}) {
  const size = [image.width, image.height];
  return distinct(flatViews(lens, size).flatMap((view) => segmentsIn(image, view, search2))).slice(
    0,
    search2.most ?? MOST3
  );
}
function segmentsIn(image, { lens, part }, search2) {
  const size = [image.width, image.height];
  const shortest = (search2.shortest ?? SHORTEST2) * Math.hypot(...size);
  const [left, top, wide, high] = part;
  const factor = Math.max(1, Math.max(wide, high) / SEARCH);
  const [w, h] = [Math.floor(wide / factor), Math.floor(high / factor)];
  const longest2 = search2.longest ? search2.longest * Math.hypot(...size) / factor : Infinity;
  const regions = growRegions(straightened(image, lens, [left, top], w, h, factor), w, h, longest2).filter(({ ends, width }) => distance2(...ends) > SLENDER2 * width && distance2(...ends) * factor >= 0.8 * shortest).sort((a, b) => distance2(...b.ends) - distance2(...a.ends)).slice(0, Math.ceil((search2.most ?? MOST3) * (search2.nodes ? SOME_MORE : 2)));
  return regions.flatMap(({ ends }) => {
    const ideal = ends.map(([x, y]) => [left + x * factor, top + y * factor]);
    const edge = straightEdge(image, lens, ideal, {
      half: 2.5 + factor,
      aim: 1.5 + factor,
      sign: 0,
      least: 0.6,
      tries: 7,
      stations: search2.stations ?? STATIONS,
      ...search2.nodes ? { nodesApart: NODES_APART * Math.hypot(...size) } : {}
    });
    const inside2 = edge && clipped({ points: edge.ends, sigmaPx: edge.sigmaPx }, size);
    if (!inside2 || distance2(...inside2.points) < shortest) return [];
    return [search2.nodes ? { ...inside2, nodes: edge.nodes } : inside2];
  });
}
function straightened(image, lens, [x0, y0], w, h, factor) {
  const { data, width, height, left, top, table } = image;
  const out = new Float32Array(w * h);
  const taps = Math.max(1, Math.round(factor));
  const step = factor / taps;
  const root = Float32Array.from({ length: 2048 }, (_, i) => 255 * (i / 2047) ** ROOT2);
  const columns = new Int32Array(taps);
  const cols = Math.ceil(w / CELL) + 1;
  const rowAt = (y) => {
    const row = new Float64Array(2 * cols);
    for (let c = 0; c < cols; c++)
      row.set(lens.distort([x0 + (c * CELL + 0.5) * factor, y0 + (y + 0.5) * factor]), 2 * c);
    return row;
  };
  let above = rowAt(0);
  let below = above;
  for (let y = 0; y < h; y++) {
    if (y % CELL === 0) {
      above = y === 0 ? above : below;
      below = rowAt(y + CELL);
    }
    const v = y % CELL / CELL;
    for (let x = 0; x < w; x++) {
      const c = 2 * Math.floor(x / CELL);
      const u = x % CELL / CELL;
      const px = (1 - v) * (above[c] + (above[c + 2] - above[c]) * u) + v * (below[c] + (below[c + 2] - below[c]) * u);
      const py = (1 - v) * (above[c + 1] + (above[c + 3] - above[c + 1]) * u) + v * (below[c + 1] + (below[c + 3] - below[c + 1]) * u);
      let sum = 0;
      if (taps === 1) sum = brightnessAt(image, px, py);
      else {
        for (let i = 0; i < taps; i++) {
          const xx = Math.floor(px - left + (i - (taps - 1) / 2) * step);
          columns[i] = xx < 0 ? 0 : xx >= width ? width - 1 : xx;
        }
        for (let j = 0; j < taps; j++) {
          const yy = Math.floor(py - top + (j - (taps - 1) / 2) * step);
          const row = (yy < 0 ? 0 : yy >= height ? height - 1 : yy) * width;
          for (let i = 0; i < taps; i++) {
            const value = data[row + columns[i]];
            sum += table ? table[value] : value;
          }
        }
      }
      out[y * w + x] = root[Math.min(255, sum / (taps * taps)) * (2047 / 255) | 0];
    }
  }
  return out;
}
function clipped({ points: [a, b], sigmaPx }, [w, h]) {
  let [from, to] = [0, 1];
  for (const [axis, most] of [
    [0, w],
    [1, h]
  ]) {
    const [p, d] = [a[axis], b[axis] - a[axis]];
    if (Math.abs(d) < 1e-9) {
      if (p < 0 || p > most) return null;
      continue;
    }
    const [t0, t1] = [-p / d, (most - p) / d];
    from = Math.max(from, Math.min(t0, t1));
    to = Math.min(to, Math.max(t0, t1));
  }
  if (from >= to) return null;
  const at = (t) => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];
  return { points: [at(from), at(to)], sigmaPx };
}
function distinct(all) {
  const sorted = [...all].sort((a, b) => distance2(...b.points) - distance2(...a.points));
  const CELL2 = 64;
  const cells2 = /* @__PURE__ */ new Map();
  const keyOf2 = ([x, y]) => `${Math.floor(x / CELL2)},${Math.floor(y / CELL2)}`;
  return sorted.filter((s) => {
    const middle = [(s.points[0][0] + s.points[1][0]) / 2, (s.points[0][1] + s.points[1][1]) / 2];
    if ((cells2.get(keyOf2(middle)) ?? []).some((other) => covers(other, s, middle))) return false;
    const n = Math.ceil(distance2(...s.points) / CELL2) + 1;
    const [a, b] = s.points;
    for (let i = 0; i <= n; i++)
      for (const dx of [-CELL2 / 4, CELL2 / 4])
        for (const dy of [-CELL2 / 4, CELL2 / 4]) {
          const key = keyOf2([a[0] + (b[0] - a[0]) * i / n + dx, a[1] + (b[1] - a[1]) * i / n + dy]);
          const own = cells2.get(key);
          if (!own) cells2.set(key, [s]);
          else if (own[own.length - 1] !== s) own.push(s);
        }
    return true;
  });
}
function covers({ points: [a, b] }, { points: [c, d] }, middle) {
  const length = distance2(a, b);
  const [dx, dy] = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  const along = (middle[0] - a[0]) * dx + (middle[1] - a[1]) * dy;
  const off = Math.abs((middle[0] - a[0]) * dy - (middle[1] - a[1]) * dx);
  const turn = Math.abs((d[0] - c[0]) * dy - (d[1] - c[1]) * dx) / distance2(c, d);
  return along > 0 && along < length && off < 1 && turn < 0.03;
}
var SEARCH, SHORTEST2, NODES_APART, MOST3, STATIONS, SOME_MORE, SLENDER2, ROOT2, CELL;
var init_find_segments = __esm({
  "src/core/lines/segments/find-segments.ts"() {
    "use strict";
    init_geometry();
    init_luminance();
    init_straight_edge();
    init_flat_views();
    init_regions();
    SEARCH = 1500;
    SHORTEST2 = 0.016;
    NODES_APART = 0.012;
    MOST3 = 2e3;
    STATIONS = 72;
    SOME_MORE = 1.4;
    SLENDER2 = 5;
    ROOT2 = 1 / 2.2;
    CELL = 16;
  }
});

// src/core/lines/edge-reading.ts
var init_edge_reading = __esm({
  "src/core/lines/edge-reading.ts"() {
    "use strict";
  }
});

// src/core/lines/index.ts
var init_lines = __esm({
  "src/core/lines/index.ts"() {
    "use strict";
    init_recipe_part2();
    init_course3();
    init_attitude_step();
    init_out_of_true();
    init_halved();
    init_detail();
    init_luminance();
    init_trace_edge();
    init_contrast_places();
    init_edge_peaks();
    init_straight_edge();
    init_cling();
    init_round_edge();
    init_quad_edges();
    init_find_segments();
    init_edge_reading();
  }
});

// src/core/own-edges/own-edge.ts
function flatEdges(edges2, size) {
  const unit = Math.hypot(size[0], size[1]) / 2;
  const nodes = edges2.flatMap((e) => e.nodes);
  const starts2 = new Int32Array(edges2.length + 1);
  edges2.forEach((e, i) => starts2[i + 1] = starts2[i] + e.nodes.length);
  return {
    count: edges2.length,
    starts: starts2,
    x: Float64Array.from(nodes, (n) => (n.place[0] - size[0] / 2) / unit),
    y: Float64Array.from(nodes, (n) => (n.place[1] - size[1] / 2) / unit),
    sigma: Float64Array.from(nodes, (n) => n.sigmaPx / unit)
  };
}
function idealNodes({ x, y }, k, centre) {
  const n = x.length;
  const [k1 = 0, k2 = 0, k3 = 0] = k;
  const [cx, cy] = centre ?? MIDDLE;
  const out = {
    centre: centre ?? MIDDLE,
    x: new Float64Array(n),
    y: new Float64Array(n),
    along: new Float64Array(n),
    across: new Float64Array(n)
  };
  for (let i = 0; i < n; i++) {
    const [dx, dy] = [x[i] - cx, y[i] - cy];
    const rd = Math.sqrt(dx * dx + dy * dy);
    let r = rd;
    let s = r * r;
    let across = 1 + s * (k1 + s * (k2 + s * k3));
    let along = 1 + s * (3 * k1 + s * (5 * k2 + s * 7 * k3));
    for (let round = 0; round < 30; round++) {
      if (!(along > LEAST_SLOPE2)) return null;
      const step = (r * across - rd) / along;
      r -= step;
      s = r * r;
      across = 1 + s * (k1 + s * (k2 + s * k3));
      along = 1 + s * (3 * k1 + s * (5 * k2 + s * 7 * k3));
      if (Math.abs(step) < 1e-14) break;
    }
    if (!(along > LEAST_SLOPE2 && across > LEAST_SLOPE2)) return null;
    out.x[i] = cx + dx / across;
    out.y[i] = cy + dy / across;
    out.along[i] = along;
    out.across[i] = across;
  }
  return out;
}
function longestOf(edges2) {
  const length = ({ nodes }) => {
    const [a, b] = [nodes[0].place, nodes[nodes.length - 1].place];
    return Math.hypot(a[0] - b[0], a[1] - b[1]);
  };
  return [...edges2].sort((a, b) => length(b) - length(a)).slice(0, LOOKED_AT2).map(({ nodes }) => ({
    nodes: nodes.length <= 3 ? nodes : [nodes[0], nodes[nodes.length >> 1], nodes[nodes.length - 1]]
  }));
}
var LEAST_SLOPE2, MIDDLE, LOOKED_AT2;
var init_own_edge = __esm({
  "src/core/own-edges/own-edge.ts"() {
    "use strict";
    LEAST_SLOPE2 = 0.1;
    MIDDLE = [0, 0];
    LOOKED_AT2 = 260;
  }
});

// src/core/own-edges/edge-shape.ts
var MOST_TERMS, MOST_LENS, EdgeShape;
var init_edge_shape = __esm({
  "src/core/own-edges/edge-shape.ts"() {
    "use strict";
    MOST_TERMS = 3;
    MOST_LENS = MOST_TERMS + 2;
    EdgeShape = class {
      /** @param centred whether the centre is solved for. */
      constructor(edges2, terms, centred = false) {
        this.edges = edges2;
        this.terms = terms;
        this.centred = centred;
      }
      edges;
      terms;
      centred;
      /** Tangent of the angle between the edge and the direction it is held against; its deviation from the nodes alone. */
      slope = 0;
      slopeSigma = 1;
      /** Derivatives of the slope by what tells of the lens. */
      slopeByLens = new Float64Array(MOST_LENS);
      /** By the direction's: the angle to the vanishing point turns by this a unit. */
      turn = [0, 0, 0];
      /** By which the direction turns as the edge's middle moves across it, a unit. */
      turnByMiddle = 0;
      /** Squares of the bow's parts in their deviations, summed, and how many independent ones there are. */
      bow2 = 0;
      bowCount = 0;
      /** The bow's part in the normal equations of the lens. */
      bowNormal = new Float64Array(MOST_LENS * MOST_LENS);
      bowGradient = new Float64Array(MOST_LENS);
      /** Middle of the edge, ideal. */
      mx = 0;
      my = 0;
      /** Unit direction it is held against. */
      ux = 1;
      uy = 0;
      weights = new Float64Array(64);
      t = new Float64Array(64);
      moved = new Float64Array(64 * MOST_LENS);
      mean = new Float64Array(MOST_LENS);
      tilt = new Float64Array(MOST_LENS);
      /** Takes an edge to hand. @param towards null: its own direction; then there is a bow and no slope. */
      take(e, ideal, towards2) {
        const { starts: starts2, sigma } = this.edges;
        const from = starts2[e];
        const count = starts2[e + 1] - from;
        const { x, y, along, across, centre } = ideal;
        let mx = 0;
        let my = 0;
        for (let i = 0; i < count; i++) {
          mx += x[from + i];
          my += y[from + i];
        }
        mx /= count;
        my /= count;
        this.direct(from, count, x, y, mx, my, towards2);
        let sum = 0;
        let wx = 0;
        let wy = 0;
        for (let i = 0; i < count; i++) {
          const n = from + i;
          const dx = x[n] - centre[0];
          const dy = y[n] - centre[1];
          const r = Math.sqrt(dx * dx + dy * dy);
          const c = r > 1e-9 ? (-this.uy * dx + this.ux * dy) / r : 0;
          const stretch2 = c * c / (along[n] * along[n]) + (1 - c * c) / (across[n] * across[n]);
          const w = 1 / (sigma[n] * sigma[n] * stretch2);
          this.weights[i] = w;
          sum += w;
          wx += w * x[n];
          wy += w * y[n];
        }
        this.mx = wx / sum;
        this.my = wy / sum;
        if (towards2) this.direct(from, count, x, y, this.mx, this.my, towards2);
        this.measure(from, count, ideal, sum, towards2 !== null);
      }
      direct(from, count, x, y, mx, my, towards2) {
        let ux;
        let uy;
        if (towards2) {
          const [vx, vy, vw] = towards2.at;
          ux = vx - vw * mx;
          uy = vy - vw * my;
          const length2 = ux * ux + uy * uy;
          this.turn = [-uy / length2, ux / length2, (uy * mx - ux * my) / length2];
          this.turnByMiddle = -vw / Math.sqrt(length2);
        } else {
          this.turnByMiddle = 0;
          let [xx, xy, yy] = [0, 0, 0];
          for (let i = 0; i < count; i++) {
            const dx = x[from + i] - mx;
            const dy = y[from + i] - my;
            xx += dx * dx;
            xy += dx * dy;
            yy += dy * dy;
          }
          const angle2 = 0.5 * Math.atan2(2 * xy, xx - yy);
          ux = Math.cos(angle2);
          uy = Math.sin(angle2);
        }
        const length = Math.hypot(ux, uy) || 1;
        this.ux = ux / length;
        this.uy = uy / length;
      }
      measure(from, count, ideal, sum, sloped) {
        const { terms, weights, t, moved: moved2, mean, tilt, mx, my, ux, uy } = this;
        const { x, y, along, across, centre } = ideal;
        const all = this.centred ? terms + 2 : terms;
        let tt = 0;
        let tr = 0;
        mean.fill(0);
        tilt.fill(0);
        for (let i = 0; i < count; i++) {
          const n = from + i;
          const dx = x[n] - mx;
          const dy = y[n] - my;
          const w = weights[i];
          t[i] = ux * dx + uy * dy;
          tt += w * t[i] * t[i];
          tr += w * t[i] * (-uy * dx + ux * dy);
          const cx = x[n] - centre[0];
          const cy = y[n] - centre[1];
          const from0 = -uy * cx + ux * cy;
          const off = -from0 / along[n];
          const s = cx * cx + cy * cy;
          let power = s;
          for (let j = 0; j < terms; j++) {
            moved2[i * MOST_LENS + j] = off * power;
            power *= s;
          }
          if (this.centred) {
            const part = s > 1e-12 ? from0 / s * (1 / along[n] - 1 / across[n]) : 0;
            moved2[i * MOST_LENS + terms] = -uy * (1 - 1 / across[n]) - part * cx;
            moved2[i * MOST_LENS + terms + 1] = ux * (1 - 1 / across[n]) - part * cy;
          }
          for (let j = 0; j < all; j++) {
            const g = moved2[i * MOST_LENS + j];
            mean[j] += w * g / sum;
            tilt[j] += w * t[i] * g;
          }
        }
        this.slope = tr / tt;
        this.slopeSigma = 1 / Math.sqrt(tt);
        for (let j = 0; j < all; j++) {
          tilt[j] /= tt;
          this.slopeByLens[j] = tilt[j] - this.turnByMiddle * mean[j];
        }
        this.bow2 = 0;
        this.bowCount = Math.max(0, count - 2);
        this.bowNormal.fill(0);
        this.bowGradient.fill(0);
        if (count > 2) {
          for (let i = 0; i < count; i++) {
            const n = from + i;
            const w = weights[i];
            const c = -uy * (x[n] - mx) + ux * (y[n] - my) - this.slope * t[i];
            this.bow2 += w * c * c;
            for (let j = 0; j < all; j++) {
              const g = moved2[i * MOST_LENS + j] - mean[j] - tilt[j] * t[i];
              this.bowGradient[j] += w * g * c;
              for (let l = 0; l <= j; l++) {
                const h = moved2[i * MOST_LENS + l] - mean[l] - tilt[l] * t[i];
                this.bowNormal[j * MOST_LENS + l] += w * g * h;
              }
            }
          }
        }
        if (!sloped) this.slope = 0;
      }
      /** By how much the slope changes as the vanishing point moves. @param by its derivative. */
      slopeBy([x, y, w]) {
        return -(this.turn[0] * x + this.turn[1] * y + this.turn[2] * w);
      }
    };
  }
});

// src/core/own-edges/directions.ts
function vanishingPoints({ logFocal, pitch, roll, headings }) {
  const f = Math.exp(logFocal);
  const of = (d, byHeading) => {
    const placed = ([x, y, z18]) => [f * x, f * y, z18];
    const right = [Math.cos(roll * RAD), -Math.sin(roll * RAD), 0];
    const turned = (axis) => {
      const [x, y, z18] = cross3(axis, d);
      return [-x * RAD, -y * RAD, -z18 * RAD];
    };
    return {
      at: placed(d),
      byFocal: [f * d[0], f * d[1], 0],
      byPitch: placed(turned(right)),
      byRoll: placed(turned([0, 0, 1])),
      byHeading: placed(byHeading)
    };
  };
  return [
    of(downInCamera({ pitch, roll }), [0, 0, 0]),
    ...headings.map((h) => {
      const [x, y, z18] = sillInCamera(pitch, roll, h + 90);
      return of(sillInCamera(pitch, roll, h), [x * RAD, y * RAD, z18 * RAD]);
    })
  ];
}
var RAD;
var init_directions = __esm({
  "src/core/own-edges/directions.ts"() {
    "use strict";
    init_camera();
    init_geometry();
    init_attitude();
    RAD = Math.PI / 180;
  }
});

// src/core/own-edges/assignment.ts
function byChance(sigma, directions) {
  let sum = 0;
  for (const s of sigma) if (s > 0) sum += Math.min(1, directions * 2 * s * Math.sqrt(priceOf(s)) / Math.PI);
  return sum;
}
function wallsOf({ assigned, misses, sigma }, headings, reach) {
  const counts = headings.map(() => 0);
  const gains = headings.map(() => 0);
  assigned.forEach((a, e) => {
    if (a === null || a < 0) return;
    counts[a]++;
    const own = Math.hypot(sigma[e], reach);
    gains[a] += priceOf(own) - (misses[e] * sigma[e] / own) ** 2;
  });
  const most = Math.max(...gains);
  return headings.map((heading, w) => {
    if (counts[w] < LEAST_EDGES) return false;
    if (headings.some((other, v) => gains[v] > gains[w] && apart(other, heading) < SAME_WALL)) return false;
    return reach > 0 || gains[w] > Math.max(WALL_COST2, LEAST_OF_BEST2 * most);
  });
}
function assignmentAt(edges2, u, { built }, reach) {
  const ideal = idealNodes(edges2, u.k, u.centre);
  if (!ideal) return null;
  const shape = new EdgeShape(edges2, u.k.length);
  const points = vanishingPoints(u);
  const n = edges2.count;
  const assigned = new Array(n).fill(null);
  const misses = new Float64Array(n);
  const sigma = new Float64Array(n);
  const bows = new Float64Array(n);
  for (let e = 0; e < n; e++) {
    let best = Infinity;
    for (let d = 0; d < points.length; d++) {
      shape.take(e, ideal, points[d]);
      const own = Math.hypot(shape.slopeSigma, built);
      const off = Math.abs(shape.slope) / Math.hypot(own, reach);
      if (off >= best) continue;
      best = off;
      misses[e] = shape.slope / own;
      sigma[e] = own;
      bows[e] = shape.bowCount > 0 ? Math.sqrt(shape.bow2 / shape.bowCount) : 0;
      if (off * off < priceOf(Math.hypot(own, reach))) assigned[e] = d - 1;
    }
    if (best * best >= priceOf(Math.hypot(sigma[e], reach))) assigned[e] = null;
  }
  const counted = misses.filter((_, e) => assigned[e] !== null);
  const scale = reach > 0 ? 1 : Math.max(1, counted.length > 4 ? spreadOf(counted) : 1);
  const bowScale = Math.max(1, reach > 0 ? 1 + 60 * reach : 1);
  const slope = new Float64Array(n);
  const bow = new Float64Array(n);
  for (let e = 0; e < n; e++) {
    const off = assigned[e] === null ? Infinity : misses[e] * sigma[e] / Math.hypot(sigma[e] * scale, reach);
    slope[e] = biweight(off);
    bow[e] = biweight(bows[e] / bowScale * (TUKEY / 4));
  }
  return { assigned, slope, bow, misses, sigma, scale };
}
var CHANCE, LEAST_PRICE, LEAST_EDGES, WALL_COST2, LEAST_OF_BEST2, SAME_WALL, priceOf, apart;
var init_assignment = __esm({
  "src/core/own-edges/assignment.ts"() {
    "use strict";
    init_numerics();
    init_directions();
    init_edge_shape();
    init_own_edge();
    CHANCE = 0.5;
    LEAST_PRICE = 2;
    LEAST_EDGES = 5;
    WALL_COST2 = 50;
    LEAST_OF_BEST2 = 0.12;
    SAME_WALL = 2;
    priceOf = (sigma) => Math.max(LEAST_PRICE, 2 * Math.log(CHANCE / sigma));
    apart = (a, b) => Math.abs(a - b - 180 * Math.round((a - b) / 180));
  }
});

// src/core/own-edges/charge.ts
function chargeOfStart(edges2, start, priors) {
  const wide = { ...priors, built: WIDE };
  const weights = assignmentAt(edges2, start, wide, 0);
  return weights ? chargeOf(edges2, start, wide, weights) : Infinity;
}
function chargeOf(edges2, u, priors, { assigned }) {
  const ideal = idealNodes(edges2, u.k, u.centre);
  const shape = new EdgeShape(edges2, u.k.length);
  const points = vanishingPoints(u);
  let sum = WALL_COST2 * u.headings.length;
  for (let e = 0; e < edges2.count; e++) {
    const belongs = assigned[e];
    shape.take(e, ideal, belongs === null ? null : points[belongs + 1]);
    const own = Math.hypot(shape.slopeSigma, priors.built);
    const price = priceOf(own);
    sum += belongs === null ? price : Math.min(price, (shape.slope / own) ** 2);
    sum += Math.min(shape.bow2, 9 * shape.bowCount);
  }
  u.k.forEach((k, i) => sum += (k / priors.k[i]) ** 2);
  u.centre?.forEach((c) => sum += (c / priors.centre) ** 2);
  sum += (u.roll / HELD.roll) ** 2 + (u.pitch / HELD.pitch) ** 2;
  return sum + USUALLY * ((u.logFocal - priors.logFocal) / priors.logFocalSigma) ** 2;
}
var WIDE, HELD, USUALLY;
var init_charge = __esm({
  "src/core/own-edges/charge.ts"() {
    "use strict";
    init_assignment();
    init_directions();
    init_edge_shape();
    init_own_edge();
    WIDE = 0.012;
    HELD = { roll: 2.5, pitch: 12 };
    USUALLY = 8;
  }
});

// src/core/own-edges/fit.ts
function fitOwnEdges(edges2, start, priors, reaches = REACHES) {
  let unknowns = start;
  let weights = null;
  let here = null;
  for (const reach of reaches) {
    weights = assignmentAt(edges2, unknowns, priors, reach);
    if (!weights) return null;
    const strong = wallsOf(weights, unknowns.headings, reach);
    if (strong.includes(false)) {
      unknowns = { ...unknowns, headings: unknowns.headings.filter((_, w) => strong[w]) };
      weights = assignmentAt(edges2, unknowns, priors, reach);
      if (!weights) return null;
    }
    const fixed = weights;
    here = dampedLeastSquares((u) => placeAt2(edges2, u, priors, fixed), moved, unknowns, {
      until: 1e-9,
      least: 1,
      rounds: reach > 0 ? 3 : 8
    });
    if (!Number.isFinite(here.cost)) return null;
    unknowns = here.state;
  }
  const last = assignmentAt(edges2, unknowns, priors, 0);
  if (!here || !last) return null;
  const inverse = invertSymmetric(placeAt2(edges2, unknowns, priors, last).equations().a);
  return {
    unknowns,
    assigned: last.assigned,
    cost: chargeOf(edges2, unknowns, priors, last),
    covariance: inverse && inverse.map((row) => row.map((v) => v * last.scale ** 2)),
    scale: last.scale,
    chance: byChance(last.sigma, unknowns.headings.length + 1)
  };
}
function placeAt2(edges2, state, priors, weights) {
  const terms = lensUnknowns(state);
  const small = [...state.k, ...state.centre ?? []];
  const believed = (i) => i < state.k.length ? priors.k[i] : priors.centre;
  const size = terms + 3 + state.headings.length;
  const ideal = isCamera(state) ? idealNodes(edges2, state.k, state.centre) : null;
  const headings = state.headings.length;
  if (!ideal) return { state, headings, cost: Infinity, equations: () => ({ a: [], g: [] }) };
  const points = vanishingPoints(state);
  const shape = new EdgeShape(edges2, state.k.length, state.centre !== null);
  const each = (visit) => {
    for (let e = 0; e < edges2.count; e++) {
      const belongs = weights.assigned[e];
      const counts = belongs !== null && weights.slope[e] > 0;
      if (!counts && weights.bow[e] === 0) continue;
      shape.take(e, ideal, counts ? points[belongs + 1] : null);
      visit(e, counts ? belongs : null, counts ? shape.slope / weights.sigma[e] : 0);
    }
  };
  let cost = 0;
  each((e, direction, miss2) => {
    if (direction !== null) cost += weights.slope[e] * miss2 * miss2;
    cost += weights.bow[e] * shape.bow2;
  });
  small.forEach((v, i) => cost += (v / believed(i)) ** 2);
  cost += ((state.logFocal - priors.logFocal) / priors.logFocalSigma) ** 2;
  const equations = () => {
    const a = Array.from({ length: size }, () => new Array(size).fill(0));
    const g = new Array(size).fill(0);
    const row = new Float64Array(size);
    each((e, direction, miss2) => {
      const w = weights.bow[e];
      if (w > 0)
        for (let i = 0; i < terms; i++) {
          g[i] += w * shape.bowGradient[i];
          for (let j = 0; j <= i; j++) a[i][j] += w * shape.bowNormal[i * MOST_LENS + j];
        }
      if (direction === null) return;
      const point2 = points[direction + 1];
      const per = 1 / weights.sigma[e];
      row.fill(0);
      for (let i = 0; i < terms; i++) row[i] = shape.slopeByLens[i] * per;
      row[terms] = shape.slopeBy(point2.byFocal) * per;
      row[terms + 1] = shape.slopeBy(point2.byPitch) * per;
      row[terms + 2] = shape.slopeBy(point2.byRoll) * per;
      if (direction >= 0) row[terms + 3 + direction] = shape.slopeBy(point2.byHeading) * per;
      const v = weights.slope[e];
      for (let i = 0; i < size; i++) {
        if (row[i] === 0) continue;
        g[i] += v * row[i] * miss2;
        for (let j = 0; j <= i; j++) a[i][j] += v * row[i] * row[j];
      }
    });
    small.forEach((v, i) => {
      a[i][i] += 1 / believed(i) ** 2;
      g[i] += v / believed(i) ** 2;
    });
    a[terms][terms] += 1 / priors.logFocalSigma ** 2;
    g[terms] += (state.logFocal - priors.logFocal) / priors.logFocalSigma ** 2;
    for (let i = 0; i < size; i++) for (let j = 0; j < i; j++) a[j][i] = a[i][j];
    return { a, g };
  };
  return { state, headings, cost, equations };
}
var REACHES, ROUGH_REACHES, FINE_REACHES, MOST_PITCH2, FOCALS2, isCamera, lensUnknowns, moved;
var init_fit = __esm({
  "src/core/own-edges/fit.ts"() {
    "use strict";
    init_numerics();
    init_assignment();
    init_charge();
    init_directions();
    init_edge_shape();
    init_own_edge();
    REACHES = [0.02, 0.012, 6e-3, 3e-3, 1e-3, 0, 0, 0, 0, 0];
    ROUGH_REACHES = REACHES.slice(0, 4);
    FINE_REACHES = [5e-3, 15e-4, 0, 0, 0, 0];
    MOST_PITCH2 = 62;
    FOCALS2 = [0.35, 9];
    isCamera = ({ pitch, logFocal }) => Math.abs(pitch) < MOST_PITCH2 && logFocal > Math.log(FOCALS2[0]) && logFocal < Math.log(FOCALS2[1]);
    lensUnknowns = ({ k, centre }) => k.length + (centre ? 2 : 0);
    moved = (u, step) => {
      const t = lensUnknowns(u);
      return {
        k: u.k.map((k, i) => k + step[i]),
        centre: u.centre && [u.centre[0] + step[t - 2], u.centre[1] + step[t - 1]],
        logFocal: u.logFocal + step[t],
        pitch: u.pitch + step[t + 1],
        roll: u.roll + step[t + 2],
        headings: u.headings.map((h, i) => h + step[t + 3 + i])
      };
    };
  }
});

// src/core/own-edges/free-lens.ts
function isOffCentre({ centre, covariance }) {
  const inverse = invertSymmetric(covariance.slice(3).map((row) => row.slice(3)));
  return inverse !== null && quadratic(inverse, centre) > OFF_CENTRE;
}
function freeLensOf({ unknowns: { k, centre }, covariance }) {
  if (!covariance || !centre || k.length !== MOST_TERMS) return null;
  return {
    k: [k[0], k[1], k[2]],
    centre,
    covariance: covariance.slice(0, MOST_LENS).map((row) => row.slice(0, MOST_LENS))
  };
}
function freeAboutMiddle({ unknowns: { k }, covariance }) {
  const usual = [...LENSES, CENTRED, CENTRED].map((s) => s ** 2);
  const of = (i, j) => i < k.length && j < k.length ? covariance[i][j] : i === j ? usual[i] : 0;
  return {
    k: [k[0] ?? 0, k[1] ?? 0, k[2] ?? 0],
    centre: [0, 0],
    covariance: usual.map((_, i) => usual.map((__, j) => of(i, j)))
  };
}
var LENSES, CENTRED, OFF_CENTRE, quadratic;
var init_free_lens = __esm({
  "src/core/own-edges/free-lens.ts"() {
    "use strict";
    init_numerics();
    init_edge_shape();
    LENSES = [0.08, 0.03, 4e-3];
    CENTRED = 4e-3;
    OFF_CENTRE = 16;
    quadratic = (a, v) => v.reduce((sum, x, i) => sum + v.reduce((s, y, j) => s + x * y * a[i][j], 0), 0);
  }
});

// src/core/own-edges/selection.ts
function distinct2(fits) {
  const kept3 = [];
  for (const fit of fits) if (kept3.every((other) => !alike(other.unknowns, fit.unknowns))) kept3.push(fit);
  return kept3;
}
function various(fits) {
  const kept3 = [];
  for (const fit of fits) {
    const same2 = kept3.filter(({ unknowns: { roll } }) => Math.abs(roll - fit.unknowns.roll) < SAME_ROLL);
    if (same2.length < EACH_ROLL) kept3.push(fit);
  }
  return kept3;
}
var byCost, SAME_ROLL, EACH_ROLL, alike;
var init_selection = __esm({
  "src/core/own-edges/selection.ts"() {
    "use strict";
    byCost = (fits) => fits.filter((fit) => fit !== null && fit.covariance !== null).sort((a, b) => a.cost - b.cost);
    SAME_ROLL = 1;
    EACH_ROLL = 2;
    alike = (a, b) => Math.abs(a.pitch - b.pitch) + Math.abs(a.roll - b.roll) < 1 && Math.abs(a.logFocal - b.logFocal) < 0.05 && Math.abs(a.k[0] - b.k[0]) < 0.01;
  }
});

// src/core/own-edges/followed.ts
var followedRoughly;
var init_followed = __esm({
  "src/core/own-edges/followed.ts"() {
    "use strict";
    init_charge();
    init_fit();
    followedRoughly = (edges2, starts2, priors, most) => starts2.map((start) => ({ start, charge: chargeOfStart(edges2, start, priors) })).sort((a, b) => a.charge - b.charge).slice(0, most).map(({ start }) => fitOwnEdges(edges2, start, priors, ROUGH_REACHES)).filter((fit) => fit !== null).sort((a, b) => a.cost - b.cost);
  }
});

// src/core/own-edges/starts.ts
function ownStarts(edges2, size, known, lens = null) {
  const unit = Math.hypot(size[0], size[1]) / 2;
  const longer = Math.max(size[0], size[1]);
  const focals = known === null ? FOCALS3.map((f) => f * longer) : [known, 0.65 * known, 1.5 * known];
  const chosen = longest(edges2, lens ? LOOKED_AT3.oneLens : LOOKED_AT3.anyLens);
  const found = [];
  for (const k of lens ? [lens] : BOWS2) {
    const ideal = idealNodes(edges2, k, null);
    if (!ideal) continue;
    const segments = chosen.map((e) => {
      const [a, b] = [edges2.starts[e], edges2.starts[e + 1] - 1];
      const at = (i) => [ideal.x[i] * unit, ideal.y[i] * unit];
      return { points: [at(a), at(b)], sigmaPx: edges2.sigma[a] * unit };
    });
    for (const focalPx of focals)
      for (const candidate of candidatesOf({ focalPx, principal: [0, 0] }, segments, EACH))
        found.push({
          k: lens ?? [k[0], 0],
          centre: null,
          logFocal: Math.log(focalPx / unit),
          pitch: candidate.pitch,
          roll: candidate.roll,
          headings: candidate.headings
        });
  }
  return found;
}
function longest({ count, starts: starts2, x, y }, most) {
  const length = (e) => {
    const [a, b] = [starts2[e], starts2[e + 1] - 1];
    return Math.hypot(x[b] - x[a], y[b] - y[a]);
  };
  const all = Array.from({ length: count }, (_, e) => ({ e, length: length(e) }));
  return all.sort((a, b) => b.length - a.length).slice(0, most).map(({ e }) => e);
}
var FOCALS3, BOWS2, LOOKED_AT3, EACH;
var init_starts = __esm({
  "src/core/own-edges/starts.ts"() {
    "use strict";
    init_attitude();
    init_own_edge();
    FOCALS3 = [0.42, 0.56, 0.75, 1, 1.35, 1.9];
    BOWS2 = [[-0.075], [-0.035], [0], [0.03]];
    LOOKED_AT3 = { anyLens: 260, oneLens: 1e3 };
    EACH = 2;
  }
});

// src/core/own-edges/turned-over.ts
function turnedOver(u) {
  const directions = [downInCamera(u), ...u.headings.map((h) => sillInCamera(u.pitch, u.roll, h))];
  return directions.slice(1).flatMap((vertical) => {
    const { pitch, roll } = pitchRollFromVertical(vertical);
    if (Math.abs(roll) > MOST_ROLL2) return [];
    const [across, away] = [sillInCamera(pitch, roll, 0), sillInCamera(pitch, roll, 90)];
    const headings = directions.filter((d) => Math.abs(dot3(d, vertical)) < RIGHT).map((d) => halfTurn(Math.atan2(dot3(d, away), dot3(d, across)) / DEG));
    return [{ ...u, pitch, roll, headings }];
  });
}
var RIGHT, MOST_ROLL2;
var init_turned_over = __esm({
  "src/core/own-edges/turned-over.ts"() {
    "use strict";
    init_attitude();
    init_camera();
    init_geometry();
    RIGHT = 0.03;
    MOST_ROLL2 = 46;
  }
});

// src/core/own-edges/solve.ts
function solveOwnEdges(edges2, size, options = {}, near = null) {
  const { focal } = options;
  if (!focal) return search(edges2, size, options, near);
  const told2 = search(edges2, size, options, near);
  const alone = told2 && search(edges2, size, { ...options, focal: null }, told2, true);
  if (!alone) return told2;
  const off = Math.log(alone.focalPx / focal.focalPx);
  if (Math.abs(off) < CONTRADICTS * Math.hypot(alone.sigma.focalPx / alone.focalPx, focal.sigma)) return told2;
  const free = search(edges2, size, { ...options, focal: null }, near);
  return free && { ...free, contradicted: focal.focalPx };
}
function search(edges2, size, { focal = null, built = BUILT2, face: face4 = "auto" }, near, only = false) {
  const unit = Math.hypot(size[0], size[1]) / 2;
  const priors = {
    k: LENSES,
    centre: CENTRED,
    logFocal: Math.log((focal?.focalPx ?? USUAL.focal * Math.max(size[0], size[1])) / unit),
    logFocalSigma: focal?.sigma ?? USUAL.sigma,
    built
  };
  const all = flatEdges(edges2, size);
  if (all.count < 6) return null;
  const some = flatEdges(longestOf(edges2), size);
  const starts2 = only ? [] : ownStarts(all, size, focal?.focalPx ?? null, near?.k.slice(0, near.terms) ?? null);
  const followed = followedRoughly(some, [...near ? [startFrom(near)] : [], ...starts2], priors, FOLLOWED);
  const fine2 = (start) => fitOwnEdges(all, start, priors, FINE_REACHES);
  const led = various(distinct2(followed)).slice(0, near ? FINISHED.lensKnown : FINISHED.anyLens).map((fit2) => fine2(fit2.unknowns)).filter((fit2) => fit2 !== null);
  const [first2] = byCost(led);
  const finished = byCost([...led, ...first2 ? turnedOver(first2.unknowns).map(fine2) : []]);
  const [best] = finished;
  if (!best) return null;
  const rival = distinct2(finished)[1] ?? null;
  const middle = withAllTerms(all, best, priors);
  const centred = fitOwnEdges(all, { ...middle.unknowns, centre: [0, 0] }, priors, [0, 0, 0]);
  const free = centred && freeLensOf(centred);
  const fit = free && isOffCentre(free) ? centred : middle;
  const freely = free ?? freeAboutMiddle(middle);
  return solutionOf(fit, freely, rival && rivalOf(rival), size, face4);
}
function startFrom({ k, terms, focalPx, size, attitude: attitude2, walls }) {
  return {
    k: k.slice(0, terms),
    centre: null,
    logFocal: Math.log(2 * focalPx / Math.hypot(size[0], size[1])),
    pitch: attitude2.pitch,
    roll: attitude2.roll,
    headings: walls.map((w) => w.heading)
  };
}
function withAllTerms(edges2, fit, priors) {
  const k = [...fit.unknowns.k, 0, 0].slice(0, MOST_TERMS);
  if (fit.unknowns.k.length === k.length) return fit;
  const more = fitOwnEdges(edges2, { ...fit.unknowns, k }, priors, [0, 0, 0]);
  return more?.covariance ? more : fit;
}
function solutionOf(fit, freely, rival, size, choice) {
  const unit = Math.hypot(size[0], size[1]) / 2;
  const { unknowns: u, covariance, assigned } = fit;
  const t = lensUnknowns(u);
  const c = covariance;
  const members = (which) => assigned.flatMap((a, e) => a === which ? [e] : []);
  const walls = u.headings.map((h, w) => ({
    heading: h - 180 * Math.round(h / 180),
    sigma: Math.sqrt(c[t + 3 + w][t + 3 + w]),
    edges: members(w)
  }));
  const chosen = chooseFace(
    walls.map(({ heading, edges: edges2 }) => ({ heading, lines: edges2.map(String) })),
    choice
  );
  const facing = chosen.wall === null ? null : walls[chosen.wall];
  const focalPx = Math.exp(u.logFocal) * unit;
  const terms = u.k.length;
  const by = (sign) => {
    const slope = u.k.reduce((sum, k, i) => sum + (2 * i + 3) * k, 0);
    const toCorner = [size[0] / (2 * unit), sign * size[1] / (2 * unit)];
    return [...u.k.map(() => 1), ...u.centre ? toCorner.map((v) => -slope * v) : []];
  };
  const lensPart2 = c.slice(0, t).map((row) => row.slice(0, t));
  const corner = Math.max(quadratic(lensPart2, by(1)), quadratic(lensPart2, by(-1)));
  return {
    size,
    model: "brown-conrady",
    k: [u.k[0] ?? 0, u.k[1] ?? 0, u.k[2] ?? 0],
    terms,
    centre: [size[0] / 2 + unit * (u.centre?.[0] ?? 0), size[1] / 2 + unit * (u.centre?.[1] ?? 0)],
    freely,
    focalPx,
    attitude: { pitch: u.pitch, yaw: facing?.heading ?? 0, roll: u.roll },
    walls,
    plumbs: members(-1),
    sigma: {
      pitch: Math.sqrt(c[t + 1][t + 1]),
      roll: Math.sqrt(c[t + 2][t + 2]),
      yaw: facing?.sigma ?? null,
      focalPx: Math.sqrt(c[t][t]) * focalPx,
      cornerPx: Math.sqrt(Math.max(0, corner)) * unit
    },
    cost: fit.cost,
    rival,
    contradicted: null,
    scale: fit.scale,
    counted: assigned.filter((a) => a !== null).length,
    chance: fit.chance
  };
}
var METADATA_SIGMA, USUAL, BUILT2, FOLLOWED, FINISHED, CONTRADICTS, rivalOf;
var init_solve = __esm({
  "src/core/own-edges/solve.ts"() {
    "use strict";
    init_attitude();
    init_edge_shape();
    init_fit();
    init_free_lens();
    init_own_edge();
    init_selection();
    init_followed();
    init_starts();
    init_turned_over();
    METADATA_SIGMA = 0.02;
    USUAL = { focal: 0.85, sigma: 0.45 };
    BUILT2 = 5e-4;
    FOLLOWED = 16;
    FINISHED = { lensKnown: 5, anyLens: 3 };
    CONTRADICTS = 4;
    rivalOf = ({ cost, unknowns: { pitch, roll } }) => ({
      cost,
      attitude: { pitch, roll }
    });
  }
});

// src/core/own-edges/fisheye.ts
function flattened(edges2, lens, reach, [w, h]) {
  return edges2.flatMap(({ nodes }) => {
    const ideal = nodes.map((n) => lens.undistort(n.place));
    if (ideal.some(([x, y]) => Math.hypot(x - w / 2, y - h / 2) > reach)) return [];
    const [a, b] = [ideal[0], ideal[ideal.length - 1]];
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
    const across = [-(b[1] - a[1]) / length, (b[0] - a[0]) / length];
    return [
      {
        nodes: ideal.map((place, i) => {
          const [xx, xy, yx, yy] = lens.jacobian(place);
          const det = xx * yy - xy * yx;
          const [u, v] = [(across[0] * yy - across[1] * yx) / det, (across[1] * xx - across[0] * xy) / det];
          return { place, sigmaPx: nodes[i].sigmaPx * Math.hypot(u, v) };
        })
      }
    ];
  });
}
function solveFisheye(edges2, size, { built = BUILT2, face: face4 = "auto" } = {}, near = null) {
  const unit = Math.hypot(size[0], size[1]) / 2;
  const priorsAt = (logFocal) => ({
    k: LENSES,
    centre: CENTRED,
    logFocal,
    logFocalSigma: FIXED,
    built
  });
  const flatAt = (logFocal) => flattened(edges2, fisheyeLens(size, Math.exp(logFocal) * unit), REACH2 * unit, size);
  const rough = (logFocal) => {
    const flat2 = flatAt(logFocal);
    if (flat2.length < 6) return null;
    const some = flatEdges(longestOf(flat2), size);
    const priors = priorsAt(logFocal);
    const starts2 = ownStarts(flatEdges(flat2, size), size, Math.exp(logFocal) * unit, []).filter(
      (start) => Math.abs(start.logFocal - logFocal) < 1e-6
    );
    const [best] = followedRoughly(some, starts2, priors, FOLLOWED2);
    return best ? { logFocal, fit: best } : null;
  };
  const fine2 = (logFocal, from) => {
    const start = { ...from.unknowns, logFocal };
    const fit = fitOwnEdges(flatEdges(flatAt(logFocal), size), start, priorsAt(logFocal), FINE_REACHES);
    return fit?.covariance ? { logFocal, fit } : null;
  };
  const scanned = focalsAround(near === null ? null : Math.log(near / unit)).map(rough).filter((at) => at !== null).sort((a, b) => a.fit.cost - b.fit.cost);
  const [first2] = scanned;
  if (!first2) return null;
  let here = fine2(first2.logFocal, first2.fit);
  const seen = here ? [here] : [];
  let beside = null;
  for (const step of STEPS2) {
    if (!here) return null;
    const [down, up] = [fine2(here.logFocal - step, here.fit), fine2(here.logFocal + step, here.fit)];
    if (!down || !up) return null;
    seen.push(down, up);
    beside = [down, up];
    const bent = (up.fit.cost - 2 * here.fit.cost + down.fit.cost) / (step * step);
    const shift2 = bent > 0 ? (down.fit.cost - up.fit.cost) / (2 * step * bent) : up.fit.cost < down.fit.cost ? step : -step;
    const next = fine2(here.logFocal + Math.max(-3 * step, Math.min(3 * step, shift2)), here.fit);
    if (!next) return null;
    seen.push(next);
    here = seen.reduce((best, at) => at.fit.cost < best.fit.cost ? at : best);
  }
  const bend = curvatureOf(seen, here.logFocal);
  if (!here || !beside || !bend) return null;
  const sigmaLog = Math.sqrt(2 / bend) * here.fit.scale;
  const solution = solutionOf(withFocal2(here, beside, sigmaLog), noLens(), null, size, face4);
  const corner = Math.atan(1 / Math.exp(here.logFocal)) * Math.exp(here.logFocal);
  return {
    ...solution,
    model: "equidistant",
    sigma: { ...solution.sigma, cornerPx: Math.abs(1 - corner) * sigmaLog * unit }
  };
}
function curvatureOf(seen, about) {
  const near = seen.map(({ logFocal, fit }) => [logFocal - about, fit.cost]).filter(([x]) => Math.abs(x) < NEAR_LEVEL);
  const sum = (power, cost = false) => near.reduce((s, [x, y]) => s + x ** power * (cost ? y : 1), 0);
  const powers = [0, 1, 2];
  const parabola = solveSymmetric(
    powers.map((i) => powers.map((j) => sum(i + j))),
    powers.map((i) => sum(i, true))
  );
  return parabola && parabola[2] > 0 ? 2 * parabola[2] : null;
}
function focalsAround(near) {
  if (near !== null) return [-0.03, 0, 0.03].map((by) => near + by);
  const count = Math.ceil(Math.log(FOCALS4[1] / FOCALS4[0]) / Math.log(FACTOR));
  return Array.from({ length: count + 1 }, (_, i) => Math.log(FOCALS4[0]) + i * Math.log(FACTOR));
}
function withFocal2({ fit, logFocal }, [down, up], sigmaLog) {
  const all = ({ fit: { unknowns: u } }) => [u.pitch, u.roll, ...u.headings];
  const same2 = [down, up].every((at) => all(at).length === all({ fit, logFocal }).length);
  const apart3 = up.logFocal - down.logFocal;
  const moved2 = same2 ? all(up).map((v, i) => (v - all(down)[i]) / apart3) : all({ fit, logFocal }).map(() => 0);
  const slope = [1, ...moved2];
  return {
    ...fit,
    covariance: fit.covariance.map((row, i) => row.map((v, j) => v + slope[i] * slope[j] * sigmaLog ** 2))
  };
}
var MAY_BE_FISHEYE, RATHER_FISHEYE, FOCALS4, FACTOR, FOLLOWED2, STEPS2, FIXED, fisheyeLens, REACH2, NEAR_LEVEL, noLens;
var init_fisheye = __esm({
  "src/core/own-edges/fisheye.ts"() {
    "use strict";
    init_lens2();
    init_numerics();
    init_fit();
    init_followed();
    init_free_lens();
    init_own_edge();
    init_solve();
    init_starts();
    MAY_BE_FISHEYE = -0.1;
    RATHER_FISHEYE = 30;
    FOCALS4 = [0.45, 2.2];
    FACTOR = 1.1;
    FOLLOWED2 = 2;
    STEPS2 = [0.03, 0.012, 6e-3];
    FIXED = 1e-3;
    fisheyeLens = (size, focalPx) => makeLens(size, {
      model: "equidistant",
      k: [0, 0, 0],
      p: [0, 0],
      centre: [size[0] / 2, size[1] / 2],
      amount: 1,
      focalPx
    });
    REACH2 = 2.5;
    NEAR_LEVEL = 0.035;
    noLens = () => {
      const usual = [...LENSES, CENTRED, CENTRED].map((s) => s ** 2);
      return {
        k: [0, 0, 0],
        centre: [0, 0],
        covariance: usual.map((v, i) => usual.map((_, j) => i === j ? v : 0))
      };
    };
  }
});

// src/core/own-edges/find-edges.ts
function ownEdgesOf(image, options = {}) {
  const size = [image.width, image.height];
  const small = Math.max(...size) > HALVED_FROM ? halved(image) : image;
  const scale = small.width / image.width;
  const smallSize = [small.width, small.height];
  const pieces = edgesOf(
    findSegments(small, makeLens(smallSize, null), {
      longest: PIECE,
      most: MOST_PIECES,
      nodes: true,
      stations: PIECE_STATIONS
    })
  );
  if (pieces.length < FEWEST2) return null;
  const first2 = firstSolution(pieces, smallSize, options, scale);
  if (!first2) return null;
  const edges2 = edgesOf(findSegments(image, lensOfSolution(grown(first2, size)), { most: MOST4, nodes: true }));
  if (edges2.length < FEWEST2) return null;
  const solution = first2.model === "equidistant" ? solveFisheye(edges2, size, options, first2.focalPx / scale) : solveOwnEdges(edges2, size, options, first2);
  if (!solution) return null;
  const camera = { focalPx: solution.focalPx, principal: [size[0] / 2, size[1] / 2] };
  const grouped2 = groupSegments(camera, lensOfSolution(solution), edges2);
  const { pitch, roll } = solution.attitude;
  const off = Math.hypot(grouped2.attitude.pitch - pitch, grouped2.attitude.roll - roll);
  const told2 = grouped2.told && off < AGREE && solution.counted > MORE_THAN_CHANCE * solution.chance;
  return told2 ? { solution, edges: edges2, grouped: grouped2 } : null;
}
function firstSolution(pieces, size, options, scale) {
  const { focal = null } = options;
  const scaled2 = { ...options, focal: focal && { ...focal, focalPx: focal.focalPx * scale } };
  const radial = solveOwnEdges(pieces, size, scaled2);
  if (radial && radial.k[0] + radial.k[1] + radial.k[2] > MAY_BE_FISHEYE) return radial;
  const fisheye2 = solveFisheye(pieces, size, options);
  return fisheye2 && (!radial || fisheye2.cost < radial.cost - RATHER_FISHEYE) ? fisheye2 : radial;
}
function grown(solution, size) {
  const by = size[0] / solution.size[0];
  const { centre, focalPx } = solution;
  return { ...solution, size, centre: [centre[0] * by, centre[1] * by], focalPx: focalPx * by };
}
var PIECE, MOST_PIECES, MOST4, PIECE_STATIONS, HALVED_FROM, FEWEST2, AGREE, MORE_THAN_CHANCE, lensOfSolution, edgesOf;
var init_find_edges = __esm({
  "src/core/own-edges/find-edges.ts"() {
    "use strict";
    init_attitude();
    init_lens2();
    init_lines();
    init_fisheye();
    init_solve();
    PIECE = 0.045;
    MOST_PIECES = 500;
    MOST4 = 1e3;
    PIECE_STATIONS = 32;
    HALVED_FROM = 3600;
    FEWEST2 = 24;
    AGREE = 2;
    MORE_THAN_CHANCE = 8;
    lensOfSolution = ({ model, k, centre, focalPx, size }) => makeLens(size, { model, k, p: [0, 0], centre, amount: 1, focalPx });
    edgesOf = (segments) => segments.flatMap((s) => s.nodes && s.nodes.length >= 2 ? [{ ...s, nodes: s.nodes }] : []);
  }
});

// src/core/own-edges/proposal.ts
function proposalOf({ solution, edges: edges2, grouped: grouped2 }, scale = 1) {
  const { model, k, centre, size, focalPx, sigma, attitude: attitude2, contradicted, rival, cost } = solution;
  const isAnother = rival !== null && rival.cost < cost + ABOUT_EQUAL && Math.hypot(rival.attitude.pitch - attitude2.pitch, rival.attitude.roll - attitude2.roll) > ANOTHER;
  const f = 2 * focalPx / Math.hypot(size[0], size[1]);
  const corner = model === "equidistant" ? f * Math.atan(1 / f) - 1 : k[0] + k[1] + k[2];
  const unit = Math.hypot(size[0], size[1]) / (2 * scale);
  return {
    from: "own-edges",
    lens: {
      model,
      k,
      centre: [centre[0] / scale, centre[1] / scale],
      cornerPx: corner * unit,
      sigmaPx: sigma.cornerPx / scale
    },
    focal: {
      focalPx: focalPx / scale,
      sigmaPx: sigma.focalPx / scale,
      // A fisheye is nothing without it.
      told: model === "equidistant" || sigma.focalPx < WORTH_TAKING * focalPx,
      contradicted: contradicted === null ? null : contradicted / scale
    },
    attitude: attitude2,
    sigma: { pitch: sigma.pitch, roll: sigma.roll, yaw: sigma.yaw },
    rival: isAnother ? rival.attitude : null,
    segments: edges2.map(({ points, sigmaPx }) => ({
      points: points.map(([x, y]) => [x / scale, y / scale]),
      sigmaPx: sigmaPx / scale
    })),
    groups: grouped2.groups
  };
}
var WORTH_TAKING, ABOUT_EQUAL, ANOTHER;
var init_proposal = __esm({
  "src/core/own-edges/proposal.ts"() {
    "use strict";
    WORTH_TAKING = 0.03;
    ABOUT_EQUAL = 25;
    ANOTHER = 1;
  }
});

// src/core/own-edges/pool.ts
var BELIEVED;
var init_pool = __esm({
  "src/core/own-edges/pool.ts"() {
    "use strict";
    init_free_lens();
    BELIEVED = [...LENSES, CENTRED, CENTRED].map((s) => 1 / s ** 2);
  }
});

// src/core/own-edges/same-setting.ts
var init_same_setting = __esm({
  "src/core/own-edges/same-setting.ts"() {
    "use strict";
  }
});

// src/core/own-edges/words.ts
var init_words = __esm({
  "src/core/own-edges/words.ts"() {
    "use strict";
  }
});

// src/core/own-edges/own-field.ts
var init_own_field = __esm({
  "src/core/own-edges/own-field.ts"() {
    "use strict";
  }
});

// src/core/own-edges/index.ts
var init_own_edges = __esm({
  "src/core/own-edges/index.ts"() {
    "use strict";
    init_own_edge();
    init_solve();
    init_find_edges();
    init_proposal();
    init_pool();
    init_same_setting();
    init_words();
    init_own_field();
  }
});

// src/core/answers/grounds.ts
function groundsOf(image, scale, focal) {
  const found = ownEdgesOf(image, { focal: focal && { ...focal, focalPx: focal.focalPx * scale } });
  return found ? proposalOf(found, scale) : fromLines(image, scale, focal);
}
function fromLines(image, scale, focal) {
  const size = [image.width, image.height];
  const lens = makeLens(size, null);
  const segments = findSegments(image, lens, { most: MOST5 });
  const focalPx = focal ? focal.focalPx * scale : focalFromMetadata(size, {}).focalPx;
  const camera = { focalPx, principal: centreOf(size) };
  const { told: told2, groups, attitude: attitude2, sigma } = groupSegments(camera, lens, segments);
  if (!told2 || sigma.pitch === null || sigma.roll === null) return null;
  return {
    from: "lines",
    lens: {
      model: "brown-conrady",
      k: [0, 0, 0],
      centre: centreOf([size[0] / scale, size[1] / scale]),
      cornerPx: 0,
      sigmaPx: 0
    },
    focal: {
      focalPx: focalPx / scale,
      sigmaPx: (focal?.sigma ?? 0) * (focalPx / scale),
      told: false,
      contradicted: null
    },
    attitude: attitude2,
    sigma: { pitch: sigma.pitch, roll: sigma.roll, yaw: sigma.yaw },
    rival: null,
    segments: segments.map(({ points: [a, b], sigmaPx }) => ({
      points: [
        [a[0] / scale, a[1] / scale],
        [b[0] / scale, b[1] / scale]
      ],
      sigmaPx: sigmaPx / scale
    })),
    groups
  };
}
var MOST5;
var init_grounds = __esm({
  "src/core/answers/grounds.ts"() {
    "use strict";
    init_attitude();
    init_camera();
    init_lens2();
    init_lines();
    init_own_edges();
    MOST5 = 1e3;
  }
});

// src/core/answers/house-style.ts
import { z as z6 } from "zod";
var BORNE_STRETCH, houseStyle, NO_STYLE, stretchAllowed, shareAsked;
var init_house_style = __esm({
  "src/core/answers/house-style.ts"() {
    "use strict";
    BORNE_STRETCH = 2.1;
    houseStyle = z6.strictObject({
      verticals: z6.union([
        z6.literal("full"),
        z6.literal("borne"),
        z6.strictObject({ stretch: z6.number().min(1).max(10) }),
        z6.strictObject({ share: z6.number().min(0).max(1) })
      ]).default("borne").describe("In full; as far as the picture bears; in full up to a stretch; always a share, 0\u20261"),
      ratio: z6.number().min(0.05).max(20).nullable().default(null).describe("Width / height of the frame; null: free")
    });
    NO_STYLE = houseStyle.parse({});
    stretchAllowed = ({ verticals }) => verticals === "full" ? Infinity : typeof verticals === "object" && "stretch" in verticals ? verticals.stretch : BORNE_STRETCH;
    shareAsked = ({ verticals }) => verticals === "full" ? 1 : typeof verticals === "object" && "share" in verticals ? verticals.share : null;
  }
});

// src/core/edges/fill/index.ts
var init_fill = __esm({
  "src/core/edges/fill/index.ts"() {
    "use strict";
  }
});

// src/core/edges/gap-side.ts
function gapSide([width, height], x, y) {
  if (x >= 0 && y >= 0 && x <= width && y <= height) return null;
  const across = Math.max(-x, x - width) / width;
  const down = Math.max(-y, y - height) / height;
  if (across >= down) return x < 0 ? "left" : "right";
  return y < 0 ? "top" : "bottom";
}
var init_gap_side = __esm({
  "src/core/edges/gap-side.ts"() {
    "use strict";
  }
});

// src/core/edges/strokes.ts
import { z as z7 } from "zod";
var STROKE_KINDS, STROKE_PLANES, STROKE_LOCKS, MOST_STROKES, MOST_STROKE_POINTS, stroke, strokes, strokesOn;
var init_strokes = __esm({
  "src/core/edges/strokes.ts"() {
    "use strict";
    init_course();
    STROKE_KINDS = ["mend", "graft"];
    STROKE_PLANES = ["picture", "wall", "side", "floor"];
    STROKE_LOCKS = ["horizontal", "vertical"];
    MOST_STROKES = 200;
    MOST_STROKE_POINTS = 400;
    stroke = z7.strictObject({
      id: z7.string().min(1).max(100),
      kind: z7.enum(STROKE_KINDS),
      points: z7.array(point).min(1).max(MOST_STROKE_POINTS).describe("The brush's way, pixels of the original"),
      radius: z7.number().positive().max(2e4).describe("Of the brush, pixels of the original"),
      press: z7.array(z7.number().min(0).max(1)).max(MOST_STROKE_POINTS).optional().describe("Share of the radius at each point; absent: all of it"),
      hardness: z7.number().min(0).max(1).optional().describe("Share of the radius that is covered wholly"),
      strength: z7.number().min(0).max(1).optional(),
      on: z7.boolean(),
      seed: z7.number().int().min(1).max(9999).optional().describe("Another answer of a mend; absent: the first"),
      from: point.optional().describe("A graft's: where its first point is copied from"),
      along: z7.enum(STROKE_PLANES).optional(),
      lock: z7.enum(STROKE_LOCKS).optional(),
      light: z7.literal("as-is").optional().describe("A graft's light is not matched to what is around it")
    });
    strokes = z7.array(stroke).max(MOST_STROKES).refine((all) => new Set(all.map((s) => s.id)).size === all.length, "Each stroke needs an id of its own.").refine((all) => all.every((s) => s.kind === "mend" || s.from), "A graft needs the place it is copied from.").refine(
      (all) => all.every((s) => !s.press || s.press.length === s.points.length),
      "`press` holds one number a point."
    );
    strokesOn = ({
      on: on2,
      strokes: all = []
    }) => on2 ? all.filter((s) => s.on && s.strength !== 0) : [];
  }
});

// src/core/edges/recipe-part.ts
import { z as z8 } from "zod";
function choiceFor({ on: on2, gaps, each = [], plain = WHITE }, side2) {
  if (!on2) return { do: "leave", plain };
  const own = each.find((g) => g.side === side2);
  return { do: own?.do ?? gaps, plain: own?.plain ?? plain };
}
var SIDES2, GAP_CHOICES, colour, MOST_CORNERS, edgesSettings, WHITE;
var init_recipe_part3 = __esm({
  "src/core/edges/recipe-part.ts"() {
    "use strict";
    init_course();
    init_strokes();
    SIDES2 = ["left", "top", "right", "bottom"];
    GAP_CHOICES = ["leave", "plain", "fill", "trim", "bend"];
    colour = z8.string().regex(/^#[0-9a-f]{6}$/);
    MOST_CORNERS = 100;
    edgesSettings = z8.strictObject({
      on: z8.boolean().default(true),
      gaps: z8.enum(GAP_CHOICES).default("leave").describe("What is done with every gap that is not in `each`"),
      plain: colour.optional().describe("#rrggbb of plain gaps, and of clear ones where the format has no alpha"),
      reach: z8.number().min(0).max(1e4).optional().describe("Pixels of the photo's border made anew with a filled gap"),
      seed: z8.number().int().min(1).max(9999).optional().describe("Another answer; absent: the first"),
      each: z8.array(z8.strictObject({ side: z8.enum(SIDES2), do: z8.enum(GAP_CHOICES), plain: colour.optional() })).max(SIDES2.length).refine((all) => new Set(all.map((g) => g.side)).size === all.length, "Each side may be named once.").optional().describe("Gaps with a choice of their own, by the side of the photo they lie beyond"),
      sources: z8.array(
        z8.strictObject({
          id: z8.string().min(1).max(100),
          use: z8.enum(["from", "never"]),
          points: z8.array(point).min(3).max(MOST_CORNERS),
          on: z8.boolean()
        })
      ).max(100).optional().describe("Areas of the original to fill from, or never from"),
      repeat: z8.literal(true).optional().describe("Faces, keep marks and measured things may be repeated"),
      strokes: strokes.optional().describe("Mended and grafted by hand, one upon the other")
    });
    WHITE = "#ffffff";
  }
});

// src/core/edges/course.ts
var source, STROKES, edgesPart;
var init_course4 = __esm({
  "src/core/edges/course.ts"() {
    "use strict";
    init_course();
    init_language();
    init_recipe_part3();
    init_strokes();
    source = (count) => say("{count, plural, one {area to fill from} other {# areas to fill from}}", { count });
    STROKES = {
      mend: (count) => say("{count, plural, one {mend} other {# mends}}", { count }),
      graft: (count) => say("{count, plural, one {graft} other {# grafts}}", { count })
    };
    edgesPart = coursePart({
      key: "edges",
      name: say("Edges"),
      keys: { edges: edgesSettings.prefault({}) },
      laid: ({ edges: edges2 }) => edges2.gaps !== "leave" || (edges2.each ?? []).some((g) => g.do !== "leave") || strokesOn(edges2).length > 0,
      carried: ({ edges: { on: on2, gaps, plain, reach, each } }, onto) => {
        const { plain: p, reach: r, each: e, ...rest } = onto.edges;
        void [p, r, e];
        const asked = { ...plain && { plain }, ...reach !== void 0 && { reach }, ...each && { each } };
        return { edges: { ...rest, on: on2, gaps, ...asked } };
      },
      carries: say("what is done with gaps; not what was mended or grafted"),
      told: {
        marks: [
          { of: (r) => r.edges.sources ?? [], things: () => source },
          { of: (r) => r.edges.strokes ?? [], things: ({ kind }) => STROKES[kind] }
        ],
        numbers: [],
        all: ({ edges: edges2 }) => edges2,
        on: ({ edges: edges2 }) => edges2.on,
        rest: say("edges changed")
      }
    });
  }
});

// src/core/edges/stroke-area.ts
var init_stroke_area = __esm({
  "src/core/edges/stroke-area.ts"() {
    "use strict";
  }
});

// src/core/edges/index.ts
var init_edges = __esm({
  "src/core/edges/index.ts"() {
    "use strict";
    init_fill();
    init_gap_side();
    init_recipe_part3();
    init_course4();
    init_strokes();
    init_stroke_area();
  }
});

// src/core/finish/light.ts
var lightOf, numberOf, LIGHT_SHADER, SEEN;
var init_light2 = __esm({
  "src/core/finish/light.ts"() {
    "use strict";
    init_course();
    lightOf = (v) => v < 0 ? -toLinear(-v) : toLinear(v);
    numberOf = (light) => light < 0 ? -fromLinear(-light) : fromLinear(light);
    LIGHT_SHADER = `vec3 lightOf(vec3 v) { return mix(v / 12.92, pow((v + 0.055) / 1.055, vec3(2.4)), step(0.04045, v)); }
vec3 numberOf(vec3 v) { return mix(v * 12.92, 1.055 * pow(max(v, 1e-6), vec3(1.0 / 2.4)) - 0.055, step(0.0031308, v)); }`;
    SEEN = [0.2126, 0.7152, 0.0722];
  }
});

// src/core/finish/settings.ts
var stops, SETTINGS;
var init_settings = __esm({
  "src/core/finish/settings.ts"() {
    "use strict";
    init_course();
    init_language();
    stops = { unit: "st", times: 1, digits: 2 };
    SETTINGS = {
      exposure: numberSetting({
        ...{ key: "exposure", words: say("exposure"), label: say("Exposure"), min: -6, max: 6, step: 0.1, ...stops },
        describe: "Stops: doublings of light"
      }),
      contrast: numberSetting({
        ...{ key: "contrast", words: say("contrast"), label: say("Contrast"), step: 5 },
        describe: "Steeper (above 0) or flatter about `mid`"
      }),
      mid: numberSetting({
        ...{ key: "mid", words: say("middle of the contrast"), label: say("Contrast about") },
        ...{ min: 0.1, max: 0.9, standard: 0.46 },
        describe: "What contrast leaves as it is, 0\u20261 as displayed; 0.46: 18 % of the light"
      }),
      bright: numberSetting({
        ...{ key: "bright", words: say("bright parts"), label: say("Bright parts"), step: 5 },
        describe: "Bright parts lifted (above 0) or held back, what is within them kept"
      }),
      dark: numberSetting({
        ...{ key: "dark", words: say("dark parts"), label: say("Dark parts"), step: 5 },
        describe: "Dark parts lifted (above 0) or held back"
      }),
      black: numberSetting({
        ...{ key: "black", words: say("black"), label: say("Black from"), min: -0.3, max: 0.6 },
        describe: "What becomes black, 0\u20261 as displayed"
      }),
      white: numberSetting({
        ...{ key: "white", words: say("white"), label: say("White from"), min: 0.4, max: 1.3, standard: 1 },
        describe: "What becomes white, 0\u20261 as displayed"
      }),
      warmth: numberSetting({
        ...{ key: "warmth", words: say("warmth"), label: say("Warmth"), min: -3, max: 3, step: 0.05, ...stops },
        describe: "Stops of red over blue; grey keeps its light"
      }),
      tint: numberSetting({
        ...{ key: "tint", words: say("magenta"), label: say("Magenta"), min: -3, max: 3, step: 0.05, ...stops },
        describe: "Stops of red and blue over green; grey keeps its light"
      }),
      saturation: numberSetting({
        ...{ key: "saturation", words: say("colours"), label: say("Colours"), step: 5 },
        describe: "Colours stronger (above 0) or weaker; what is strong already least"
      }),
      even: numberSetting({
        ...{ key: "even", words: say("even sharpness"), label: say("Even sharpness"), min: 0, max: 1.5, step: 10 },
        describe: "How much of the sharpness that stretching took is given back; 1: as shot"
      })
    };
  }
});

// src/core/finish/masks.ts
import { z as z9 } from "zod";
var MASK_KINDS, MOST_MASKS, MOST_DABS, MOST_DAB_POINTS, DAB_HARDNESS, dab, mask, masks, masksOn;
var init_masks = __esm({
  "src/core/finish/masks.ts"() {
    "use strict";
    init_course();
    MASK_KINDS = ["wash", "dab"];
    MOST_MASKS = 40;
    MOST_DABS = 60;
    MOST_DAB_POINTS = 200;
    DAB_HARDNESS = 0.4;
    dab = z9.strictObject({
      points: z9.array(point).min(1).max(MOST_DAB_POINTS).describe("The brush's way, pixels of the original"),
      radius: z9.number().positive().max(2e4).describe("Of the brush, pixels of the original"),
      off: z9.literal(true).optional().describe("Takes away from what the dabs before it covered")
    });
    mask = z9.strictObject({
      id: z9.string().min(1).max(100),
      kind: z9.enum(MASK_KINDS),
      on: z9.boolean(),
      ends: z9.tuple([point, point]).optional().describe("A wash: wholly there at the first end and beyond, gone at the second"),
      dabs: z9.array(dab).min(1).max(MOST_DABS).optional().describe("A dab's strokes, one after the other"),
      hardness: z9.number().min(0).max(1).optional().describe("Share of a dab's radius that is covered wholly; absent: 0.4"),
      clings: z9.literal(true).optional().describe("Its soft edges follow the picture's own"),
      exposure: z9.number().min(-4).max(4).optional().describe("Stops"),
      warmth: z9.number().min(-3).max(3).optional().describe("Stops of red over blue; grey keeps its light"),
      sharpness: z9.number().min(-1).max(1).optional().describe("Edges steeper (above 0) or softer")
    }).refine(
      (m) => m.kind === "wash" ? m.ends && !m.dabs : m.dabs && !m.ends,
      "A wash has two ends, a dab has strokes."
    );
    masks = z9.array(mask).max(MOST_MASKS).refine((all) => new Set(all.map((m) => m.id)).size === all.length, "Each mask needs an id of its own.");
    masksOn = (all) => (all ?? []).filter((m) => m.on && [m.exposure, m.warmth, m.sharpness].some((v) => v !== void 0 && v !== 0));
  }
});

// src/core/finish/recipe-part.ts
import { z as z10 } from "zod";
var finishSettings, NO_FINISH, tones;
var init_recipe_part4 = __esm({
  "src/core/finish/recipe-part.ts"() {
    "use strict";
    init_course();
    init_settings();
    init_masks();
    finishSettings = z10.strictObject({
      on: z10.boolean().default(true),
      exposure: numberSchema(SETTINGS.exposure),
      warmth: numberSchema(SETTINGS.warmth),
      tint: numberSchema(SETTINGS.tint),
      contrast: numberSchema(SETTINGS.contrast),
      mid: numberSchema(SETTINGS.mid),
      black: numberSchema(SETTINGS.black),
      white: numberSchema(SETTINGS.white),
      curve: z10.array(z10.tuple([z10.number().min(0).max(1), z10.number().min(0).max(1)])).min(2).max(16).refine(
        (points) => points.every((p, i) => i === 0 || p[0] > points[i - 1][0]),
        "A curve's points go from dark to light."
      ).optional().describe("Points of a tone curve, from and to, 0\u20261 as displayed; smooth between them; absent: straight"),
      bright: numberSchema(SETTINGS.bright),
      dark: numberSchema(SETTINGS.dark),
      saturation: numberSchema(SETTINGS.saturation),
      masks: masks.optional().describe("Parts that are lighter, warmer or sharper than the rest"),
      even: numberSchema(SETTINGS.even),
      blur: z10.number().min(0.3).max(3).optional().describe("How softly the photo shows an edge as shot, deviation in its pixels; absent: 0.7"),
      noise: z10.number().min(0).max(0.2).optional().describe("Deviation of the photo's noise, 0\u20261 as displayed; absent: 0.004"),
      output: z10.strictObject({
        amount: z10.number().min(0).max(3).default(0.6),
        radius: z10.number().min(0.3).max(6).default(0.8).describe("Pixels of what is delivered"),
        threshold: z10.number().min(0).max(0.2).default(0.01).describe("Differences below this, 0\u20261 as displayed, are left as they are")
      }).optional().describe("Sharpening for screen or paper, last of all; absent: none")
    });
    NO_FINISH = finishSettings.parse({});
    tones = ({ exposure, warmth, tint, contrast, black, white, curve, saturation }) => [exposure, warmth, tint, contrast, black, saturation].some((v) => v !== 0) || white !== 1 || (curve?.some(([from, to]) => from !== to) ?? false);
  }
});

// src/core/finish/tone.ts
function balanceOf(warmth, tint) {
  const [r, g, b] = [2 ** ((warmth + tint) / 2), 2 ** (-tint / 2), 2 ** ((tint - warmth) / 2)];
  const grey = SEEN[0] * r + SEEN[1] * g + SEEN[2] * b;
  return [r / grey, g / grey, b / grey];
}
function contrasted(v, contrast, mid) {
  const power = 2 ** contrast;
  if (v <= 0 || v >= 1) return v;
  return v < mid ? mid * (v / mid) ** power : 1 - (1 - mid) * ((1 - v) / (1 - mid)) ** power;
}
function greyAfter(v, { black, white, contrast, mid, curve }) {
  const stretched = (v - black) / Math.max(0.05, white - black);
  const steep = contrast === 0 ? stretched : contrasted(stretched, contrast, mid);
  if (!curve) return steep;
  const xs = curve.map((p) => p[0]);
  const ys = curve.map((p) => p[1]);
  return steep > 1 ? steep - 1 + hermite(xs, ys, 1) : hermite(xs, ys, Math.max(0, steep));
}
function toneOf(settings) {
  const { exposure, warmth, tint, contrast, black, white, curve, saturation } = settings;
  const by = 2 ** exposure;
  const [r, g, b] = balanceOf(warmth, tint);
  const bends = contrast !== 0 || black !== 0 || white !== 1 || (curve?.some(([from, to]) => from !== to) ?? false);
  return {
    gains: [by * r, by * g, by * b],
    curve: bends ? (light) => Math.max(0, lightOf(greyAfter(numberOf(light), settings))) : null,
    saturation
  };
}
function toned(rgb, { gains, curve, saturation }, full) {
  let r = rgb[0] * gains[0];
  let g = rgb[1] * gains[1];
  let b = rgb[2] * gains[2];
  let seen = SEEN[0] * r + SEEN[1] * g + SEEN[2] * b;
  if (curve && seen > 0) {
    const after = curve(seen);
    const by = after / seen;
    r *= by;
    g *= by;
    b *= by;
    seen = after;
  }
  if (saturation !== 0) {
    const most2 = Math.max(r, g, b);
    const strong = most2 > 0 ? 1 - Math.min(r, g, b) / most2 : 0;
    const by = saturation < 0 ? 1 + saturation : 1 + saturation * (1 - strong);
    r = seen + (r - seen) * by;
    g = seen + (g - seen) * by;
    b = seen + (b - seen) * by;
  }
  const most = Math.max(r, g, b);
  if (full && most > 1) {
    const by = seen >= 1 ? 0 : (1 - seen) / (most - seen);
    const held = Math.min(1, seen);
    r = held + (r - seen) * by;
    g = held + (g - seen) * by;
    b = held + (b - seen) * by;
  }
  rgb[0] = r;
  rgb[1] = g;
  rgb[2] = b;
}
var init_tone = __esm({
  "src/core/finish/tone.ts"() {
    "use strict";
    init_lens2();
    init_light2();
  }
});

// src/core/finish/histogram.ts
var AT_END;
var init_histogram = __esm({
  "src/core/finish/histogram.ts"() {
    "use strict";
    AT_END = 0.5 / 255;
  }
});

// src/core/finish/mask-field.ts
function placedCircle(p, radius, forward) {
  const [at, right, below] = [forward(p), forward([p[0] + 1, p[1]]), forward([p[0], p[1] + 1])];
  if (!at || !right || !below) return null;
  const area = (right[0] - at[0]) * (below[1] - at[1]) - (right[1] - at[1]) * (below[0] - at[0]);
  return [at[0], at[1], radius * Math.sqrt(Math.abs(area))];
}
function maskField({ mask: mask2, ends, dabs }, lattice) {
  const field = new Float32Array(lattice.width * lattice.height);
  if (ends) wash(field, ends, lattice);
  for (const dab2 of dabs ?? []) dabOn(field, dab2, mask2.hardness ?? DAB_HARDNESS, lattice);
  return field;
}
function wash(field, [[x0, y0], [x1, y1]], lattice) {
  const [dx, dy] = [x1 - x0, y1 - y0];
  const long = dx * dx + dy * dy;
  if (long === 0) return;
  for (let j = 0, n = 0; j < lattice.height; j++)
    for (let i = 0; i < lattice.width; i++, n++) {
      const [x, y] = [lattice.x + i * lattice.apart, lattice.y + j * lattice.apart];
      field[n] = 1 - smooth(((x - x0) * dx + (y - y0) * dy) / long);
    }
}
function dabOn(field, { way, off }, hardness, lattice) {
  const { x: left, y: top, apart: apart3, width, height } = lattice;
  const own = new Float32Array(field.length);
  const within2 = (v, most) => Math.max(0, Math.min(most, v));
  let [firstX, firstY, lastX, lastY] = [width, height, 0, 0];
  for (let k = 0; k < way.length; k += 3) {
    const before = k === 0 ? 0 : k - 3;
    const [ax, ay, ar] = [way[before], way[before + 1], way[before + 2]];
    const [bx, by, br] = [way[k], way[k + 1], way[k + 2]];
    const [dx, dy, most] = [bx - ax, by - ay, Math.max(ar, br)];
    const long = dx * dx + dy * dy;
    const i0 = within2(Math.ceil((Math.min(ax, bx) - most - left) / apart3), width);
    const i1 = within2(Math.floor((Math.max(ax, bx) + most - left) / apart3) + 1, width);
    const j0 = within2(Math.ceil((Math.min(ay, by) - most - top) / apart3), height);
    const j1 = within2(Math.floor((Math.max(ay, by) + most - top) / apart3) + 1, height);
    for (let j = j0; j < j1; j++)
      for (let i = i0; i < i1; i++) {
        const [px, py] = [left + i * apart3 - ax, top + j * apart3 - ay];
        const t = long > 0 ? within2((px * dx + py * dy) / long, 1) : 0;
        const r = ar + (br - ar) * t;
        const far = Math.hypot(px - t * dx, py - t * dy);
        const inner = Math.max(0, Math.min(hardness * r, r - SOFTEST));
        const v = 1 - smooth((far - inner) / Math.max(1e-9, r - inner));
        const n = j * width + i;
        if (v > own[n]) own[n] = v;
      }
    firstX = Math.min(firstX, i0);
    firstY = Math.min(firstY, j0);
    lastX = Math.max(lastX, i1);
    lastY = Math.max(lastY, j1);
  }
  for (let j = firstY; j < lastY; j++)
    for (let i = firstX; i < lastX; i++) {
      const n = j * width + i;
      field[n] = off ? field[n] * (1 - own[n]) : Math.max(field[n], own[n]);
    }
}
function effectField(all, effect, lattice) {
  let sum = null;
  for (const placed of all) {
    const by = placed.mask[effect] ?? 0;
    if (by === 0) continue;
    const field = maskField(placed, lattice);
    sum ??= new Float32Array(field.length);
    for (let n = 0; n < field.length; n++) sum[n] += by * field[n];
  }
  return sum;
}
var SOFTEST, placedMasks, smooth;
var init_mask_field = __esm({
  "src/core/finish/mask-field.ts"() {
    "use strict";
    init_masks();
    SOFTEST = 12;
    placedMasks = (all, forward) => all.map((mask2) => {
      if (mask2.kind === "wash") {
        const [from, to] = mask2.ends.map(forward);
        return { mask: mask2, ends: from && to ? [from, to] : null };
      }
      return {
        mask: mask2,
        dabs: mask2.dabs.map(({ points, radius, off }) => ({
          off: off ?? false,
          way: Float64Array.from(points.flatMap((p) => placedCircle(p, radius, forward) ?? []))
        }))
      };
    });
    smooth = (t) => t <= 0 ? 0 : t >= 1 ? 1 : t * t * (3 - 2 * t);
  }
});

// src/core/finish/guided-base.ts
function brightnessOf({ data, width, height, channels }) {
  const full = peak(data);
  const out = new Float32Array(width * height);
  if (colourCount(channels) === 1) {
    for (let i = 0, p = 0; i < out.length; i++, p += channels) out[i] = data[p] / full;
    return out;
  }
  const [r, g, b] = [SEEN[0] / full, SEEN[1] / full, SEEN[2] / full];
  for (let i = 0, p = 0; i < out.length; i++, p += channels)
    out[i] = r * data[p] + g * data[p + 1] + b * data[p + 2];
  return out;
}
function shrunkPlane({ data, width, height }, by, x, y) {
  const [left, top] = [-((x % by + by) % by), -((y % by + by) % by)];
  const [w, h] = [Math.ceil((width - left) / by), Math.ceil((height - top) / by)];
  const sums = new Float32Array(w * h);
  const counts = new Float32Array(w * h);
  const columns = Int32Array.from({ length: width }, (_, i) => Math.floor((i - left) / by));
  for (let j = 0, n = 0; j < height; j++) {
    const row = Math.floor((j - top) / by) * w;
    for (let i = 0; i < width; i++, n++) {
      const at = row + columns[i];
      sums[at] += data[n];
      counts[at] += 1;
    }
  }
  for (let i = 0; i < sums.length; i++) sums[i] /= counts[i] || 1;
  return { data: sums, width: w, height: h, by, left, top };
}
function boxMean({ data, width, height }, r) {
  const across = new Float32Array(data.length);
  const out = new Float32Array(data.length);
  for (let j = 0; j < height; j++) {
    const row = j * width;
    let sum = 0;
    for (let i = 0; i < Math.min(width, r); i++) sum += data[row + i];
    for (let i = 0; i < width; i++) {
      if (i + r < width) sum += data[row + i + r];
      if (i - r - 1 >= 0) sum -= data[row + i - r - 1];
      across[row + i] = sum / (Math.min(width - 1, i + r) - Math.max(0, i - r) + 1);
    }
  }
  for (let i = 0; i < width; i++) {
    let sum = 0;
    for (let j = 0; j < Math.min(height, r); j++) sum += across[j * width + i];
    for (let j = 0; j < height; j++) {
      if (j + r < height) sum += across[(j + r) * width + i];
      if (j - r - 1 >= 0) sum -= across[(j - r - 1) * width + i];
      out[j * width + i] = sum / (Math.min(height - 1, j + r) - Math.max(0, j - r) + 1);
    }
  }
  return out;
}
function guidedBase(shrunk2, r, eps) {
  const { data, width, height } = shrunk2;
  const plane = (numbers) => ({ data: numbers, width, height });
  const mean = boxMean(shrunk2, r);
  const square = boxMean(plane(data.map((v) => v * v)), r);
  const a = square.map((s, i) => {
    const variance = Math.max(0, s - mean[i] * mean[i]);
    return variance / (variance + eps);
  });
  const b = a.map((v, i) => mean[i] * (1 - v));
  return { shrunk: shrunk2, a: boxMean(plane(a), r), b: boxMean(plane(b), r) };
}
function blocksOf({ width, height }, { x, y, scale }) {
  const by = blockSide(scale);
  const before = (at) => -((Math.round(at * scale) % by + by) % by);
  const [left, top] = [before(x), before(y)];
  return {
    data: new Float32Array(),
    width: Math.ceil((width - left) / by),
    height: Math.ceil((height - top) / by),
    by,
    left,
    top
  };
}
function guidedBy(shrunk2, field, r, eps) {
  const { data, width, height } = shrunk2;
  const mean = (numbers) => boxMean({ data: numbers, width, height }, r);
  const own = mean(data);
  const square = mean(data.map((v) => v * v));
  const laid = mean(field);
  const both = mean(data.map((v, i) => v * field[i]));
  const a = both.map((v, i) => (v - own[i] * laid[i]) / (Math.max(0, square[i] - own[i] ** 2) + eps));
  const b = a.map((v, i) => laid[i] - v * own[i]);
  return { a: mean(a), b: mean(b) };
}
var BLOCK, HALF, blockSide, baseReach, shrunkBrightness;
var init_guided_base = __esm({
  "src/core/finish/guided-base.ts"() {
    "use strict";
    init_course();
    init_light2();
    BLOCK = 8;
    HALF = 6;
    blockSide = (scale) => Math.max(1, Math.round(BLOCK * scale));
    baseReach = (scale) => (2 * HALF + 2) * blockSide(scale) / scale;
    shrunkBrightness = (raster, shown, { x, y, scale }) => shrunkPlane(
      { data: shown, width: raster.width, height: raster.height },
      blockSide(scale),
      Math.round(x * scale),
      Math.round(y * scale)
    );
  }
});

// src/core/finish/light-tables.ts
function lightTable(full) {
  const known = lights2.get(full);
  if (known) return known;
  const made = Float32Array.from({ length: full + 1 }, (_, i) => lightOf(i / full));
  lights2.set(full, made);
  return made;
}
function byteOfLight() {
  if (bytes) return bytes;
  bytes = new Uint8Array(FINE2 + 1);
  for (let byte = 0, n = 0; byte < 256; byte++) {
    const end = byte === 255 ? FINE2 + 1 : Math.ceil(FINE2 * lightOf((byte + 0.5) / 255));
    bytes.fill(byte, n, end);
    n = end;
  }
  return bytes;
}
function wholeOf(full) {
  if (full === 255) {
    const byte = byteOfLight();
    return (v) => byte[v <= 0 ? 0 : v >= 1 ? FINE2 : v * FINE2 + 0.5 | 0];
  }
  const back = backTable();
  return (v) => {
    if (v <= 0) return 0;
    if (v >= 1) return full;
    const at = Math.sqrt(v) * BACK;
    const i = at | 0;
    const low = back[i];
    return full * (low + (back[i + 1] - low) * (at - i)) + 0.5 | 0;
  };
}
var lights2, FINE2, bytes, BACK, backs, backTable;
var init_light_tables = __esm({
  "src/core/finish/light-tables.ts"() {
    "use strict";
    init_light2();
    lights2 = /* @__PURE__ */ new Map();
    FINE2 = 65535;
    bytes = null;
    BACK = 16384;
    backs = null;
    backTable = () => backs ??= Float64Array.from({ length: BACK + 2 }, (_, i) => numberOf((i / BACK) ** 2));
  }
});

// src/core/finish/mask-step.ts
function stopsOf(all, shrunk2, { x, y, scale }) {
  const { by, left, top, width, height } = shrunk2;
  const lattice = {
    x: x + (left + by / 2) / scale,
    y: y + (top + by / 2) / scale,
    apart: by / scale,
    width,
    height
  };
  const [clinging, plain] = [all.filter((m) => m.mask.clings), all.filter((m) => !m.mask.clings)];
  const of = (effect) => {
    const own = effectField(plain, effect, lattice);
    const laid = effectField(clinging, effect, lattice);
    return [...own ? [asLines(own)] : [], ...laid ? [guidedBy(shrunk2, laid, HALF, EPS)] : []];
  };
  return { shrunk: shrunk2, exposure: of("exposure"), warmth: of("warmth") };
}
function maskStep(recipe, { forward, made, frame }) {
  const all = masksPlaced(recipe, forward).filter(({ mask: mask2 }) => (mask2.exposure ?? 0) !== 0 || (mask2.warmth ?? 0) !== 0);
  if (all.length === 0) return null;
  const clings = all.some(({ mask: mask2 }) => mask2.clings);
  const name2 = `masks ${JSON.stringify(all.map(({ mask: mask2, ends, dabs }) => [mask2, ends, dabs?.map((d) => placing(d.way))]))}`;
  return {
    name: name2,
    // Between the blocks it looks at those beside a pixel.
    reach: clings ? baseReach(made) : 2 * blockSide(made) / made,
    run: (source2, target, place) => {
      const shown = clings ? brightnessOf(source2) : NONE;
      const blocks = clings ? shrunkBrightness(source2, shown, place) : blocksOf(source2, place);
      const stops2 = stopsOf(all, blocks, place);
      lit(source2, target, shown, stops2, place.rows ?? [0, source2.height]);
    },
    shader: { source: SHADER, numbers: {}, field: cardField(name2, all, frame) }
  };
}
function lit({ data, width, channels }, target, shown, { shrunk: shrunk2, exposure, warmth }, [first2, last]) {
  const full = peak(data);
  const light = full === 1 ? null : lightTable(full);
  const back = wholeOf(full);
  const colours = colourCount(channels);
  const { width: w, height: h, left, top, by } = shrunk2;
  const corners2 = new Int32Array(4);
  const still = (n) => [...exposure, ...warmth].every(({ a, b }) => Math.abs(b[n]) + Math.abs(a?.[n] ?? 0) < NOTHING2);
  const touched = Uint8Array.from({ length: w * h }, (_, n) => still(n) ? 0 : 1);
  target.set(data.subarray(first2 * width * channels, last * width * channels), first2 * width * channels);
  for (let j = first2; j < last; j++) {
    const v = Math.max(0, Math.min(h - 1, (j + 0.5 - top) / by - 0.5));
    const v0 = Math.min(h - 1, Math.floor(v));
    const v1 = Math.min(h - 1, v0 + 1);
    const fv = v - v0;
    for (let i = 0; i < width; i++) {
      const u = Math.max(0, Math.min(w - 1, (i + 0.5 - left) / by - 0.5));
      const u0 = u | 0;
      const u1 = u0 + 1 < w ? u0 + 1 : u0;
      const fu = u - u0;
      corners2[0] = v0 * w + u0;
      corners2[1] = v0 * w + u1;
      corners2[2] = v1 * w + u0;
      corners2[3] = v1 * w + u1;
      if (!(touched[corners2[0]] | touched[corners2[1]] | touched[corners2[2]] | touched[corners2[3]])) continue;
      const own = shown === NONE ? 0 : shown[j * width + i];
      const stops2 = summed(exposure, corners2, fu, fv, own);
      const warmer = summed(warmth, corners2, fu, fv, own);
      if (stops2 === 0 && warmer === 0) continue;
      const times2 = 2 ** stops2;
      const red = warmer === 0 ? 1 : 2 ** (warmer / 2);
      const grey = warmer === 0 ? 1 : SEEN[0] * red + SEEN[1] + SEEN[2] / red;
      const p = (j * width + i) * channels;
      for (let c = 0; c < colours; c++) {
        const gain = colours === 1 ? times2 : times2 * (c === 0 ? red : c === 1 ? 1 : 1 / red) / grey;
        const number2 = data[p + c];
        target[p + c] = light ? back(light[number2] * gain) : numberOf(lightOf(number2) * gain);
      }
    }
  }
}
function summed(fields, at, fu, fv, own) {
  let sum = 0;
  for (let k = 0; k < fields.length; k++) {
    const { a, b } = fields[k];
    sum += between(b, at, fu, fv);
    if (a) sum += own * between(a, at, fu, fv);
  }
  return sum;
}
function between(field, at, fu, fv) {
  const [n00, n10, n01, n11] = [field[at[0]], field[at[1]], field[at[2]], field[at[3]]];
  return (1 - fv) * (n00 + (n10 - n00) * fu) + fv * (n01 + (n11 - n01) * fu);
}
function cardField(name2, all, [x, y, w, h]) {
  const rect = [x - BEYOND * w, y - BEYOND * h, w * (1 + 2 * BEYOND), h * (1 + 2 * BEYOND)];
  const apart3 = Math.max(rect[2], rect[3]) / CARD_PLACES;
  const [width, height] = [Math.max(1, Math.round(rect[2] / apart3)), Math.max(1, Math.round(rect[3] / apart3))];
  const lattice = { x: rect[0] + apart3 / 2, y: rect[1] + apart3 / 2, apart: apart3, width, height };
  const data = new Float32Array(4 * width * height);
  [false, true].forEach(
    (clings, k) => ["exposure", "warmth"].forEach((effect, c) => {
      const field = effectField(
        all.filter((m) => (m.mask.clings ?? false) === clings),
        effect,
        lattice
      );
      field?.forEach((v, n) => data[4 * n + 2 * k + c] = v);
    })
  );
  return { name: name2, rect: [rect[0], rect[1], width * apart3, height * apart3], width, height, data };
}
var EPS, NOTHING2, CARD_PLACES, BEYOND, CARD_TAPS, masksPlaced, asLines, NONE, placing, SHADER;
var init_mask_step = __esm({
  "src/core/finish/mask-step.ts"() {
    "use strict";
    init_course();
    init_guided_base();
    init_light2();
    init_light_tables();
    init_mask_field();
    init_masks();
    EPS = 0.04 ** 2;
    NOTHING2 = 1e-5;
    CARD_PLACES = 160;
    BEYOND = 0.25;
    CARD_TAPS = 3;
    masksPlaced = ({ finish }, forward) => finish?.on ? placedMasks(masksOn(finish.masks), forward) : [];
    asLines = (field) => ({ a: null, b: field });
    NONE = new Float32Array();
    placing = (way) => way.reduce((sum, v, i) => sum + v * Math.sqrt(i + 1), 0);
    SHADER = `
float shownAt(ivec2 p) { return dot(texel(p).rgb, vec3(${SEEN.join(", ")})); }
${LIGHT_SHADER}
vec4 stepped(ivec2 at) {
  vec4 own = texel(at);
  vec4 here = field(at);
  vec2 stops = here.xy;
  float apart = max(1.0, ${(HALF * blockSide(1)).toFixed(1)} * scale / ${CARD_TAPS.toFixed(1)});
  vec2 most = abs(here.zw);
  for (int k = 0; k < 4; k++) {
    ivec2 far = ivec2(k < 2 ? 1 : -1, k % 2 == 0 ? 1 : -1) * int(apart * ${CARD_TAPS.toFixed(1)});
    most = max(most, abs(field(at + far).zw));
  }
  if (most.x + most.y > 0.0) {
    float shown = shownAt(at);
    vec2 sum = vec2(0.0);
    float weights = 0.0;
    for (int j = -${CARD_TAPS}; j <= ${CARD_TAPS}; j++)
      for (int i = -${CARD_TAPS}; i <= ${CARD_TAPS}; i++) {
        ivec2 there = at + ivec2(round(vec2(i, j) * apart));
        float v = shownAt(there);
        float w = ${EPS.toFixed(6)} / (${EPS.toFixed(6)} + (v - shown) * (v - shown));
        sum += w * field(there).zw;
        weights += w;
      }
    stops += sum / weights;
  }
  float red = exp2(stops.y / 2.0);
  vec3 gains = vec3(red, 1.0, 1.0 / red);
  gains *= exp2(stops.x) / dot(gains, vec3(${SEEN.join(", ")}));
  return vec4(numberOf(clamp(lightOf(own.rgb) * gains, 0.0, 1.0)), own.a);
}`;
  }
});

// src/core/finish/steepness.ts
function kernelOf(blur) {
  const key = Math.round(32 * blur);
  const known = kernels.get(key);
  if (known) return known;
  const sigma = Math.max(1, key) / 32;
  const reach = Math.ceil(DEVIATIONS * sigma);
  const half = Float32Array.from({ length: reach + 1 }, (_, i) => Math.exp(-i * i / (2 * sigma * sigma)));
  const sum = half.reduce((s, w, i) => s + (i === 0 ? w : 2 * w), 0);
  const made = half.map((w) => w / sum);
  kernels.set(key, made);
  return made;
}
var BLOCK2, DEVIATIONS, NOTHING3, STILL, QUIETEST, kernels, blockBefore, gates;
var init_steepness = __esm({
  "src/core/finish/steepness.ts"() {
    "use strict";
    BLOCK2 = 16;
    DEVIATIONS = 3;
    NOTHING3 = 5e-4;
    STILL = 0.4;
    QUIETEST = 1e-20;
    kernels = /* @__PURE__ */ new Map();
    blockBefore = (origin) => -((Math.round(origin) % BLOCK2 + BLOCK2) % BLOCK2);
    gates = (noise) => ({
      quiet: noise ** 4 + QUIETEST,
      still: STILL * noise
    });
  }
});

// src/core/finish/recorded-spans.ts
function recordedSpans(back, { x, y, wide, side: side2, rows }) {
  const row = 2 * (wide + 1);
  const at = new Float64Array(3);
  const cornersOf = (j) => {
    const into = new Float64Array(row);
    for (let i = 0; i <= wide; i++) {
      back(x + i * side2, y + j * side2, at);
      into[2 * i] = at[2] > 0 ? at[0] : NaN;
      into[2 * i + 1] = at[1];
    }
    return into;
  };
  const out = new Float32Array(2 * wide * Math.max(0, rows[1] - rows[0]));
  let above = cornersOf(rows[0]);
  for (let j = rows[0], n = 0; j < rows[1]; j++) {
    const below = cornersOf(j + 1);
    for (let i = 0; i < 2 * wide; i += 2) {
      out[n++] = (apart2(above, i, above, i + 2) + apart2(below, i, below, i + 2)) / (2 * BLOCK2);
      out[n++] = (apart2(above, i, below, i) + apart2(above, i + 2, below, i + 2)) / (2 * BLOCK2);
    }
    above = below;
  }
  return out;
}
function apart2(a, i, b, j) {
  const dx = a[i] - b[j];
  const dy = a[i + 1] - b[j + 1];
  return Math.sqrt(dx * dx + dy * dy);
}
var init_recorded_spans = __esm({
  "src/core/finish/recorded-spans.ts"() {
    "use strict";
    init_steepness();
  }
});

// src/core/finish/steepen-record.ts
var DATA, WIDTH, HEIGHT, CHANNELS, LIGHT, PAD, BLOCKS, BLOCKS_WIDE, OFF_X, OFF_Y, FIRST_ROW, LAST_ROW, QUIET, STILL2, OVERSHOOT, NOTHING4, SEEN_RED, SEEN_GREEN, SEEN_BLUE, RECORD_BYTES, KERNEL_X, KERNEL_Y, REACH_X, REACH_Y, GAIN_X, GAIN_Y, BLOCK_BYTES;
var init_steepen_record = __esm({
  "src/core/finish/steepen-record.ts"() {
    "use strict";
    DATA = 0;
    WIDTH = 4;
    HEIGHT = 8;
    CHANNELS = 12;
    LIGHT = 16;
    PAD = 20;
    BLOCKS = 24;
    BLOCKS_WIDE = 28;
    OFF_X = 32;
    OFF_Y = 36;
    FIRST_ROW = 40;
    LAST_ROW = 44;
    QUIET = 48;
    STILL2 = 52;
    OVERSHOOT = 56;
    NOTHING4 = 60;
    SEEN_RED = 64;
    SEEN_GREEN = 68;
    SEEN_BLUE = 72;
    RECORD_BYTES = 80;
    KERNEL_X = 0;
    KERNEL_Y = 4;
    REACH_X = 8;
    REACH_Y = 12;
    GAIN_X = 16;
    GAIN_Y = 20;
    BLOCK_BYTES = 24;
  }
});

// src/core/finish/steepen-by-kernel.ts
function steepenedByKernel(kernel, { raster, target, at, limits, rows, origin }) {
  const { data, width, height, channels } = raster;
  const [firstRow, lastRow] = rows;
  const [offX, offY] = [blockBefore(origin[0]), blockBefore(origin[1])];
  const wide = Math.ceil((width - offX) / BLOCK2);
  const high = Math.ceil((height - offY) / BLOCK2);
  const gaussians = new Gaussians();
  const blocks = new ArrayBuffer(wide * high * BLOCK_BYTES);
  const [whole, parts] = [new Int32Array(blocks), new Float32Array(blocks)];
  const how = { blurX: 0, blurY: 0, gainX: 0, gainY: 0 };
  for (let j = 0, n = 0; j < high; j++) {
    const top = offY + j * BLOCK2;
    for (let i = 0; i < wide; i++, n += BLOCK_BYTES / 4) {
      if (top + BLOCK2 <= firstRow || top >= lastRow) continue;
      if (!at(offX + i * BLOCK2 + BLOCK2 / 2, top + BLOCK2 / 2, how)) continue;
      const [kx, ky] = [kernelOf(how.blurX), kernelOf(how.blurY)];
      whole[n + KERNEL_X / 4] = gaussians.place(kx);
      whole[n + KERNEL_Y / 4] = gaussians.place(ky);
      whole[n + REACH_X / 4] = kx.length - 1;
      whole[n + REACH_Y / 4] = ky.length - 1;
      parts[n + GAIN_X / 4] = how.gainX;
      parts[n + GAIN_Y / 4] = how.gainY;
    }
  }
  const pad = gaussians.reach;
  const blocksAt = aligned(gaussians.end);
  const lightAt = aligned(blocksAt + blocks.byteLength);
  const dataAt = aligned(lightAt + (width + 2 * pad + 4) * (height + 2 * pad) * 4 + SPARE);
  const buffer = kernel.memory(dataAt + data.byteLength + SPARE);
  if (!buffer) return false;
  gaussians.write(buffer);
  new Uint8Array(buffer, blocksAt, blocks.byteLength).set(new Uint8Array(blocks));
  const own = samplesLike(data, buffer, dataAt, data.length);
  own.set(data);
  const view = new DataView(buffer, RECORD, RECORD_BYTES);
  const put = (where, value) => view.setInt32(where, value, true);
  put(DATA, dataAt);
  put(WIDTH, width);
  put(HEIGHT, height);
  put(CHANNELS, channels);
  put(LIGHT, lightAt);
  put(PAD, pad);
  put(BLOCKS, blocksAt);
  put(BLOCKS_WIDE, wide);
  put(OFF_X, offX);
  put(OFF_Y, offY);
  put(FIRST_ROW, firstRow);
  put(LAST_ROW, lastRow);
  const full = peak(data);
  const { quiet, still } = gates(limits.noise);
  view.setFloat32(QUIET, quiet, true);
  view.setFloat32(STILL2, still, true);
  view.setFloat32(OVERSHOOT, limits.overshoot, true);
  view.setFloat32(NOTHING4, NOTHING3, true);
  const seen = colourCount(channels) === 1 ? [1, 0, 0] : SEEN;
  view.setFloat32(SEEN_RED, seen[0] / full, true);
  view.setFloat32(SEEN_GREEN, seen[1] / full, true);
  view.setFloat32(SEEN_BLUE, seen[2] / full, true);
  const { bright, steepen } = callsFor(kernel, data);
  for (let y = 0; y < height; y += BLOCK2) bright(RECORD, y, Math.min(height, y + BLOCK2));
  kernel.calls.continueBrightness(RECORD);
  for (let j = 0; j < high; j++) {
    const top = offY + j * BLOCK2;
    if (top + BLOCK2 > firstRow && top < lastRow) steepen(RECORD, j);
  }
  const row = width * channels;
  target.set(own.subarray(firstRow * row, lastRow * row), firstRow * row);
  return true;
}
function callsFor({ calls }, { BYTES_PER_ELEMENT }) {
  if (BYTES_PER_ELEMENT === 1) return { bright: calls.brightness8, steepen: calls.steepen8 };
  if (BYTES_PER_ELEMENT === 2) return { bright: calls.brightness16, steepen: calls.steepen16 };
  return { bright: calls.brightness32, steepen: calls.steepen32 };
}
var RECORD, KERNELS, SPARE, aligned, Gaussians;
var init_steepen_by_kernel = __esm({
  "src/core/finish/steepen-by-kernel.ts"() {
    "use strict";
    init_course();
    init_light2();
    init_steepness();
    init_steepen_record();
    RECORD = 1024;
    KERNELS = RECORD + 128;
    SPARE = 64;
    aligned = (n) => Math.ceil(n / 16) * 16;
    Gaussians = class {
      at = /* @__PURE__ */ new Map();
      end = KERNELS;
      /** The furthest that any of them reaches, pixels. */
      reach = 1;
      place(half) {
        const known = this.at.get(half);
        if (known !== void 0) return known;
        const at = this.end;
        this.at.set(half, at);
        this.end += half.byteLength;
        this.reach = Math.max(this.reach, half.length - 1);
        return at;
      }
      write(buffer) {
        for (const [half, at] of this.at) new Float32Array(buffer, at, half.length).set(half);
      }
    };
  }
});

// src/core/finish/steepen.ts
function steepened(raster, target, at, limits, { rows = [0, raster.height], origin = [0, 0], kernel } = {}) {
  if (kernel && steepenedByKernel(kernel, { raster, target, at, limits, rows, origin })) return;
  const { data, width, height, channels } = raster;
  const [firstRow, lastRow] = rows;
  const [offX, offY] = [blockBefore(origin[0]), blockBefore(origin[1])];
  target.set(data);
  const full = peak(data);
  const whole = full !== 1;
  const colours = colourCount(channels);
  const alpha = channels > colours;
  const light = brightnessOf(raster);
  const how = { blurX: 0, blurY: 0, gainX: 0, gainY: 0 };
  const { quiet, still } = gates(limits.noise);
  for (let top = offY; top < lastRow; top += BLOCK2) {
    if (top + BLOCK2 <= firstRow) continue;
    for (let left = offX; left < width; left += BLOCK2) {
      if (!at(left + BLOCK2 / 2, top + BLOCK2 / 2, how)) continue;
      const [kx, ky] = [kernelOf(how.blurX), kernelOf(how.blurY)];
      const [rx, ry] = [kx.length - 1, ky.length - 1];
      const { gainX, gainY } = how;
      const bottom = Math.min(height, top + BLOCK2);
      const right = Math.min(width, left + BLOCK2);
      for (let y = Math.max(0, top); y < bottom; y++) {
        const row = y * width;
        for (let x = Math.max(0, left); x < right; x++) {
          const here = row + x;
          const own = light[here];
          const inside2 = x >= rx && x < width - rx && y >= ry && y < height - ry;
          const farLeft = inside2 ? here - rx : row + (x < rx ? 0 : x - rx);
          const farRight = inside2 ? here + rx : row + (x + rx < width ? x + rx : width - 1);
          const farUp = inside2 ? here - ry * width : (y < ry ? 0 : y - ry) * width + x;
          const farDown = inside2 ? here + ry * width : (y + ry < height ? y + ry : height - 1) * width + x;
          const l = light[row + (x > 0 ? x - 1 : 0)];
          const r = light[row + (x < width - 1 ? x + 1 : x)];
          const u = light[y > 0 ? here - width : here];
          const d = light[y < height - 1 ? here + width : here];
          if (isNear(own, l, still) && isNear(own, r, still) && isNear(own, u, still) && isNear(own, d, still) && isNear(own, light[farLeft], still) && isNear(own, light[farRight], still) && isNear(own, light[farUp], still) && isNear(own, light[farDown], still))
            continue;
          let dx = own * (1 - kx[0]);
          let dy = own * (1 - ky[0]);
          if (inside2) {
            for (let i = 1; i <= rx; i++) dx -= kx[i] * (light[here - i] + light[here + i]);
            for (let i = 1, step2 = width; i <= ry; i++, step2 += width)
              dy -= ky[i] * (light[here - step2] + light[here + step2]);
          } else {
            for (let i = 1; i <= rx; i++)
              dx -= kx[i] * (light[row + (x < i ? 0 : x - i)] + light[row + (x + i < width ? x + i : width - 1)]);
            for (let i = 1; i <= ry; i++)
              dy -= ky[i] * (light[(y < i ? 0 : y - i) * width + x] + light[(y + i < height ? y + i : height - 1) * width + x]);
          }
          const sx = (r - l) * (r - l) + 1e-7;
          const sy = (d - u) * (d - u) + 1e-7;
          const across = sx / (sx + sy);
          const raw = across * dx + (1 - across) * dy;
          const fourth = raw * raw * raw * raw;
          let by = (across * gainX * dx + (1 - across) * gainY * dy) * (fourth / (fourth + quiet));
          if (by < NOTHING3 && by > -NOTHING3) continue;
          const level = across >= 0.5;
          const reach = level ? rx : ry;
          const step = level ? 1 : width;
          const from = level ? x < reach ? -x : -reach : y < reach ? -y : -reach;
          const to = level ? x + reach < width ? reach : width - 1 - x : y + reach < height ? reach : height - 1 - y;
          if (alpha && isBesideGap(data, channels, here, from * step, to * step)) continue;
          let least = own;
          let most = own;
          for (let i = from, n = here + from * step; i <= to; i++, n += step) {
            const v = light[n];
            if (v < least) least = v;
            if (v > most) most = v;
          }
          const more = limits.overshoot * (most - least);
          const made = own + by;
          by = (made > most + more ? most + more : made < least - more ? least - more : made) - own;
          const p = here * channels;
          for (let c = 0; c < colours; c++) {
            const v = data[p + c] + by * full;
            target[p + c] = whole ? v <= 0 ? 0 : v >= full ? full : v + 0.5 | 0 : v;
          }
        }
      }
    }
  }
}
function isBesideGap(data, channels, here, from, to) {
  const full = peak(data);
  const last = channels - 1;
  return [here, here + from, here + to].some((n) => data[n * channels + last] < full);
}
var isNear;
var init_steepen = __esm({
  "src/core/finish/steepen.ts"() {
    "use strict";
    init_course();
    init_guided_base();
    init_steepen_by_kernel();
    init_steepness();
    isNear = (a, b, by) => a - b < by && b - a < by;
  }
});

// src/core/finish/even-step.ts
function evenStep(recipe, plane) {
  const { finish } = recipe;
  if (!finish?.on) return null;
  const masks2 = masksPlaced(recipe, plane.forward).filter(({ mask: mask2 }) => (mask2.sharpness ?? 0) !== 0);
  const { even } = finish;
  if (even === 0 && masks2.length === 0) return null;
  const blur = finish.blur ?? USUAL_BLUR;
  const noise = finish.noise ?? USUAL_NOISE;
  const resampled = Math.hypot(blur, KERNEL_BLUR) / blur;
  const limits = { noise: BELIEVED2 * noise, overshoot: OVERSHOOT2 };
  return {
    name: `even ${even} ${blur} ${noise} ${JSON.stringify(masks2.map(({ mask: mask2 }) => mask2))}`,
    reach: Math.ceil(DEVIATIONS * blur * MOST_STRETCH) + 1,
    run: (source2, target, { x, y, scale, rows, kernel }) => {
      const softer = (recorded) => recorded < 1 - LEAST ? Math.min(MOST_STRETCH, resampled / recorded) : 1;
      const origin = [x * scale, y * scale];
      const [offX, offY] = [blockBefore(origin[0]), blockBefore(origin[1])];
      const wide = Math.ceil((source2.width - offX) / BLOCK2);
      const local = effectField(masks2, "sharpness", {
        x: x + (offX + BLOCK2 / 2) / scale,
        y: y + (offY + BLOCK2 / 2) / scale,
        apart: BLOCK2 / scale,
        width: wide,
        height: Math.ceil((source2.height - offY) / BLOCK2)
      });
      const [top, bottom] = rows ?? [0, source2.height];
      const first2 = Math.floor((top - offY) / BLOCK2);
      const spans = recordedSpans(plane.back, {
        x: x + offX / scale,
        y: y + offY / scale,
        wide,
        side: BLOCK2 / scale,
        rows: [first2, Math.ceil((bottom - offY) / BLOCK2)]
      });
      steepened(
        source2,
        target,
        (px, py, out) => {
          const i = Math.floor((px - offX) / BLOCK2);
          const j = Math.floor((py - offY) / BLOCK2);
          const span = 2 * ((j - first2) * wide + i);
          const perX = spans[span];
          const perY = spans[span + 1];
          if (!(perX > 0 && perY > 0)) return false;
          const mx = softer(perX);
          const my = softer(perY);
          const own = local?.[j * wide + i] ?? 0;
          const more = own > 0 ? SHARPER * own : SOFTER * Math.max(-1, own);
          if (mx === 1 && my === 1 && more === 0) return false;
          out.blurX = blur * mx;
          out.blurY = blur * my;
          out.gainX = even * gainFor(mx) + more;
          out.gainY = even * gainFor(my) + more;
          return true;
        },
        limits,
        { rows, origin, kernel }
      );
    },
    // Smaller than the picture itself nothing has been stretched, and closer the sheet is made as the delivery is.
    shader: null
  };
}
function outputStep({ finish }, scale) {
  const output = finish?.on ? finish.output : void 0;
  if (!output || output.amount === 0) return null;
  const { amount, radius, threshold } = output;
  return {
    name: `output ${amount} ${radius} ${threshold}`,
    reach: (Math.ceil(DEVIATIONS * radius) + 1) / scale,
    run: (source2, target, { rows, kernel }) => steepened(
      source2,
      target,
      (_x, _y, out) => {
        out.blurX = out.blurY = radius;
        out.gainX = out.gainY = amount;
        return true;
      },
      { noise: threshold, overshoot: OVERSHOOT2 },
      { rows, kernel }
    ),
    shader: null
  };
}
var USUAL_BLUR, USUAL_NOISE, gainFor, KERNEL_BLUR, MOST_STRETCH, OVERSHOOT2, BELIEVED2, LEAST, SHARPER, SOFTER;
var init_even_step = __esm({
  "src/core/finish/even-step.ts"() {
    "use strict";
    init_mask_field();
    init_mask_step();
    init_recorded_spans();
    init_steepen();
    init_steepness();
    USUAL_BLUR = 0.7;
    USUAL_NOISE = 4e-3;
    gainFor = (times2) => (times2 - 1) * 0.82 * (0.8 + 0.1 * times2) / (1 - Math.SQRT1_2);
    KERNEL_BLUR = 0.2;
    MOST_STRETCH = 3;
    OVERSHOOT2 = 0.04;
    BELIEVED2 = 2.5;
    LEAST = 0.03;
    SHARPER = 1;
    SOFTER = 0.9;
  }
});

// src/core/finish/local-light-step.ts
function localFactor(base2, bright, dark) {
  const above = Math.max(0, Math.min(1, (base2 - MIDDLE2) / (1 - MIDDLE2)));
  const below = Math.max(0, Math.min(1, (MIDDLE2 - base2) / MIDDLE2));
  const smooth2 = (t) => t * t * (3 - 2 * t);
  return 2 ** (STOPS * (bright * smooth2(above) + dark * smooth2(below)));
}
function localLightStep({ finish }, made) {
  if (!finish?.on) return null;
  const { bright, dark } = finish;
  if (bright === 0 && dark === 0) return null;
  const factors = Float32Array.from({ length: TABLE + 1 }, (_, i) => localFactor(i / TABLE, bright, dark));
  return {
    name: `local ${bright} ${dark}`,
    reach: baseReach(made),
    run: (source2, target, { x, y, scale, rows = [0, source2.height] }) => {
      const { data, width, channels } = source2;
      const full = peak(data);
      const whole = full !== 1;
      const colours = colourCount(channels);
      const side2 = blockSide(scale);
      const shown = brightnessOf(source2);
      const { shrunk: shrunk2, a, b } = guidedBase(shrunkBrightness(source2, shown, { x, y, scale }), HALF, EPS2);
      const { width: w, height: h, left, top } = shrunk2;
      const light = whole ? lightTable(full) : null;
      const back = wholeOf(full);
      for (let j = rows[0]; j < rows[1]; j++) {
        const v = Math.max(0, Math.min(h - 1, (j + 0.5 - top) / side2 - 0.5));
        const v0 = Math.min(h - 1, Math.floor(v));
        const v1 = Math.min(h - 1, v0 + 1);
        const fv = v - v0;
        for (let i = 0; i < width; i++) {
          const u = Math.max(0, Math.min(w - 1, (i + 0.5 - left) / side2 - 0.5));
          const u0 = u | 0;
          const u1 = u0 + 1 < w ? u0 + 1 : u0;
          const fu = u - u0;
          const [n00, n10, n01, n11] = [v0 * w + u0, v0 * w + u1, v1 * w + u0, v1 * w + u1];
          const slope = (1 - fv) * (a[n00] + (a[n10] - a[n00]) * fu) + fv * (a[n01] + (a[n11] - a[n01]) * fu);
          const rest = (1 - fv) * (b[n00] + (b[n10] - b[n00]) * fu) + fv * (b[n01] + (b[n11] - b[n01]) * fu);
          const n = j * width + i;
          const base2 = slope * shown[n] + rest;
          const by = factors[base2 <= 0 ? 0 : base2 >= 1 ? TABLE : base2 * TABLE + 0.5 | 0];
          const p = n * channels;
          for (let c = 0; c < colours; c++) {
            const own = data[p + c];
            target[p + c] = light ? back(light[own] * by) : numberOf(lightOf(own) * by);
          }
          if (channels > colours) target[p + colours] = data[p + colours];
        }
      }
    },
    shader: { source: SHADER2, numbers: { bright, dark } }
  };
}
var EPS2, STOPS, MIDDLE2, TABLE, CARD_TAPS2, SHADER2;
var init_local_light_step = __esm({
  "src/core/finish/local-light-step.ts"() {
    "use strict";
    init_course();
    init_guided_base();
    init_light2();
    init_light_tables();
    EPS2 = 0.06 ** 2;
    STOPS = 1.6;
    MIDDLE2 = 0.5;
    TABLE = 1024;
    CARD_TAPS2 = 3;
    SHADER2 = `
float shownAt(ivec2 p) { return dot(texel(p).rgb, vec3(${SEEN.join(", ")})); }
${LIGHT_SHADER}
vec4 stepped(ivec2 at) {
  vec4 own = texel(at);
  float here = dot(own.rgb, vec3(${SEEN.join(", ")}));
  float apart = max(1.0, ${(HALF * blockSide(1)).toFixed(1)} * scale / ${CARD_TAPS2.toFixed(1)});
  float sum = 0.0, weights = 0.0;
  for (int j = -${CARD_TAPS2}; j <= ${CARD_TAPS2}; j++)
    for (int i = -${CARD_TAPS2}; i <= ${CARD_TAPS2}; i++) {
      float v = shownAt(at + ivec2(round(vec2(i, j) * apart)));
      float w = ${EPS2.toFixed(6)} / (${EPS2.toFixed(6)} + (v - here) * (v - here));
      sum += w * v;
      weights += w;
    }
  float base = sum / weights;
  float above = smoothstep(${MIDDLE2.toFixed(2)}, 1.0, base);
  float below = 1.0 - smoothstep(0.0, ${MIDDLE2.toFixed(2)}, base);
  vec3 rgb = lightOf(own.rgb) * exp2(${STOPS.toFixed(2)} * (bright * above + dark * below));
  return vec4(numberOf(clamp(rgb, 0.0, 1.0)), own.a);
}`;
  }
});

// src/core/finish/tone-record.ts
var DATA2, COUNT, CHANNELS2, LIGHTS, BYTES, FINE3, FACTORS, PLACES, GAINS, SEEN2, SATURATION, RECORD_BYTES2;
var init_tone_record = __esm({
  "src/core/finish/tone-record.ts"() {
    "use strict";
    DATA2 = 0;
    COUNT = 4;
    CHANNELS2 = 8;
    LIGHTS = 12;
    BYTES = 16;
    FINE3 = 20;
    FACTORS = 24;
    PLACES = 28;
    GAINS = 32;
    SEEN2 = 44;
    SATURATION = 56;
    RECORD_BYTES2 = 112;
  }
});

// src/core/finish/tone-by-kernel.ts
function factorsOf(curve, top) {
  const known = rooted.get(curve);
  if (known) return known;
  const made = Float32Array.from({ length: PLACES2 + 2 }, (_, i) => {
    const light = top * (Math.max(0.5, i) / PLACES2) ** 2;
    return curve(light) / light;
  });
  rooted.set(curve, made);
  return made;
}
function tonedByKernel(kernel, { data, channels }, target, tone, white) {
  const count = Math.ceil(data.length / channels / 4) * 4;
  const buffer = kernel.memory(DATA3 + count * channels);
  if (!buffer) return false;
  const own = new Uint8Array(buffer, DATA3, data.length);
  own.set(data);
  new Float32Array(buffer, LIGHTS2, 256).set(lightTable(255));
  new Uint8Array(buffer, BYTES2, FINE2 + 1).set(byteOfLight());
  const top = Math.max(1, white);
  if (tone.curve) new Float32Array(buffer, FACTORS2, PLACES2 + 2).set(factorsOf(tone.curve, top));
  const view = new DataView(buffer, RECORD2, RECORD_BYTES2);
  view.setInt32(CHANNELS2, channels, true);
  view.setInt32(LIGHTS, LIGHTS2, true);
  view.setInt32(BYTES, BYTES2, true);
  view.setFloat32(FINE3, FINE2, true);
  view.setInt32(FACTORS, tone.curve ? FACTORS2 : 0, true);
  view.setFloat32(PLACES, (PLACES2 - 0.01) / Math.sqrt(top), true);
  tone.gains.forEach((gain, c) => view.setFloat32(GAINS + 4 * c, gain, true));
  SEEN.forEach((weight, c) => view.setFloat32(SEEN2 + 4 * c, weight, true));
  view.setFloat32(SATURATION, tone.saturation, true);
  for (let done = 0; done < count; done += AT_ONCE) {
    view.setInt32(DATA2, DATA3 + done * channels, true);
    view.setInt32(COUNT, Math.min(AT_ONCE, count - done), true);
    kernel.calls.tone8(RECORD2);
  }
  target.set(own);
  return true;
}
var RECORD2, LIGHTS2, FACTORS2, PLACES2, BYTES2, AT_ONCE, DATA3, rooted;
var init_tone_by_kernel = __esm({
  "src/core/finish/tone-by-kernel.ts"() {
    "use strict";
    init_light2();
    init_light_tables();
    init_tone_record();
    RECORD2 = 1024;
    LIGHTS2 = RECORD2 + RECORD_BYTES2;
    FACTORS2 = LIGHTS2 + 256 * 4;
    PLACES2 = 4096;
    BYTES2 = FACTORS2 + (PLACES2 + 4) * 4;
    AT_ONCE = 4096;
    DATA3 = BYTES2 + FINE2 + 17;
    rooted = /* @__PURE__ */ new WeakMap();
  }
});

// src/core/finish/tone-step.ts
function factorTable(curve) {
  const known = rooted2.get(curve);
  if (known) return known;
  const made = Float64Array.from({ length: TABLE2 + 2 }, (_, i) => {
    const light = (Math.max(0.5, i) / TABLE2) ** 2;
    return curve(light) / light;
  });
  rooted2.set(curve, made);
  return made;
}
function toneStep({ finish }) {
  if (!finish?.on || !tones(finish)) return null;
  const tone = toneOf(finish);
  return {
    name: `tone ${JSON.stringify([tone.gains, finish.black, finish.white, finish.contrast, finish.mid, finish.curve, tone.saturation])}`,
    reach: 0,
    run: (all, target, { rows = [0, all.height], kernel }) => {
      const row = all.width * all.channels;
      const source2 = { ...all, data: all.data.subarray(rows[0] * row, rows[1] * row) };
      const into = target.subarray(rows[0] * row, rows[1] * row);
      if (source2.data instanceof Float32Array) runFloats(source2, into, tone);
      else if (source2.data instanceof Uint16Array || source2.channels < 3) runWhole(source2, into, tone);
      else if (!kernel || !tonedByKernel(kernel, source2, into, tone, 2 ** finish.exposure))
        runBytes(source2, into, tone);
    },
    shader: { source: SHADER3, numbers: cardNumbers(tone) }
  };
}
function runFloats({ data, channels }, target, tone) {
  const colours = colourCount(channels);
  const rgb = new Float64Array(3);
  for (let i = 0; i < data.length; i += channels) {
    for (let c = 0; c < 3; c++) rgb[c] = lightOf(data[i + Math.min(c, colours - 1)]);
    toned(rgb, tone, false);
    if (colours === 1) rgb[0] = SEEN[0] * rgb[0] + SEEN[1] * rgb[1] + SEEN[2] * rgb[2];
    for (let c = 0; c < colours; c++) target[i + c] = numberOf(rgb[c]);
    if (channels > colours) target[i + colours] = data[i + colours];
  }
}
function runWhole({ data, channels }, target, tone) {
  const colours = colourCount(channels);
  const full = peak(data);
  const light = lightTable(full);
  const [gr, gg, gb] = tone.gains;
  const factors = tone.curve && factorTable(tone.curve);
  const { curve, saturation } = tone;
  const [wr, wg, wb] = SEEN;
  const back = wholeOf(full);
  for (let i = 0; i < data.length; i += channels) {
    let r = light[data[i]] * gr;
    let g = (colours === 1 ? light[data[i]] : light[data[i + 1]]) * gg;
    let b = (colours === 1 ? light[data[i]] : light[data[i + 2]]) * gb;
    let seen = wr * r + wg * g + wb * b;
    if (factors && seen > 0) {
      let by;
      if (seen < 1) {
        const at = Math.sqrt(seen) * TABLE2;
        const n = at | 0;
        by = factors[n] + (factors[n + 1] - factors[n]) * (at - n);
      } else by = curve(seen) / seen;
      r *= by;
      g *= by;
      b *= by;
      seen *= by;
    }
    let most = r > g ? r > b ? r : b : g > b ? g : b;
    if (saturation !== 0) {
      const least = r < g ? r < b ? r : b : g < b ? g : b;
      const by = saturation < 0 ? 1 + saturation : 1 + saturation * (most > 0 ? least / most : 1);
      r = seen + (r - seen) * by;
      g = seen + (g - seen) * by;
      b = seen + (b - seen) * by;
      most = r > g ? r > b ? r : b : g > b ? g : b;
    }
    if (most > 1) {
      const by = seen >= 1 ? 0 : (1 - seen) / (most - seen);
      const held = seen < 1 ? seen : 1;
      r = held + (r - seen) * by;
      g = held + (g - seen) * by;
      b = held + (b - seen) * by;
    }
    if (colours === 1) target[i] = back(wr * r + wg * g + wb * b);
    else {
      target[i] = back(r);
      target[i + 1] = back(g);
      target[i + 2] = back(b);
    }
    if (channels > colours) target[i + colours] = data[i + colours];
  }
}
function fineFactors(curve) {
  const known = fine.get(curve);
  if (known) return known;
  const made = Float32Array.from({ length: FINE2 + 1 }, (_, i) => {
    const light = Math.max(0.25, i) / FINE2;
    return curve(light) / light;
  });
  fine.set(curve, made);
  return made;
}
function runBytes({ data, channels }, target, tone) {
  const light = lightTable(255);
  const byte = byteOfLight();
  const [gr, gg, gb] = tone.gains;
  const { curve, saturation } = tone;
  const factors = curve && fineFactors(curve);
  const [wr, wg, wb] = SEEN;
  const weaker = Math.min(0, saturation);
  const stronger = Math.max(0, saturation);
  const end = data.length;
  for (let i = 0; i < end; i += channels) {
    let r = light[data[i]] * gr;
    let g = light[data[i + 1]] * gg;
    let b = light[data[i + 2]] * gb;
    let seen = wr * r + wg * g + wb * b;
    if (factors) {
      const by = seen < 1 ? factors[seen * FINE2 | 0] : curve(seen) / seen;
      r *= by;
      g *= by;
      b *= by;
      seen *= by;
    }
    let most = r > g ? r : g;
    if (b > most) most = b;
    if (saturation !== 0) {
      let least = r < g ? r : g;
      if (b < least) least = b;
      const by = 1 + weaker + (most > 0 ? stronger * least / most : 0);
      r = seen + (r - seen) * by;
      g = seen + (g - seen) * by;
      b = seen + (b - seen) * by;
      most = seen + (most - seen) * by;
    }
    if (most > 1) {
      const by = seen >= 1 ? 0 : (1 - seen) / (most - seen);
      const held = seen < 1 ? seen : 1;
      r = held + (r - seen) * by;
      g = held + (g - seen) * by;
      b = held + (b - seen) * by;
    }
    target[i] = byte[r > 0 ? r * FINE2 + 0.5 | 0 : 0];
    target[i + 1] = byte[g > 0 ? g * FINE2 + 0.5 | 0 : 0];
    target[i + 2] = byte[b > 0 ? b * FINE2 + 0.5 | 0 : 0];
    if (channels === 4) target[i + 3] = data[i + 3];
  }
}
function cardNumbers({ gains, curve, saturation }) {
  const numbers = { gainR: gains[0], gainG: gains[1], gainB: gains[2], saturation };
  for (let i = 0; i <= CARD; i++) {
    const light = (Math.max(0.25, i) / CARD) ** 2;
    numbers[cardName(i)] = curve ? curve(light) / light : 1;
  }
  return numbers;
}
var TABLE2, CARD, rooted2, fine, cardName, SHADER3;
var init_tone_step = __esm({
  "src/core/finish/tone-step.ts"() {
    "use strict";
    init_course();
    init_light2();
    init_light_tables();
    init_recipe_part4();
    init_tone();
    init_tone_by_kernel();
    TABLE2 = 4096;
    CARD = 48;
    rooted2 = /* @__PURE__ */ new WeakMap();
    fine = /* @__PURE__ */ new WeakMap();
    cardName = (i) => `f${i}`;
    SHADER3 = `
${LIGHT_SHADER}
vec4 stepped(ivec2 at) {
  float f[${CARD + 1}] = float[](${Array.from({ length: CARD + 1 }, (_, i) => cardName(i)).join(", ")});
  vec4 own = texel(at);
  vec3 rgb = lightOf(own.rgb) * vec3(gainR, gainG, gainB);
  const vec3 weights = vec3(${SEEN.join(", ")});
  float seen = dot(rgb, weights);
  float place = clamp(sqrt(seen), 0.0, 1.0) * ${CARD.toFixed(1)};
  int n = min(int(place), ${CARD - 1});
  float by = mix(f[n], f[n + 1], place - float(n));
  rgb *= by;
  seen *= by;
  float most = max(rgb.r, max(rgb.g, rgb.b));
  float least = min(rgb.r, min(rgb.g, rgb.b));
  float stronger = saturation < 0.0 ? 1.0 + saturation : 1.0 + saturation * (most > 0.0 ? least / most : 1.0);
  rgb = vec3(seen) + (rgb - seen) * stronger;
  most = max(rgb.r, max(rgb.g, rgb.b));
  if (most > 1.0) rgb = vec3(min(seen, 1.0)) + (rgb - seen) * (seen >= 1.0 ? 0.0 : (1.0 - seen) / (most - seen));
  return vec4(numberOf(clamp(rgb, 0.0, 1.0)), own.a);
}`;
  }
});

// src/core/finish/course.ts
var MASKS, isNothing, finishPart;
var init_course5 = __esm({
  "src/core/finish/course.ts"() {
    "use strict";
    init_course();
    init_language();
    init_even_step();
    init_local_light_step();
    init_mask_step();
    init_masks();
    init_recipe_part4();
    init_settings();
    init_tone_step();
    MASKS = {
      wash: (count) => say("{count, plural, one {wash} other {# washes}}", { count }),
      dab: (count) => say("{count, plural, one {dab} other {# dabs}}", { count })
    };
    isNothing = (settings) => JSON.stringify(settings) === JSON.stringify(NO_FINISH);
    finishPart = coursePart({
      key: "finish",
      name: say("Finish"),
      keys: { finish: finishSettings.optional().describe("Tone and sharpness, last of all; absent: nothing") },
      laid: ({ finish: f }) => f !== void 0 && (tones(f) || f.bright !== 0 || f.dark !== 0 || f.even > 0 || f.output !== void 0 || masksOn(f.masks).length > 0),
      raster: [
        // What looks furthest comes first: then little of what the others make is made twice.
        (recipe, _, { scale }) => localLightStep(recipe, scale),
        (recipe, _, { plane, scale, frame }) => maskStep(recipe, { forward: plane.forward, made: scale, frame }),
        (recipe, _, { plane }) => evenStep(recipe, plane),
        (recipe) => toneStep(recipe),
        (recipe, _, { scale }) => outputStep(recipe, scale)
      ],
      carried: ({ finish: from = NO_FINISH }, { finish: onto = NO_FINISH }) => {
        const { masks: m, blur: b, noise: n, ...settings } = from;
        void [m, b, n];
        const { masks: masks2, blur, noise } = onto;
        const carried = {
          ...settings,
          ...masks2 && { masks: masks2 },
          ...blur !== void 0 && { blur },
          ...noise !== void 0 && { noise }
        };
        return isNothing(carried) ? {} : { finish: carried };
      },
      carries: say("tone and sharpness; not the parts by themselves"),
      told: {
        marks: [{ of: (r) => r.finish?.masks ?? [], things: ({ kind }) => MASKS[kind] }],
        numbers: Object.values(SETTINGS).map((setting) => ({
          setting,
          of: (r) => (r.finish ?? NO_FINISH)[setting.key]
        })),
        all: ({ finish }) => finish,
        on: ({ finish }) => finish?.on ?? true,
        rest: say("finish changed")
      }
    });
  }
});

// src/core/finish/as-shot.ts
var ROUNDING, STEP6, STEPS3;
var init_as_shot = __esm({
  "src/core/finish/as-shot.ts"() {
    "use strict";
    ROUNDING = 1 / 255 / Math.sqrt(12);
    STEP6 = 1 / 8;
    STEPS3 = 16 * 255 / STEP6 + 1;
  }
});

// src/core/finish/parts.ts
var init_parts = __esm({
  "src/core/finish/parts.ts"() {
    "use strict";
  }
});

// src/core/finish/warm.ts
var init_warm = __esm({
  "src/core/finish/warm.ts"() {
    "use strict";
  }
});

// src/core/finish/index.ts
var init_finish = __esm({
  "src/core/finish/index.ts"() {
    "use strict";
    init_histogram();
    init_light2();
    init_recipe_part4();
    init_settings();
    init_course5();
    init_tone();
    init_tone_step();
    init_steepen();
    init_even_step();
    init_as_shot();
    init_guided_base();
    init_local_light_step();
    init_masks();
    init_parts();
    init_mask_field();
    init_mask_step();
    init_warm();
  }
});

// src/core/frame/recipe-part.ts
import { z as z11 } from "zod";
var side, MOST_CELLS, cells, detail, dpi, outputSchema, frameSettings, keepMarksOf;
var init_recipe_part5 = __esm({
  "src/core/frame/recipe-part.ts"() {
    "use strict";
    init_course();
    side = z11.number().positive().max(1e7);
    MOST_CELLS = 64;
    cells = z11.number().int().positive().max(MOST_CELLS);
    detail = z11.strictObject({
      columns: cells,
      rows: cells,
      weights: z11.string().regex(/^[0-9]+$/).max(MOST_CELLS ** 2).describe("A digit a cell, rows from the top")
    }).refine((d) => d.weights.length === d.columns * d.rows, "There must be one digit a cell.");
    dpi = z11.number().min(10).max(4800);
    outputSchema = z11.discriminatedUnion("kind", [
      z11.strictObject({ kind: z11.literal("long"), px: z11.number().int().min(16).max(2e5) }),
      z11.strictObject({ kind: z11.literal("megapixels"), megapixels: z11.number().min(0.01).max(1e3) }),
      z11.strictObject({ kind: z11.literal("print"), cm: z11.number().min(0.5).max(2e3).describe("Longer side"), dpi }),
      z11.strictObject({ kind: z11.literal("scale"), to: z11.number().min(1).max(5e3).describe("1:50 is 50"), dpi })
    ]);
    frameSettings = z11.strictObject({
      on: z11.boolean().default(true),
      rule: z11.enum(["clean", "free"]).default("clean"),
      ratio: z11.number().min(0.05).max(20).nullable().default(null).describe("Width / height; null: free"),
      rect: z11.tuple([pixels, pixels, side, side]).nullable().default(null).describe("x, y, width, height in pixels of the corrected plane"),
      keep: z11.array(
        z11.strictObject({
          id: z11.string().min(1).max(100),
          at: point,
          to: point.optional().describe("The opposite corner of a small area; absent: a spot")
        })
      ).max(200).optional().describe("Spots that must stay inside a clean frame, pixels of the original"),
      prefer: z11.literal("area").optional().describe("A clean frame is the largest; absent: it keeps most of what is shown"),
      turn: z11.union([z11.literal(1), z11.literal(2), z11.literal(3)]).optional().describe("Quarter turns clockwise, last of all"),
      mirror: z11.literal(true).optional().describe("Left and right exchanged, after turning"),
      output: outputSchema.optional().describe("What it is delivered at; absent: a pixel for each of the plane's"),
      bar: z11.literal(true).optional().describe("A scale bar in the lower left, where a measure tells the scale"),
      detail: detail.optional().describe("What the photo shows, as it was weighed; without it the largest frame holds")
    });
    keepMarksOf = (recipe) => recipe.frame.keep ?? [];
  }
});

// src/core/frame/course.ts
var keepMark, framePart;
var init_course6 = __esm({
  "src/core/frame/course.ts"() {
    "use strict";
    init_course();
    init_language();
    init_recipe_part5();
    keepMark = (count) => say("{count, plural, one {keep mark} other {# keep marks}}", { count });
    framePart = coursePart({
      key: "frame",
      name: say("Frame"),
      keys: { frame: frameSettings.prefault({}) },
      laid: (recipe) => keepMarksOf(recipe).length > 0 || recipe.frame.ratio !== null || recipe.frame.rule === "free" || recipe.frame.prefer === "area" || recipe.frame.turn !== void 0 || recipe.frame.mirror === true || recipe.frame.output !== void 0,
      carried: ({ frame: { on: on2, ratio, prefer, output, bar } }, onto) => {
        const { prefer: p, output: o, bar: b, ...rest } = onto.frame;
        void [p, o, b];
        const asked = { on: on2, ratio, ...prefer && { prefer }, ...output && { output }, ...bar && { bar } };
        return { frame: { ...rest, ...asked, rule: "clean", rect: null } };
      },
      carries: say("ratio, size and resolution; each photo keeps its own place"),
      told: {
        marks: [{ of: (r) => r.frame.keep ?? [], things: () => keepMark }],
        numbers: [],
        // What the photo shows is weighed by itself: nobody did that.
        all: ({ frame: { detail: detail2, ...frame } }) => (void detail2, frame),
        on: ({ frame }) => frame.on,
        rest: say("frame changed")
      }
    });
  }
});

// src/core/frame/cell-heap.ts
function push(heap, cell) {
  let i = heap.push(cell) - 1;
  for (; i > 0; ) {
    const parent = i - 1 >> 1;
    if (heap[parent].limit >= cell.limit) break;
    heap[i] = heap[parent];
    i = parent;
  }
  heap[i] = cell;
}
function pop(heap) {
  const top = heap[0];
  const last = heap.pop();
  if (!top || !last || heap.length === 0) return top;
  let i = 0;
  for (; ; ) {
    let child = 2 * i + 1;
    if (child >= heap.length) break;
    if (child + 1 < heap.length && heap[child + 1].limit > heap[child].limit) child++;
    if (heap[child].limit <= last.limit) break;
    heap[i] = heap[child];
    i = child;
  }
  heap[i] = last;
  return top;
}
var init_cell_heap = __esm({
  "src/core/frame/cell-heap.ts"() {
    "use strict";
  }
});

// src/core/frame/clean-frame.ts
function largestOfRatio(outline, ratio, atLeast, keep, mostCells = MOST_CELLS2.one) {
  const squeezed = borderOf(outline, ratio);
  const turned = { x: squeezed.y, y: squeezed.x };
  const [x0, by, w, bh] = bounds(outline);
  const [bx, bw] = [x0 / ratio, w / ratio];
  const size = Math.min(bw, bh) / 2;
  if (!(size > 0)) return null;
  let best = { x: bx, y: by, half: atLeast };
  let found = false;
  const queue = [];
  const asked = keep ? farSide([keep[0] / ratio, keep[1], keep[2] / ratio, keep[3]]) : () => 0;
  const visit = (x2, y2, half2) => {
    const reach = signedChebyshev(squeezed, x2, y2);
    const least = asked(x2, y2);
    if (reach + half2 < least - half2) return;
    if (reach > best.half && reach >= least) {
      best = { x: x2, y: y2, half: reach };
      found = true;
    }
    const goal = best.half * (1 + HALF_HEIGHT_SLACK);
    let limit = reach + half2;
    if (limit > goal && reach > 0)
      limit = Math.min(limit, betweenWalls(squeezed, x2, y2, half2, goal), betweenWalls(turned, y2, x2, half2, goal));
    if (limit > goal) push(queue, { x: x2, y: y2, half: half2, limit });
  };
  visit(bx + bw / 2, by + bh / 2, 0);
  if (keep) {
    const near = leastAround(squeezed, [keep[0] / ratio, keep[1], keep[2] / ratio, keep[3]]);
    if (!near) return null;
    visit(near[0], near[1], 0);
  }
  for (let x2 = bx + size / 2; x2 < bx + bw + size / 2; x2 += size)
    for (let y2 = by + size / 2; y2 < by + bh + size / 2; y2 += size) visit(x2, y2, size / 2);
  let cells2 = 0;
  for (let cell = pop(queue); cell && cell.limit > best.half * (1 + HALF_HEIGHT_SLACK); cell = pop(queue)) {
    if (keep && ++cells2 > mostCells) break;
    const h = cell.half / 2;
    for (let k = 0; k < 4; k++) visit(cell.x + (k & 1 ? h : -h), cell.y + (k & 2 ? h : -h), h);
  }
  if (!found) return null;
  const { x, y, half } = best;
  return [(x - half) * ratio, y - half, 2 * half * ratio, 2 * half];
}
function leastAround(border, [left, top, w, h]) {
  const half = Math.max(w, h) / 2;
  const [cx, cy] = [left + w / 2, top + h / 2];
  const [dx, dy] = [half - w / 2, half - h / 2];
  let best = null;
  let most = half;
  for (let i = 0; i <= ALONG; i++) {
    const t = 2 * i / ALONG - 1;
    const [x, y] = [cx + t * dx, cy + t * dy];
    const reach = signedChebyshev(border, x, y);
    if (reach < most) continue;
    most = reach;
    best = [x, y];
  }
  return best;
}
function betweenWalls(border, x, y, half, goal) {
  const left = x + half - goal;
  const right = x - half + goal;
  if (!(right > left)) return Infinity;
  const xs = border.x;
  const ys = border.y;
  let above = -Infinity;
  let below = Infinity;
  for (let i = 0, j = xs.length - 1; i < xs.length; j = i++) {
    const ax = xs[j];
    const bx = xs[i];
    if (ax <= left && bx <= left || ax >= right && bx >= right || ax === bx) continue;
    const slope = (ys[i] - ys[j]) / (bx - ax);
    const y0 = ys[j] + slope * (Math.min(Math.max(ax, left), right) - ax);
    const y1 = ys[j] + slope * (Math.min(Math.max(bx, left), right) - ax);
    if (Math.min(y0, y1) <= y - half) above = Math.max(above, Math.min(y0, y1));
    else if (Math.max(y0, y1) >= y + half) below = Math.min(below, Math.max(y0, y1));
  }
  return (below - above) / 2;
}
function cleanFrame(outline, ratio, keep = null) {
  if (outline.length < 3) return null;
  if (ratio !== null) return largestOfRatio(outline, ratio, 0, keep);
  if (keep) return anyKeeping(outline, keep);
  const [, , bw, bh] = bounds(outline);
  const first2 = largestOfRatio(outline, Math.min(FREE_RATIOS[1], Math.max(FREE_RATIOS[0], bw / bh)), 0, null);
  let best = first2 && grown2(outline, first2);
  let area = best ? best[2] * best[3] : 0;
  const slack = (1 + HALF_HEIGHT_SLACK) ** 2;
  const [low, high] = [Math.log(FREE_RATIOS[0]), Math.log(FREE_RATIOS[1])];
  const parts = 8;
  const width = (high - low) / parts / 2;
  let layer = Array.from({ length: parts }, (_, i) => ({ mid: low + width * (2 * i + 1), half: width }));
  while (layer.length > 0) {
    const next = [];
    for (const { mid, half } of layer) {
      const r = Math.exp(mid);
      const worth = area * (1 + RATIO_SLACK) / Math.exp(half) / slack;
      const atLeast = Math.sqrt(worth / r) / 2;
      const result = largestOfRatio(outline, r, atLeast, null);
      if (!result) continue;
      const got = result[2] * result[3];
      if (got > area) {
        area = got;
        best = result;
      }
      if (half > RATIO_SLACK)
        next.push({ mid: mid - half / 2, half: half / 2 }, { mid: mid + half / 2, half: half / 2 });
    }
    layer = next;
  }
  return best && grown2(outline, best);
}
function anyKeeping(outline, keep) {
  const [low, high] = [Math.log(FREE_RATIOS[0]), Math.log(FREE_RATIOS[1])];
  let best = null;
  const area = () => best ? best.rect[2] * best.rect[3] : 0;
  const look = (log) => {
    const ratio = Math.exp(log);
    const found = largestOfRatio(outline, ratio, Math.sqrt(area() / ratio) / 2, keep, MOST_CELLS2.each);
    const rect = found && grown2(outline, found);
    if (rect && rect[2] * rect[3] > area()) best = { rect, log };
  };
  const step = (high - low) / KEPT_RATIOS;
  for (let i = 0; i <= KEPT_RATIOS; i++) look(low + i * step);
  for (let n = 1; n <= HALVINGS && best; n++) {
    const { log } = best;
    look(log - step / 2 ** n);
    look(log + step / 2 ** n);
  }
  return best?.rect ?? null;
}
function grown2(outline, rect) {
  let [x0, y0, x1, y1] = [rect[0], rect[1], rect[0] + rect[2], rect[1] + rect[3]];
  const swapped = outline.map(([x, y]) => [y, x]);
  x1 = reachRight(outline, x1, y0, y1);
  x0 = -reachRight(
    outline.map(([x, y]) => [-x, y]),
    -x0,
    y0,
    y1
  );
  y1 = reachRight(swapped, y1, x0, x1);
  y0 = -reachRight(
    swapped.map(([y, x]) => [-y, x]),
    -y0,
    x0,
    x1
  );
  return [x0, y0, x1 - x0, y1 - y0];
}
function reachRight(outline, from, low, high) {
  let reach = Infinity;
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
    const [a, b] = outline[j][1] <= outline[i][1] ? [outline[j], outline[i]] : [outline[i], outline[j]];
    const [from_, to] = [Math.max(a[1], low), Math.min(b[1], high)];
    if (!(to > from_)) continue;
    const xAt = (y) => a[0] + (b[0] - a[0]) * (y - a[1]) / (b[1] - a[1]);
    const nearest2 = Math.min(xAt(from_), xAt(to));
    if (nearest2 >= from - 1e-9) reach = Math.min(reach, nearest2);
  }
  return reach === Infinity ? from : Math.max(from, reach);
}
function wholePixels([x, y, w, h]) {
  const [x0, y0] = [Math.ceil(x - 1e-6), Math.ceil(y - 1e-6)];
  return [x0, y0, Math.max(1, Math.floor(x + w + 1e-6) - x0), Math.max(1, Math.floor(y + h + 1e-6) - y0)];
}
var HALF_HEIGHT_SLACK, RATIO_SLACK, FREE_RATIOS, MOST_CELLS2, ALONG, farSide, KEPT_RATIOS, HALVINGS;
var init_clean_frame = __esm({
  "src/core/frame/clean-frame.ts"() {
    "use strict";
    init_geometry();
    init_cell_heap();
    HALF_HEIGHT_SLACK = 7e-4;
    RATIO_SLACK = 3e-3;
    FREE_RATIOS = [1 / 4, 4];
    MOST_CELLS2 = { one: 1200, each: 200 };
    ALONG = 64;
    farSide = ([left, top, w, h]) => (x, y) => Math.max(x - left, left + w - x, y - top, top + h - y);
    KEPT_RATIOS = 24;
    HALVINGS = 5;
  }
});

// src/core/frame/weighed-frame.ts
function latticeOf(outline, places, ratio, along) {
  const [x0, y0, w, h] = bounds(outline);
  const tall = Math.max(w / ratio, h) / along;
  const [dx, dy] = [tall * ratio, tall];
  const [columns, rows] = [Math.max(1, Math.ceil(w / dx)), Math.max(1, Math.ceil(h / dy))];
  const corner = new Uint8Array((columns + 1) * (rows + 1));
  for (let j = 0; j <= rows; j++) {
    const crossed = crossings(outline, y0 + j * dy);
    for (let n = 0; n + 1 < crossed.length; n += 2) {
      const from = Math.max(0, Math.ceil((crossed[n] - x0) / dx));
      const to = Math.min(columns, Math.floor((crossed[n + 1] - x0) / dx));
      for (let i = from; i <= to; i++) corner[j * (columns + 1) + i] = 1;
    }
  }
  const worth = new Float64Array(columns * rows);
  const inside2 = new Uint8Array(columns * rows);
  const total = places.reduce((s, p) => s + p.weight, 0);
  for (let j = 0; j < rows; j++)
    for (let i = 0; i < columns; i++) {
      const c = j * (columns + 1) + i;
      inside2[j * columns + i] = corner[c] & corner[c + 1] & corner[c + columns + 1] & corner[c + columns + 2];
    }
  const cells2 = inside2.reduce((s, v) => s + v, 0) || 1;
  for (const { at, weight } of places) {
    const [i, j] = [Math.floor((at[0] - x0) / dx), Math.floor((at[1] - y0) / dy)];
    if (i >= 0 && j >= 0 && i < columns && j < rows && total > 0)
      worth[j * columns + i] += (1 - AREA) * weight / total;
  }
  const sums = new Float64Array((columns + 1) * (rows + 1));
  for (let j = 0; j < rows; j++) {
    let row = 0;
    for (let i = 0; i < columns; i++) {
      row += worth[j * columns + i] + AREA / cells2;
      sums[(j + 1) * (columns + 1) + i + 1] = sums[j * (columns + 1) + i + 1] + row;
    }
  }
  return { x0, y0, dx, dy, columns, rows, inside: inside2, sums };
}
function crossings(outline, y) {
  const found = [];
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
    const [a, b] = [outline[j], outline[i]];
    if (a[1] > y !== b[1] > y) found.push(a[0] + (b[0] - a[0]) * (y - a[1]) / (b[1] - a[1]));
  }
  return found.sort((a, b) => a - b);
}
function worthOfCells({ columns, sums }, i, j, across, down) {
  const [above, below] = [j * (columns + 1) + i, (j + down) * (columns + 1) + i];
  return sums[below + across] - sums[below] - sums[above + across] + sums[above];
}
function worthOf2({ x0, y0, dx, dy, columns, rows, sums }, [x, y, w, h]) {
  const at = (px, py) => {
    const u = Math.min(columns, Math.max(0, (px - x0) / dx));
    const v = Math.min(rows, Math.max(0, (py - y0) / dy));
    const [i, j] = [Math.min(columns - 1, Math.floor(u)), Math.min(rows - 1, Math.floor(v))];
    const [a, b] = [u - i, v - j];
    const s = (di, dj) => sums[(j + dj) * (columns + 1) + i + di];
    return (1 - b) * ((1 - a) * s(0, 0) + a * s(1, 0)) + b * ((1 - a) * s(0, 1) + a * s(1, 1));
  };
  return at(x + w, y + h) - at(x, y + h) - at(x + w, y) + at(x, y);
}
function bestOfAny(lattice, keep) {
  const { x0, y0, dx, dy, columns, rows, inside: inside2 } = lattice;
  const heights = new Int32Array(columns + 1);
  let best = null;
  let most = 0;
  const slack = Math.max(dx, dy);
  for (let j = 0; j < rows; j++) {
    for (let i = 0; i < columns; i++) heights[i] = inside2[j * columns + i] ? heights[i] + 1 : 0;
    const stack = [];
    for (let i = 0; i <= columns; i++) {
      let from = i;
      while (stack.length > 0 && stack.at(-1).height >= heights[i]) {
        const top = stack.pop();
        from = top.from;
        if (top.height === 0) continue;
        const rect = [x0 + top.from * dx, y0 + (j + 1 - top.height) * dy, (i - top.from) * dx, top.height * dy];
        const ratio = rect[2] / rect[3];
        if (ratio < RATIOS[0] || ratio > RATIOS[1] || !holds(rect, keep, slack)) continue;
        const worth = worthOfCells(lattice, top.from, j + 1 - top.height, i - top.from, top.height);
        if (worth > most) [most, best] = [worth, rect];
      }
      stack.push({ from, height: heights[i] });
    }
  }
  return best;
}
function bestOfRatio(outline, lattice, ratio, keep, quick) {
  const { x0, y0, dx, dy, columns, rows, inside: inside2 } = lattice;
  const squeezed = borderOf(outline, ratio);
  const about = (x, y) => {
    const half = signedChebyshev(squeezed, x / ratio, y);
    if (!(half > 0)) return null;
    const rect = [x - half * ratio, y - half, 2 * half * ratio, 2 * half];
    return holds(rect, keep, 0) ? { rect, worth: worthOf2(lattice, rect) } : null;
  };
  let best = null;
  const look = (x, y) => {
    const found = about(x, y);
    if (found && (!best || found.worth > best.worth)) best = { ...found, at: [x, y] };
  };
  const side2 = new Int32Array(columns * rows);
  const most = quick ? MIDDLES.quick : MIDDLES.fine;
  const middles = [];
  for (let j = 0; j < rows; j++)
    for (let i = 0; i < columns; i++) {
      const c = j * columns + i;
      if (!inside2[c]) continue;
      const n = i > 0 && j > 0 ? 1 + Math.min(side2[c - 1], side2[c - columns], side2[c - columns - 1]) : 1;
      side2[c] = n;
      const worth = worthOfCells(lattice, i + 1 - n, j + 1 - n, n, n);
      if (middles.length === most && worth <= middles[most - 1].worth) continue;
      const rect = [x0 + (i + 1 - n) * dx, y0 + (j + 1 - n) * dy, n * dx, n * dy];
      if (!holds(rect, keep, 2 * dy * Math.max(1, ratio))) continue;
      const rank = middles.findIndex((m) => worth > m.worth);
      middles.splice(rank < 0 ? middles.length : rank, 0, {
        at: [rect[0] + rect[2] / 2, rect[1] + rect[3] / 2],
        worth
      });
      middles.length = Math.min(most, middles.length);
    }
  for (const { at } of middles) look(...at);
  for (const step of quick ? QUICK_CLOSING : CLOSING)
    for (let round = 0; round < 4; round++) {
      if (!best) break;
      const before = best;
      for (const [sx, sy] of [
        [1, 0],
        [-1, 0],
        [0, 1],
        [0, -1],
        [1, 1],
        [-1, -1],
        [1, -1],
        [-1, 1]
      ])
        look(before.at[0] + sx * step * dx, before.at[1] + sy * step * dy);
      if (best === before) break;
    }
  return best?.rect ?? null;
}
function weighedFrame(outline, ratio, places, keep = null, quick = false) {
  if (!places.some((p) => p.weight > 0) || outline.length < 3) return cleanFrame(outline, ratio, keep);
  const lattice = latticeOf(outline, places, ratio ?? 1, quick ? QUICK_CELLS : CELLS2);
  const found = ratio === null ? bestOfAny(lattice, keep) : bestOfRatio(outline, lattice, ratio, keep, quick);
  const rect = found && ratio === null ? grown2(outline, found) : found;
  const largest = cleanFrame(outline, ratio, keep);
  if (!rect || !holds(rect, keep, 0)) return largest;
  return largest && GAIN * worthOf2(lattice, largest) >= worthOf2(lattice, rect) ? largest : rect;
}
var CELLS2, QUICK_CELLS, AREA, GAIN, RATIOS, holds, CLOSING, QUICK_CLOSING, MIDDLES;
var init_weighed_frame = __esm({
  "src/core/frame/weighed-frame.ts"() {
    "use strict";
    init_geometry();
    init_clean_frame();
    CELLS2 = 112;
    QUICK_CELLS = 48;
    AREA = 0.25;
    GAIN = 1.01;
    RATIOS = [1 / 4, 4];
    holds = ([x, y, w, h], keep, slack) => keep === null || x - slack <= keep[0] && y - slack <= keep[1] && x + w + slack >= keep[0] + keep[2] && y + h + slack >= keep[1] + keep[3];
    CLOSING = [2, 1, 0.5, 0.25, 0.125, 0.06];
    QUICK_CLOSING = [1, 0.3];
    MIDDLES = { fine: 12, quick: 3 };
  }
});

// src/core/frame/keep-marks.ts
function cleanFrameKeeping(outline, ratio, marks, places = [], quick = false) {
  const free = weighedFrame(outline, ratio, places, null, quick);
  if (!free) return null;
  const missed = marks.filter((m) => m.at === null).map((m) => m.id);
  let wanted = marks.filter((m) => m.at !== null).sort((a, b) => outside(free, a) - outside(free, b));
  while (wanted.some((m) => outside(free, m) > 0)) {
    const rect = weighedFrame(outline, ratio, places, bounding(wanted), quick);
    if (rect) return { rect, missed };
    missed.push(wanted.at(-1).id);
    wanted = wanted.slice(0, -1);
  }
  return { rect: free, missed };
}
var placesOf, bounding, outside;
var init_keep_marks = __esm({
  "src/core/frame/keep-marks.ts"() {
    "use strict";
    init_geometry();
    init_weighed_frame();
    placesOf = ({ at, corners: corners2 = [] }) => at ? [at, ...corners2] : [];
    bounding = (marks) => marks.length === 0 ? null : bounds(marks.flatMap(placesOf));
    outside = ([x, y, w, h], mark) => Math.max(0, ...placesOf(mark).map(([px, py]) => Math.max(x - px, px - x - w, y - py, py - y - h)));
  }
});

// src/core/frame/share-kept.ts
function shareKept(size, frameInPhoto) {
  const inside2 = clipToRect(frameInPhoto, [0, 0, size[0], size[1]]);
  return inside2.length < 3 ? 0 : Math.min(1, Math.abs(signedArea(inside2)) / (size[0] * size[1]));
}
var init_share_kept = __esm({
  "src/core/frame/share-kept.ts"() {
    "use strict";
    init_geometry();
  }
});

// src/core/frame/output-size.ts
function factorOf([w, h], output, perPixel) {
  const longer = Math.max(w, h);
  switch (output.kind) {
    case "long":
      return output.px / longer;
    case "megapixels":
      return Math.sqrt(output.megapixels * 1e6 / (w * h));
    case "print":
      return output.cm / 100 / INCH_M * output.dpi / longer;
    case "scale":
      return perPixel === null ? 1 : perPixel / output.to / INCH_M * output.dpi;
  }
}
function outputSize([w, h], output, perPixel) {
  const factor = output ? factorOf([w, h], output, perPixel) : 1;
  return [Math.max(1, Math.round(w * factor)), Math.max(1, Math.round(h * factor))];
}
var INCH_M;
var init_output_size = __esm({
  "src/core/frame/output-size.ts"() {
    "use strict";
    INCH_M = 0.0254;
  }
});

// src/core/frame/turn-step.ts
function turnStep({ camera: { principal }, frame: { on: on2, turn, mirror } }) {
  if (!on2 || !turn && !mirror) return null;
  const [c, s] = QUARTERS[turn ?? 0];
  const [cx, cy] = principal;
  const m = mirror ? -1 : 1;
  const matrix = [m * c, -m * s, cx - m * (c * cx - s * cy), s, c, cy - (s * cx + c * cy), 0, 0, 1];
  return homographyStep(matrix);
}
function turnedRect([x, y, w, h], forward) {
  const [a, b] = [forward([x, y]), forward([x + w, y + h])];
  return [Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.abs(b[0] - a[0]), Math.abs(b[1] - a[1])];
}
var QUARTERS;
var init_turn_step = __esm({
  "src/core/frame/turn-step.ts"() {
    "use strict";
    init_course();
    QUARTERS = [
      [1, 0],
      [0, 1],
      [-1, 0],
      [0, -1]
    ];
  }
});

// src/core/frame/cut-off.ts
var init_cut_off = __esm({
  "src/core/frame/cut-off.ts"() {
    "use strict";
  }
});

// src/core/frame/scale-bar.ts
function lengthOf(most) {
  const power = 10 ** Math.floor(Math.log10(most));
  const metres = [5, 2, 1].map((f) => f * power).find((m) => m <= most * (1 + 1e-9));
  return { metres, words: metres >= 1 ? `${Math.round(metres)} m` : `${Math.round(metres * 100)} cm` };
}
function wordBlocks(words2, x, y, cell) {
  let left = x;
  return [...words2].flatMap((letter) => {
    const [from, columns] = [left, columnsOf2(letter)];
    left += (columns + 1) * cell;
    return GLYPHS[letter].flatMap(
      (bits, row) => Array.from({ length: columns }, (_, column) => column).filter((column) => bits >> columns - 1 - column & 1).map((column) => ({ rect: [from + column * cell, y + row * cell, cell, cell], ink: true }))
    );
  });
}
function scaleBar([x, y, w, h], perPixel) {
  const tall = TALL * Math.max(w, h);
  const most = LENGTH * w * perPixel;
  if (!(most >= 0.01) || 10 * tall > h) return [];
  const { metres, words: words2 } = lengthOf(most);
  const long = metres / perPixel;
  const cell = tall / 5;
  const [left, top] = [x + ROOM * tall, y + h - ROOM * tall - tall];
  const part = long / PARTS;
  const paper = [left - tall, top - 2.4 * tall, long + 2 * tall + 4 * words2.length * cell, 4.4 * tall];
  return [
    { rect: paper, ink: false },
    { rect: [left - cell, top - cell, long + 2 * cell, tall + 2 * cell], ink: true },
    ...Array.from({ length: PARTS }, (_, i) => ({
      rect: [left + i * part, top, part, tall],
      ink: i % 2 === 0
    })),
    ...wordBlocks("0", left, top - 1.6 * tall, cell),
    ...wordBlocks(words2, left + long - 4 * cell, top - 1.6 * tall, cell)
  ];
}
function scaleBarStep(frame, perPixel) {
  const blocks = scaleBar(frame, perPixel);
  if (blocks.length === 0) return null;
  return {
    name: `scale bar ${frame.join(" ")} ${perPixel}`,
    reach: 0,
    run: ({ data, width, height, channels }, target, place) => {
      target.set(data);
      const colours = colourCount(channels);
      const top = peak(data);
      for (const { rect, ink } of blocks) {
        const at = (v, from, most) => Math.min(most, Math.max(0, Math.ceil((v - from) * place.scale - 0.5)));
        const [x0, x1] = [at(rect[0], place.x, width), at(rect[0] + rect[2], place.x, width)];
        const [y0, y1] = [at(rect[1], place.y, height), at(rect[1] + rect[3], place.y, height)];
        const value = top === 1 ? ink ? INK : 1 : Math.round(top * (ink ? INK : 1));
        for (let y = y0; y < y1; y++)
          for (let x = x0; x < x1; x++)
            for (let c = 0; c < channels; c++) target[(y * width + x) * channels + c] = c < colours ? value : top;
      }
    },
    // The sheet draws the blocks as marks: a program of its own for each bar would be compiled with every move of the frame.
    shader: { source: "vec4 stepped(ivec2 at) { return texel(at); }", numbers: {} }
  };
}
var LENGTH, TALL, ROOM, PARTS, GLYPHS, columnsOf2, INK;
var init_scale_bar = __esm({
  "src/core/frame/scale-bar.ts"() {
    "use strict";
    init_course();
    LENGTH = 0.22;
    TALL = 0.011;
    ROOM = 2;
    PARTS = 5;
    GLYPHS = {
      "0": [7, 5, 5, 5, 7],
      "1": [2, 6, 2, 2, 7],
      "2": [7, 1, 7, 4, 7],
      "5": [7, 4, 7, 1, 7],
      m: [0, 31, 21, 21, 21],
      c: [0, 7, 4, 4, 7],
      " ": [0, 0, 0, 0, 0]
    };
    columnsOf2 = (letter) => letter === "m" ? 5 : 3;
    INK = 0.08;
  }
});

// src/core/frame/ratio-words.ts
var init_ratio_words = __esm({
  "src/core/frame/ratio-words.ts"() {
    "use strict";
  }
});

// src/core/frame/index.ts
var init_frame = __esm({
  "src/core/frame/index.ts"() {
    "use strict";
    init_recipe_part5();
    init_course6();
    init_clean_frame();
    init_keep_marks();
    init_weighed_frame();
    init_share_kept();
    init_output_size();
    init_turn_step();
    init_cut_off();
    init_scale_bar();
    init_ratio_words();
  }
});

// src/core/shape/bend/bend-settings.ts
import { z as z12 } from "zod";
var id, on, LOCKS, taut, joint, face3, shield, unique, bendSettings, firmness, surfaceShare, movesAnything;
var init_bend_settings = __esm({
  "src/core/shape/bend/bend-settings.ts"() {
    "use strict";
    init_course();
    id = z12.string().min(1).max(64);
    on = z12.boolean().default(true);
    LOCKS = ["free", "vertical", "horizontal"];
    taut = z12.strictObject({
      id,
      points: z12.array(point).min(2).max(2e3).describe("Along the edge, pixels of the original"),
      lock: z12.enum([...LOCKS, "parallel"]).default("free").describe("What it is straightened to; parallel: to the line named by `along`"),
      along: id.optional().describe("Another taut line, that this one becomes parallel to"),
      amount: z12.number().min(0).max(1).default(1).describe("How far it is straightened"),
      on
    });
    joint = z12.strictObject({
      id,
      at: point.describe("Pixels of the original"),
      by: z12.tuple([pixels, pixels]).optional().describe("How far it is pulled, pixels of the corrected plane; absent: it goes where the rest takes it")
    });
    face3 = z12.strictObject({
      id,
      joints: z12.tuple([id, id, id, id]).describe("Top left, top right, bottom right, bottom left"),
      form: z12.enum(["free", "rectangle"]).default("free"),
      ratio: z12.number().min(0.01).max(100).optional().describe("Width over height of a rectangle; absent: what the camera tells"),
      amount: z12.number().min(0).max(1).optional().describe("How far its joints go to what it asks for; of a joint of several faces the mean; absent: wholly"),
      edges: z12.tuple([z12.enum(LOCKS), z12.enum(LOCKS), z12.enum(LOCKS), z12.enum(LOCKS)]).optional().describe("Top, right, bottom and left; absent: all free"),
      on
    });
    shield = z12.strictObject({
      id,
      points: z12.array(point).min(2).max(500).describe("Its outline, or a line: pixels of the original"),
      keeps: z12.enum(["form", "round", "place"]).default("form").describe("Its form as it is corrected; as it is seen looking right at it; or the very place where it is"),
      turn: z12.enum(["as-is", "none"]).default("as-is").describe("As what is around it turns, or not at all"),
      amount: z12.number().min(0).max(1).optional().describe("How firmly it is kept; absent: wholly"),
      on
    });
    unique = (all) => new Set(all.map((m) => m.id)).size === all.length;
    bendSettings = z12.strictObject({
      on,
      taut: z12.array(taut).max(200).default([]).refine(unique, "Two taut lines have the same id."),
      joints: z12.array(joint).max(400).default([]).refine(unique, "Two joints have the same id."),
      faces: z12.array(face3).max(100).default([]).refine(unique, "Two faces have the same id."),
      shields: z12.array(shield).max(100).default([]).refine(unique, "Two shields have the same id."),
      surface: z12.number().min(0).max(1).optional().describe(
        "What the picture is shown on: 0, as absent, a flat surface; 1 a standing cylinder; between them a blend"
      )
    }).refine(({ joints, faces }) => {
      const known = new Set(joints.map((j) => j.id));
      return faces.every((f) => f.joints.every((j) => known.has(j)));
    }, "A face names a joint that there is none of.");
    firmness = ({ amount = 1 }) => 10 ** (-6 * (1 - amount));
    surfaceShare = (shape) => shape?.on ? shape.surface ?? 0 : 0;
    movesAnything = (shape) => shape !== void 0 && shape.on && (shape.taut.some((t) => t.on) || shape.faces.some((f) => f.on) || shape.shields.some((s) => s.on && s.keeps === "round"));
  }
});

// src/core/shape/bend/quad.ts
function squareToQuad([[x0, y0], [x1, y1], [x2, y2], [x3, y3]]) {
  const [dx1, dx2, sx] = [x1 - x2, x3 - x2, x0 - x1 + x2 - x3];
  const [dy1, dy2, sy] = [y1 - y2, y3 - y2, y0 - y1 + y2 - y3];
  const det = dx1 * dy2 - dx2 * dy1;
  const g = (sx * dy2 - dx2 * sy) / det;
  const h = (dx1 * sy - sx * dy1) / det;
  return [x1 - x0 + g * x1, x3 - x0 + h * x3, x0, y1 - y0 + g * y1, y3 - y0 + h * y3, y0, g, h, 1];
}
function quadFault(quad) {
  const sines = quad.map((_, i) => sineAt(quad[i], quad[(i + 1) % 4], quad[(i + 2) % 4]));
  if (sines.every((s) => s > IN_LINE)) return null;
  return signedArea(quad) < 0 || sines.some((s) => s < -IN_LINE) ? "inside out" : "in line";
}
function inQuad(quad, x, y) {
  for (let i = 0; i < 4; i++) {
    const [a, b] = [quad[i], quad[(i + 1) % 4]];
    if ((b[0] - a[0]) * (y - a[1]) - (b[1] - a[1]) * (x - a[0]) < 0) return false;
  }
  return true;
}
var quadToQuad, depthOf, sineAt, IN_LINE;
var init_quad = __esm({
  "src/core/shape/bend/quad.ts"() {
    "use strict";
    init_geometry();
    quadToQuad = (from, to) => multiply3(squareToQuad(to), invert3(squareToQuad(from)));
    depthOf = (m, [x, y]) => m[6] * x + m[7] * y + m[8];
    sineAt = (a, b, c) => {
      const [ux, uy, vx, vy] = [b[0] - a[0], b[1] - a[1], c[0] - b[0], c[1] - b[1]];
      const long = Math.hypot(ux, uy) * Math.hypot(vx, vy);
      return long > 0 ? (ux * vy - uy * vx) / long : 0;
    };
    IN_LINE = Math.sin(3 * Math.PI / 180);
  }
});

// src/core/shape/bend/shared-edges.ts
function sharedEdges(faces) {
  const first2 = /* @__PURE__ */ new Map();
  const found = [];
  faces.forEach(({ joints }, f) => {
    for (let side2 = 0; side2 < 4; side2++) {
      const key = [...endsOfSide(joints, side2)].sort().join("\n");
      const other = first2.get(key);
      if (other) {
        found.push([other, [f, side2]]);
        first2.set(key, null);
      } else if (other === void 0) first2.set(key, [f, side2]);
    }
  });
  return found;
}
var endsOfSide;
var init_shared_edges = __esm({
  "src/core/shape/bend/shared-edges.ts"() {
    "use strict";
    endsOfSide = (joints, side2) => [
      joints[side2],
      joints[(side2 + 1) % 4]
    ];
  }
});

// src/core/shape/bend/face-patch.ts
function boxAround(places) {
  const [x, y, w, h] = bounds(places);
  const more = BOX_MARGIN * (w + h);
  return [x - more, y - more, w + 2 * more, h + 2 * more];
}
function joined(quads, shared) {
  const patches = quads.map(({ view, to }) => new FacePatch(view.quad, to, view));
  const meetings = patches.map(() => [
    null,
    null,
    null,
    null
  ]);
  for (const [[f, side2], [g, other]] of shared) {
    const [one, two] = [quads[f].rectangle, quads[g].rectangle];
    const share = one === two ? 0.5 : one ? 0 : 1;
    meetings[f][side2] = { ratio: patches[g].ratios[other], share };
    meetings[g][other] = { ratio: patches[f].ratios[side2], share: 1 - share };
  }
  patches.forEach((patch, f) => patch.meet(meetings[f]));
  return patches;
}
var ROUNDS2, EXACT, BOX_PARTS, BOX_MARGIN, carriedAlong, FacePatch;
var init_face_patch = __esm({
  "src/core/shape/bend/face-patch.ts"() {
    "use strict";
    init_geometry();
    init_quad();
    init_shared_edges();
    ROUNDS2 = 24;
    EXACT = 1e-6;
    BOX_PARTS = 16;
    BOX_MARGIN = 0.01;
    carriedAlong = (ratio, s) => ratio * s / (1 - s + ratio * s);
    FacePatch = class {
      /**
       * @param from corners where straight things are straight: on the plane, or where that is bent, in a flat view of its own.
       * @param view the way into that view, and how deep the corners' rays go into it; null where the plane is flat.
       * @throws RangeError where corners are in line.
       */
      constructor(from, to, view = null) {
        this.from = from;
        this.to = to;
        const chart = this.chart = view?.chart ?? null;
        this.matrix = quadToQuad(from, to);
        this.inverse = invert3(this.matrix);
        const square = squareToQuad(from);
        this.toSquare = invert3(square);
        this.depths = [
          [0, 0],
          [1, 0],
          [1, 1],
          [0, 1]
        ].map((c) => depthOf(square, c));
        const d = from.map((c) => depthOf(this.matrix, c));
        const along = (depths) => depths.map((depth, i) => depths[(i + 1) % 4] / depth);
        this.viewed = along(view?.depths ?? [1, 1, 1, 1]);
        this.ratios = along(d).map((r, side2) => r * this.viewed[side2]);
        this.box = chart && boxAround([0, 1, 2, 3].flatMap((side2) => this.alongSide(side2)));
      }
      from;
      to;
      matrix;
      inverse;
      toSquare;
      /** Depths of the corners in the square's own homography. */
      depths;
      /** Depth at each edge's end over that at its beginning, as rays of one length come: alike for all views of one edge. */
      ratios;
      /** The same of the view itself. */
      viewed;
      shared = [null, null, null, null];
      slides = false;
      /** Of the plane, what the face lies in. */
      box;
      chart;
      /** Places of the plane along a side, `parts` + 1 of them, evenly in the view in which it is straight. */
      alongSide(side2, parts = BOX_PARTS) {
        const [a, b] = endsOfSide(this.from, side2);
        return Array.from({ length: parts + 1 }, (_, k) => {
          const p = lerp2(a, b, k / parts);
          return this.chart ? this.chart.from(p) ?? p : p;
        });
      }
      /**
       * The place of the plane on a side, next to one that may lie beside it, as it is seen where the side is straight; the first two of
       * `out`. @returns false where it cannot be seen there.
       */
      nextOn(side2, x, y, out) {
        const { chart, at } = this;
        if (!chart) {
          at[0] = x;
          at[1] = y;
        } else if (!chart.to(x, y, at)) return false;
        const [a, b] = [this.from[side2], this.from[(side2 + 1) % 4]];
        const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
        const t = Math.max(0, Math.min(1, ((at[0] - a[0]) * dx + (at[1] - a[1]) * dy) / (dx * dx + dy * dy)));
        const p = [a[0] + t * dx, a[1] + t * dy];
        const place = chart ? chart.from(p) : p;
        if (!place) return false;
        out[0] = place[0];
        out[1] = place[1];
        return true;
      }
      /** Whether a place of the plane lies in the face, its border included. */
      holds(x, y) {
        if (!this.chart || !this.box) return inQuad(this.from, x, y);
        const [left, top, w, h] = this.box;
        if (x < left || y < top || x > left + w || y > top + h) return false;
        return this.chart.to(x, y, this.at) && inQuad(this.from, this.at[0], this.at[1]);
      }
      at = new Float64Array(2);
      /** Says which edges are shared, and with what. */
      meet(shared) {
        this.shared = shared;
        this.slides = shared.some((m) => m !== null && m.share > 0);
      }
      /** How far an edge slides at s, as a share of it, to meet its neighbour. */
      slideAt(side2, s) {
        const other = this.shared[side2];
        if (other === null || other.share === 0) return 0;
        const viewed = this.viewed[side2];
        return other.share * (carriedAlong(1 / (other.ratio * viewed), s) - carriedAlong(this.ratios[side2] / viewed, s));
      }
      /** How far an edge slides at the most, pixels outside: by so much the face is not flat. */
      slideOf(side2) {
        const [a, b] = [this.to[side2], this.to[(side2 + 1) % 4]];
        let most = 0;
        for (let k = 1; k < 16; k++) most = Math.max(most, Math.abs(this.slideAt(side2, k / 16)));
        return most * Math.hypot(b[0] - a[0], b[1] - a[1]);
      }
      /** How far what lies at a place inside slides, pixels outside; written to `out`. */
      slideInside(x, y, out) {
        const [m, d] = [this.toSquare, this.depths];
        const w = m[6] * x + m[7] * y + m[8];
        const a = (m[0] * x + m[1] * y + m[2]) / w;
        const b = (m[3] * x + m[4] * y + m[5]) / w;
        const along = [a, b, 1 - a, 1 - b];
        const near = [1 - b, a, b, 1 - a];
        out[0] = out[1] = 0;
        for (let side2 = 0; side2 < 4; side2++) {
          if (this.shared[side2] === null) continue;
          const [t, from, to] = [along[side2], d[side2], d[(side2 + 1) % 4]];
          const s = t * to / ((1 - t) * from + t * to);
          const by = this.slideAt(side2, Math.max(0, Math.min(1, s))) * near[side2];
          const [p, q] = [this.to[side2], this.to[(side2 + 1) % 4]];
          out[0] += by * (q[0] - p[0]);
          out[1] += by * (q[1] - p[1]);
        }
      }
      slide = [0, 0];
      /** Where a place inside goes; the first two of `out`. */
      forward(x, y, out) {
        if (this.chart?.to(x, y, this.at)) this.ahead(this.at[0], this.at[1], out);
        else this.ahead(x, y, out);
      }
      /** Where a place outside came from. */
      back(x, y, out) {
        this.behind(x, y, out);
        const p = this.chart?.from([out[0], out[1]]);
        if (!p) return;
        out[0] = p[0];
        out[1] = p[1];
      }
      ahead(x, y, out) {
        const m = this.matrix;
        const w = m[6] * x + m[7] * y + m[8];
        let [px, py] = [(m[0] * x + m[1] * y + m[2]) / w, (m[3] * x + m[4] * y + m[5]) / w];
        if (this.slides) {
          this.slideInside(x, y, this.slide);
          px += this.slide[0];
          py += this.slide[1];
        }
        out[0] = px;
        out[1] = py;
      }
      behind(x, y, out) {
        const m = this.inverse;
        let [tx, ty] = [x, y];
        for (let n = 0; n < ROUNDS2; n++) {
          const w = m[6] * tx + m[7] * ty + m[8];
          out[0] = (m[0] * tx + m[1] * ty + m[2]) / w;
          out[1] = (m[3] * tx + m[4] * ty + m[5]) / w;
          if (!this.slides) return;
          this.slideInside(out[0], out[1], this.slide);
          const [nx, ny] = [x - this.slide[0], y - this.slide[1]];
          const off = Math.abs(nx - tx) + Math.abs(ny - ty);
          tx = nx;
          ty = ny;
          if (off < EXACT) return;
        }
      }
    };
  }
});

// src/core/shape/bend/placed-marks.ts
function smoothly(points, count) {
  const at = (i) => points[Math.max(0, Math.min(points.length - 1, i))];
  const fine2 = [];
  const parts = Math.max(2, Math.ceil(4 * count / (points.length - 1)));
  for (let i = 0; i + 1 < points.length; i++)
    for (let k = 0; k < parts; k++) {
      const t = k / parts;
      const [a, b, c, d] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
      const along = (n) => points.length === 2 ? b[n] + (c[n] - b[n]) * t : b[n] + t * (c[n] - a[n] + t * (2 * a[n] - 5 * b[n] + 4 * c[n] - d[n] + t * (3 * (b[n] - c[n]) + d[n] - a[n]))) / 2;
      fine2.push([along(0), along(1)]);
    }
  fine2.push(points[points.length - 1]);
  return evenly(fine2, count);
}
function evenly(points, count) {
  const far = [0];
  for (let i2 = 1; i2 < points.length; i2++)
    far.push(far[i2 - 1] + Math.hypot(points[i2][0] - points[i2 - 1][0], points[i2][1] - points[i2 - 1][1]));
  const whole = far[far.length - 1];
  let i = 1;
  return Array.from({ length: count }, (_, k) => {
    const at = whole * k / (count - 1);
    while (i < points.length - 1 && far[i] < at) i++;
    const span = far[i] - far[i - 1];
    const t = span > 0 ? (at - far[i - 1]) / span : 0;
    const [a, b] = [points[i - 1], points[i]];
    return [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];
  });
}
function placeTaut(mark, step, forward) {
  const seen = mark.points.map((p) => forward(p)).filter((p) => p !== null);
  if (seen.length < 2) return null;
  const length = seen.reduce(
    (s, p, i) => i === 0 ? 0 : s + Math.hypot(p[0] - seen[i - 1][0], p[1] - seen[i - 1][1]),
    0
  );
  if (!(length > 1)) return null;
  return { mark, places: smoothly(seen, Math.max(FEWEST3, Math.min(MOST6, Math.ceil(length / step) + 1))) };
}
function placeShield(mark, sight, forward) {
  const outline = mark.points.map((p) => forward(p)).filter((p) => p !== null);
  if (outline.length < 2) return null;
  const places = outline.length === 2 ? evenly(outline, FEWEST3) : [...outline, ...inside(outline)];
  return { mark, places, form: mark.keeps === "round" ? lookedAt(places, sight) : places };
}
function inside(outline) {
  const [x, y, w, h] = bounds(outline);
  const found = [];
  for (let j = 0; j < ACROSS; j++)
    for (let i = 0; i < ACROSS; i++) {
      const p = [x + (i + 0.5) * w / ACROSS, y + (j + 0.5) * h / ACROSS];
      if (contains(outline, p)) found.push(p);
    }
  return found;
}
function lookedAt(places, sight) {
  const rays = places.map((p) => unit3(sight.ray(p)));
  const ahead = unit3(rays.reduce((s, r) => [s[0] + r[0], s[1] + r[1], s[2] + r[2]], [0, 0, 0]));
  const across = unit3(cross3([0, 1, 0], ahead));
  const down = cross3(ahead, across);
  const flat2 = rays.map((r) => [dot3(r, across) / dot3(r, ahead), dot3(r, down) / dot3(r, ahead)]);
  const larger = spreadOf3(places) / Math.max(1e-12, spreadOf3(flat2));
  return flat2.map(([x, y]) => [x * larger, y * larger]);
}
function spreadOf3(places) {
  const mean = (c) => places.reduce((s, p) => s + p[c], 0) / places.length;
  const [mx, my] = [mean(0), mean(1)];
  return Math.sqrt(places.reduce((s, [x, y]) => s + (x - mx) ** 2 + (y - my) ** 2, 0) / places.length);
}
var FEWEST3, MOST6, ACROSS;
var init_placed_marks = __esm({
  "src/core/shape/bend/placed-marks.ts"() {
    "use strict";
    init_geometry();
    FEWEST3 = 12;
    MOST6 = 90;
    ACROSS = 7;
  }
});

// src/core/shape/proportion/recipe-part.ts
import { z as z13 } from "zod";
function factorsOf2({ height, keeps }) {
  if (keeps === "height") return [1 / height, 1];
  return keeps === "area" ? [1 / Math.sqrt(height), Math.sqrt(height)] : [1, height];
}
var UNITS, named, extent, corners, measure, HEIGHTS, clampedHeight, KEEPS, proportion, measuresOf, proportionKeys, proportionLaid;
var init_recipe_part6 = __esm({
  "src/core/shape/proportion/recipe-part.ts"() {
    "use strict";
    init_course();
    UNITS = { mm: 1e-3, cm: 0.01, m: 1, ft: 0.3048, in: 0.0254, ratio: 1 };
    named = {
      id: z13.string().min(1).max(100),
      on: z13.boolean().default(true),
      wall: z13.string().max(100).optional().describe(
        `What it lies on: "floor", "own" (a wall whose heading it tells itself), or a sill's id; absent: what fits`
      ),
      unit: z13.enum(Object.keys(UNITS)).optional().describe("Shown in; ratio: tells no size")
    };
    extent = z13.number().positive().max(1e6);
    corners = z13.tuple([point, point, point, point]).describe("Top left, top right, bottom right, bottom left");
    measure = z13.discriminatedUnion("kind", [
      z13.strictObject({ kind: z13.literal("rectangle"), points: corners, width: extent, height: extent, ...named }),
      z13.strictObject({
        kind: z13.literal("grid"),
        points: corners,
        columns: z13.number().int().positive().max(1e3),
        rows: z13.number().int().positive().max(1e3),
        width: extent.describe("Of one tile"),
        height: extent.describe("Of one tile"),
        ...named
      }),
      z13.strictObject({
        kind: z13.literal("ellipse"),
        points: z13.array(point).min(5).max(2e3).describe("Along its edge"),
        width: extent,
        height: extent,
        ...named
      }),
      z13.strictObject({ kind: z13.literal("length"), points: z13.tuple([point, point]), length: extent, ...named })
    ]);
    HEIGHTS = [0.1, 10];
    clampedHeight = (height) => Math.max(HEIGHTS[0], Math.min(HEIGHTS[1], height));
    KEEPS = ["width", "height", "area"];
    proportion = z13.strictObject({
      on: z13.boolean().default(true),
      from: z13.enum(["measures", "by-hand"]).optional().describe("Where the height comes from"),
      keeps: z13.enum(KEEPS).optional().describe("What stays as large as it is; absent: the width"),
      height: z13.number().min(HEIGHTS[0]).max(HEIGHTS[1]).default(1).describe("Heights over widths, against what the camera saw"),
      perPixel: z13.number().positive().max(1e6).optional().describe("Metres to a pixel of the corrected plane, as measured"),
      measures: z13.array(measure).max(200).optional()
    });
    measuresOf = ({ proportion: { measures } }) => (measures ?? []).filter((m) => m.on);
    proportionKeys = { proportion: proportion.prefault({}) };
    proportionLaid = ({
      proportion: { height, measures }
    }) => height !== 1 || (measures ?? []).length > 0;
  }
});

// src/core/shape/proportion/proportion-step.ts
function proportionStep({ camera, proportion: proportion2 }) {
  if (!proportion2.on) return null;
  const [x, y] = factorsOf2(proportion2);
  const [cx, cy] = camera.principal;
  return homographyStep([x, 0, cx * (1 - x), 0, y, cy * (1 - y), 0, 0, 1]);
}
var init_proportion_step = __esm({
  "src/core/shape/proportion/proportion-step.ts"() {
    "use strict";
    init_course();
    init_recipe_part6();
  }
});

// src/core/shape/proportion/on-wall.ts
function cut({ camera: { focalPx, principal }, lens, attitude: { pitch, roll }, heading, floor }, p) {
  const [x, y] = lens.undistort(p);
  const level = rotationOf({ pitch, yaw: 0, roll });
  const ray = apply3(level, [(x - principal[0]) / focalPx, (y - principal[1]) / focalPx, 1]);
  const [c, s] = [Math.cos(heading * DEG), Math.sin(heading * DEG)];
  const depth = ray[2] * c - ray[0] * s;
  if (floor) return ray[1] > 1e-4 ? [(ray[0] * c + ray[2] * s) / ray[1], -depth / ray[1]] : null;
  return depth > 1e-4 ? [(ray[0] * c + ray[2] * s) / depth, ray[1] / depth] : null;
}
function onWall(view, points) {
  const all = points.map((p) => {
    const [at, ...moved2] = [
      [0, 0],
      [STEP7, 0],
      [-STEP7, 0],
      [0, STEP7],
      [0, -STEP7]
    ].map(([dx, dy]) => cut(view, [p[0] + dx, p[1] + dy]));
    if (!at || moved2.some((m) => m === null)) return null;
    const [right, left, down, up] = moved2;
    const by = (a, b) => [(a[0] - b[0]) / (2 * STEP7), (a[1] - b[1]) / (2 * STEP7)];
    const [u, v] = [by(right, left), by(down, up)];
    return { at, covariance: [u[0] ** 2 + v[0] ** 2, u[0] * u[1] + v[0] * v[1], u[1] ** 2 + v[1] ** 2] };
  });
  return all.every((p) => p !== null) ? all : null;
}
var STEP7;
var init_on_wall = __esm({
  "src/core/shape/proportion/on-wall.ts"() {
    "use strict";
    init_camera();
    init_geometry();
    STEP7 = 0.25;
  }
});

// src/core/shape/proportion/measured-shape.ts
function weightOf({ covariance: [xx, xy, yy] }) {
  const det = xx * yy - xy * xy;
  return [yy / det, -xy / det, xx / det];
}
function levelRectangle(corners2) {
  const sides = [
    [0, 2],
    [1, 2],
    [1, 3],
    [0, 3]
  ];
  const a = Array.from({ length: 4 }, () => [0, 0, 0, 0]);
  const b = [0, 0, 0, 0];
  corners2.forEach((corner, n) => {
    const [wxx, wxy, wyy] = weightOf(corner);
    const [i, j] = sides[n];
    a[i][i] += wxx;
    a[j][j] += wyy;
    a[i][j] += wxy;
    a[j][i] += wxy;
    b[i] += wxx * corner.at[0] + wxy * corner.at[1];
    b[j] += wxy * corner.at[0] + wyy * corner.at[1];
  });
  const found = solveSymmetric(a, b);
  const inverse = invertSymmetric(a);
  if (!found || !inverse) return null;
  const [left, right, top, bottom] = found;
  const [width, height] = [right - left, bottom - top];
  if (!(width > 0 && height > 0)) return null;
  const misfit = corners2.reduce((sum, corner, n) => {
    const [i, j] = sides[n];
    const [dx, dy] = [corner.at[0] - found[i], corner.at[1] - found[j]];
    const [wxx, wxy, wyy] = weightOf(corner);
    return sum + wxx * dx * dx + 2 * wxy * dx * dy + wyy * dy * dy;
  }, 0);
  const c = inverse;
  const ww = (c[0][0] - 2 * c[0][1] + c[1][1]) / width ** 2;
  const hh = (c[2][2] - 2 * c[2][3] + c[3][3]) / height ** 2;
  const wh = (c[0][2] - c[0][3] - c[1][2] + c[1][3]) / (width * height);
  return { width, height, covariance: [ww, wh, hh], misfit, freedom: 4 };
}
function levelEllipse(places) {
  const [xs, ys] = [places.map((p) => p.at[0]), places.map((p) => p.at[1])];
  const middle = (v) => (Math.min(...v) + Math.max(...v)) / 2;
  const half = (v) => (Math.max(...v) - Math.min(...v)) / 2;
  let [cx, cy, la, lb] = [middle(xs), middle(ys), Math.log(half(xs)), Math.log(half(ys))];
  let normal2 = [];
  let misfit = 0;
  for (let round = 0; round < ROUNDS3; round++) {
    const [a, b] = [Math.exp(la), Math.exp(lb)];
    if (![cx, cy, a, b].every(Number.isFinite)) return null;
    normal2 = Array.from({ length: 4 }, () => [0, 0, 0, 0]);
    const right = [0, 0, 0, 0];
    misfit = 0;
    for (const { at, covariance } of places) {
      const [u, v] = [(at[0] - cx) / a, (at[1] - cy) / b];
      const miss2 = u * u + v * v - 1;
      const [gx, gy] = [2 * u / a, 2 * v / b];
      const variance = gx * gx * covariance[0] + 2 * gx * gy * covariance[1] + gy * gy * covariance[2];
      if (!(variance > 0)) return null;
      const row = [-gx, -gy, -2 * u * u, -2 * v * v];
      misfit += miss2 * miss2 / variance;
      row.forEach((r, i) => {
        right[i] -= r * miss2 / variance;
        row.forEach((s, j) => normal2[i][j] += r * s / variance);
      });
    }
    const step = solveSymmetric(normal2, right);
    if (!step) return null;
    cx += step[0];
    cy += step[1];
    la += step[2];
    lb += step[3];
    if (Math.abs(step[0]) + Math.abs(step[1]) < 1e-12 * a && Math.abs(step[2]) + Math.abs(step[3]) < 1e-12) break;
  }
  const c = invertSymmetric(normal2);
  if (!c) return null;
  return {
    width: 2 * Math.exp(la),
    height: 2 * Math.exp(lb),
    covariance: [c[2][2], c[2][3], c[3][3]],
    misfit,
    freedom: places.length - 4
  };
}
var ROUNDS3;
var init_measured_shape = __esm({
  "src/core/shape/proportion/measured-shape.ts"() {
    "use strict";
    init_numerics();
    ROUNDS3 = 30;
  }
});

// src/core/shape/proportion/surfaces.ts
function laidOn(view, measure3, surface) {
  const places = onWall({ ...view, heading: surface.heading, floor: surface.kind === "floor" }, measure3.points);
  if (!places) return null;
  if (measure3.kind === "length") {
    const [a, b] = [places[0].at, places[1].at];
    return Math.hypot(b[0] - a[0], b[1] - a[1]) > 0 ? { surface, places, shape: null } : null;
  }
  if (measure3.kind !== "ellipse" && !goesRound(places)) return null;
  const shape = measure3.kind === "ellipse" ? levelEllipse(places) : levelRectangle(places);
  return shape && Number.isFinite(shape.misfit) ? { surface, places, shape } : null;
}
function onItsOwn(view, measure3, kind = "own") {
  const at = (heading) => laidOn(view, measure3, { kind, heading });
  let best = null;
  const most = kind === "floor" ? FLOOR_SEARCH : OWN_SEARCH;
  for (let d = -most; d <= most; d += OWN_STEP) best = better(best, at(view.attitude.yaw + d));
  for (let step = OWN_STEP / 2; best && step > 1e-6; step /= 2) {
    const { heading } = best.surface;
    best = better(best, better(at(heading - step), at(heading + step)));
  }
  return best;
}
function laidDown(view, measure3) {
  const { wall } = measure3;
  const facing = view.headings[0] ?? view.attitude.yaw;
  if (wall === "floor") {
    const along = laidOn(view, measure3, { kind: "floor", heading: facing });
    if (measure3.kind === "length" || along && missPx(along) <= MISSES_WALL_PX) return along;
    return onItsOwn(view, measure3, "floor") ?? along;
  }
  if (wall === "own" && measure3.kind !== "length") return onItsOwn(view, measure3);
  const named2 = wall === void 0 ? null : view.headingOf?.(wall) ?? null;
  if (named2 !== null) return laidOn(view, measure3, { kind: "wall", heading: named2 });
  const headings = view.headings.length > 0 ? view.headings : [view.attitude.yaw];
  if (measure3.kind === "length") return laidOn(view, measure3, { kind: "wall", heading: facing });
  const known = headings.reduce((best, heading) => {
    const one = laidOn(view, measure3, { kind: "wall", heading });
    return one && (!best || one.shape.misfit < 0.5 * best.shape.misfit) ? one : best;
  }, null);
  if (known && missPx(known) <= MISSES_WALL_PX) return known;
  const own = onItsOwn(view, measure3);
  return own && (!known || missPx(own) < 0.5 * missPx(known)) ? own : known;
}
var OWN_SEARCH, FLOOR_SEARCH, OWN_STEP, MISSES_WALL_PX, goesRound, missPx, better;
var init_surfaces = __esm({
  "src/core/shape/proportion/surfaces.ts"() {
    "use strict";
    init_measured_shape();
    init_on_wall();
    OWN_SEARCH = 65;
    FLOOR_SEARCH = 45;
    OWN_STEP = 5;
    MISSES_WALL_PX = 3;
    goesRound = (places) => places.every(({ at: a }, i) => {
      const [b, c] = [places[(i + 1) % 4].at, places[(i + 2) % 4].at];
      return (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]) > 0;
    });
    missPx = ({ shape }) => shape ? Math.sqrt(shape.misfit / shape.freedom) : 0;
    better = (a, b) => a && b ? missPx(b) < missPx(a) ? b : a : a ?? b;
  }
});

// src/core/shape/proportion/scale.ts
function distance(laid, height) {
  const [a, b] = [laid.places[0], laid.places[1]];
  const tall = laid.surface.kind === "floor" ? 1 : height;
  const [dx, dy] = [b.at[0] - a.at[0], tall * (b.at[1] - a.at[1])];
  const length = Math.hypot(dx, dy);
  const [ux, uy] = [dx / length, tall * dy / length];
  const of = ([xx, xy, yy]) => ux * ux * xx + 2 * ux * uy * xy + uy * uy * yy;
  return { length, variance: (of(a.covariance) + of(b.covariance)) * END_SIGMA_PX2 ** 2 };
}
function scalesOf(measures, laid, height) {
  const all = measures.flatMap((m, i) => {
    const one = laid[i];
    if (!one || m.unit === "ratio") return [];
    if (m.kind === "length") {
      const { length, variance } = distance(one, height);
      return [{ surface: one.surface, log: Math.log(m.length / length), variance: variance / length ** 2 }];
    }
    const shape = one.shape;
    const [w, h] = m.kind === "grid" ? [m.columns * m.width, m.rows * m.height] : [m.width, m.height];
    const [ww, wh, hh] = shape.covariance;
    if (one.surface.kind !== "floor")
      return [{ surface: one.surface, log: Math.log(w / shape.width), variance: ww * END_SIGMA_PX2 ** 2 }];
    const log = 0.5 * Math.log(w / shape.width * (h / shape.height));
    return [{ surface: one.surface, log, variance: 0.25 * (ww + 2 * wh + hh) * END_SIGMA_PX2 ** 2 }];
  });
  const groups = [];
  for (const one of all) {
    const group = groups.find((g) => same(g[0].surface, one.surface));
    if (group) group.push(one);
    else groups.push([one]);
  }
  return groups.map((group) => {
    const weight = group.reduce((s, g) => s + 1 / g.variance, 0);
    const log = group.reduce((s, g) => s + g.log / g.variance, 0) / weight;
    const scatter = group.length > 1 ? group.reduce((s, g) => s + (g.log - log) ** 2 / g.variance, 0) / (group.length - 1) : 1;
    return { surface: group[0].surface, metres: Math.exp(log), sigma: Math.sqrt(Math.max(1, scatter) / weight) };
  });
}
var END_SIGMA_PX2, SAME_WALL2, same;
var init_scale = __esm({
  "src/core/shape/proportion/scale.ts"() {
    "use strict";
    END_SIGMA_PX2 = 0.5;
    SAME_WALL2 = 2;
    same = (a, b) => a.kind === "floor" === (b.kind === "floor") && (a.kind === "floor" || Math.abs(a.heading - b.heading) < SAME_WALL2);
  }
});

// src/core/shape/proportion/solve-measures.ts
function solveMeasures(view, measures, nameOf2 = (id2) => id2) {
  const laid = measures.map((m) => laidDown(view, m));
  const factors = measures.map((m, i) => factorOf2(m, laid[i]) ?? againstLevel(measures, laid, i));
  const sum = weighed(factors.filter((f) => f !== null));
  const shares = measures.map((m, i) => {
    const factor = factors[i];
    const others = weighed(factors.filter((f, j) => f !== null && j !== i));
    const off = factor && others ? Math.abs(factor.log - others.log) / Math.sqrt(factor.variance + others.variance) : null;
    return {
      id: m.id,
      height: factor ? Math.exp(factor.log) : null,
      sigma: factor ? Math.sqrt(factor.variance) : null,
      pull: factor && sum ? 1 / (factor.variance * sum.weight) : 0,
      off,
      cause: off !== null && off > CONTRADICTS2 ? likelyCause2(m, factor, others) : null,
      surface: laid[i]?.surface ?? null,
      missPx: laid[i]?.shape ? Math.sqrt(laid[i].shape.misfit / laid[i].shape.freedom) : null,
      why: laid[i] ? null : cannot(m)
    };
  });
  const height = sum ? Math.exp(sum.log) : null;
  const scales = scalesOf(measures, laid, height ?? 1);
  return {
    height,
    sigma: sum && height ? height * Math.sqrt(sum.variance) : null,
    perPixel: perPixelOf(view, scales),
    misshape: misshapeBy(measures, laid),
    scales,
    measures: shares,
    messages: wordsOf(shares.map((share) => ({ ...share, id: nameOf2(share.id) })))
  };
}
function factorOf2(m, laid) {
  if (m.kind === "length" || !laid?.shape || laid.surface.kind === "floor") return null;
  const { shape } = laid;
  const [ww, wh, hh] = shape.covariance;
  return {
    log: Math.log(shape.width / shape.height / ratioOf(m)),
    variance: (ww - 2 * wh + hh) * END_SIGMA_PX2 ** 2
  };
}
function misshapeBy(measures, laid) {
  return measures.reduce((sum, m, i) => {
    const shape = laid[i]?.shape;
    if (m.kind === "length" || !shape) return sum;
    const [ww, wh, hh] = shape.covariance;
    const log = Math.log(shape.width / shape.height / ratioOf(m));
    return sum + (shape.misfit + log * log / (ww - 2 * wh + hh)) / END_SIGMA_PX2 ** 2;
  }, 0);
}
function reachOf({ places }) {
  const [a, b] = [places[0], places[1]];
  const [x, y] = [Math.abs(b.at[0] - a.at[0]), Math.abs(b.at[1] - a.at[1])];
  const of = (i) => (a.covariance[i] + b.covariance[i]) * END_SIGMA_PX2 ** 2;
  return { x, y, xVariance: of(0) / x ** 2, yVariance: of(2) / y ** 2 };
}
function againstLevel(measures, laid, i) {
  const [own, on2] = [measures[i], laid[i]];
  if (own.kind !== "length" || !on2 || on2.surface.kind === "floor") return null;
  const standing = reachOf(on2);
  if (standing.y < ONE_WAY * standing.x) return null;
  const level = measures.flatMap((m, j) => {
    const other = laid[j];
    if (!other || m.unit === "ratio" || other.surface.kind === "floor") return [];
    if (Math.abs(other.surface.heading - on2.surface.heading) >= FACING2) return [];
    if (m.kind === "length") {
      const { x, y, xVariance } = reachOf(other);
      return x < ONE_WAY * y ? [] : [{ log: Math.log(m.length / x), variance: xVariance }];
    }
    const width = m.kind === "grid" ? m.columns * m.width : m.width;
    const variance = other.shape.covariance[0] * END_SIGMA_PX2 ** 2;
    return [{ log: Math.log(width / other.shape.width), variance }];
  });
  const across = weighed(level);
  if (!across) return null;
  const down = Math.log(own.length / standing.y);
  return { log: down - across.log, variance: standing.yVariance + across.variance };
}
function weighed(all) {
  if (all.length === 0) return null;
  const weight = all.reduce((s, f) => s + 1 / f.variance, 0);
  const log = all.reduce((s, f) => s + f.log / f.variance, 0) / weight;
  const scatter = all.length > 1 ? all.reduce((s, f) => s + (f.log - log) ** 2 / f.variance, 0) / (all.length - 1) : 1;
  return { log, weight, variance: Math.max(1, scatter) / weight };
}
function perPixelOf({ camera, attitude: attitude2, headings }, scales) {
  const walls = scales.filter((s) => s.surface.kind !== "floor");
  const facing = headings[0] ?? attitude2.yaw;
  const one = walls.find((s) => Math.abs(s.surface.heading - facing) < FACING2) ?? walls[0];
  return one ? one.metres / camera.focalPx : null;
}
function likelyCause2(m, own, others) {
  const off = own.log - others.log;
  if (m.kind !== "length" && Math.abs(off + 2 * Math.log(ratioOf(m))) < AGREES) return EXCHANGED;
  const share = 100 * Math.abs(Math.expm1(off));
  return share < 10 ? say("They differ by {share} %: is its size as stated, and are its marks on its edges?", {
    share: share.toFixed(1)
  }) : say("Is it on another wall, or its size another?");
}
function wordsOf(shares) {
  const words2 = shares.flatMap(({ id: id2, why, missPx: missPx2 }) => {
    if (why) return [say("Measure {id} does not count. {why}", { id: id2, why })];
    if (missPx2 === null || missPx2 <= MISSHAPEN_PX) return [];
    return [
      say("The marks of measure {id} miss its shape by {miss} px: is it tilted, or a mark elsewhere?", {
        id: id2,
        miss: Math.round(missPx2)
      })
    ];
  });
  const odd = shares.filter((s) => s.off !== null && s.off > CONTRADICTS2).sort((a, b) => b.off - a.off);
  if (odd.length === 0) return words2;
  if (shares.filter((s) => s.off !== null).length < 3) {
    const exchanged = odd.find((s) => s.cause === EXCHANGED);
    const cause = exchanged ? say("With width and height of {id} exchanged they would agree.", { id: exchanged.id }) : say("Is one of them on another wall, or its size another?");
    return [
      ...words2,
      say("Measures {names} contradict each other. {cause}", { names: sayList(odd.map((s) => s.id)), cause })
    ];
  }
  return [
    ...words2,
    say("Measure {id} contradicts the others. {cause}", { id: odd[0].id, cause: odd[0].cause ?? "" })
  ];
}
var CONTRADICTS2, FACING2, MISSHAPEN_PX, ONE_WAY, ratioOf, cannot, AGREES, EXCHANGED;
var init_solve_measures = __esm({
  "src/core/shape/proportion/solve-measures.ts"() {
    "use strict";
    init_language();
    init_scale();
    init_surfaces();
    CONTRADICTS2 = 4;
    FACING2 = 2;
    MISSHAPEN_PX = 6;
    ONE_WAY = 4;
    ratioOf = (m) => m.kind === "grid" ? m.columns * m.width / (m.rows * m.height) : m.width / m.height;
    cannot = (measure3) => measure3.kind === "length" ? say("Its ends are one place, or lie where what it is on cannot be seen.") : say("Its marks lie on one line, cross over, or lie where what it is on cannot be seen.");
    AGREES = 0.02;
    EXCHANGED = say("With its width and height exchanged it would agree.");
  }
});

// src/core/shape/proportion/index.ts
var init_proportion = __esm({
  "src/core/shape/proportion/index.ts"() {
    "use strict";
    init_recipe_part6();
    init_proportion_step();
    init_on_wall();
    init_measured_shape();
    init_surfaces();
    init_scale();
    init_solve_measures();
  }
});

// src/core/shape/bend/sight.ts
function sightOf({ camera, proportion: proportion2, shape }) {
  const [fx, fy] = proportion2.on ? factorsOf2(proportion2) : [1, 1];
  const [cx, cy] = camera.principal;
  const bend = surfaceShare(shape);
  const surface = surfaceOf(camera, bend);
  const out = new Float64Array(4);
  return {
    ray: ([x, y]) => {
      surface.ray(cx + (x - cx) / fx, cy + (y - cy) / fy, out);
      return [out[0], out[1], out[2]];
    },
    place: (ray) => {
      const p = surface.place(ray);
      return p && [cx + (p[0] - cx) * fx, cy + (p[1] - cy) * fy];
    },
    flat: bend === 0 ? { focal: [camera.focalPx * fx, camera.focalPx * fy], centre: camera.principal } : null
  };
}
function flatView(corners2, sight) {
  if (sight.flat) return { quad: corners2, camera: sight.flat, depths: [1, 1, 1, 1], chart: null };
  const rays = corners2.map((c) => unit3(sight.ray(c)));
  const ahead = unit3(rays.reduce((s, r) => [s[0] + r[0], s[1] + r[1], s[2] + r[2]], [0, 0, 0]));
  const right = unit3(cross3([0, 1, 0], ahead));
  const down = cross3(ahead, right);
  if (rays.some((r) => dot3(r, ahead) < ASIDE2)) return null;
  const focal = planeFocal(corners2, sight);
  const flat2 = (ray) => {
    const depth = dot3(ray, ahead);
    return [focal * dot3(ray, right) / depth, focal * dot3(ray, down) / depth];
  };
  const chart = {
    to: (x, y, out) => {
      const ray = sight.ray([x, y]);
      if (!(dot3(ray, ahead) > 1e-6)) return false;
      const p = flat2(ray);
      out[0] = p[0];
      out[1] = p[1];
      return true;
    },
    from: ([x, y]) => sight.place([
      (x * right[0] + y * down[0]) / focal + ahead[0],
      (x * right[1] + y * down[1]) / focal + ahead[1],
      (x * right[2] + y * down[2]) / focal + ahead[2]
    ])
  };
  return {
    quad: rays.map(flat2),
    camera: { focal: [focal, focal], centre: [0, 0] },
    depths: rays.map((r) => dot3(r, ahead)),
    chart
  };
}
function planeFocal(corners2, sight) {
  const [a, b, c, d] = corners2;
  const radians2 = (p, q) => {
    const [r, s] = [unit3(sight.ray(p)), unit3(sight.ray(q))];
    return Math.atan2(Math.hypot(...cross3(r, s)), dot3(r, s));
  };
  const far = Math.hypot(c[0] - a[0], c[1] - a[1]) + Math.hypot(d[0] - b[0], d[1] - b[1]);
  return far / Math.max(1e-6, radians2(a, c) + radians2(b, d));
}
var ASIDE2;
var init_sight = __esm({
  "src/core/shape/bend/sight.ts"() {
    "use strict";
    init_camera();
    init_geometry();
    init_proportion();
    init_bend_settings();
    ASIDE2 = 0.09;
  }
});

// src/core/shape/bend/spline-field.ts
function latticeOver([x, y, w, h], along) {
  const cell = Math.max(w, h) / along;
  const columns = Math.max(1, Math.ceil(w / cell - 1e-9));
  const rows = Math.max(1, Math.ceil(h / cell - 1e-9));
  const isWide = columns > rows;
  return { x, y, cell, columns, rows, right: isWide ? rows + 3 : 1, down: isWide ? 1 : columns + 3 };
}
function weightsAt(t, out) {
  const u = 1 - t;
  out[0] = u * u * u / 6;
  out[1] = (4 - 6 * t * t + 3 * t * t * t) / 6;
  out[2] = (4 - 6 * u * u + 3 * u * u * u) / 6;
  out[3] = t * t * t / 6;
}
function slopesAt(t, out) {
  const u = 1 - t;
  out[0] = -(u * u) / 2;
  out[1] = (3 * t * t - 4 * t) / 2;
  out[2] = (4 * u - 3 * u * u) / 2;
  out[3] = t * t / 2;
}
function bendsAt(t, out) {
  out[0] = 1 - t;
  out[1] = 3 * t - 2;
  out[2] = 1 - 3 * t;
  out[3] = t;
}
function spotOf({ x, y, cell, columns, rows, right, down }, px, py, out) {
  const u = clamp((px - x) / cell, 0, columns);
  const v = clamp((py - y) / cell, 0, rows);
  const i = Math.min(columns - 1, Math.floor(u));
  const j = Math.min(rows - 1, Math.floor(v));
  out.first = j * down + i * right;
  out.tx = u - i;
  out.ty = v - j;
}
function eachNumber({ right, down }, first2, visit) {
  const [fast, slow] = [Math.min(right, down), Math.max(right, down)];
  for (let n = 0; n < 16; n++) {
    const [near, far] = [n & 3, n >> 2];
    visit(n, first2 + near * fast + far * slow, fast === right ? near : far, fast === right ? far : near);
  }
}
var reachOf2, numbersOf2, SplineField;
var init_spline_field = __esm({
  "src/core/shape/bend/spline-field.ts"() {
    "use strict";
    init_geometry();
    reachOf2 = ({ right, down }) => 2 * 3 * (right + down) + 1;
    numbersOf2 = ({ columns, rows }) => 2 * (columns + 3) * (rows + 3);
    SplineField = class {
      /** @param numbers x and y in turn, row by row. */
      constructor(lattice, numbers) {
        this.lattice = lattice;
        this.numbers = numbers;
      }
      lattice;
      numbers;
      spot = { first: 0, tx: 0, ty: 0 };
      wx = new Float64Array(4);
      wy = new Float64Array(4);
      sx = new Float64Array(4);
      sy = new Float64Array(4);
      /** Writes how far a place moves to `out`: x, y, and then ∂x/∂x, ∂x/∂y, ∂y/∂x, ∂y/∂y. Beyond the lattice it moves as its border does. */
      at(px, py, out) {
        const { spot, wx, wy, sx, sy, numbers, lattice } = this;
        spotOf(lattice, px, py, spot);
        weightsAt(spot.tx, wx);
        weightsAt(spot.ty, wy);
        slopesAt(spot.tx, sx);
        slopesAt(spot.ty, sy);
        const { right, down } = lattice;
        const a = wx[0];
        const b = wx[1];
        const c = wx[2];
        const d = wx[3];
        const sa = sx[0];
        const sb = sx[1];
        const sc = sx[2];
        const sd = sx[3];
        let x = 0;
        let y = 0;
        let xx = 0;
        let xy = 0;
        let yx = 0;
        let yy = 0;
        for (let j = 0; j < 4; j++) {
          const at = 2 * (spot.first + j * down);
          const next = at + 2 * right;
          const third = at + 4 * right;
          const last = at + 6 * right;
          const x0 = numbers[at];
          const x1 = numbers[next];
          const x2 = numbers[third];
          const x3 = numbers[last];
          const y0 = numbers[at + 1];
          const y1 = numbers[next + 1];
          const y2 = numbers[third + 1];
          const y3 = numbers[last + 1];
          const rowX = a * x0 + b * x1 + c * x2 + d * x3;
          const rowY = a * y0 + b * y1 + c * y2 + d * y3;
          const w = wy[j];
          const s = sy[j];
          x += w * rowX;
          y += w * rowY;
          xy += s * rowX;
          yy += s * rowY;
          xx += w * (sa * x0 + sb * x1 + sc * x2 + sd * x3);
          yx += w * (sa * y0 + sb * y1 + sc * y2 + sd * y3);
        }
        out[0] = x;
        out[1] = y;
        out[2] = xx / lattice.cell;
        out[3] = xy / lattice.cell;
        out[4] = yx / lattice.cell;
        out[5] = yy / lattice.cell;
      }
    };
  }
});

// src/core/shape/bend/field-energy.ts
function formsOf(cell, unit, manner) {
  const seen = new Float64Array(SIDE * SIDE);
  const always = new Float64Array(SIDE * SIDE);
  const of = (make, t) => {
    const out = new Float64Array(4);
    make(t, out);
    return out;
  };
  const row = new Float64Array(SIDE);
  const add = (into, cost) => {
    for (let a = 0; a < SIDE; a++) for (let b = 0; b <= a; b++) into[a * SIDE + b] += cost / 4 * row[a] * row[b];
  };
  for (const ty of GAUSS)
    for (const tx of GAUSS) {
      const [w, s, b] = [
        [of(weightsAt, tx), of(weightsAt, ty)],
        [of(slopesAt, tx), of(slopesAt, ty)],
        [of(bendsAt, tx), of(bendsAt, ty)]
      ];
      const observe2 = (into, cost, ...terms) => {
        row.fill(0);
        for (const [component, fx, fy, by] of terms)
          for (let j = 0; j < 4; j++)
            for (let i = 0; i < 4; i++) row[2 * (4 * j + i) + component] += by * fx[i] * fy[j];
        add(into, cost);
      };
      const slope = 1 / cell;
      const bend = unit / (cell * cell);
      observe2(seen, manner.forms * COSTS.turned, [0, s[0], w[1], slope], [1, w[0], s[1], -slope]);
      observe2(seen, manner.forms * COSTS.turned, [0, w[0], s[1], slope], [1, s[0], w[1], slope]);
      for (const c of [0, 1]) {
        observe2(always, COSTS.scaled, [c, s[0], w[1], slope]);
        observe2(always, COSTS.scaled, [c, w[0], s[1], slope]);
        observe2(always, COSTS.bent, [c, b[0], w[1], bend]);
        observe2(always, 2 * COSTS.bent, [c, s[0], s[1], bend]);
        observe2(always, COSTS.bent, [c, w[0], b[1], bend]);
        observe2(always, manner.staying * COSTS.moved, [c, w[0], w[1], 1 / unit]);
      }
    }
  return { seen, always };
}
function addEnergy(system, lattice, unit, visible, manner) {
  const { columns, rows, cell } = lattice;
  const { seen, always } = formsOf(cell, unit, manner);
  const share = 1 / (columns * rows);
  const unknowns = new Int32Array(SIDE);
  for (let j = 0; j < rows; j++)
    for (let i = 0; i < columns; i++) {
      const weight = visible[j * columns + i];
      eachNumber(lattice, j * lattice.down + i * lattice.right, (_, at, across, below) => {
        const n = 4 * below + across;
        unknowns[2 * n] = 2 * at;
        unknowns[2 * n + 1] = 2 * at + 1;
      });
      const rest = Math.min(1, weight);
      for (let a = 0; a < SIDE; a++)
        for (let b = 0; b <= a; b++) {
          const value = share * (weight * seen[a * SIDE + b] + rest * always[a * SIDE + b]);
          const [p, q] = [unknowns[a], unknowns[b]];
          if (value !== 0) system.add(p > q ? p : q, p > q ? q : p, value);
        }
    }
}
var COSTS, SIDE, GAUSS;
var init_field_energy = __esm({
  "src/core/shape/bend/field-energy.ts"() {
    "use strict";
    init_spline_field();
    COSTS = { turned: 50, scaled: 0.05, bent: 5e-4, moved: 30 };
    SIDE = 32;
    GAUSS = [0.5 - Math.sqrt(3) / 6, 0.5 + Math.sqrt(3) / 6];
  }
});

// src/core/shape/bend/similarity.ts
function bestSimilarity(form, places) {
  const [from, to] = [middleOf(form), middleOf(places)];
  let [along, across, sum] = [0, 0, 0];
  form.forEach((g, i) => {
    const [gx, gy, px, py] = [g[0] - from[0], g[1] - from[1], places[i][0] - to[0], places[i][1] - to[1]];
    along += gx * px + gy * py;
    across += gx * py - gy * px;
    sum += gx * gx + gy * gy;
  });
  return { along: along / sum, across: across / sum, from, to, spread: sum / form.length };
}
var middleOf;
var init_similarity = __esm({
  "src/core/shape/bend/similarity.ts"() {
    "use strict";
    middleOf = (all) => [
      all.reduce((s, p) => s + p[0], 0) / all.length,
      all.reduce((s, p) => s + p[1], 0) / all.length
    ];
  }
});

// src/core/shape/bend/solve-field.ts
function straightThrough(places) {
  const n = places.length;
  const middle = [places.reduce((s, p) => s + p[0], 0) / n, places.reduce((s, p) => s + p[1], 0) / n];
  let [xx, xy, yy] = [0, 0, 0];
  for (const [x, y] of places) {
    xx += (x - middle[0]) ** 2;
    xy += (x - middle[0]) * (y - middle[1]);
    yy += (y - middle[1]) ** 2;
  }
  const turn = Math.atan2(2 * xy, xx - yy) / 2;
  const along = [Math.cos(turn), Math.sin(turn)];
  return { middle, along, across: [-along[1], along[0]] };
}
function leaders(tauts) {
  return tauts.map(({ mark }, k) => {
    const seen = /* @__PURE__ */ new Set();
    let at = k;
    let { lock, along } = mark;
    while (lock === "parallel" && !seen.has(at)) {
      seen.add(at);
      const next = tauts.findIndex((t) => t.mark.id === along);
      if (next < 0) return at;
      at = next;
      ({ lock, along } = tauts[at].mark);
    }
    return seen.has(at) ? k : at;
  });
}
function solveField(lattice, unit, visible, marks, manner = { forms: 1, staying: 1, held: 1 }) {
  const { tauts, shields, pins } = marks;
  const leads = leaders(tauts);
  const turns = tauts.map(({ mark }, k) => leads[k] === k && (mark.lock === "free" || mark.lock === "parallel"));
  const free = turns.some((t) => t);
  const known = tauts.map(({ places }) => places.map((p) => marks.inFace(p)));
  const before = tauts.map(({ places }) => straightThrough(places));
  let now = tauts.map(({ places }, k) => straightThrough(places.map((p, i) => known[k][i] ?? p)));
  let field = new SplineField(lattice, new Float64Array(numbersOf2(lattice)));
  for (let round = 0; round < (free ? ROUNDS4 : 1); round++) {
    const ways = tauts.map((_, k) => {
      const { lock } = tauts[leads[k]].mark;
      if (lock === "vertical" || lock === "horizontal") return locked(lock, now[k]);
      return { ...now[leads[k]], middle: now[k].middle };
    });
    const way = (k) => ways[k];
    field = new SplineField(
      lattice,
      onceSolved(lattice, unit, visible, { tauts, shields, pins, known, before, leads, turns, manner, way })
    );
    if (!free) break;
    const out = new Float64Array(6);
    const were = now;
    now = tauts.map(
      ({ places }, k) => straightThrough(
        places.map((p, i) => {
          const fixed = known[k][i];
          if (fixed) return fixed;
          field.at(p[0], p[1], out);
          return [p[0] + out[0], p[1] + out[1]];
        })
      )
    );
    const isTurned = (line2, k) => turns[k] && Math.abs(line2.along[0] * were[k].along[1] - line2.along[1] * were[k].along[0]) > TURNED;
    if (!now.some(isTurned)) break;
  }
  return field;
}
function onceSolved(lattice, unit, visible, round) {
  const { tauts, shields, pins, known, before, leads, turns, manner, way } = round;
  const band = numbersOf2(lattice);
  let border = tauts.length;
  const turnOf = turns.map((t) => t ? band + border++ : -1);
  const similarity = shields.map(({ mark }) => {
    const at = band + border;
    border += mark.turn === "none" ? 3 : 4;
    return at;
  });
  const system = new BorderedSystem(band, reachOf2(lattice), border);
  addEnergy(system, lattice, unit, visible, manner);
  const held = manner.held * HELD2 / (unit * unit);
  const unknowns = new Int32Array(40);
  const coefficients = new Float64Array(40);
  const spot = { first: 0, tx: 0, ty: 0 };
  const [wx, wy] = [new Float64Array(4), new Float64Array(4)];
  const displaced = (p, nx, ny) => {
    spotOf(lattice, p[0], p[1], spot);
    weightsAt(spot.tx, wx);
    weightsAt(spot.ty, wy);
    eachNumber(lattice, spot.first, (n, at, across, below) => {
      const w = wx[across] * wy[below];
      unknowns[2 * n] = 2 * at;
      unknowns[2 * n + 1] = 2 * at + 1;
      coefficients[2 * n] = nx * w;
      coefficients[2 * n + 1] = ny * w;
    });
  };
  tauts.forEach(({ places, mark }, k) => {
    const line2 = way(k);
    const turn = turnOf[leads[k]];
    const asked = mark.lock === "vertical" || mark.lock === "horizontal" ? locked(mark.lock, before[k]) : before[k];
    places.forEach((p, i) => {
      const fixed = known[k][i];
      let n = 0;
      const from = fixed ?? p;
      if (!fixed) {
        displaced(p, line2.across[0], line2.across[1]);
        n = 32;
      }
      const off = acrossOf(line2, from);
      unknowns[n] = band + k;
      coefficients[n++] = -1;
      if (turn >= 0) {
        unknowns[n] = turn;
        coefficients[n++] = -((p[0] - before[k].middle[0]) * line2.along[0] + (p[1] - before[k].middle[1]) * line2.along[1]) / unit;
      }
      const left = (1 - mark.amount) * acrossOf(asked, p);
      system.observe(unknowns, coefficients, n, left - off, held / places.length);
    });
  });
  shields.forEach(({ places, form, mark }, k) => {
    const at = similarity[k];
    const kept3 = held * firmness(mark);
    const [{ middle }, place] = [straightThrough(form), straightThrough(places).middle];
    const fit = bestSimilarity(form, places);
    const stay = (unknown, value, weight) => {
      unknowns[0] = unknown;
      coefficients[0] = 1;
      system.observe(unknowns, coefficients, 1, value, kept3 * weight);
    };
    for (const c of [0, 1]) stay(at + c, place[c] - middle[c], IN_PLACE.middle);
    stay(at + 2, unit * Math.hypot(fit.along, fit.across), IN_PLACE.size * fit.spread / (unit * unit));
    places.forEach((p, i) => {
      const [gx, gy] = [(form[i][0] - middle[0]) / unit, (form[i][1] - middle[1]) / unit];
      for (const c of [0, 1]) {
        displaced(p, c === 0 ? 1 : 0, c === 1 ? 1 : 0);
        let n = 32;
        const put = (unknown, by) => {
          unknowns[n] = unknown;
          coefficients[n++] = by;
        };
        put(at + c, -1);
        put(at + 2, -(c === 0 ? gx : gy));
        if (mark.turn !== "none") put(at + 3, c === 0 ? gy : -gx);
        system.observe(unknowns, coefficients, n, -(p[c] - middle[c]), kept3 / places.length);
      }
    });
  });
  for (const { at, by, share } of pins)
    for (const c of [0, 1]) {
      displaced(at, c === 0 ? 1 : 0, c === 1 ? 1 : 0);
      system.observe(unknowns, coefficients, 32, by[c], held * share);
    }
  return system.solve().subarray(0, band);
}
var HELD2, IN_PLACE, ROUNDS4, TURNED, acrossOf, locked;
var init_solve_field2 = __esm({
  "src/core/shape/bend/solve-field.ts"() {
    "use strict";
    init_numerics();
    init_field_energy();
    init_bend_settings();
    init_similarity();
    init_spline_field();
    HELD2 = 6e7;
    IN_PLACE = { middle: 3e-5, size: 0.02 };
    ROUNDS4 = 3;
    TURNED = 3e-4;
    acrossOf = (line2, p) => line2.across[0] * (p[0] - line2.middle[0]) + line2.across[1] * (p[1] - line2.middle[1]);
    locked = (lock, { middle }) => lock === "vertical" ? { middle, along: [0, 1], across: [1, 0] } : { middle, along: [1, 0], across: [0, 1] };
  }
});

// src/core/shape/bend/rectangle-ratio.ts
function rectangleRatio(quad, { focal, centre }) {
  const h = squareToQuad(quad);
  const direction = (c) => [
    (h[c] - centre[0] * h[6 + c]) / focal[0],
    (h[3 + c] - centre[1] * h[6 + c]) / focal[1],
    h[6 + c]
  ];
  const [across, down] = [direction(0), direction(1)];
  return Math.sqrt(dot3(across, across) / dot3(down, down));
}
var init_rectangle_ratio = __esm({
  "src/core/shape/bend/rectangle-ratio.ts"() {
    "use strict";
    init_geometry();
    init_quad();
  }
});

// src/core/shape/bend/solve-joints.ts
function solveJoints(joints, faces, views) {
  const used = new Set(faces.flatMap((f) => f.joints));
  const free = joints.filter((j) => used.has(j.id));
  const told2 = faces.some((f) => f.form === "rectangle" || (f.edges ?? []).some((e) => e !== "free"));
  if (free.length === 0 || !told2 && free.every((j) => j.by === null)) return [joints.map((j) => j.at)];
  const place = new Map(free.map((j, i) => [j.id, i]));
  const numbers = faces.map((f) => f.joints.map((id2) => place.get(id2)));
  const placed = numbers.map((n) => n.map((i) => free[i].at));
  const rows = [...free.flatMap(stayRows), ...faces.flatMap((f, k) => faceRows(f, numbers[k], placed[k], views[k]))];
  const folds2 = sharedEdges(faces).map(([[f, side2], [g, other]]) => ({
    one: { view: views[f], joints: numbers[f], side: side2 },
    two: { view: views[g], joints: numbers[g], side: other }
  }));
  const start = free.flatMap((j) => [j.at[0] + (j.by?.[0] ?? 0), j.at[1] + (j.by?.[1] ?? 0)]);
  const isSound = (state) => numbers.every((n) => quadFault(quadOf(n, state)) === null);
  const far = (state) => Math.max(...free.map((j, i) => Math.hypot(state[2 * i] - j.at[0], state[2 * i + 1] - j.at[1])));
  const loose = leastOf(rows, [], 0, start);
  const most = NO_FURTHER.times * far(loose) + NO_FURTHER.px;
  const ways = (folds2.length > 0 ? FLAT : []).map((flat2) => leastOf(rows, folds2, flat2, start)).filter(isSound).sort((a, b) => Number(far(a) > most) - Number(far(b) > most));
  return [...ways, loose].map(
    (state) => joints.map((j) => {
      const i = place.get(j.id);
      return i === void 0 ? j.at : [state[2 * i], state[2 * i + 1]];
    })
  );
}
function faceRows(face4, joints, placed, view) {
  const rows = [];
  const coordinate = (corner, c) => 2 * joints[corner % 4] + c;
  for (let side2 = 0; side2 < 4; side2++) {
    const apart3 = (c) => [
      [coordinate(side2 + 1, c), 1],
      [coordinate(side2, c), -1]
    ];
    const [s, t] = [placed[side2], placed[(side2 + 1) % 4]];
    for (const c of [0, 1]) rows.push({ terms: apart3(c), value: t[c] - s[c], held: HELD3.edge });
    const level = side2 % 2 === 0 ? "horizontal" : "vertical";
    const lock = face4.form === "rectangle" ? level : face4.edges?.[side2] ?? "free";
    if (lock !== "free") rows.push({ terms: apart3(lock === "vertical" ? 0 : 1), value: 0, held: HELD3.told });
  }
  if (face4.form === "rectangle") {
    const ratio = face4.ratio ?? rectangleRatio(view.quad, view.camera);
    const wide = [
      [1, 1],
      [2, 1],
      [0, -1],
      [3, -1]
    ];
    const high = [
      [3, 1],
      [2, 1],
      [0, -1],
      [1, -1]
    ];
    rows.push({
      terms: [
        ...wide.map(([corner, by]) => [coordinate(corner, 0), by]),
        ...high.map(([corner, by]) => [coordinate(corner, 1), -by * ratio])
      ],
      value: 0,
      held: HELD3.told / 2
    });
  }
  return rows;
}
function partedAt({ one, two }, state) {
  const ratio = ({ view: { quad, depths }, joints, side: side2 }) => {
    const map = quadToQuad(quad, quadOf(joints, state));
    const depth = (corner) => depthOf(map, quad[corner]) * depths[corner];
    return depth((side2 + 1) % 4) / depth(side2);
  };
  const [a, b] = [ratio(one), 1 / ratio(two)];
  const [p, q] = [one.joints[one.side], one.joints[(one.side + 1) % 4]];
  const long = Math.hypot(state[2 * q] - state[2 * p], state[2 * q + 1] - state[2 * p + 1]);
  return (a / (1 + a) - b / (1 + b)) * long;
}
function leastOf(rows, folds2, flat2, start) {
  const n = start.length;
  const offOf = ({ terms, value }, state) => terms.reduce((sum, [i, by]) => sum + by * state[i], -value);
  const at = (state) => {
    const parted = flat2 > 0 ? folds2.map((fold) => flat2 * partedAt(fold, state)) : [];
    const cost = rows.reduce((sum, row) => sum + (row.held * offOf(row, state)) ** 2, 0) + parted.reduce((sum, p) => sum + p * p, 0);
    const equations = () => {
      const a = Array.from({ length: n }, () => new Array(n).fill(0));
      const g = new Array(n).fill(0);
      const add = (terms, off, held) => {
        for (const [i, by] of terms) {
          g[i] += held * held * by * off;
          for (const [j, other] of terms) a[i][j] += held * held * by * other;
        }
      };
      for (const row of rows) add(row.terms, offOf(row, state), row.held);
      parted.forEach((off, k) => {
        const { one, two } = folds2[k];
        const touched = [.../* @__PURE__ */ new Set([...one.joints, ...two.joints])].flatMap((i) => [2 * i, 2 * i + 1]);
        const moved3 = (i, by) => partedAt(
          folds2[k],
          state.map((v, m) => m === i ? v + by : v)
        );
        const slopes = touched.map((i) => [i, (moved3(i, STEP8) - moved3(i, -STEP8)) / (2 * STEP8)]);
        add(slopes, off / flat2, flat2);
      });
      return { a, g };
    };
    return { state, cost: Number.isFinite(cost) ? cost : Infinity, equations };
  };
  const moved2 = (state, step) => state.map((v, i) => v + step[i]);
  return dampedLeastSquares(at, moved2, start, { until: UNTIL, rounds: 60 }).state;
}
function soundFaces(faces, at, sight) {
  const sound = [];
  const faults = [];
  for (const face4 of faces) {
    if (!face4.on) continue;
    const corners2 = face4.joints.map(at);
    const unseen = corners2.some((c) => c === null);
    const view = unseen ? null : flatView(corners2, sight);
    const fault = unseen ? "unseen" : view ? quadFault(view.quad) : "too wide";
    if (fault || !view) faults.push({ id: face4.id, fault: fault ?? "too wide" });
    else sound.push({ face: face4, view });
  }
  return { sound, faults };
}
var HELD3, FLAT, NO_FURTHER, STEP8, UNTIL, quadOf, stayRows;
var init_solve_joints = __esm({
  "src/core/shape/bend/solve-joints.ts"() {
    "use strict";
    init_numerics();
    init_shared_edges();
    init_quad();
    init_rectangle_ratio();
    init_sight();
    HELD3 = {
      /** A pulled joint, a locked edge, a rectangle. */
      told: 1e3,
      /** A joint nobody has told anything stays. */
      stay: 1,
      /** And an edge keeps its length and direction. */
      edge: 0.2
    };
    FLAT = [300, 10, 1, 0.3, 0.1];
    NO_FURTHER = { times: 1.5, px: 100 };
    STEP8 = 0.01;
    UNTIL = 1e-8;
    quadOf = (numbers, state) => numbers.map((i) => [state[2 * i], state[2 * i + 1]]);
    stayRows = ({ at, by }, i) => [0, 1].map((c) => ({
      terms: [[2 * i + c, 1]],
      value: at[c] + (by?.[c] ?? 0),
      held: by ? HELD3.told : HELD3.stay
    }));
  }
});

// src/core/shape/bend/warp.ts
function outerEdges(faces) {
  const inner = new Set(sharedEdges(faces).flatMap(([a, b]) => [a.join(), b.join()]));
  return faces.flatMap((_, f) => [0, 1, 2, 3].map((side2) => [f, side2])).filter((e) => !inner.has(e.join()));
}
var TAKEN_UP, NOTHING5, EXACT2, ROUNDS5, BendWarp, Starts;
var init_warp = __esm({
  "src/core/shape/bend/warp.ts"() {
    "use strict";
    init_geometry();
    init_face_patch();
    init_shared_edges();
    init_quad();
    TAKEN_UP = 1.5;
    NOTHING5 = 1e-3;
    EXACT2 = 1e-5;
    ROUNDS5 = 40;
    BendWarp = class {
      constructor(field, patches, outer) {
        this.field = field;
        this.patches = patches;
        this.reach = TAKEN_UP * field.lattice.cell;
        this.rims = outer.map(([f, side2]) => {
          const patch = patches[f];
          const [x, y, w, h] = boxAround(patch.alongSide(side2));
          const { reach } = this;
          return { patch, side: side2, left: x - reach, top: y - reach, right: x + w + reach, bottom: y + h + reach };
        }).filter((rim) => this.isParted(rim));
      }
      field;
      patches;
      rims;
      reach;
      out = new Float64Array(6);
      near = new Float64Array(6);
      starts = null;
      isParted({ patch, side: side2 }) {
        for (const [x, y] of patch.alongSide(side2)) {
          this.field.at(x, y, this.near);
          patch.forward(x, y, this.out);
          if (Math.hypot(this.out[0] - x - this.near[0], this.out[1] - y - this.near[1]) > NOTHING5) return true;
        }
        return false;
      }
      /** Where a place goes; its first two numbers, and outside of faces the field's derivatives after them. */
      around(x, y, out) {
        this.field.at(x, y, out);
        out[0] += x;
        out[1] += y;
        if (this.rims.length === 0) return;
        let best = this.reach;
        let bx = 0;
        let by = 0;
        let rim = null;
        for (const r of this.rims) {
          if (x < r.left || x > r.right || y < r.top || y > r.bottom) continue;
          if (!r.patch.nextOn(r.side, x, y, this.near)) continue;
          const px = this.near[0];
          const py = this.near[1];
          const far = Math.sqrt((x - px) * (x - px) + (y - py) * (y - py));
          if (far >= best) continue;
          best = far;
          bx = px;
          by = py;
          rim = r;
        }
        if (!rim) return;
        this.field.at(bx, by, this.near);
        const [fx, fy] = [bx + this.near[0], by + this.near[1]];
        rim.patch.forward(bx, by, this.near);
        const share = (1 - (best / this.reach) ** 2) ** 2;
        out[0] += share * (this.near[0] - fx);
        out[1] += share * (this.near[1] - fy);
      }
      forward([x, y]) {
        const patch = this.patches.find((p) => p.holds(x, y));
        if (patch) patch.forward(x, y, this.out);
        else this.around(x, y, this.out);
        return [this.out[0], this.out[1]];
      }
      /** Where a place outside came from; the first two of `out`. */
      back(x, y, out) {
        for (const patch of this.patches)
          if (inQuad(patch.to, x, y)) {
            patch.back(x, y, out);
            return;
          }
        this.starts ??= new Starts(this);
        const { out: at, starts: starts2 } = this;
        let [px, py] = starts2.at(x, y);
        this.follow(x, y, px, py, at);
        [px, py] = [at[0], at[1]];
        out[0] = px;
        out[1] = py;
      }
      /** Newton's steps from a start to the place that goes to x, y, into the first two of `to`. */
      follow(x, y, px, py, to) {
        const at = this.steps;
        let damped = 1;
        let last = Infinity;
        let [ca, cb, cc, cd] = [0, 0, 0, 0];
        let [sx, sy, fx, fy] = [0, 0, 0, 0];
        for (let n = 0; n < ROUNDS5; n++) {
          this.around(px, py, at);
          const ex = x - at[0];
          const ey = y - at[1];
          const error = Math.abs(ex) + Math.abs(ey);
          if (error < EXACT2) break;
          if (error > 0.9 * last) damped = Math.max(0.25, damped / 2);
          last = error;
          let a = 1 + at[2] + ca;
          let b = at[3] + cb;
          let c = at[4] + cc;
          let d = 1 + at[5] + cd;
          const step = sx * sx + sy * sy;
          if (n > 0 && step > 0) {
            const mx = (at[0] - fx - a * sx - b * sy) / step;
            const my = (at[1] - fy - c * sx - d * sy) / step;
            ca += mx * sx;
            cb += mx * sy;
            cc += my * sx;
            cd += my * sy;
            a += mx * sx;
            b += mx * sy;
            c += my * sx;
            d += my * sy;
          }
          const det = a * d - b * c;
          fx = at[0];
          fy = at[1];
          sx = damped * (d * ex - b * ey) / det;
          sy = damped * (a * ey - c * ex) / det;
          px += sx;
          py += sy;
        }
        to[0] = px;
        to[1] = py;
      }
      steps = new Float64Array(6);
    };
    Starts = class {
      box;
      columns;
      rows;
      by;
      constructor(warp) {
        const { x, y, cell, columns, rows } = warp.field.lattice;
        this.box = [x - 2 * cell, y - 2 * cell, (columns + 4) * cell, (rows + 4) * cell];
        this.columns = 2 * (columns + 4);
        this.rows = 2 * (rows + 4);
        this.by = new Float64Array(2 * (this.columns + 1) * (this.rows + 1));
        const out = new Float64Array(2);
        for (let j = 0; j <= this.rows; j++)
          for (let i = 0; i <= this.columns; i++) {
            const at = 2 * (j * (this.columns + 1) + i);
            const [px, py] = [this.box[0] + i * cell / 2, this.box[1] + j * cell / 2];
            const from = i > 0 ? at - 2 : j > 0 ? at - 2 * (this.columns + 1) : -1;
            const [sx, sy] = from >= 0 ? [this.by[from], this.by[from + 1]] : [0, 0];
            warp.follow(px, py, px + sx, py + sy, out);
            const far = distance2([out[0], out[1]], [px, py]);
            const fine2 = Number.isFinite(far) && far < 8 * cell * columns;
            this.by[at] = fine2 ? out[0] - px : sx;
            this.by[at + 1] = fine2 ? out[1] - py : sy;
          }
      }
      at(x, y) {
        const [bx, by, bw, bh] = this.box;
        const u = Math.max(0, Math.min(this.columns, (x - bx) / bw * this.columns));
        const v = Math.max(0, Math.min(this.rows, (y - by) / bh * this.rows));
        const [i, j] = [Math.min(this.columns - 1, Math.floor(u)), Math.min(this.rows - 1, Math.floor(v))];
        const [s, t] = [u - i, v - j];
        const at = 2 * (j * (this.columns + 1) + i);
        const below = at + 2 * (this.columns + 1);
        const mix = (c) => (1 - t) * ((1 - s) * this.by[at + c] + s * this.by[at + 2 + c]) + t * ((1 - s) * this.by[below + c] + s * this.by[below + 2 + c]);
        return [x + mix(0), y + mix(1)];
      }
    };
  }
});

// src/core/shape/bend/bend-model.ts
function solveBend(recipe, size, inner, moving = false, known = null) {
  const { shape } = recipe;
  if (!movesAnything(shape)) return null;
  const covered = clipToRect(inner.outline(rectOutline([0, 0, size[0], size[1]], 24)), [
    -AROUND * size[0],
    -AROUND * size[1],
    (1 + 2 * AROUND) * size[0],
    (1 + 2 * AROUND) * size[1]
  ]);
  if (covered.length < 3) return null;
  const lattice = latticeOver(bounds(covered), moving ? CELLS3.moving : CELLS3.rest);
  const sight = sightOf(recipe);
  const forward = (p) => inner.forward(p);
  const joints = shape.joints.flatMap(({ id: id2, at, by }) => {
    const place = forward(at);
    return place ? [{ id: id2, at: place, by: by ?? null }] : [];
  });
  const where = new Map(joints.map((j) => [j.id, j.at]));
  const { sound, faults } = soundFaces(shape.faces, (id2) => where.get(id2) ?? null, sight);
  const faces = sound.map((s) => s.face);
  const amounts = jointAmounts(faces);
  const step = lattice.cell / 3;
  const tauts = shape.taut.filter((t) => t.on).flatMap((t) => placeTaut(t, step, forward) ?? []);
  const shields = shape.shields.filter((s) => s.on).flatMap((s) => placeShield(s, sight, forward) ?? []);
  const shared = sharedEdges(faces);
  const outer = outerEdges(faces);
  const laid = (asked, share) => {
    const targets = new Map(
      joints.map((j, i) => {
        const to = towards(j.at, asked[i], share * (amounts.get(j.id) ?? 1));
        return [j.id, { from: j.at, to }];
      })
    );
    const quads = sound.map(({ face: face4, view }) => ({
      view,
      to: face4.joints.map((id2) => targets.get(id2).to),
      rectangle: face4.form === "rectangle"
    }));
    return quads.some(({ to }) => quadFault(to) !== null) ? null : { targets, patches: joined(quads, shared) };
  };
  const modelOf = (found, { targets, patches }) => {
    const warp = new BendWarp(new SplineField(lattice, found.numbers), patches, outer);
    return { warp, tauts, shields, faces, faults, joints: targets, share: found.share, found };
  };
  const again = known && laid(known.asked, known.share);
  if (again) return modelOf(known, again);
  const ways = solveJoints(
    joints,
    faces,
    sound.map((s) => s.view)
  );
  const unit = Math.hypot(size[0], size[1]);
  const visible = visibleIn(lattice, recipe.frame.detail, size, inner);
  const tries = [
    ...ways.flatMap((asked) => MANNERS.map((manner) => ({ asked, manner, share: 1 }))),
    ...SHARES.map((share) => ({ asked: ways[ways.length - 1], manner: LOOSE, share }))
  ];
  for (const { asked, manner, share } of tries) {
    const tried = laid(asked, share);
    if (!tried) continue;
    const { patches } = tried;
    const field = solveField(
      lattice,
      unit,
      inFaces(visible, lattice, patches),
      {
        tauts: tauts.map((t) => share === 1 ? t : { ...t, mark: { ...t.mark, amount: share * t.mark.amount } }),
        shields: shields.filter((s) => s.mark.keeps !== "place"),
        pins: [...rimPins(patches, outer, step), ...placePins(shields)].filter(({ at }) => isOn(lattice, at)),
        inFace: (p) => goesInFace(patches, p)
      },
      manner
    );
    if (!folds(field, patches, covered)) return modelOf({ asked, share, numbers: field.numbers }, tried);
  }
  return null;
}
function jointAmounts(faces) {
  const all = /* @__PURE__ */ new Map();
  for (const { joints, amount = 1 } of faces) for (const id2 of joints) all.set(id2, [...all.get(id2) ?? [], amount]);
  return new Map([...all].map(([id2, said]) => [id2, said.reduce((s, v) => s + v, 0) / said.length]));
}
function goesInFace(patches, [x, y]) {
  const patch = patches.find((p) => p.holds(x, y));
  if (!patch) return null;
  const out = new Float64Array(2);
  patch.forward(x, y, out);
  return [out[0], out[1]];
}
function rimPins(patches, outer, step) {
  const out = new Float64Array(2);
  return outer.flatMap(([f, side2]) => {
    const patch = patches[f];
    const [a, b] = patch.alongSide(side2, 1);
    const count = Math.max(4, Math.ceil(Math.hypot(b[0] - a[0], b[1] - a[1]) / step));
    return patch.alongSide(side2, count).map((at) => {
      patch.forward(at[0], at[1], out);
      return { at, by: [out[0] - at[0], out[1] - at[1]], share: 1 / (count + 1) };
    });
  });
}
function visibleIn(lattice, detail2, size, inner) {
  const visible = new Float64Array(lattice.columns * lattice.rows).fill(detail2 ? VISIBLE.least : 1);
  if (!detail2) return visible;
  const out = new Float64Array(3);
  for (let j = 0; j < lattice.rows; j++)
    for (let i = 0; i < lattice.columns; i++) {
      inner.back(lattice.x + (i + 0.5) * lattice.cell, lattice.y + (j + 0.5) * lattice.cell, out);
      const [column, row] = [
        Math.floor(out[0] / size[0] * detail2.columns),
        Math.floor(out[1] / size[1] * detail2.rows)
      ];
      if (!(out[2] > 0) || column < 0 || row < 0 || column >= detail2.columns || row >= detail2.rows) continue;
      visible[j * lattice.columns + i] += VISIBLE.more * Number(detail2.weights[row * detail2.columns + column]) / 9;
    }
  return visible;
}
function inFaces(visible, { x, y, cell, columns }, patches) {
  if (patches.length === 0) return visible;
  return visible.map((v, n) => {
    const [px, py] = [x + n % columns * cell, y + Math.floor(n / columns) * cell];
    const corners2 = [
      [px, py],
      [px + cell, py],
      [px + cell, py + cell],
      [px, py + cell]
    ];
    return corners2.every(([cx, cy]) => patches.some((p) => p.holds(cx, cy))) ? IN_FACE : v;
  });
}
function folds(field, patches, covered) {
  const { x, y, cell, columns, rows } = field.lattice;
  const out = new Float64Array(6);
  for (let j = 0; j <= 3 * rows; j++)
    for (let i = 0; i <= 3 * columns; i++) {
      const [px, py] = [x + i * cell / 3, y + j * cell / 3];
      field.at(px, py, out);
      const area = (1 + out[2]) * (1 + out[5]) - out[3] * out[4];
      if (area > LEAST_AREA) continue;
      if (contains(covered, [px, py]) && !patches.some((p) => p.holds(px, py))) return true;
    }
  return false;
}
var CELLS3, AROUND, VISIBLE, IN_FACE, LOOSE, MANNERS, SHARES, LEAST_AREA, towards, isOn, placePins;
var init_bend_model = __esm({
  "src/core/shape/bend/bend-model.ts"() {
    "use strict";
    init_geometry();
    init_face_patch();
    init_shared_edges();
    init_placed_marks();
    init_quad();
    init_bend_settings();
    init_sight();
    init_solve_field2();
    init_solve_joints();
    init_spline_field();
    init_warp();
    CELLS3 = { rest: 32, moving: 10 };
    AROUND = 0.5;
    VISIBLE = { least: 0.5, more: 2 };
    IN_FACE = 0.01;
    LOOSE = { forms: 0.02, staying: 1, held: 1 };
    MANNERS = [
      { forms: 1, staying: 1, held: 1 },
      { forms: 0.02, staying: 10, held: 1 },
      LOOSE,
      { forms: 0.02, staying: 0.1, held: 1 },
      { forms: 1, staying: 1, held: 0.01 },
      { forms: 1, staying: 1, held: 1e-4 }
    ];
    SHARES = [0.9, 0.75, 0.6, 0.45, 0.3, 0.15];
    LEAST_AREA = 0.05;
    towards = (a, b, share) => [a[0] + share * (b[0] - a[0]), a[1] + share * (b[1] - a[1])];
    isOn = ({ x, y, cell, columns, rows }, [px, py]) => px >= x && py >= y && px <= x + columns * cell && py <= y + rows * cell;
    placePins = (shields) => shields.filter((s) => s.mark.keeps === "place").flatMap(
      ({ mark, places }) => places.map((at) => ({ at, by: [0, 0], share: firmness(mark) / places.length }))
    );
  }
});

// src/core/shape/bend/bend-step.ts
function bendModel(recipe, size, beneath, moving) {
  if (!movesAnything(recipe.shape)) return null;
  const key = bendKey(recipe, size, beneath);
  const found = kept2.of(moving ? `moving ${key}` : key);
  if (found !== void 0) return found;
  const model = solveBend(recipe, size, beneath.chain(), moving, moving ? null : handed.of(key) ?? null);
  kept2.keep(moving ? `moving ${key}` : key, model);
  return model;
}
function bendStep({ warp, faces }) {
  const breaks = faces.flatMap((_, f) => {
    const { to } = warp.patches[f];
    return to.map((corner, side2) => [corner, to[(side2 + 1) % 4]]);
  });
  return {
    forward: (p) => warp.forward(p),
    back: (x, y, out) => {
      warp.back(x, y, out);
      out[2] = FAR_INSIDE;
    },
    outline: (polygon) => polygon.map((p) => warp.forward(p)),
    ...breaks.length > 0 ? { breaks } : {}
  };
}
var MOST_KEPT2, kept2, handed, bendKey;
var init_bend_step = __esm({
  "src/core/shape/bend/bend-step.ts"() {
    "use strict";
    init_course();
    init_numerics();
    init_bend_model();
    init_bend_settings();
    MOST_KEPT2 = 4;
    kept2 = new LastUsed(MOST_KEPT2);
    handed = new LastUsed(MOST_KEPT2);
    bendKey = (recipe, size, beneath) => JSON.stringify([beneath.key(), recipe.camera, recipe.shape, recipe.frame.detail, size]);
  }
});

// src/core/shape/bend/bend-marks.ts
var init_bend_marks = __esm({
  "src/core/shape/bend/bend-marks.ts"() {
    "use strict";
  }
});

// src/core/shape/bend/drawn-out.ts
var init_drawn_out = __esm({
  "src/core/shape/bend/drawn-out.ts"() {
    "use strict";
  }
});

// src/core/shape/bend/explain-bend.ts
var WRONG, MARKS;
var init_explain_bend = __esm({
  "src/core/shape/bend/explain-bend.ts"() {
    "use strict";
    init_language();
    WRONG = {
      "in line": say("has three corners in line"),
      "inside out": say("is turned inside out"),
      unseen: say("has a corner that cannot be seen"),
      "too wide": say("goes further round than one flat thing can be seen")
    };
    MARKS = { taut: say("taut line"), face: say("face"), shield: say("shield") };
  }
});

// src/core/shape/bend/index.ts
var init_bend = __esm({
  "src/core/shape/bend/index.ts"() {
    "use strict";
    init_bend_settings();
    init_bend_model();
    init_bend_step();
    init_sight();
    init_bend_marks();
    init_shared_edges();
    init_drawn_out();
    init_explain_bend();
    init_similarity();
    init_quad();
    init_rectangle_ratio();
    init_face_patch();
    init_solve_joints();
    init_solve_field2();
    init_placed_marks();
    init_spline_field();
    init_warp();
  }
});

// src/core/shape/scanned-outline.ts
function scannedOutline(back, { middle: [cx, cy], reach: [wide, high] }, polygon) {
  const out = new Float64Array(3);
  const covered = (x, y) => {
    back(x, y, out);
    return out[2] > 0 && contains(polygon, [out[0], out[1]]);
  };
  const rows = Array.from({ length: ROWS + 1 }, (_, j) => {
    const angle2 = STEEPEST2 * Math.PI / 180 * (2 * j / ROWS - 1);
    return cy + Math.tan(angle2) * Math.min(high / Math.tan(STEEPEST2 * Math.PI / 180), high);
  });
  const border = (isIn) => {
    let [low, far] = [0, 1];
    for (let n = 0; n < HALVINGS2; n++) {
      const t = (low + far) / 2;
      if (isIn(t)) low = t;
      else far = t;
    }
    return low;
  };
  const columnAt = (x) => {
    const first2 = rows.findIndex((y) => covered(x, y));
    if (first2 < 0) return null;
    let last = first2;
    for (let j = first2; j < rows.length; j++) if (covered(x, rows[j])) last = j;
    const end = (from, to) => to === void 0 ? rows[from] : rows[from] + (to - rows[from]) * border((t) => covered(x, rows[from] + (to - rows[from]) * t));
    return [end(first2, rows[first2 - 1]), end(last, rows[last + 1])];
  };
  const xs = Array.from({ length: COLUMNS + 1 }, (_, i) => cx + wide * (2 * i / COLUMNS - 1) * (1 - 1e-9));
  const columns = xs.map(columnAt);
  const begin = columns.findIndex((c) => c !== null);
  if (begin < 0) return [];
  let finish = begin;
  columns.forEach((c, i) => {
    if (c !== null && i === finish + 1) finish = i;
  });
  const ends = [begin, finish].map((i, side2) => {
    const beyond2 = xs[side2 === 0 ? i - 1 : i + 1];
    if (beyond2 === void 0) return [];
    const [top, foot] = columns[i];
    const at = (t) => xs[i] + (beyond2 - xs[i]) * t;
    const heights = Array.from({ length: 33 }, (_, k) => top + (foot - top) * k / 32);
    const x = at(border((t) => heights.some((y) => covered(at(t), y))));
    const edge = columnAt(x);
    return edge ? edge.map((y) => [x, y]) : [];
  });
  const inside2 = xs.slice(begin, finish + 1);
  const tops = inside2.map((x, k) => [x, columns[begin + k][0]]);
  const feet = inside2.map((x, k) => [x, columns[begin + k][1]]);
  const [left, right] = [ends[0], ends[1]];
  return [...left.slice(0, 1), ...tops, ...right, ...feet.reverse(), ...left.slice(1)];
}
var COLUMNS, ROWS, HALVINGS2, STEEPEST2;
var init_scanned_outline = __esm({
  "src/core/shape/scanned-outline.ts"() {
    "use strict";
    init_geometry();
    COLUMNS = 192;
    ROWS = 96;
    HALVINGS2 = 40;
    STEEPEST2 = 85;
  }
});

// src/core/shape/view-step.ts
function raysOf(recipe, size) {
  const lens = lensFor(recipe, size);
  if (lens.wide) return lens.wide;
  const { focalPx, principal } = recipe.camera;
  return {
    ray: (p) => {
      const [x, y] = lens.undistort(p);
      return [(x - principal[0]) / focalPx, (y - principal[1]) / focalPx, 1];
    },
    recorded: ([x, y, z18], out) => {
      if (!(z18 > 1e-6 * (Math.abs(x) + Math.abs(y)))) {
        out[0] = out[1] = out[2] = -FAR_INSIDE;
        return;
      }
      const ideal = [principal[0] + focalPx * x / z18, principal[1] + focalPx * y / z18];
      const [rx, ry] = lens.distort(ideal);
      out[0] = rx;
      out[1] = ry;
      out[2] = Math.min(FAR_INSIDE, lens.margin(ideal));
    }
  };
}
function correction({ attitude: attitude2 }) {
  return attitude2.on ? multiply3(transpose3(rotationOf(easedAttitude(attitude2))), rotationOf(attitude2)) : null;
}
function viewStep(recipe, size) {
  const rays = raysOf(recipe, size);
  const surface = surfaceOf(recipe.camera, surfaceShare(recipe.shape));
  const turn = correction(recipe);
  const turnBack = turn && transpose3(turn);
  const seen = new Float64Array(4);
  const forward = (p) => {
    const ray = rays.ray(p);
    return surface.place(turn ? apply3(turn, ray) : ray);
  };
  const back = (x, y, out) => {
    surface.ray(x, y, seen);
    const margin = seen[3];
    if (!(margin > 0)) {
      out[0] = out[1] = out[2] = -FAR_INSIDE;
      return;
    }
    const ray = [seen[0], seen[1], seen[2]];
    rays.recorded(turnBack ? apply3(turnBack, ray) : ray, out);
    if (out[2] > margin) out[2] = margin;
  };
  const { model } = recipe.lens;
  const whole = recipe.lens.on && isWholeTurn(model, recipe.camera.focalPx, size[0]);
  return {
    forward,
    back,
    outline: (polygon) => {
      const places = whole ? [null] : polygon.map(forward);
      return places.every((p) => p !== null) && !wraps(places, recipe.camera.focalPx) ? places : scannedOutline(back, { middle: recipe.camera.principal, ...surface }, polygon);
    }
  };
}
var isByRays, wraps;
var init_view_step = __esm({
  "src/core/shape/view-step.ts"() {
    "use strict";
    init_camera();
    init_course();
    init_geometry();
    init_lens2();
    init_lines();
    init_bend_settings();
    init_scanned_outline();
    isByRays = ({ lens, shape }) => surfaceShare(shape) > 0 || lens.on && isStitched(lens.model);
    wraps = (places, focalPx) => places.some((p, i) => Math.abs(p[0] - places[(i + 1) % places.length][0]) > TAU / 2 * focalPx);
  }
});

// src/core/shape/course.ts
var HEIGHT2, measure2, taut2, joint2, joined2, shield2, VIEW, PROPORTION, BEND, shapePart;
var init_course7 = __esm({
  "src/core/shape/course.ts"() {
    "use strict";
    init_course();
    init_language();
    init_bend();
    init_proportion();
    init_view_step();
    HEIGHT2 = numberSetting({
      key: "height",
      words: say("height"),
      label: say("Height"),
      min: 0.1,
      max: 10,
      standard: 1,
      digits: 1,
      describe: "Heights over widths, against what the camera saw"
    });
    measure2 = (count) => say("{count, plural, one {measure} other {# measures}}", { count });
    taut2 = (count) => say("{count, plural, one {taut line} other {# taut lines}}", { count });
    joint2 = (count) => say("{count, plural, one {joint} other {# joints}}", { count });
    joined2 = (count) => say("{count, plural, one {joined face} other {# joined faces}}", { count });
    shield2 = (count) => say("{count, plural, one {shield} other {# shields}}", { count });
    VIEW = {
      inputs: (recipe) => isByRays(recipe) ? [recipe.camera, recipe.lens, recipe.attitude, surfaceShare(recipe.shape)] : [],
      standsForAll: isByRays,
      make: (recipe, size) => isByRays(recipe) ? viewStep(recipe, size) : null
    };
    PROPORTION = {
      inputs: ({ camera, proportion: { on: on2, height, keeps } }) => [camera.principal, on2, height, keeps],
      make: (recipe) => proportionStep(recipe)
    };
    BEND = {
      inputs: (recipe) => movesAnything(recipe.shape) ? [recipe.camera, recipe.shape, recipe.frame.detail] : [],
      make: (recipe, size, beneath, moving) => {
        const model = bendModel(recipe, size, beneath, moving);
        return model && bendStep(model);
      }
    };
    shapePart = coursePart({
      key: "shape",
      name: say("Shape"),
      keys: {
        ...proportionKeys,
        shape: bendSettings.optional().describe("Taut lines, joined faces and shields; absent: none")
      },
      laid: (recipe) => proportionLaid(recipe) || movesAnything(recipe.shape) || surfaceShare(recipe.shape) > 0,
      plane: [VIEW, PROPORTION, BEND],
      carried: ({ proportion: { on: on2, from, keeps, height } }, { proportion: proportion2, shape }) => {
        const { keeps: was, ...rest } = proportion2;
        void was;
        const kept3 = { ...rest, on: on2, ...keeps && { keeps } };
        return { proportion: from === "by-hand" ? { ...kept3, from, height } : kept3, ...shape && { shape } };
      },
      carries: say("a height set by hand; not the measures"),
      told: {
        marks: [
          { of: (r) => r.proportion.measures ?? [], things: () => measure2 },
          { of: (r) => r.shape?.taut ?? [], things: () => taut2 },
          { of: (r) => r.shape?.joints ?? [], things: () => joint2 },
          { of: (r) => r.shape?.faces ?? [], things: () => joined2 },
          { of: (r) => r.shape?.shields ?? [], things: () => shield2 }
        ],
        numbers: [{ setting: HEIGHT2, of: (r) => r.proportion.height }],
        all: ({ proportion: proportion2, shape }) => [proportion2, shape],
        on: ({ proportion: proportion2 }) => proportion2.on,
        rest: say("shape changed")
      }
    });
  }
});

// src/core/shape/index.ts
var init_shape = __esm({
  "src/core/shape/index.ts"() {
    "use strict";
    init_course7();
    init_view_step();
    init_proportion();
    init_bend();
  }
});

// src/core/recipe/courses.ts
var COURSES, FIRST_OPEN;
var init_courses = __esm({
  "src/core/recipe/courses.ts"() {
    "use strict";
    init_edges();
    init_finish();
    init_frame();
    init_lens2();
    init_lines();
    init_shape();
    COURSES = [lensPart, linesPart, shapePart, framePart, edgesPart, finishPart];
    FIRST_OPEN = linesPart.key;
  }
});

// src/core/recipe/schema.ts
import { z as z14 } from "zod";
function recipeSchemaOf(parts) {
  return z14.strictObject(Object.assign({}, base, ...parts.map((part) => part.keys)));
}
var RECIPE_FORMAT, RECIPE_VERSION, MOST_GUIDES, guide, base, recipeSchema;
var init_schema2 = __esm({
  "src/core/recipe/schema.ts"() {
    "use strict";
    init_course();
    init_courses();
    RECIPE_FORMAT = "flat-stone-recipe";
    RECIPE_VERSION = 1;
    MOST_GUIDES = 100;
    guide = z14.strictObject({
      id: z14.string().min(1).max(64),
      way: z14.enum(["level", "standing"]),
      at: pixels.describe("Down or across, pixels of the corrected plane")
    });
    base = {
      format: z14.literal(RECIPE_FORMAT),
      version: z14.literal(RECIPE_VERSION),
      camera: z14.strictObject({
        focalPx: z14.number().min(1).max(1e7).nullable().default(null).describe("Focal length, pixels of the original; null: from the photo"),
        focalFrom: z14.enum(["metadata", "stated", "solved", "assumed"]).default("assumed"),
        principal: point.nullable().default(null).describe("Principal point, pixels; null: the centre")
      }).prefault({}),
      guides: z14.array(guide).max(MOST_GUIDES).refine((all) => new Set(all.map((g) => g.id)).size === all.length, "Two guides have the same id.").optional()
    };
    recipeSchema = recipeSchemaOf(COURSES);
  }
});

// src/core/recipe/defaults.ts
function emptyRecipe() {
  return recipeSchema.parse({ format: RECIPE_FORMAT, version: RECIPE_VERSION });
}
function bubbleNames(lines2) {
  const count = { plumb: 0, sill: 0, taut: 0 };
  return new Map(
    lines2.map((line2) => {
      const n = ++count[line2.kind];
      const name2 = line2.kind === "plumb" ? `${n}` : line2.kind === "sill" ? letters(n) : `t${n}`;
      return [line2.id, name2];
    })
  );
}
function letters(n) {
  const rest = (n - 1) % 26;
  const head = Math.floor((n - 1) / 26);
  return (head > 0 ? letters(head) : "") + String.fromCharCode(65 + rest);
}
var endsOf, LINE_KINDS, SIDES3, faceLines, faceNames, BUILT3, PLACED, edgeSigma, foundLine;
var init_defaults = __esm({
  "src/core/recipe/defaults.ts"() {
    "use strict";
    init_language();
    init_schema2();
    endsOf = (line2) => [line2.points[0], line2.points[line2.points.length - 1]];
    LINE_KINDS = { plumb: say("plumb"), sill: say("sill"), taut: say("taut") };
    SIDES3 = [
      ["left", "plumb", 0, 3],
      ["right", "plumb", 1, 2],
      ["top", "sill", 0, 1],
      ["bottom", "sill", 3, 2]
    ];
    faceLines = ({ id: id2, corners: corners2 }) => SIDES3.map(([side2, kind, a, b]) => ({
      id: `${id2}:${side2}`,
      kind,
      ends: [corners2[a], corners2[b]],
      sigmaPx: null,
      wall: null
    }));
    faceNames = (faces) => new Map(faces.flatMap(({ id: id2 }, i) => SIDES3.map(([side2]) => [`${id2}:${side2}`, `F${i + 1} ${side2}`])));
    BUILT3 = 5e-4;
    PLACED = 0.1;
    edgeSigma = (points, sigmaPx) => Math.min(
      50,
      Math.hypot(sigmaPx, PLACED, BUILT3 * Math.hypot(points[1][0] - points[0][0], points[1][1] - points[0][1]))
    );
    foundLine = (id2, kind, { points, sigmaPx }, wall) => ({
      id: id2,
      kind,
      points: points.map((p) => [p[0], p[1]]),
      on: true,
      sigma: edgeSigma(points, sigmaPx),
      ...wall === void 0 ? {} : { wall }
    });
  }
});

// src/core/recipe/recipe-error.ts
var RecipeError;
var init_recipe_error = __esm({
  "src/core/recipe/recipe-error.ts"() {
    "use strict";
    RecipeError = class extends Error {
      name = "RecipeError";
    };
  }
});

// src/core/recipe/read.ts
import { z as z15 } from "zod";
var init_read2 = __esm({
  "src/core/recipe/read.ts"() {
    "use strict";
  }
});

// src/core/recipe/laid.ts
var init_laid = __esm({
  "src/core/recipe/laid.ts"() {
    "use strict";
  }
});

// src/core/recipe/index.ts
var init_recipe = __esm({
  "src/core/recipe/index.ts"() {
    "use strict";
    init_schema2();
    init_defaults();
    init_read2();
    init_courses();
    init_laid();
    init_recipe_error();
  }
});

// src/core/render/settled.ts
function withCamera(recipe, size, meta = {}) {
  const focal = recipe.camera.focalPx === null ? focalFromMetadata(size, meta) : { focalPx: recipe.camera.focalPx, focalFrom: recipe.camera.focalFrom };
  const centre = recipe.lens.centre ?? pair(centreOf(size));
  const axis = isStitched(recipe.lens.model) ? centre : pair(centreOf(size));
  return {
    ...recipe,
    camera: { ...focal, principal: recipe.camera.principal ?? axis },
    lens: { ...recipe.lens, centre }
  };
}
function linesOf(recipe) {
  const drawn = recipe.lines.flatMap(
    (line2) => line2.on && line2.kind !== "taut" ? [{ id: line2.id, kind: line2.kind, ends: endsOf(line2), sigmaPx: line2.sigma ?? null, wall: line2.wall ?? null }] : []
  );
  return [...drawn, ...recipe.faces.filter((f) => f.on).flatMap(faceLines)];
}
var pair, lensOf, isFree;
var init_settled = __esm({
  "src/core/render/settled.ts"() {
    "use strict";
    init_camera();
    init_lens2();
    init_recipe();
    pair = (v) => [v[0], v[1]];
    lensOf = (recipe, size) => lensFor(recipe, size);
    isFree = ({ camera, lens }) => !isStitched(lens.model) && (camera.focalFrom === "assumed" || camera.focalFrom === "solved" && lens.from !== "own-edges");
  }
});

// src/core/render/measured.ts
function measuredView(recipe, lens, solution) {
  const { camera, attitude: attitude2 } = recipe;
  const walls = solution?.status === "solved" ? solution.walls.map((w) => w.heading) : [];
  const facing = solution?.face.wall ?? null;
  const first2 = facing === null ? [] : [walls[facing]];
  const others = walls.filter((_, w) => w !== facing);
  const headings = walls.length === 0 ? [attitude2.yaw] : [...first2, ...others];
  const headingOf2 = (sill) => solution?.walls.find((w) => w.lines.includes(sill))?.heading ?? null;
  return { camera, lens, attitude: attitude2, headings, headingOf: headingOf2 };
}
function measuredProportion(recipe, lens, solution, nameOf2) {
  const measures = measuresOf(recipe);
  if (measures.length === 0) return null;
  const told2 = solveMeasures(measuredView(recipe, lens, solution), measures, nameOf2);
  const byHand = recipe.proportion.from === "by-hand";
  const height = byHand ? recipe.proportion.height : told2.height ?? recipe.proportion.height;
  const [across] = factorsOf2({ ...recipe.proportion, height });
  return { ...told2, perPixel: told2.perPixel === null ? null : told2.perPixel / across };
}
var init_measured = __esm({
  "src/core/render/measured.ts"() {
    "use strict";
    init_proportion();
  }
});

// src/core/render/focal-by-measures.ts
function focalByMeasures(recipe, size) {
  if (recipe.attitude.from !== "lines" || !isFree(recipe) || measuresOf(recipe).length === 0) return null;
  const { face: face4 } = recipe.attitude;
  const start = Math.log(recipe.camera.focalPx);
  const missed = (log) => {
    const camera = { ...recipe.camera, focalPx: Math.exp(log) };
    const own = { ...recipe, camera };
    const lens = lensOf(own, size);
    const solution = solveLines(camera, lens, linesOf(recipe), { face: face4 });
    if (solution.status !== "solved") return Infinity;
    const attitude2 = { ...recipe.attitude, ...solution.attitude };
    const told2 = measuredProportion({ ...own, attitude: attitude2 }, lens, solution);
    return told2 && told2.measures.some((m) => m.missPx !== null) ? told2.misshape : Infinity;
  };
  const seen = FACTORS3.map((factor) => start + Math.log(factor));
  const misses = seen.map(missed);
  const best = misses.reduce((a, v, i) => v < misses[a] ? i : a, 0);
  if (!(misses[best] < Infinity) || best === 0 || best === seen.length - 1) return null;
  const [low, high] = [seen[best - 1], seen[best + 1]];
  const found = lowest(missed, low, high);
  const step = 0.02;
  const rise = (missed(found - step) + missed(found + step)) / 2 - missed(found);
  return rise > 0 && step / Math.sqrt(rise) < MOST_SIGMA ? Math.exp(found) : null;
}
function lowest(f, low, high) {
  let [a, b] = [low, high];
  let [x, y] = [b - GOLDEN * (b - a), a + GOLDEN * (b - a)];
  let [fx, fy] = [f(x), f(y)];
  for (let n = 0; n < ROUNDS6 && b - a > 1e-7; n++) {
    if (fx < fy) {
      [b, y, fy] = [y, x, fx];
      x = b - GOLDEN * (b - a);
      fx = f(x);
    } else {
      [a, x, fx] = [x, y, fy];
      y = a + GOLDEN * (b - a);
      fy = f(y);
    }
  }
  return (a + b) / 2;
}
var FACTORS3, MOST_SIGMA, ROUNDS6, GOLDEN;
var init_focal_by_measures = __esm({
  "src/core/render/focal-by-measures.ts"() {
    "use strict";
    init_attitude();
    init_proportion();
    init_measured();
    init_settled();
    FACTORS3 = [0.5, 0.595, 0.707, 0.841, 1, 1.189, 1.414, 1.682, 2];
    MOST_SIGMA = 0.05;
    ROUNDS6 = 40;
    GOLDEN = (Math.sqrt(5) - 1) / 2;
  }
});

// src/core/render/settle.ts
function solveRecipe(recipe, size, justSolved = false, doubt = null) {
  const inputs = linesOf(recipe);
  const lens = lensOf(recipe, size);
  const assumedFocal = isFree(recipe);
  const { camera } = recipe;
  const { face: face4 } = recipe.attitude;
  const freeFocal = assumedFocal && (justSolved && camera.focalFrom === "solved" ? "near" : true);
  const otherLens = doubt && makeLens(size, { k: doubt, p: [0, 0], centre: centreOf(size), amount: 1 });
  const solution = solveLines(camera, lens, inputs, { face: face4, freeFocal, otherLens });
  const fixed = { ...camera, focalPx: solution.focal?.focalPx ?? camera.focalPx };
  const solve = (others) => solveLines(fixed, lens, others, { face: face4 });
  const names = new Map([...bubbleNames(recipe.lines), ...faceNames(recipe.faces)]);
  return {
    solution,
    messages: explainLines(solution, { size, camera: fixed, lens, inputs, names, assumedFocal, solve })
  };
}
function withSolvedAttitude(recipe, size) {
  if (recipe.attitude.from !== "lines") return recipe;
  const filled = withCamera(recipe, size);
  const { face: face4 } = recipe.attitude;
  const options = { face: face4, freeFocal: isFree(recipe) };
  const solution = solveLines(filled.camera, lensOf(filled, size), linesOf(recipe), options);
  const { focalPx, focalFrom } = recipe.camera;
  const measured = options.freeFocal && !solution.focal ? focalByMeasures(filled, size) : null;
  if (measured !== null) {
    const camera2 = { ...recipe.camera, focalPx: measured, focalFrom: "solved" };
    return withSolvedAngles(
      { ...recipe, camera: camera2 },
      solveLines({ ...filled.camera, focalPx: measured }, lensOf(filled, size), linesOf(recipe), { face: face4 })
    );
  }
  const camera = solution.focal ? { ...recipe.camera, focalPx: solution.focal.focalPx, focalFrom: "solved" } : focalFrom === "solved" && options.freeFocal ? { ...recipe.camera, focalPx: null, focalFrom: "assumed" } : { ...recipe.camera, focalPx, focalFrom };
  return withSolvedAngles({ ...recipe, camera }, solution);
}
function withSolvedAngles(recipe, solution) {
  const solved3 = solution.status === "solved";
  const { pitch, yaw, roll } = solved3 ? solution.attitude : LEVEL;
  const trim = solved3 ? recipe.attitude.trim : { pitch: 0, yaw: 0, roll: 0 };
  return {
    ...recipe,
    attitude: {
      ...recipe.attitude,
      trim,
      pitch: within(pitch + trim.pitch, 89),
      yaw: within(yaw + trim.yaw, 89),
      roll: within(roll + trim.roll, 180)
    }
  };
}
function measuredIn(recipe, size) {
  if (measuresOf(recipe).length === 0) return null;
  const lens = lensOf(recipe, size);
  const { from, face: face4 } = recipe.attitude;
  const solution = from === "lines" ? solveLines(recipe.camera, lens, linesOf(recipe), { face: face4 }) : null;
  return measuredProportion(recipe, lens, solution);
}
function withHeightMeasured(recipe, size) {
  const { perPixel, ...proportion2 } = recipe.proportion;
  const byHand = proportion2.from === "by-hand" || proportion2.from === void 0 && proportion2.height !== 1;
  const told2 = measuredIn(withCamera(recipe, size), size);
  const found = told2?.perPixel ?? void 0;
  const scale = found === void 0 ? {} : { perPixel: found };
  const same2 = found === perPixel;
  const measured = told2?.height ?? null;
  if (byHand || measured === null) {
    const { from, ...rest } = proportion2;
    if (byHand || from === void 0) return same2 ? recipe : { ...recipe, proportion: { ...proportion2, ...scale } };
    return { ...recipe, proportion: { ...rest, height: 1, ...scale } };
  }
  const height = clampedHeight(measured);
  if (same2 && proportion2.from === "measures" && proportion2.height === height) return recipe;
  return { ...recipe, proportion: { ...proportion2, from: "measures", height, ...scale } };
}
var sameEvidence, within, sameMeasured;
var init_settle = __esm({
  "src/core/render/settle.ts"() {
    "use strict";
    init_attitude();
    init_camera();
    init_lens2();
    init_proportion();
    init_settled();
    init_focal_by_measures();
    init_measured();
    init_recipe();
    sameEvidence = (a, b) => a.lines === b.lines && a.faces === b.faces && a.lens === b.lens && a.camera === b.camera && a.attitude.from === b.attitude.from && a.attitude.face === b.attitude.face && a.attitude.trim === b.attitude.trim;
    within = (deg, most) => Math.max(-most, Math.min(most, deg));
    sameMeasured = (a, b) => a.proportion === b.proportion && a.attitude === b.attitude && a.lens === b.lens && a.camera === b.camera;
  }
});

// src/core/render/gaps/shut-step.ts
function shift(shut, x, y) {
  const across = shut.moves === "x";
  const u = ((across ? x : y) - shut.border) * shut.inwards / shut.reach;
  return u >= 1 ? 0 : shut.inwards * shut.depth(across ? y : x) * falling(u);
}
function shutStep(rect, edges2, size, back) {
  const out = new Float64Array(3);
  const all = [];
  const inside2 = (x, y, to) => {
    for (let k = all.length - 1; k >= 0; k--) {
      const by = shift(all[k], x, y);
      if (all[k].moves === "x") x += by;
      else y += by;
    }
    to[0] = x;
    to[1] = y;
    to[2] = FAR_INSIDE;
  };
  const beyond2 = (side2, x, y) => {
    inside2(x, y, out);
    back(out[0], out[1], out);
    return out[2] > 0 && gapSide(size, out[0], out[1]) === side2;
  };
  for (const side2 of SIDES2) {
    if (choiceFor(edges2, side2).do !== "bend") continue;
    const shut = shutSide(rect, side2, (x, y) => beyond2(side2, x, y));
    if (shut) all.push(shut);
  }
  if (all.length === 0) return null;
  const outside2 = ([x, y]) => {
    let p = [x, y];
    for (const shut of all) p = unshifted(shut, p);
    return p;
  };
  return {
    forward: outside2,
    back: inside2,
    outline: (polygon) => polygon.map(outside2)
  };
}
function unshifted(shut, [x, y]) {
  const at = shut.moves === "x" ? x : y;
  const most = shut.depth(shut.moves === "x" ? y : x);
  let [low, high] = shut.inwards > 0 ? [at - most, at] : [at, at + most];
  for (let i = 0; i < 48 && high - low > 1e-9; i++) {
    const middle = (low + high) / 2;
    const [px, py] = shut.moves === "x" ? [middle, y] : [x, middle];
    if (middle + shift(shut, px, py) < at) low = middle;
    else high = middle;
  }
  const found = (low + high) / 2;
  return shut.moves === "x" ? [found, y] : [x, found];
}
function shutSide([fx, fy, fw, fh], side2, beyond2) {
  const moves = side2 === "left" || side2 === "right" ? "x" : "y";
  const [from, long, across] = moves === "x" ? [fy, fh, fw] : [fx, fw, fh];
  const inwards = side2 === "left" || side2 === "top" ? 1 : -1;
  const border = side2 === "left" ? fx : side2 === "top" ? fy : side2 === "right" ? fx + fw : fy + fh;
  const deepest = DEEPEST * across;
  const isBeyond = (along, depth) => {
    const at = border + inwards * depth;
    return moves === "x" ? beyond2(at, along) : beyond2(along, at);
  };
  const depths = Float64Array.from({ length: ALONG2 + 1 }, (_, i) => {
    const along = from + i * long / ALONG2;
    if (!isBeyond(along, 0)) return 0;
    let k = 1;
    while (k <= DEPTHS && isBeyond(along, k * deepest / DEPTHS)) k++;
    if (k > DEPTHS) return deepest;
    let [low, high] = [(k - 1) * deepest / DEPTHS, k * deepest / DEPTHS];
    for (let n = 0; n < HALVINGS3; n++) {
      const middle = (low + high) / 2;
      if (isBeyond(along, middle)) low = middle;
      else high = middle;
    }
    return high + INSIDE;
  });
  const most = depths.reduce((a, b) => Math.max(a, b), 0);
  if (most === 0) return null;
  const reach = Math.min(MOST7 * across, Math.max(REACH3 * most, 32));
  const least = Math.min(1, STEEPEST3 * reach / (STEEP * most));
  const smooth2 = smoothed(depths).map((v) => v * least);
  return {
    moves,
    border,
    inwards,
    reach,
    depth: (along) => {
      const at = Math.max(0, Math.min(ALONG2, (along - from) * ALONG2 / long));
      const i = Math.min(ALONG2 - 1, Math.floor(at));
      return smooth2[i] + (smooth2[i + 1] - smooth2[i]) * (at - i);
    }
  };
}
function smoothed(depths) {
  const half = Math.max(2, Math.round(SMOOTH * depths.length));
  const around = (all, reach, of) => all.map((_, i) => of(all.subarray(Math.max(0, i - reach), Math.min(all.length, i + reach + 1))));
  const mean = (part) => part.reduce((a, b) => a + b, 0) / part.length;
  const highest = around(depths, 2 * half, (part) => Math.max(...part));
  return around(around(highest, half, mean), half, mean);
}
var ALONG2, DEPTHS, HALVINGS3, DEEPEST, REACH3, MOST7, STEEPEST3, SMOOTH, INSIDE, falling, STEEP;
var init_shut_step = __esm({
  "src/core/render/gaps/shut-step.ts"() {
    "use strict";
    init_course();
    init_edges();
    ALONG2 = 192;
    DEPTHS = 48;
    HALVINGS3 = 16;
    DEEPEST = 0.3;
    REACH3 = 4;
    MOST7 = 0.6;
    STEEPEST3 = 0.7;
    SMOOTH = 0.04;
    INSIDE = 0.75;
    falling = (u) => u <= 0 ? 1 : u >= 1 ? 0 : (1 - u) * (1 - u) * (1 + 2 * u);
    STEEP = 1.5;
  }
});

// src/core/render/gaps/trimmed.ts
function trimmed(rect, edges2, size, toRecorded) {
  const trims = SIDES2.filter((side2) => choiceFor(edges2, side2).do === "trim");
  if (trims.length === 0) return rect;
  const out = new Float64Array(3);
  const liesBeyond = (side2, x, y) => {
    toRecorded(x, y, out);
    return out[2] > 0 && gapSide(size, out[0], out[1]) === side2;
  };
  let [x0, y0, x1, y1] = [rect[0], rect[1], rect[0] + rect[2], rect[1] + rect[3]];
  const moved2 = (side2) => {
    const clear = (t) => {
      for (let i = 0; i <= ALONG3; i++) {
        const u = i / ALONG3;
        const along = side2 === "left" || side2 === "right" ? [side2 === "left" ? x0 + t * rect[2] : x1 - t * rect[2], y0 + u * (y1 - y0)] : [x0 + u * (x1 - x0), side2 === "top" ? y0 + t * rect[3] : y1 - t * rect[3]];
        if (liesBeyond(side2, ...along)) return false;
      }
      return true;
    };
    if (clear(0)) return 0;
    if (!clear(MOST8)) return 0;
    let [low, high] = [0, MOST8];
    while (high - low > CLOSEST) {
      const middle = (low + high) / 2;
      if (clear(middle)) high = middle;
      else low = middle;
    }
    return high;
  };
  for (const side2 of trims) {
    const by = moved2(side2);
    if (side2 === "left") x0 += by * rect[2];
    if (side2 === "right") x1 -= by * rect[2];
    if (side2 === "top") y0 += by * rect[3];
    if (side2 === "bottom") y1 -= by * rect[3];
  }
  [x0, y0, x1, y1] = [Math.ceil(x0), Math.ceil(y0), Math.floor(x1), Math.floor(y1)];
  return [x0, y0, Math.max(1, x1 - x0), Math.max(1, y1 - y0)];
}
var ALONG3, CLOSEST, MOST8;
var init_trimmed = __esm({
  "src/core/render/gaps/trimmed.ts"() {
    "use strict";
    init_edges();
    ALONG3 = 96;
    CLOSEST = 1 / 4096;
    MOST8 = 0.45;
  }
});

// src/core/render/calm.ts
var isCalming, CALM_REACH, AROUND2, CALM_TAPS;
var init_calm = __esm({
  "src/core/render/calm.ts"() {
    "use strict";
    isCalming = ({ purple, green }) => purple > 0 || green > 0;
    CALM_REACH = 4;
    AROUND2 = 8;
    CALM_TAPS = [CALM_REACH, CALM_REACH / 2].flatMap(
      (r) => Array.from({ length: AROUND2 }, (_, i) => {
        const a = 2 * Math.PI * (i + (r < CALM_REACH ? 0.5 : 0)) / AROUND2;
        return [r * Math.cos(a), r * Math.sin(a)];
      })
    );
  }
});

// src/core/render/optics.ts
function opticsOf({ lens }, size) {
  if (!lens.on) return null;
  const optics = {
    centre: lens.centre,
    unit: Math.hypot(size[0], size[1]) / 2,
    red: lens.fringes.red,
    blue: lens.fringes.blue,
    vignetting: lens.vignetting.v,
    amount: lens.vignetting.amount,
    calm: lens.calm
  };
  return hasFringes(optics) || hasVignetting(optics) || isCalming(optics.calm) ? optics : null;
}
var isZero, hasFringes, hasVignetting, LEAST_LIGHT, STEPS4, decode, encode;
var init_optics = __esm({
  "src/core/render/optics.ts"() {
    "use strict";
    init_course();
    init_calm();
    isZero = (numbers) => numbers.every((n) => n === 0);
    hasFringes = ({ red, blue }) => !isZero(red) || !isZero(blue);
    hasVignetting = ({ vignetting: vignetting2, amount }) => amount !== 0 && !isZero(vignetting2);
    LEAST_LIGHT = 1 / 64;
    STEPS4 = 8192;
    decode = Float64Array.from({ length: STEPS4 + 2 }, (_, i) => toLinear(i / STEPS4));
    encode = Float64Array.from({ length: STEPS4 + 2 }, (_, i) => fromLinear((i / STEPS4) ** 2));
  }
});

// src/core/render/steps.ts
function madeBy(recipe, size, plane, moving) {
  const first2 = Math.max(
    0,
    plane.findLastIndex(({ standsForAll }) => standsForAll?.(recipe))
  );
  const made = [];
  plane.slice(first2).forEach(({ make }, i) => {
    const step = make(recipe, size, beneathOf(recipe, size, plane, first2 + i, [...made]), moving);
    if (step) made.push(step);
  });
  return made;
}
var stepsOf, STEPS5, planeInputs, beneathOf, chainOf, rasterStepsOf;
var init_steps = __esm({
  "src/core/render/steps.ts"() {
    "use strict";
    init_course();
    init_recipe();
    stepsOf = (parts) => ({
      plane: parts.flatMap(({ plane = [] }) => plane),
      raster: parts.flatMap(({ raster = [] }) => raster)
    });
    STEPS5 = stepsOf(COURSES);
    planeInputs = (recipe, plane = STEPS5.plane) => plane.map(({ inputs }) => inputs(recipe));
    beneathOf = (recipe, size, plane, number2, made) => ({
      chain: () => chained(made ?? madeBy(recipe, size, plane.slice(0, number2), false)),
      key: () => JSON.stringify(planeInputs(recipe, plane.slice(0, number2)))
    });
    chainOf = (recipe, size, { plane } = STEPS5, moving = false) => chained(madeBy(recipe, size, plane, moving));
    rasterStepsOf = (recipe, size, finished, { raster } = STEPS5) => raster.map((step) => step(recipe, size, finished)).filter((step) => step !== null);
  }
});

// src/core/render/compile.ts
function chainFor(recipe, size, steps, moving) {
  try {
    return chainOf(recipe, size, steps, moving);
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    throw new RecipeError(
      say(
        "The corrections of this recipe together flatten the picture to a line. Reset the camera's angles, its focal length or the proportion."
      )
    );
  }
}
function coveredOutline(size, chain, parts) {
  const seen = chain.outline(rectOutline([0, 0, size[0], size[1]], parts));
  return seen.length < 3 ? [] : withoutCollinear(seen, OUTLINE_TOLERANCE);
}
function chooseFrame(recipe, size, outline, meanwhile, forward) {
  const whole = [0, 0, size[0], size[1]];
  const { on: on2, rule, ratio, rect } = recipe.frame;
  if (!on2) return whole;
  if (rule === "free") return rect ?? whole;
  const clean = cleanFrameKeeping(
    outline,
    ratio ?? meanwhile,
    placedMarks(recipe, forward),
    weighedPlaces(recipe, size, forward, meanwhile !== null),
    meanwhile !== null
  );
  return clean ? wholePixels(clean.rect) : whole;
}
function barOf({ frame: { on: on2, bar }, proportion: { perPixel } }, frame) {
  const step = on2 && bar && perPixel !== void 0 ? scaleBarStep(frame, perPixel) : null;
  return step ? [step] : [];
}
function weighedPlaces({ frame: { detail: detail2, prefer }, faces, proportion: { measures = [] } }, size, forward, quick) {
  if (!detail2 || prefer === "area") return [];
  const parts = quick ? 1 : PLACES3;
  const [columns, rows] = [detail2.columns * parts, detail2.rows * parts];
  const places = [];
  const marked = [...faces.map((f) => f.corners), ...measures.flatMap((m) => m.kind === "length" ? [] : [m.points])];
  for (let j = 0; j < rows; j++)
    for (let i = 0; i < columns; i++) {
      const shown = Number(detail2.weights[Math.floor(j / parts) * detail2.columns + Math.floor(i / parts)]);
      const place = [(i + 0.5) * size[0] / columns, (j + 0.5) * size[1] / rows];
      const weight = shown + (marked.some((outline) => contains(outline, place)) ? MARKED : 0);
      const at = weight > 0 ? forward(place) : null;
      if (at) places.push({ at, weight });
    }
  return places;
}
function placedMark({ id: id2, at, to }, forward) {
  if (!to) return { id: id2, at: forward(at) };
  const corners2 = [at, [to[0], at[1]], to, [at[0], to[1]]].map((c) => forward(c));
  const all = corners2.filter((c) => c !== null);
  return all.length < corners2.length ? { id: id2, at: null } : { id: id2, at: all[0], corners: all.slice(1) };
}
function compile(recipe, size, meanwhile = null, steps = STEPS5) {
  const straight = chainFor(recipe, size, steps, meanwhile !== null);
  const isBent = meanwhile === null && (movesAnything(recipe.shape) || surfaceShare(recipe.shape) > 0);
  const covered = coveredOutline(size, straight, isBent ? BEND_OUTLINE_PARTS : OUTLINE_PARTS);
  const chosen = chooseFrame(recipe, size, covered, meanwhile, straight.forward);
  const rect = recipe.frame.on ? trimmed(chosen, recipe.edges, size, straight.back) : chosen;
  const shut = recipe.frame.on ? shutStep(rect, recipe.edges, size, straight.back) : null;
  const turn = turnStep(recipe);
  const after = [shut, turn].filter((step) => step !== null);
  const chain = after.length > 0 ? chained([straight, ...after]) : straight;
  const outline = after.reduce((polygon, step) => step.outline(polygon), covered);
  const frame = turn ? turnedRect(rect, turn.forward) : rect;
  const { on: on2, output: asked } = recipe.frame;
  const output = outputSize([frame[2], frame[3]], on2 ? asked : void 0, recipe.proportion.perPixel ?? null);
  const finished = { plane: chain, scale: output[0] / frame[2], frame };
  return {
    size,
    frame,
    rect,
    output,
    outline,
    lens: lensOf(recipe, size),
    optics: opticsOf(recipe, size),
    breaks: chain.breaks ?? [],
    raster: [...rasterStepsOf(recipe, size, finished, steps), ...barOf(recipe, frame)],
    toRecorded: chain.back,
    fromRecorded: chain.forward,
    ...coverage(size, frame, chain.back)
  };
}
function coverage(size, frame, toRecorded) {
  const out = new Float64Array(3);
  let gaps = false;
  const inPhoto = rectOutline(frame, OUTLINE_PARTS).map(([x, y]) => {
    toRecorded(x, y, out);
    const [rx, ry] = [out[0], out[1]];
    const beyond2 = Math.max(-rx, rx - size[0], -ry, ry - size[1]);
    if (beyond2 > COVER_TOLERANCE || out[2] <= 0) gaps = true;
    return [rx, ry];
  });
  return { kept: shareKept(size, inPhoto), gaps };
}
var OUTLINE_PARTS, BEND_OUTLINE_PARTS, OUTLINE_TOLERANCE, COVER_TOLERANCE, PLACES3, MARKED, placedMarks;
var init_compile = __esm({
  "src/core/render/compile.ts"() {
    "use strict";
    init_language();
    init_frame();
    init_course();
    init_geometry();
    init_recipe();
    init_bend();
    init_shut_step();
    init_trimmed();
    init_optics();
    init_settled();
    init_steps();
    OUTLINE_PARTS = 48;
    BEND_OUTLINE_PARTS = 192;
    OUTLINE_TOLERANCE = 0.01;
    COVER_TOLERANCE = 0.05;
    PLACES3 = 2;
    MARKED = 9;
    placedMarks = (recipe, forward) => keepMarksOf(recipe).map((mark) => placedMark(mark, forward));
  }
});

// src/core/render/sample-grid.ts
var init_sample_grid = __esm({
  "src/core/render/sample-grid.ts"() {
    "use strict";
  }
});

// src/core/render/kernels.ts
var init_kernels = __esm({
  "src/core/render/kernels.ts"() {
    "use strict";
  }
});

// src/core/render/resample.ts
var init_resample = __esm({
  "src/core/render/resample.ts"() {
    "use strict";
  }
});

// src/core/render/true-already.ts
function tallness(one, other, size, at) {
  const bare = (r2) => ({
    ...r2,
    proportion: { on: true, height: 1 },
    frame: { ...r2.frame, on: false }
  });
  const [from, to] = [compile(bare(one), size), compile(bare(other), size)];
  const out = new Float64Array(3);
  const moved2 = (dx, dy) => {
    from.toRecorded(at[0] + dx, at[1] + dy, out);
    return out[2] > 0 ? to.fromRecorded([out[0], out[1]]) : null;
  };
  const [l, r, u, d] = [moved2(-1, 0), moved2(1, 0), moved2(0, -1), moved2(0, 1)];
  if (!l || !r || !u || !d) return null;
  return (d[1] - u[1]) / (r[0] - l[0]);
}
function trueAlready(recipe, size, solvedSigma, middle) {
  const { focalFrom, focalPx } = recipe.camera;
  const focalSigma = focalFrom === "stated" ? null : focalFrom === "metadata" ? METADATA_SIGMA2 : focalFrom === "solved" ? solvedSigma ?? METADATA_SIGMA2 : ASSUMED_SIGMA;
  const full = { ...recipe, attitude: { ...recipe.attitude, ease: { plumb: 1, sill: 1 } } };
  const eased = 1 / (tallness(recipe, full, size, middle) ?? 1);
  if (focalSigma === null) return { focalSigma, heightSigma: 0, eased: eased - 1 };
  const step = Math.min(0.02, focalSigma);
  const camera = { ...recipe.camera, focalPx: focalPx * (1 + step) };
  const { face: face4 } = recipe.attitude;
  const again = recipe.attitude.from === "lines" ? solveLines(camera, lensOf(recipe, size), linesOf(recipe), { face: face4 }) : null;
  const attitude2 = again?.status === "solved" ? { ...full.attitude, ...again.attitude } : full.attitude;
  const other = tallness(full, withCamera({ ...full, camera, attitude: attitude2 }, size), size, middle) ?? 1;
  return { focalSigma, heightSigma: Math.abs(other - 1) / step * focalSigma, eased: eased - 1 };
}
var METADATA_SIGMA2, ASSUMED_SIGMA;
var init_true_already = __esm({
  "src/core/render/true-already.ts"() {
    "use strict";
    init_compile();
    init_settled();
    init_attitude();
    METADATA_SIGMA2 = 0.02;
    ASSUMED_SIGMA = 0.2;
  }
});

// src/core/render/frame-follows.ts
function withFrameFollowing(before, after, size) {
  const { frame } = after;
  if (frame.rule !== "free" || !frame.rect || frame.rect !== before.frame.rect || sameMap(before, after)) return after;
  const bare = (recipe) => compile({ ...withCamera(recipe, size), frame: { ...recipe.frame, on: false } }, size);
  const [x, y, w, h] = frame.rect;
  const [from, to] = [bare(before), bare(after)];
  const out = new Float64Array(3);
  const moved2 = (px, py) => {
    from.toRecorded(px, py, out);
    return out[2] > 0 ? to.fromRecorded([out[0], out[1]]) : null;
  };
  const [cx, cy] = [x + w / 2, y + h / 2];
  const [middle, left, right, up, down] = [
    moved2(cx, cy),
    moved2(cx - 0.5, cy),
    moved2(cx + 0.5, cy),
    moved2(cx, cy - 0.5),
    moved2(cx, cy + 0.5)
  ];
  if (!middle || !left || !right || !up || !down) return after;
  let [across, along] = [right[0] - left[0], down[1] - up[1]];
  if (!(across > 0 && along > 0)) return after;
  if (frame.ratio !== null) across = along = Math.sqrt(across * along);
  const rect = [
    middle[0] - w * across / 2,
    middle[1] - h * along / 2,
    w * across,
    h * along
  ];
  return { ...after, frame: { ...frame, rect } };
}
var sameMap;
var init_frame_follows = __esm({
  "src/core/render/frame-follows.ts"() {
    "use strict";
    init_compile();
    init_settled();
    sameMap = (a, b) => a.lens === b.lens && a.attitude === b.attitude && a.camera === b.camera && a.proportion === b.proportion;
  }
});

// src/core/render/stretch.ts
function stretchAt(map, [x, y], size) {
  const out = new Float64Array(3);
  const at = (px, py) => {
    map.toRecorded(px, py, out);
    return out[2] > 0 && out[0] >= 0 && out[1] >= 0 && out[0] <= size[0] && out[1] <= size[1] ? [out[0], out[1]] : null;
  };
  const [l, r, u, d] = [at(x - 0.5, y), at(x + 0.5, y), at(x, y - 0.5), at(x, y + 0.5)];
  if (!l || !r || !u || !d) return null;
  const [a, b, c, e] = [r[0] - l[0], d[0] - u[0], r[1] - l[1], d[1] - u[1]];
  const sum = a * a + b * b + c * c + e * e;
  const det = a * e - b * c;
  const least = Math.sqrt(Math.max(1e-12, (sum - Math.sqrt(Math.max(0, sum * sum - 4 * det * det))) / 2));
  return 1 / least;
}
var init_stretch = __esm({
  "src/core/render/stretch.ts"() {
    "use strict";
  }
});

// src/core/render/window.ts
var init_window = __esm({
  "src/core/render/window.ts"() {
    "use strict";
  }
});

// src/core/render/gaps/gaps.ts
var init_gaps = __esm({
  "src/core/render/gaps/gaps.ts"() {
    "use strict";
  }
});

// src/core/render/gaps/stroke-boxes.ts
var init_stroke_boxes = __esm({
  "src/core/render/gaps/stroke-boxes.ts"() {
    "use strict";
  }
});

// src/core/render/gaps/depends-on.ts
var init_depends_on = __esm({
  "src/core/render/gaps/depends-on.ts"() {
    "use strict";
  }
});

// src/core/render/gaps/edge-job.ts
var init_edge_job = __esm({
  "src/core/render/gaps/edge-job.ts"() {
    "use strict";
  }
});

// src/core/render/gaps/edge-layers.ts
var init_edge_layers = __esm({
  "src/core/render/gaps/edge-layers.ts"() {
    "use strict";
  }
});

// src/core/render/gaps/fill-field.ts
var LARGEST_THING;
var init_fill_field = __esm({
  "src/core/render/gaps/fill-field.ts"() {
    "use strict";
    LARGEST_THING = 1 / 12;
  }
});

// src/core/render/gaps/normals.ts
var init_normals = __esm({
  "src/core/render/gaps/normals.ts"() {
    "use strict";
  }
});

// src/core/render/gaps/graft-shift.ts
var init_graft_shift = __esm({
  "src/core/render/gaps/graft-shift.ts"() {
    "use strict";
  }
});

// src/core/render/gaps/made-up-share.ts
var init_made_up_share = __esm({
  "src/core/render/gaps/made-up-share.ts"() {
    "use strict";
  }
});

// src/core/render/gaps/stroke-plan.ts
var init_stroke_plan = __esm({
  "src/core/render/gaps/stroke-plan.ts"() {
    "use strict";
  }
});

// src/core/render/gaps/index.ts
var init_gaps2 = __esm({
  "src/core/render/gaps/index.ts"() {
    "use strict";
    init_depends_on();
    init_edge_job();
    init_edge_layers();
    init_fill_field();
    init_gaps();
    init_graft_shift();
    init_made_up_share();
    init_normals();
    init_stroke_boxes();
    init_stroke_plan();
  }
});

// src/core/render/work-band.ts
var init_work_band = __esm({
  "src/core/render/work-band.ts"() {
    "use strict";
  }
});

// src/core/render/index.ts
var init_render = __esm({
  "src/core/render/index.ts"() {
    "use strict";
    init_settled();
    init_settle();
    init_compile();
    init_sample_grid();
    init_kernels();
    init_resample();
    init_optics();
    init_calm();
    init_measured();
    init_focal_by_measures();
    init_true_already();
    init_frame_follows();
    init_stretch();
    init_window();
    init_gaps2();
    init_steps();
    init_work_band();
  }
});

// src/core/edits/edit.ts
function edited(recipe, { apply }, size) {
  const next = apply(recipe);
  if (next === recipe) return recipe;
  const known = recipe.proportion.measures === next.proportion.measures || !isFree(next);
  const solved3 = known && sameEvidence(recipe, next) ? next : withSolvedAttitude(next, size);
  if (sameMeasured(recipe, solved3)) return solved3;
  return withFrameFollowing(recipe, withHeightMeasured(solved3, size), size);
}
var together;
var init_edit = __esm({
  "src/core/edits/edit.ts"() {
    "use strict";
    init_render();
    together = (label, edits) => ({
      label,
      apply: (recipe) => edits.reduce((now, edit) => edit.apply(now), recipe)
    });
  }
});

// src/core/edits/attitude-edits.ts
var fromLines2, RESET;
var init_attitude_edits = __esm({
  "src/core/edits/attitude-edits.ts"() {
    "use strict";
    init_language();
    init_camera();
    fromLines2 = (attitude2) => attitude2.from === "lines" ? attitude2 : { ...attitude2, from: "lines", trim: { ...LEVEL } };
    RESET = {
      pitch: say("Reset the pitch"),
      yaw: say("Reset the turn"),
      roll: say("Reset the roll")
    };
  }
});

// src/core/edits/same-json.ts
var init_same_json = __esm({
  "src/core/edits/same-json.ts"() {
    "use strict";
  }
});

// src/core/edits/carry.ts
var init_carry = __esm({
  "src/core/edits/carry.ts"() {
    "use strict";
  }
});

// src/core/edits/change-words.ts
var init_change_words = __esm({
  "src/core/edits/change-words.ts"() {
    "use strict";
  }
});

// src/core/edits/course-edits.ts
var init_course_edits = __esm({
  "src/core/edits/course-edits.ts"() {
    "use strict";
  }
});

// src/core/edits/curve-edits.ts
var init_curve_edits = __esm({
  "src/core/edits/curve-edits.ts"() {
    "use strict";
  }
});

// src/core/edits/edge-edits.ts
var WORDS;
var init_edge_edits = __esm({
  "src/core/edits/edge-edits.ts"() {
    "use strict";
    init_language();
    WORDS = {
      leave: say("Leave gaps"),
      plain: say("Plain gaps"),
      fill: say("Fill gaps"),
      trim: say("Trim gaps"),
      bend: say("Bend gaps shut")
    };
  }
});

// src/core/edits/face-edits.ts
var init_face_edits = __esm({
  "src/core/edits/face-edits.ts"() {
    "use strict";
  }
});

// src/core/edits/finish-edits.ts
var PART_WORDS;
var init_finish_edits = __esm({
  "src/core/edits/finish-edits.ts"() {
    "use strict";
    init_language();
    PART_WORDS = {
      light: say("light"),
      colour: say("colour"),
      masks: say("parts"),
      sharpness: say("sharpness")
    };
  }
});

// src/core/edits/found-edits.ts
function openIn(found, group, lines2) {
  const taken = new Set(lines2.map((l) => l.id));
  return group.members.filter((i) => !taken.has(foundId(found.segments[i])));
}
function bestOf2(found, indices, longer) {
  const middles = [];
  const [apart3, others] = [[], []];
  for (const i of indices) {
    const [a, b] = found.segments[i].points;
    const middle = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
    const near = middles.some((m) => Math.hypot(m[0] - middle[0], m[1] - middle[1]) < APART3 * longer);
    if (!near) middles.push(middle);
    (near ? others : apart3).push(i);
  }
  return [...apart3, ...others].slice(0, TAKEN_AT_ONCE);
}
var TAKEN_AT_ONCE, foundId, APART3, takeFound;
var init_found_edits = __esm({
  "src/core/edits/found-edits.ts"() {
    "use strict";
    init_language();
    init_recipe();
    init_attitude_edits();
    TAKEN_AT_ONCE = 16;
    foundId = ({ points }) => `f${points.flat().map((v) => Math.round(v * 4).toString(36)).join(".")}`;
    APART3 = 0.07;
    takeFound = (found, group, indices) => ({
      label: indices.length === 1 ? say("Take a found line") : say("Take {count} found lines", { count: indices.length }),
      apply: (recipe) => {
        const { kind } = group;
        if (kind === "other") return recipe;
        const open3 = new Set(openIn(found, group, recipe.lines));
        const lines2 = indices.filter((i) => open3.has(i)).map((i) => foundLine(foundId(found.segments[i]), kind, found.segments[i]));
        if (lines2.length === 0) return recipe;
        return { ...recipe, lines: [...recipe.lines, ...lines2], attitude: fromLines2(recipe.attitude) };
      }
    });
  }
});

// src/core/edits/frame-edits.ts
var cleanFrameAgain;
var init_frame_edits = __esm({
  "src/core/edits/frame-edits.ts"() {
    "use strict";
    init_language();
    cleanFrameAgain = () => ({
      label: say("Clean frame"),
      apply: (recipe) => ({ ...recipe, frame: { ...recipe.frame, rule: "clean" } })
    });
  }
});

// src/core/edits/guide-edits.ts
function withGuides(recipe, guides) {
  const { guides: before, ...rest } = recipe;
  void before;
  return guides.length > 0 ? { ...rest, guides: [...guides] } : rest;
}
var clearGuides;
var init_guide_edits = __esm({
  "src/core/edits/guide-edits.ts"() {
    "use strict";
    init_language();
    clearGuides = {
      label: say("Take all guides away"),
      apply: (recipe) => recipe.guides ? withGuides(recipe, []) : recipe
    };
  }
});

// src/core/edits/keep-edits.ts
var init_keep_edits = __esm({
  "src/core/edits/keep-edits.ts"() {
    "use strict";
  }
});

// src/core/edits/lens-edits.ts
var init_lens_edits = __esm({
  "src/core/edits/lens-edits.ts"() {
    "use strict";
  }
});

// src/core/edits/line-edits.ts
var init_line_edits = __esm({
  "src/core/edits/line-edits.ts"() {
    "use strict";
  }
});

// src/core/edits/mask-edits.ts
var DRAW;
var init_mask_edits = __esm({
  "src/core/edits/mask-edits.ts"() {
    "use strict";
    init_language();
    DRAW = { wash: say("Draw a wash"), dab: say("Draw a dab") };
  }
});

// src/core/edits/own-edges-edits.ts
var foundIn, takeOwnLens, takeOwnLines, trueUp;
var init_own_edges_edits = __esm({
  "src/core/edits/own-edges-edits.ts"() {
    "use strict";
    init_language();
    init_edit();
    init_found_edits();
    init_frame_edits();
    foundIn = ({ segments, groups }) => ({ segments, groups, told: true });
    takeOwnLens = ({ from, lens, focal }) => ({
      label: say("Lens from the picture's own edges"),
      // Lines alone tell no lens: what is there stays.
      apply: (recipe) => from === "lines" ? recipe : {
        ...recipe,
        camera: focal.told ? { ...recipe.camera, focalPx: focal.focalPx, focalFrom: "solved" } : recipe.camera,
        lens: {
          ...recipe.lens,
          on: true,
          from: "own-edges",
          profile: null,
          model: lens.model,
          k: [lens.k[0], lens.k[1], lens.k[2]],
          p: [0, 0],
          centre: [lens.centre[0], lens.centre[1]],
          amount: 1
        }
      }
    });
    takeOwnLines = (proposal, size) => ({
      label: say("Lines from the picture's own edges"),
      apply: (recipe) => {
        const found = foundIn(proposal);
        return proposal.groups.filter((g) => g.kind !== "other").reduce((now, group) => {
          const best = bestOf2(found, openIn(found, group, now.lines), Math.max(size[0], size[1]));
          return takeFound(found, group, best).apply(now);
        }, recipe);
      }
    });
    trueUp = (proposal, size) => together(say("True up"), [
      takeOwnLens(proposal),
      takeOwnLines(proposal, size),
      {
        label: say("Attitude from lines"),
        apply: (recipe) => ({ ...recipe, attitude: { ...recipe.attitude, on: true, from: "lines" } })
      },
      cleanFrameAgain()
    ]);
  }
});

// src/core/edits/measure-edits.ts
var init_measure_edits = __esm({
  "src/core/edits/measure-edits.ts"() {
    "use strict";
  }
});

// src/core/edits/profile-edits.ts
var init_profile_edits = __esm({
  "src/core/edits/profile-edits.ts"() {
    "use strict";
  }
});

// src/core/edits/projection-edits.ts
var init_projection_edits = __esm({
  "src/core/edits/projection-edits.ts"() {
    "use strict";
  }
});

// src/core/edits/pull-edit.ts
var init_pull_edit = __esm({
  "src/core/edits/pull-edit.ts"() {
    "use strict";
  }
});

// src/core/edits/bend-edits.ts
var init_bend_edits = __esm({
  "src/core/edits/bend-edits.ts"() {
    "use strict";
  }
});

// src/core/edits/stroke-edits.ts
var NAMES2;
var init_stroke_edits = __esm({
  "src/core/edits/stroke-edits.ts"() {
    "use strict";
    init_language();
    NAMES2 = { mend: say("Mend"), graft: say("Graft") };
  }
});

// src/core/edits/trace-edits.ts
var init_trace_edits = __esm({
  "src/core/edits/trace-edits.ts"() {
    "use strict";
  }
});

// src/core/edits/index.ts
var init_edits = __esm({
  "src/core/edits/index.ts"() {
    "use strict";
    init_edit();
    init_attitude_edits();
    init_carry();
    init_change_words();
    init_course_edits();
    init_curve_edits();
    init_edge_edits();
    init_face_edits();
    init_finish_edits();
    init_found_edits();
    init_frame_edits();
    init_guide_edits();
    init_keep_edits();
    init_lens_edits();
    init_line_edits();
    init_mask_edits();
    init_own_edges_edits();
    init_measure_edits();
    init_profile_edits();
    init_projection_edits();
    init_pull_edit();
    init_same_json();
    init_bend_edits();
    init_stroke_edits();
    init_trace_edits();
  }
});

// src/core/answers/cost.ts
function overFrame(map, [x, y, w, h], worth) {
  const rows = Math.max(2, Math.round(ACROSS2 * h / w));
  const out = new Float64Array(3);
  let [stretch, soft, weights, missing, count] = [1, 0, 0, 0, 0];
  for (let j = 0; j <= rows; j++)
    for (let i = 0; i <= ACROSS2; i++) {
      const at = [x + 1 + (w - 2) * i / ACROSS2, y + 1 + (h - 2) * j / rows];
      count++;
      map.toRecorded(at[0], at[1], out);
      const recorded = [out[0], out[1]];
      const inside2 = out[2] > 0 && recorded[0] >= -1 && recorded[1] >= -1 && recorded[0] <= map.size[0] + 1 && recorded[1] <= map.size[1] + 1;
      if (!inside2) missing++;
      const s = inside2 ? stretchAt(map, at, map.size) : null;
      if (s === null) continue;
      const weight = worth(recorded);
      stretch = Math.max(stretch, s);
      soft += weight * Math.max(0, s - SOFT);
      weights += weight;
    }
  return { stretch, soft: weights > 0 ? soft / weights : 0, empty: missing / count };
}
var LEAST_KEPT, MOST_EMPTY, NEARLY_FACES, MOST_OF_IT, NO_CUT, SOFT, BEYOND2, beyond, MOST_STRETCH_OVER, termsOf, costOf2, ACROSS2;
var init_cost = __esm({
  "src/core/answers/cost.ts"() {
    "use strict";
    init_render();
    init_house_style();
    LEAST_KEPT = 0.7;
    MOST_EMPTY = 0.08;
    NEARLY_FACES = 12;
    MOST_OF_IT = 0.55;
    NO_CUT = 0.025;
    SOFT = 1.3;
    BEYOND2 = 8;
    beyond = (by, price) => by > 0 ? BEYOND2 + price * by : 0;
    MOST_STRETCH_OVER = 0.1;
    termsOf = ({ outOfTrue: outOfTrue2, stretch, soft, kept: kept3, content, empty, roof, foot }, turned, stretchAllowed2 = BORNE_STRETCH) => ({
      outOfTrue: outOfTrue2,
      stretch: 2 * soft + beyond(stretch - stretchAllowed2 - MOST_STRETCH_OVER, 4),
      lost: 3 * (1 - content) + beyond(LEAST_KEPT - kept3, 40),
      cut: [roof, foot].reduce((sum, share) => sum + (share > NO_CUT ? 0.8 + 3 * share : 0), 0),
      empty: 12 * empty + beyond(empty - MOST_EMPTY, 100),
      turned: turned ? 0.25 * Math.max(0, Math.abs(turned.heading) - NEARLY_FACES) + 6 * Math.max(0, MOST_OF_IT - turned.share) : 0
    });
    costOf2 = (terms) => Object.values(terms).reduce((sum, v) => sum + v, 0);
    ACROSS2 = 36;
  }
});

// src/core/answers/frame-search.ts
function worthOf3({ detail: { columns, rows, weights } }, size) {
  let total = 0;
  for (const digit of weights) total += PLAIN2 + Number(digit) / 9;
  const mean = total / (columns * rows);
  return ([x, y]) => {
    const column = clamp(Math.floor(x / size[0] * columns), 0, columns - 1);
    const row = clamp(Math.floor(y / size[1] * rows), 0, rows - 1);
    return (PLAIN2 + Number(weights[row * columns + column]) / 9) / mean;
  };
}
function latticeOf2({ plane, shown, feet, mostStretch }) {
  const { size, outline } = plane;
  const [bx, by, bw, bh] = bounds(outline);
  const [cx, cy] = [size[0] / 2, size[1] / 2];
  const x0 = Math.max(bx, cx - MOST9 * size[0] / 2);
  const y0 = Math.max(by, cy - MOST9 * size[1] / 2);
  const w = Math.min(bx + bw, cx + MOST9 * size[0] / 2) - x0;
  const h = Math.min(by + bh, cy + MOST9 * size[1] / 2) - y0;
  const cell = Math.max(w, h) / CELLS4;
  const [columns, rows] = [Math.max(1, Math.round(w / cell)), Math.max(1, Math.round(h / cell))];
  const worth = worthOf3(shown, size);
  const photo = size[0] * size[1];
  const sums = () => new Float64Array((columns + 1) * (rows + 1));
  const [content, area, empty, drawnOut] = [sums(), sums(), sums(), sums()];
  const out = new Float64Array(3);
  const recorded = (x, y) => {
    plane.toRecorded(x, y, out);
    return out[2] > 0 ? [out[0], out[1]] : null;
  };
  const half = cell / 2;
  for (let j = 0; j < rows; j++) {
    const row = [0, 0, 0, 0];
    for (let i = 0; i < columns; i++) {
      const [x, y] = [x0 + (i + 0.5) * cell, y0 + (j + 0.5) * cell];
      const at = recorded(x, y);
      const inside2 = at && at[0] >= 0 && at[1] >= 0 && at[0] <= size[0] && at[1] <= size[1];
      const [l, r, u, d] = inside2 ? [recorded(x - half, y), recorded(x + half, y), recorded(x, y - half), recorded(x, y + half)] : [null, null, null, null];
      if (inside2 && l && r && u && d) {
        const share = Math.abs((r[0] - l[0]) * (d[1] - u[1]) - (r[1] - l[1]) * (d[0] - u[0])) / photo;
        row[0] += share * worth(at);
        row[1] += share;
        const across = [
          (r[0] - l[0]) / cell,
          (r[1] - l[1]) / cell,
          (d[0] - u[0]) / cell,
          (d[1] - u[1]) / cell
        ];
        if (drawnOutBy(...across) > mostStretch) row[3] += cell * cell / photo;
      } else row[2] += cell * cell / photo;
      const c = (j + 1) * (columns + 1) + i + 1;
      [content, area, empty, drawnOut].forEach((s, k) => s[c] = s[c - columns - 1] + row[k]);
    }
  }
  const heights = (places, better2) => {
    const found = new Float64Array(columns).fill(NaN);
    for (const p of places) {
      const at = plane.fromRecorded(p);
      const column = at ? Math.floor((at[0] - x0) / cell) : -1;
      if (!at || column < 0 || column >= columns) continue;
      const before = found[column];
      found[column] = Number.isNaN(before) ? at[1] : better2(before, at[1]);
    }
    return found;
  };
  return {
    x0,
    y0,
    cell,
    columns,
    rows,
    photo,
    content,
    area,
    empty,
    drawnOut,
    roofs: heights(shown.skyline, Math.min),
    feet: heights(feet, Math.max)
  };
}
function drawnOutBy(a, b, c, d) {
  const sum = a * a + b * b + c * c + d * d;
  const det = a * d - b * c;
  return 1 / Math.sqrt(Math.max(1e-12, (sum - Math.sqrt(Math.max(0, sum * sum - 4 * det * det))) / 2));
}
function over(sums, { columns, rows }, i0, j0, i1, j1) {
  const at = (u, v) => {
    const [i, j] = [Math.min(columns - 1, Math.floor(u)), Math.min(rows - 1, Math.floor(v))];
    const [a, b] = [u - i, v - j];
    const s = (di, dj) => sums[(j + dj) * (columns + 1) + i + di];
    return (1 - b) * ((1 - a) * s(0, 0) + a * s(1, 0)) + b * ((1 - a) * s(0, 1) + a * s(1, 1));
  };
  return at(i1, j1) - at(i1, j0) - at(i0, j1) + at(i0, j0);
}
function cutColumns({ y0, cell, roofs, feet }, [i0, j0, i1, j1]) {
  const air = AIR * (j1 - j0) * cell;
  const [top, bottom] = [y0 + j0 * cell + air, y0 + j1 * cell - air];
  let cut2 = 0;
  for (let i = Math.floor(i0); i < Math.ceil(i1); i++) cut2 += (roofs[i] < top ? 1 : 0) + (feet[i] > bottom ? 1 : 0);
  return cut2;
}
function worthOfSides(lattice, sides, price) {
  const [i0, j0, i1, j1] = sides;
  const content = over(lattice.content, lattice, i0, j0, i1, j1);
  const area = over(lattice.area, lattice, i0, j0, i1, j1);
  const empty = over(lattice.empty, lattice, i0, j0, i1, j1);
  const drawnOut = over(lattice.drawnOut, lattice, i0, j0, i1, j1);
  const cut2 = cutColumns(lattice, sides) / Math.max(1, i1 - i0);
  return (1 - AREA2) * content + AREA2 * area - price * empty - DRAWN_OUT * drawnOut - CUT2 * cut2;
}
function bestOfCells(lattice, price, ratios) {
  const { columns, rows, y0, cell, roofs, feet } = lattice;
  let best = null;
  let most = -Infinity;
  const value = new Float64Array(columns + 1);
  const cut2 = new Float64Array(columns + 1);
  const w = columns + 1;
  for (let j0 = 0; j0 < rows; j0++)
    for (let j1 = j0 + 2; j1 <= rows; j1++) {
      const height = j1 - j0;
      const [least, widest] = [Math.max(1, Math.ceil(ratios[0] * height)), Math.floor(ratios[1] * height)];
      const air = AIR * height * cell;
      const [top, bottom] = [y0 + j0 * cell + air, y0 + j1 * cell - air];
      for (let i = 0; i <= columns; i++) {
        const band = (s) => s[j1 * w + i] - s[j0 * w + i];
        value[i] = (1 - AREA2) * band(lattice.content) + AREA2 * band(lattice.area) - price * band(lattice.empty) - DRAWN_OUT * band(lattice.drawnOut);
        if (i > 0) cut2[i] = cut2[i - 1] + (roofs[i - 1] < top ? 1 : 0) + (feet[i - 1] > bottom ? 1 : 0);
      }
      for (let i0 = 0; i0 + least <= columns; i0++)
        for (let i1 = i0 + least; i1 <= Math.min(columns, i0 + widest); i1++) {
          const v = value[i1] - value[i0] - CUT2 * (cut2[i1] - cut2[i0]) / (i1 - i0);
          if (v > most) [most, best] = [v, [i0, j0, i1, j1]];
        }
    }
  return best;
}
function refined(lattice, from, price, ratio) {
  const { columns, rows } = lattice;
  const fits = ([i0, j0, i1, j1]) => i0 >= 0 && j0 >= 0 && i1 <= columns && j1 <= rows && i1 - i0 > 1 && j1 - j0 > 1;
  const moves = (step) => ratio === null ? [0, 1, 2, 3].flatMap((side2) => [1, -1].map((s) => [0, 1, 2, 3].map((k) => k === side2 ? s * step : 0))) : [[step, 0, step, 0], [-step, 0, -step, 0], [0, step, 0, step], [0, -step, 0, -step], ...[1, -1].map((s) => {
    const [a, b] = [s * step * ratio / 2, s * step / 2];
    return [-a, -b, a, b];
  })];
  let best = from;
  let most = worthOfSides(lattice, best, price);
  for (const step of STEPS6)
    for (let round = 0; round < 6; round++) {
      let better2 = false;
      for (const move of moves(step)) {
        const next = best.map((v, k) => v + move[k]);
        if (!fits(next)) continue;
        const worth = worthOfSides(lattice, next, price);
        if (worth > most + 1e-9) [most, best, better2] = [worth, next, true];
      }
      if (!better2) break;
    }
  return best;
}
function* framesOn(question, mostEmpty) {
  const lattice = latticeOf2(question);
  const { ratio, plane } = question;
  const own = plane.size[0] / plane.size[1];
  const ratios = ratio === null ? [own / SHAPE, own * SHAPE] : [0.97 * ratio, 1.03 * ratio];
  for (const price of [CLEAN, ...CHEAPER]) {
    const cells2 = bestOfCells(lattice, price, ratios);
    const found = cells2 && told(lattice, refined(lattice, cells2, price, ratio), ratio);
    if (!found || found.empty > mostEmpty) return;
    yield found;
  }
}
function told(lattice, sides, ratio) {
  const { x0, y0, cell } = lattice;
  const [i0, j0, i1, j1] = sides;
  const share = (sums) => over(sums, lattice, i0, j0, i1, j1);
  const width = (i1 - i0) * cell;
  const height = ratio === null ? (j1 - j0) * cell : width / ratio;
  return {
    rect: [x0 + i0 * cell, y0 + j0 * cell + ((j1 - j0) * cell - height) / 2, width, height],
    empty: share(lattice.empty) * lattice.photo / ((i1 - i0) * (j1 - j0) * cell * cell),
    kept: share(lattice.area),
    content: share(lattice.content),
    cut: cutColumns(lattice, sides) / Math.max(1, i1 - i0)
  };
}
var CELLS4, MOST9, PLAIN2, AREA2, CUT2, AIR, SHAPE, CLEAN, CHEAPER, DRAWN_OUT, STEPS6;
var init_frame_search = __esm({
  "src/core/answers/frame-search.ts"() {
    "use strict";
    init_geometry();
    CELLS4 = 44;
    MOST9 = 3;
    PLAIN2 = 0.12;
    AREA2 = 0.2;
    CUT2 = 1.2;
    AIR = 8e-3;
    SHAPE = 1.7;
    CLEAN = 1e3;
    CHEAPER = [40, 20, 10, 5, 2.5, 1.2];
    DRAWN_OUT = 20;
    STEPS6 = [0.5, 0.25, 0.12, 0.06];
  }
});

// src/core/answers/seen.ts
function outOfTrueOn(edges2, fromRecorded) {
  let [sum, weights] = [0, 0];
  for (const { kind, ends, weight } of edges2) {
    const [a, b] = [fromRecorded(ends[0]), fromRecorded(ends[1])];
    sum += weight * (a && b ? Math.min(MOST_SEEN, outOfTrue(kind, a, b)) : MOST_SEEN);
    weights += weight;
  }
  return weights > 0 ? sum / weights : 0;
}
function feetOf({ segments, groups }, [width, height]) {
  const lowest2 = new Array(COLUMNS2).fill(null);
  for (const group of groups)
    for (const i of group.kind === "plumb" ? group.members : []) {
      const { points } = segments[i];
      if (lengthOf2(points) < SHORTEST3 * height) continue;
      const low = points[0][1] > points[1][1] ? points[0] : points[1];
      const column = Math.max(0, Math.min(COLUMNS2 - 1, Math.floor(low[0] / width * COLUMNS2)));
      if (!lowest2[column] || low[1] > lowest2[column][1]) lowest2[column] = low;
    }
  return lowest2.filter((p) => p !== null && p[1] < (1 - CUT_BY_PHOTO) * height);
}
function shareOfSills({ segments, groups }, wall) {
  const length = (group) => group.members.reduce((sum, i) => sum + lengthOf2(segments[i].points), 0);
  const all = groups.reduce((sum, g) => sum + (g.kind === "sill" ? length(g) : 0), 0);
  return all > 0 ? length(wall) / all : 0;
}
var FACES, MOST_SEEN, CUT_BY_PHOTO, COLUMNS2, SHORTEST3, nearness, lengthOf2, edgesSeen;
var init_seen = __esm({
  "src/core/answers/seen.ts"() {
    "use strict";
    init_lines();
    FACES = [9, 16];
    MOST_SEEN = 8;
    CUT_BY_PHOTO = 0.015;
    COLUMNS2 = 24;
    SHORTEST3 = 0.05;
    nearness = (heading) => Math.max(0, Math.min(1, (FACES[1] - Math.abs(heading)) / (FACES[1] - FACES[0])));
    lengthOf2 = ([a, b]) => Math.hypot(a[0] - b[0], a[1] - b[1]);
    edgesSeen = ({ segments, groups }) => groups.flatMap(({ kind, heading, members }) => {
      const part = kind === "plumb" ? 1 : kind === "sill" ? nearness(heading) : 0;
      if (kind === "other" || part === 0) return [];
      return members.map((i) => ({ kind, ends: segments[i].points, weight: part * lengthOf2(segments[i].points) }));
    });
  }
});

// src/core/answers/answers.ts
function contentIn(map, shown, size) {
  const [x, y, w, h] = map.rect;
  const worth = worthOf3(shown, size);
  const { columns, rows } = shown.detail;
  let [inside2, all] = [0, 0];
  for (let j = 0; j < 2 * rows; j++)
    for (let i = 0; i < 2 * columns; i++) {
      const p = [(i + 0.5) * size[0] / (2 * columns), (j + 0.5) * size[1] / (2 * rows)];
      const weight = worth(p);
      all += weight;
      const at = map.fromRecorded(p);
      if (at && at[0] >= x && at[1] >= y && at[0] <= x + w && at[1] <= y + h) inside2 += weight;
    }
  return inside2 / all;
}
function wallsOf2(base2, proposal, size) {
  const { solution } = solveRecipe(withCamera(base2, size), size, true);
  const groups = proposal.groups.filter((g) => g.kind === "sill");
  const idsOf = new Map(groups.map((g) => [g.id, new Set(g.members.map((i) => foundId(proposal.segments[i])))]));
  return solution.walls.flatMap(({ heading, lines: lines2 }) => {
    const own = groups.map((group) => ({ group, of: lines2.filter((id2) => idsOf.get(group.id).has(id2)).length })).sort((a, b) => b.of - a.of)[0];
    return own && own.of > 0 && Math.abs(heading) <= MOST_ASLANT ? [{ line: lines2[0], heading, share: shareOfSills(proposal, own.group), group: own.group.id, of: own.of }] : [];
  }).filter((wall, _, all) => all.every((w) => w === wall || w.group !== wall.group || w.of <= wall.of)).map(({ line: line2, heading, share }) => ({ line: line2, heading, share })).sort((a, b) => b.share - a.share).slice(0, MOST_WALLS2);
}
var MOST_ASLANT, MOST_DRAWN_OUT, MOST_WALLS2, EASE_STEP, SAFE, WORTH_FILLING, worthwhile, AnswerMaker, SLIVER, MOST_COLUMNS, costless;
var init_answers = __esm({
  "src/core/answers/answers.ts"() {
    "use strict";
    init_edits();
    init_render();
    init_cost();
    init_frame_search();
    init_house_style();
    init_seen();
    MOST_ASLANT = 65;
    MOST_DRAWN_OUT = 8;
    MOST_WALLS2 = 3;
    EASE_STEP = 1 / 64;
    SAFE = { kept: 0.012, empty: 0.012, stretch: 0.03 };
    WORTH_FILLING = 0.05;
    worthwhile = ({ kept: kept3, cut: cut2 }) => Math.min(0, kept3 - LEAST_KEPT) - cut2;
    AnswerMaker = class {
      constructor(asked) {
        this.asked = asked;
        const { proposal, shown, size, start, style = NO_STYLE } = asked;
        this.style = style;
        this.ratio = start.frame.ratio ?? style.ratio;
        this.feet = feetOf(proposal, size);
        this.edges = edgesSeen(proposal);
        this.worth = worthOf3(shown, size);
        this.base = edited(start, together("", [trueUp(proposal, size)]), size);
        this.walls = wallsOf2(this.base, proposal, size);
        this.attitude = this.base.attitude;
      }
      asked;
      base;
      feet;
      edges;
      worth;
      style;
      ratio;
      walls;
      /** What stands aslant as the photo is, degrees. */
      attitude;
      /** Nothing changed. */
      asShot() {
        const { start, size, shown } = this.asked;
        const map = compile(withCamera(start, size), size);
        return this.told("as-shot", null, 0, start, map, { content: contentIn(map, shown, size), kept: map.kept });
      }
      /** Verticals corrected by a share, with a wall turned face-on or none; framed. @param key what it is called. */
      answer(key, wall, ease2) {
        const corrected = this.corrected(wall, ease2);
        const { recipe, map, content } = this.framed(corrected);
        return this.told(key, wall, ease2, recipe, map, { content, kept: map.kept });
      }
      /** The largest share of the verticals that the picture bears; null: not even the horizon alone. */
      easeBorne(wall) {
        const bears = (ease2) => this.isBorne(this.corrected(wall, ease2));
        if (bears(1)) return 1;
        let [low, high] = [0, 1];
        if (!bears(0)) return null;
        while (high - low > EASE_STEP) {
          const middle = (low + high) / 2;
          if (bears(middle)) low = middle;
          else high = middle;
        }
        return low;
      }
      corrected(wall, ease2) {
        const { size } = this.asked;
        const face4 = wall ? { line: wall.line } : "none";
        const turned = { label: "", apply: (r) => ({ ...r, attitude: { ...r.attitude, face: face4 } }) };
        const solved3 = edited(this.base, turned, size);
        return { ...solved3, attitude: { ...solved3.attitude, ease: { plumb: ease2, sill: 1 } } };
      }
      /** The plane of a recipe without its frame. */
      plane(recipe) {
        const { size } = this.asked;
        return compile(withCamera({ ...recipe, frame: { ...recipe.frame, on: false } }, size), size);
      }
      found(map) {
        const { shown } = this.asked;
        const question = { plane: map, shown, feet: this.feet, ratio: this.ratio, mostStretch: stretchAllowed(this.style) };
        let best = null;
        for (const frame of framesOn(question, MOST_EMPTY - SAFE.empty)) {
          if (frame.kept >= LEAST_KEPT + SAFE.kept && frame.cut <= NO_CUT) return frame;
          if (!best || worthwhile(frame) > worthwhile(best) + WORTH_FILLING) best = frame;
        }
        return best;
      }
      isBorne(recipe) {
        const map = this.plane(recipe);
        if (map.outline.length < 3) return false;
        const frame = this.found(map);
        if (!frame || frame.kept < LEAST_KEPT + SAFE.kept || frame.cut > NO_CUT) return false;
        return overFrame(map, frame.rect, this.worth).stretch <= stretchAllowed(this.style) - SAFE.stretch;
      }
      /** A corrected recipe with its frame: the clean one, held to roofs and feet where that is needed, or one with gaps to fill. */
      framed(corrected) {
        const { size, shown } = this.asked;
        const plane = this.plane(corrected);
        const found = plane.outline.length < 3 ? null : this.found(plane);
        const { keep: kept3 = [], ...frame } = corrected.frame;
        const clean = {
          ...corrected,
          frame: {
            ...frame,
            on: true,
            rule: "clean",
            ratio: this.ratio,
            detail: shown.detail,
            ...kept3.length > 0 && { keep: kept3 }
          }
        };
        const made = (recipe) => {
          const map = compile(withCamera(recipe, size), size);
          return { recipe, map, content: contentIn(map, shown, size) };
        };
        if (!found) return made(clean);
        if (found.empty <= SLIVER) {
          const free = made(clean);
          const { roof, foot } = this.cutBy(free.map);
          if (roof <= NO_CUT && foot <= NO_CUT && free.map.kept > LEAST_KEPT) return free;
          const marks = this.marksIn(plane, found);
          const held = made({ ...clean, frame: { ...clean.frame, keep: [...kept3, ...marks] } });
          return costless(this.cutBy(held.map)) <= costless({ roof, foot }) ? held : free;
        }
        const [x, y, w, h] = found.rect;
        return made({
          ...clean,
          frame: { ...clean.frame, rule: "free", rect: [Math.round(x), Math.round(y), Math.round(w), Math.round(h)] },
          edges: { ...clean.edges, on: true, gaps: "fill" }
        });
      }
      /** The highest roof and the lowest foot within a frame, as keep marks; with a little air. */
      marksIn(plane, { rect: [x, y, w, h] }) {
        const out = new Float64Array(3);
        const marked = (id2, places, sign) => {
          const inside2 = places.map((p) => plane.fromRecorded(p)).filter((p) => p !== null && p[0] >= x && p[0] <= x + w && p[1] >= y && p[1] <= y + h).sort((a, b) => sign * (b[1] - a[1]))[0];
          if (!inside2) return [];
          plane.toRecorded(inside2[0], inside2[1] + sign * AIR * h, out);
          return out[2] > 0 && out[0] > 0 && out[1] > 0 ? [{ id: id2, at: [out[0], out[1]] }] : [];
        };
        return [...marked("roof", this.asked.shown.skyline, -1), ...marked("foot", this.feet, 1)];
      }
      /** Shares of a frame's columns in which a roof or a foot is cut. */
      cutBy(map) {
        const [x, y, w, h] = map.rect;
        const share = (places, beyond2) => {
          const within2 = places.map((p) => map.fromRecorded(p)).filter((p) => p !== null && p[0] >= x && p[0] <= x + w);
          return within2.length === 0 ? 0 : within2.filter(beyond2).length / Math.max(within2.length, MOST_COLUMNS);
        };
        return {
          roof: share(this.asked.shown.skyline, ([, py]) => py < y),
          foot: share(this.feet, ([, py]) => py > y + h)
        };
      }
      told(key, wall, ease2, recipe, map, { content, kept: kept3 }) {
        const { size } = this.asked;
        const { roof, foot } = this.cutBy(map);
        const over2 = overFrame(map, map.rect, this.worth);
        const measured = {
          ...over2,
          // A frame found clean has no gap, though its border lies on the photo's.
          empty: recipe.frame.rule === "clean" ? 0 : over2.empty,
          outOfTrue: outOfTrueOn(this.edges, map.fromRecorded),
          kept: kept3,
          content,
          roof,
          foot
        };
        const terms = termsOf(measured, wall, stretchAllowed(this.style));
        const cut2 = [...roof > NO_CUT ? ["roof"] : [], ...foot > NO_CUT ? ["foot"] : []];
        const middle = [map.rect[0] + map.rect[2] / 2, map.rect[1] + map.rect[3] / 2];
        const tooTall = key === "eased" ? trueAlready(withCamera(recipe, size), size, null, middle).eased : 0;
        return { key, wall, ease: ease2, recipe, measured, cut: cut2, terms, cost: costOf2(terms), tooTall };
      }
      /** Whether a wall is turned without being asked. */
      static isTurnedUnasked = ({ heading, share }) => Math.abs(heading) <= NEARLY_FACES && share >= MOST_OF_IT;
      /** Face-on answers, for each wall worth it. */
      faceOn() {
        return this.walls.map((wall) => this.answer("face-on", wall, 1)).filter(({ measured }) => measured.stretch <= MOST_DRAWN_OUT);
      }
      /** The share of verticals that the house style asks for; null: it is found. */
      get shareAsked() {
        return shareAsked(this.style);
      }
    };
    SLIVER = 4e-3;
    MOST_COLUMNS = 12;
    costless = ({ roof, foot }) => roof + foot;
  }
});

// src/core/answers/judgement.ts
function judged(asked) {
  const maker = new AnswerMaker(asked);
  const asShot = maker.asShot();
  const facing = maker.walls.find(AnswerMaker.isTurnedUnasked) ?? null;
  const plumb = maker.answer("plumb", null, 1);
  const faces = maker.faceOn();
  const horizon = maker.answer("horizon", null, 0);
  const eased = easedFrom(maker, facing);
  const answers = [plumb, ...faces, ...eased, horizon, asShot].sort(byCost2);
  if (isTrue(maker, asked.proposal, facing)) return { answers: first(answers, asShot), why: { id: "true-already" } };
  const styled = maker.shareAsked !== null && maker.shareAsked < 1 ? eased[0] : void 0;
  if (styled) return { answers: first(answers, styled), why: { id: "house-style" } };
  return { answers, why: whyFirst(answers, plumb, faces) };
}
function easedFrom(maker, facing) {
  const asked = maker.shareAsked;
  if (asked !== null) return asked < 1 ? [maker.answer("eased", facing, asked)] : [];
  const ways = facing ? [facing, null] : [null];
  for (const wall of ways) {
    const ease2 = maker.easeBorne(wall);
    if (ease2 !== null && ease2 > 0) return ease2 < NEARLY_ALL ? [maker.answer("eased", wall, ease2)] : [];
  }
  return [];
}
function whyFirst(answers, plumb, faces) {
  const best = answers[0];
  if (best.key === "face-on") return { id: "nearly-faced", heading: best.wall.heading };
  if (best.key === "plumb") return whyNotTurned(best, faces);
  if (best.key === "eased") return whyNotFull(plumb);
  if (best.key === "horizon") return { id: "horizon-alone" };
  return { id: "too-much-lost" };
}
function whyNotTurned(plumb, faces) {
  const other = [...faces].sort((a, b) => a.cost - b.cost)[0];
  if (!other?.wall) return { id: "no-wall" };
  const { stretch, kept: kept3 } = other.measured;
  if (stretch > 2 && stretch > 1.3 * plumb.measured.stretch) return { id: "turning-draws-out", stretch };
  if (other.wall.share < MOST_OF_IT) return { id: "turning-some", share: other.wall.share };
  if (Math.abs(other.wall.heading) > NEARLY_FACES) return { id: "turning-aslant", heading: other.wall.heading };
  if (kept3 < LEAST_KEPT) return { id: "turning-keeps", kept: kept3 };
  return { id: "turning-aslant", heading: other.wall.heading };
}
function whyNotFull(full) {
  const { stretch, kept: kept3 } = full.measured;
  if (full.terms.stretch > 1 && stretch > 2) return { id: "full-draws-out", stretch };
  if (full.cut.length > 0) return { id: "full-cuts", cut: full.cut[0] };
  if (kept3 < LEAST_KEPT) return { id: "full-keeps", kept: kept3 };
  return { id: "full-costs-more" };
}
var TRUE, STRAIGHT2, NEARLY_ALL, isStraight, ALIKE2, MORE_CORRECTED, byCost2, first, isTrue;
var init_judgement = __esm({
  "src/core/answers/judgement.ts"() {
    "use strict";
    init_answers();
    init_cost();
    TRUE = 0.1;
    STRAIGHT2 = { px: 1.5, sigmas: 2 };
    NEARLY_ALL = 0.97;
    isStraight = ({ lens: { cornerPx, sigmaPx } }) => Math.abs(cornerPx) < Math.max(STRAIGHT2.px, STRAIGHT2.sigmas * sigmaPx);
    ALIKE2 = 0.04;
    MORE_CORRECTED = ["face-on", "plumb", "eased", "horizon", "as-shot"];
    byCost2 = (a, b) => Math.round(a.cost / ALIKE2) - Math.round(b.cost / ALIKE2) || MORE_CORRECTED.indexOf(a.key) - MORE_CORRECTED.indexOf(b.key);
    first = (answers, one) => [one, ...answers.filter((a) => a !== one)];
    isTrue = ({ attitude: { pitch, roll } }, proposal, facing) => Math.abs(pitch) < TRUE && Math.abs(roll) < TRUE && (facing === null || Math.abs(facing.heading) < TRUE) && isStraight(proposal);
  }
});

// src/core/answers/sky.ts
function skyOf(picture) {
  const none = { ends: new Float64Array(picture.width), share: 0 };
  let sky = grown3(picture, null);
  for (let round = 0; round < ROUNDS7; round++) {
    const colours = coloursOf(picture, sky);
    if (!colours) return none;
    sky = grown3(picture, colours);
  }
  const ends = bestEnds(sky, picture.width, picture.height);
  const share = ends.reduce((sum, v) => sum + v, 0) / (picture.width * picture.height);
  return share < LEAST_SHARE3 ? none : { ends, share };
}
function grown3({ data, width, height }, distance3) {
  const sky = new Uint8Array(width * height);
  const stack = [];
  const isSky = (x, y) => {
    const at = 3 * (y * width + x);
    return distance3 === null || distance3(x, y, at) < FAR3;
  };
  for (let x = 0; x < width; x++) {
    const [r, g, b] = [data[3 * x], data[3 * x + 1], data[3 * x + 2]];
    if ((r + g + b) / 3 < LEAST_LIGHT2 || r - b > MOST_WARMTH || !isSky(x, 0)) continue;
    sky[x] = 1;
    stack.push(x);
  }
  while (stack.length > 0) {
    const i = stack.pop();
    const x = i % width;
    const y = (i - x) / width;
    for (const [dx, dy] of NEIGHBOURS) {
      const [nx, ny] = [x + dx, y + dy];
      if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue;
      const j = ny * width + nx;
      if (sky[j] || !alike2(data, i, j) || !isSky(nx, ny)) continue;
      sky[j] = 1;
      stack.push(j);
    }
  }
  return sky;
}
function alike2(data, i, j) {
  let most = 0;
  let least = 255;
  for (let c = 0; c < 3; c++) {
    const v = data[3 * j + c];
    most = Math.max(most, Math.abs(data[3 * i + c] - v));
    least = Math.min(least, v);
  }
  return most < SMOOTH2 || least >= SUN_IS_SMOOTH;
}
function coloursOf({ data, width, height }, sky) {
  const n = 6;
  const a = Array.from({ length: n }, () => new Float64Array(n));
  const b = [new Float64Array(n), new Float64Array(n), new Float64Array(n)];
  let count = 0;
  const place = (i) => {
    const x = i % width;
    return termsAt(2 * x / width - 1, 2 * (i - x) / width / height - 1);
  };
  for (let i = 0; i < sky.length; i++) {
    if (!sky[i]) continue;
    count++;
    const t = place(i);
    for (let p = 0; p < n; p++) {
      for (let q = 0; q < n; q++) a[p][q] += t[p] * t[q];
      for (let c = 0; c < 3; c++) b[c][p] += t[p] * data[3 * i + c];
    }
  }
  if (count < LEAST_SHARE3 * sky.length) return null;
  for (let p = 1; p < n; p++) a[p][p] += 0.01 * sky.length;
  const k = b.map((right) => solved2(a, right));
  const at = (t, c) => t.reduce((sum, v, p) => sum + v * k[c][p], 0);
  let squares2 = 0;
  for (let i = 0; i < sky.length; i += 3) {
    if (!sky[i]) continue;
    const t = place(i);
    for (let c = 0; c < 3; c++) squares2 += (data[3 * i + c] - at(t, c)) ** 2;
  }
  const spread = Math.max(LEAST_SPREAD, Math.sqrt(squares2 / count));
  return (x, y, i) => {
    const t = termsAt(2 * x / width - 1, 2 * y / height - 1);
    let most = 0;
    for (let c = 0; c < 3; c++) most = Math.max(most, Math.abs(data[i + c] - at(t, c)));
    return most / spread;
  };
}
function solved2(a, b) {
  const n = b.length;
  const m = a.map((row, i) => [...row, b[i]]);
  for (let p = 0; p < n; p++) {
    const pivot = m[p][p] || 1e-9;
    for (let r = 0; r < n; r++) {
      if (r === p) continue;
      const f = m[r][p] / pivot;
      for (let c = p; c <= n; c++) m[r][c] -= f * m[p][c];
    }
  }
  return m.map((row, i) => row[n] / (row[i] || 1e-9));
}
function bestEnds(sky, width, height) {
  const from = [];
  let cost = new Float64Array(height + 1);
  for (let x = 0; x < width; x++) {
    const own = new Float64Array(height + 1);
    let below = 0;
    for (let y2 = 0; y2 < height; y2++) below += sky[y2 * width + x];
    let above = 0;
    own[0] = below;
    for (let y2 = 0; y2 < height; y2++) {
      const is = sky[y2 * width + x];
      above += 1 - is;
      below -= is;
      own[y2 + 1] = above + below;
    }
    const { best, origin } = x === 0 ? { best: cost, origin: new Int32Array(height + 1) } : stepped(cost);
    from.push(origin);
    cost = best.map((v, y2) => v + own[y2]);
  }
  const ends = new Float64Array(width);
  let y = cost.indexOf(Math.min(...cost));
  for (let x = width - 1; x >= 0; x--) {
    ends[x] = y;
    y = from[x][y];
  }
  return ends;
}
function stepped(cost) {
  const best = Float64Array.from(cost);
  const origin = Int32Array.from(cost, (_, y) => y);
  const take = (y, other, add) => {
    if (best[other] + add >= best[y]) return;
    best[y] = best[other] + add;
    origin[y] = origin[other];
  };
  for (let y = 1; y < cost.length; y++) take(y, y - 1, STEP9);
  for (let y = cost.length - 2; y >= 0; y--) take(y, y + 1, STEP9);
  const least = cost.indexOf(Math.min(...cost));
  for (let y = 0; y < cost.length; y++)
    if (cost[least] + MOST_STEP < best[y]) {
      best[y] = cost[least] + MOST_STEP;
      origin[y] = least;
    }
  return { best, origin };
}
var SMOOTH2, LEAST_LIGHT2, MOST_WARMTH, FAR3, LEAST_SPREAD, LEAST_SHARE3, STEP9, MOST_STEP, ROUNDS7, SUN_IS_SMOOTH, NEIGHBOURS, termsAt;
var init_sky = __esm({
  "src/core/answers/sky.ts"() {
    "use strict";
    SMOOTH2 = 9;
    LEAST_LIGHT2 = 70;
    MOST_WARMTH = 35;
    FAR3 = 4;
    LEAST_SPREAD = 5;
    LEAST_SHARE3 = 0.012;
    STEP9 = 0.35;
    MOST_STEP = 30;
    ROUNDS7 = 2;
    SUN_IS_SMOOTH = 250;
    NEIGHBOURS = [
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1]
    ];
    termsAt = (u, v) => [1, u, v, u * u, u * v, v * v];
  }
});

// src/core/answers/shown.ts
function shownOf(picture, size) {
  const { data, width, height } = picture;
  const green = new Uint8Array(width * height);
  for (let i = 0; i < green.length; i++) green[i] = data[3 * i + 1];
  const detail2 = detailOf({ data: green, width, height, left: 0, top: 0 });
  const { ends, share } = skyOf(picture);
  return {
    detail: withoutSky(detail2, ends, height),
    skyline: share > 0 ? skylineOf(ends, picture, size) : [],
    sky: share
  };
}
function withoutSky({ columns, rows, weights }, ends, height) {
  const width = ends.length;
  const scaled2 = Array.from(weights, (digit, i) => {
    const column = i % columns;
    const [top, bottom] = [Math.floor(i / columns), Math.floor(i / columns) + 1].map((r) => r * height / rows);
    let sky = 0;
    let count = 0;
    const last = Math.ceil((column + 1) * width / columns);
    for (let x = Math.floor(column * width / columns); x < last; x++) {
      sky += Math.max(0, Math.min(bottom, ends[x]) - top) / (bottom - top);
      count++;
    }
    return Math.round(Number(digit) * (1 - sky / Math.max(1, count)));
  });
  return { columns, rows, weights: scaled2.join("") };
}
function skylineOf(ends, { width, height }, size) {
  const parts = Math.min(PLACES4, width);
  return Array.from({ length: parts }, (_, part) => {
    const from = Math.floor(part * width / parts);
    const to = Math.max(from + 1, Math.floor((part + 1) * width / parts));
    let at = from;
    for (let x = from; x < to; x++) if (ends[x] < ends[at]) at = x;
    if (ends[at] < CUT_BY_PHOTO2 * height || ends[at] > (1 - CUT_BY_PHOTO2) * height) return null;
    return [(at + 0.5) * size[0] / width, ends[at] * size[1] / height];
  }).filter((p) => p !== null);
}
var PLACES4, CUT_BY_PHOTO2;
var init_shown = __esm({
  "src/core/answers/shown.ts"() {
    "use strict";
    init_lines();
    init_sky();
    PLACES4 = 120;
    CUT_BY_PHOTO2 = 0.012;
  }
});

// src/core/answers/small-picture.ts
var SMALL_SIDE;
var init_small_picture = __esm({
  "src/core/answers/small-picture.ts"() {
    "use strict";
    SMALL_SIDE = 480;
  }
});

// src/core/answers/index.ts
var init_answers2 = __esm({
  "src/core/answers/index.ts"() {
    "use strict";
    init_answer_words();
    init_grounds();
    init_house_style();
    init_judgement();
    init_shown();
    init_small_picture();
  }
});

// src/server/problem.ts
var Problem;
var init_problem = __esm({
  "src/server/problem.ts"() {
    "use strict";
    Problem = class extends Error {
      constructor(status, message, details) {
        super(message);
        this.status = status;
        this.details = details;
      }
      status;
      details;
      name = "Problem";
    };
  }
});

// src/server/image/side-by-side.ts
var SideBySide;
var init_side_by_side = __esm({
  "src/server/image/side-by-side.ts"() {
    "use strict";
    SideBySide = class {
      running = 0;
      /** Ends when all that asked to be alone has been. */
      alone = null;
      idle = null;
      /** Runs with others; waits while something is to run alone. */
      async together(work) {
        while (this.alone) await this.alone.catch(() => void 0);
        this.running++;
        try {
          return await work();
        } finally {
          this.running--;
          if (this.running === 0) this.idle?.();
        }
      }
      /** Runs once nothing else does, and holds up all else meanwhile. Must not be asked for from within `together`. */
      async byItself(work) {
        const before = this.alone ?? Promise.resolve();
        const mine = before.catch(() => void 0).then(async () => {
          if (this.running > 0) await new Promise((resolve) => this.idle = resolve);
          this.idle = null;
          return work();
        });
        this.alone = mine;
        try {
          return await mine;
        } finally {
          if (this.alone === mine) this.alone = null;
        }
      }
    };
  }
});

// src/server/image/library.ts
import sharp from "sharp";
async function readWhole(read) {
  try {
    return await reads.together(() => read("warning")).catch((error) => {
      if (error instanceof Problem) throw error;
      return reads.byItself(
        () => read("warning").catch((reason) => {
          if (reason instanceof Problem || ENDS_EARLY.test(reason.message)) throw reason;
          return read("error");
        })
      );
    });
  } catch (error) {
    if (error instanceof Problem) throw error;
    throw new Problem(422, say("The file is truncated or damaged: not all of the picture is there."));
  }
}
var KEPT2, loaders, ENDS_EARLY, reads, library_default;
var init_library = __esm({
  "src/server/image/library.ts"() {
    "use strict";
    init_language();
    init_problem();
    init_side_by_side();
    KEPT2 = ["Jpeg", "Png", "Tiff", "Webp"];
    loaders = (names) => names.flatMap((name2) => [`VipsForeignLoad${name2}File`, `VipsForeignLoad${name2}Buffer`]);
    sharp.block({ operation: ["VipsForeignLoad"] });
    sharp.unblock({ operation: loaders(KEPT2) });
    ENDS_EARLY = /premature end/i;
    reads = new SideBySide();
    library_default = sharp;
  }
});

// src/server/config.ts
import path from "node:path";
var filesFolder, LIMITS;
var init_config = __esm({
  "src/server/config.ts"() {
    "use strict";
    filesFolder = () => path.resolve(
      /* turbopackIgnore: true */
      process.env["FLATSTONE_FILES"] ?? ".local/files"
    );
    LIMITS = { bytes: 500 * 1024 * 1024, jsonBytes: 1024 * 1024, pixels: 25e7 };
  }
});

// src/server/image/kinds.ts
import { open } from "node:fs/promises";
function sniff(head) {
  if (head[0] === 255 && head[1] === 216 && head[2] === 255) return "jpeg";
  if (starts(head, "\x89PNG\r\n\n")) return "png";
  if (["II*\0", "MM\0*", "II+\0", "MM\0+"].some((mark) => starts(head, mark))) return "tiff";
  if (starts(head, "RIFF") && starts(head, "WEBP", 8)) return "webp";
  return null;
}
async function headOf(file) {
  const handle = await open(file, "r");
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(512), 0, 512, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await handle.close();
  }
}
async function sniffFile(file) {
  const head = await headOf(file);
  const begins = sniff(head);
  if (begins) return begins;
  throw new Problem(
    415,
    say("This is {other}. Flat Stone takes JPEG, PNG, TIFF, WebP and DNG photos.", { other: describeOther(head) })
  );
}
function describeOther(head) {
  const text = head.toString("utf8").trimStart().toLowerCase();
  if (text.startsWith("<svg") || text.startsWith("<?xml") && text.includes("<svg")) return say("a drawing (SVG)");
  if (text.startsWith("<!doctype html") || text.startsWith("<html")) return say("a web page");
  if (starts(head, "%PDF")) return say("a PDF");
  if (starts(head, "GIF8")) return say("a GIF");
  if (starts(head, "ftyp", 4)) return say("a HEIF, AVIF or video file");
  if (starts(head, "PK")) return say("an archive");
  return say("not a picture");
}
function claimed(name2) {
  const ending = /\.([a-z0-9]+)$/i.exec(name2)?.[1]?.toLowerCase();
  return ending && EXTENSIONS[ending] || null;
}
var starts, EXTENSIONS, FORMAT_NAMES;
var init_kinds = __esm({
  "src/server/image/kinds.ts"() {
    "use strict";
    init_language();
    init_problem();
    starts = (head, text, at = 0) => head.subarray(at, at + text.length).toString("latin1") === text;
    EXTENSIONS = {
      jpg: "jpeg",
      jpeg: "jpeg",
      jpe: "jpeg",
      png: "png",
      tif: "tiff",
      tiff: "tiff",
      webp: "webp",
      dng: "dng"
    };
    FORMAT_NAMES = {
      jpeg: "JPEG",
      png: "PNG",
      tiff: "TIFF",
      webp: "WebP",
      dng: "DNG"
    };
  }
});

// src/server/image/tiff-tags.ts
import { open as open2 } from "node:fs/promises";
async function withTiffTags(file, look) {
  const handle = await open2(file, "r");
  try {
    const head = await bytesAt(handle, 0, 8);
    if (sniff(head) !== "tiff") return await look([]);
    const big = head[0] === 77;
    const reader = { big, read: (at, length) => bytesAt(handle, at, length) };
    const first2 = await directoryAt(reader, u32(reader, head, 4));
    const within2 = first2.find((t) => t.tag === SUB_DIRECTORIES);
    const offsets = within2 && within2.length <= 4 * MOST_DIRECTORIES ? await within2.bytes() : Buffer.alloc(0);
    const others = [];
    for (let at = 0; at + 4 <= offsets.length; at += 4)
      others.push(await directoryAt(reader, u32(reader, offsets, at)));
    return await look([first2, ...others]);
  } finally {
    await handle.close();
  }
}
async function bytesAt(handle, at, length) {
  const buffer = Buffer.alloc(length);
  const { bytesRead } = await handle.read(buffer, 0, length, at);
  return bytesRead === length ? buffer : buffer.subarray(0, bytesRead);
}
async function directoryAt(reader, offset) {
  const head = await reader.read(offset, 2);
  if (head.length < 2) return [];
  const entries = await reader.read(offset + 2, 12 * Math.min(MOST_ENTRIES, u16(reader, head, 0)));
  return Array.from({ length: Math.floor(entries.length / 12) }, (_, i) => {
    const at = 12 * i;
    const length = (SIZES[u16(reader, entries, at + 2)] ?? 0) * u32(reader, entries, at + 4);
    const from = length <= 4 ? offset + 2 + at + 8 : u32(reader, entries, at + 8);
    return { tag: u16(reader, entries, at), length, bytes: () => reader.read(from, length) };
  });
}
var SIZES, MOST_ENTRIES, SUB_DIRECTORIES, MOST_DIRECTORIES, u16, u32;
var init_tiff_tags = __esm({
  "src/server/image/tiff-tags.ts"() {
    "use strict";
    init_kinds();
    SIZES = [0, 1, 1, 2, 4, 8, 1, 1, 2, 4, 8, 4, 8];
    MOST_ENTRIES = 512;
    SUB_DIRECTORIES = 330;
    MOST_DIRECTORIES = 8;
    u16 = ({ big }, b, at) => big ? b.readUInt16BE(at) : b.readUInt16LE(at);
    u32 = ({ big }, b, at) => big ? b.readUInt32BE(at) : b.readUInt32LE(at);
  }
});

// src/server/image/raw.ts
import { execFile } from "node:child_process";
import { createHash } from "node:crypto";
import { mkdir, rename, rm, stat as stat2, utimes } from "node:fs/promises";
import { tmpdir } from "node:os";
import path2 from "node:path";
import { promisify } from "node:util";
async function readable(file) {
  if (await sniffFile(file) !== "tiff") return file;
  if (!await isRaw(file)) return file;
  const target = await developedPath(file);
  const running = inHand.get(target);
  if (running) return running;
  const made = develop(file, target).finally(() => inHand.delete(target));
  inHand.set(target, made);
  return made;
}
async function developedPath(file) {
  if (isOwn(file)) return ownDevelopedPath(file);
  const { size, mtimeMs } = await stat2(file);
  return path2.join(tmpdir(), "flat-stone-developed", `${keyOf(`${path2.resolve(file)} ${size} ${mtimeMs}`)}.tif`);
}
async function develop(file, target) {
  if (await stat2(target).catch(() => null)) {
    await utimes(target, /* @__PURE__ */ new Date(), /* @__PURE__ */ new Date());
    return target;
  }
  await mkdir(path2.dirname(target), { recursive: true });
  const part = `${target}.${process.pid}.${Date.now()}.part`;
  try {
    const limits = [`--as=${MOST_BYTES}`, `--cpu=${MOST_MS / 1e3}`];
    await run("prlimit", [...limits, DEVELOPER, ...NEUTRAL, "-Z", part, path2.resolve(file)], { timeout: MOST_MS });
    await rename(part, target);
    return target;
  } catch (error) {
    await rm(part, { force: true });
    const { code, syscall, stderr } = error;
    if (code === "ENOENT" && syscall?.startsWith("spawn") || /failed to execute/.test(stderr ?? ""))
      throw new Problem(501, say("Raw photos need Debian's package libraw-bin, which is not installed on the server."));
    throw new Problem(422, say("The raw photo is damaged, or of a kind that cannot be developed."));
  }
}
var run, DEVELOPER, MOST_BYTES, NEUTRAL, MOST_MS, DNG_VERSION, isRaw, inHand, isOwn, keyOf, ownDevelopedPath;
var init_raw = __esm({
  "src/server/image/raw.ts"() {
    "use strict";
    init_language();
    init_config();
    init_problem();
    init_kinds();
    init_tiff_tags();
    run = promisify(execFile);
    DEVELOPER = "dcraw_emu";
    MOST_BYTES = 6 * 2 ** 30;
    NEUTRAL = ["-6", "-T", "-w", "-W", "-o", "1", "-g", "2.4", "12.92", "-q", "3"];
    MOST_MS = 18e4;
    DNG_VERSION = 50706;
    isRaw = (file) => withTiffTags(file, async ([first2 = []]) => first2.some((t) => t.tag === DNG_VERSION));
    inHand = /* @__PURE__ */ new Map();
    isOwn = (file) => path2.resolve(file).startsWith(filesFolder() + path2.sep);
    keyOf = (text) => createHash("sha256").update(text).digest("hex");
    ownDevelopedPath = (file) => path2.join(filesFolder(), "developed", `${keyOf(path2.basename(file))}.tif`);
  }
});

// src/server/image/luminance.ts
var luminance_exports = {};
__export(luminance_exports, {
  greenLight: () => greenLight,
  luminance: () => luminance
});
async function luminance(file) {
  const pixels2 = await readable(file);
  const { data, info } = await readWhole(
    (failOn) => library_default(pixels2, { failOn, limitInputPixels: LIMITS.pixels }).autoOrient().flatten({ background: "#fff" }).greyscale().toColourspace("b-w").raw({ depth: "uchar" }).toBuffer({ resolveWithObject: true })
  );
  const step = info.channels;
  const out = new Float32Array(info.width * info.height);
  for (let i = 0; i < out.length; i++) out[i] = data[i * step];
  return { data: out, width: info.width, height: info.height };
}
async function greenLight(file) {
  const pixels2 = await readable(file);
  const { data, info } = await readWhole(
    (failOn) => library_default(pixels2, { failOn, limitInputPixels: LIMITS.pixels }).autoOrient().flatten({ background: "#fff" }).toColourspace("srgb").extractChannel("green").raw({ depth: "uchar" }).toBuffer({ resolveWithObject: true })
  );
  return { data: new Uint8Array(data), width: info.width, height: info.height, left: 0, top: 0, table: LIGHT_OF_SRGB };
}
var init_luminance2 = __esm({
  "src/server/image/luminance.ts"() {
    "use strict";
    init_library();
    init_config();
    init_raw();
    init_lens2();
  }
});

// src/server/image/small-picture.ts
var small_picture_exports = {};
__export(small_picture_exports, {
  smallPicture: () => smallPicture
});
async function smallPicture(file) {
  const pixels2 = await readable(file);
  const { data, info } = await readWhole(
    (failOn) => library_default(pixels2, { failOn, limitInputPixels: LIMITS.pixels }).autoOrient().resize(SMALL_SIDE, SMALL_SIDE, { fit: "inside", withoutEnlargement: true }).flatten({ background: "#fff" }).toColourspace("srgb").raw({ depth: "uchar" }).toBuffer({ resolveWithObject: true })
  );
  if (info.channels === 3) return { data: new Uint8Array(data), width: info.width, height: info.height };
  const rgb = new Uint8Array(3 * info.width * info.height);
  for (let i = 0; i < info.width * info.height; i++)
    for (let c = 0; c < 3; c++) rgb[3 * i + c] = data[i * info.channels + Math.min(c, info.channels - 1)];
  return { data: rgb, width: info.width, height: info.height };
}
var init_small_picture2 = __esm({
  "src/server/image/small-picture.ts"() {
    "use strict";
    init_answers2();
    init_config();
    init_library();
    init_raw();
  }
});

// src/server/text.ts
import { z as z17 } from "zod";
var CONTROL, cleanText, isWholeText, wholeText;
var init_text = __esm({
  "src/server/text.ts"() {
    "use strict";
    CONTROL = /[\u0000-\u001f\u007f-\u009f]+/g;
    cleanText = (text, most = 200) => text.toWellFormed().replace(CONTROL, " ").trim().slice(0, most).toWellFormed().trim();
    isWholeText = (text) => !text.includes("\0") && text.isWellFormed();
    wholeText = z17.string().refine(isWholeText, "a text holds a zero byte or half a character, which cannot be kept.");
  }
});

// src/server/image/float-samples.ts
var isLight;
var init_float_samples = __esm({
  "src/server/image/float-samples.ts"() {
    "use strict";
    isLight = ({ depth, space }) => (depth === "float" || depth === "double") && space === "scrgb";
  }
});

// src/server/image/inspect.ts
var inspect_exports = {};
__export(inspect_exports, {
  inspect: () => inspect
});
import exifr from "exifr";
async function inspect(file, name2, thorough = true) {
  const begins = await sniffFile(file);
  const format2 = begins === "tiff" && await isRaw(file) ? "dng" : begins;
  const says = claimed(name2);
  if (says && says !== format2)
    throw new Problem(
      415,
      say("The name says {said}, but the file is a {found}. Rename it and add it again.", {
        said: FORMAT_NAMES[says],
        found: FORMAT_NAMES[format2]
      })
    );
  const pixels2 = await readable(file);
  const meta = await metadataOf(pixels2);
  const [width, height] = orientedSize(meta);
  if (width * height > LIMITS.pixels)
    throw new Problem(
      422,
      say("The picture has {megapixels} megapixels; up to {most} are possible.", {
        megapixels: Math.round(width * height / 1e6),
        most: LIMITS.pixels / 1e6
      })
    );
  if (format2 === "webp" && (meta.pages ?? 1) > 1) throw new Problem(415, say("This is an animation, not a photo."));
  if (thorough) await decodeOnce(pixels2);
  const orientation = orientationOf(
    format2 === "dng" ? await exifr.orientation(file).catch(() => null) : meta.orientation
  );
  const bits = meta.depth === "uchar" ? 8 : isLight(meta) ? 32 : 16;
  return { format: format2, width, height, bits, orientation, ...await cameraData(file, meta) };
}
async function metadataOf(file) {
  try {
    return await library_default(file, { limitInputPixels: false }).metadata();
  } catch {
    throw new Problem(422, say("The file is damaged: its header cannot be read."));
  }
}
function orientedSize(meta) {
  const turned = (meta.orientation ?? 1) >= 5;
  return turned ? [meta.height, meta.width] : [meta.width, meta.height];
}
async function cameraData(file, meta) {
  const block = meta.exif;
  const source2 = block ? block.subarray(0, 4).toString("latin1") === "Exif" ? block.subarray(6) : block : file;
  const tags = await exifr.parse(source2, { tiff: true, exif: true, gps: false, reviveValues: true }).catch(() => null) ?? {};
  const [make, model] = [words(tags["Make"]), words(tags["Model"])];
  const camera = make && model?.toLowerCase().startsWith(make.toLowerCase()) ? model : words(make, model);
  const taken = tags["DateTimeOriginal"] ?? tags["CreateDate"];
  return {
    camera,
    lens: words(tags["LensModel"]),
    focalMm: number(tags["FocalLength"]),
    equivalentMm: number(tags["FocalLengthIn35mmFormat"]),
    aperture: number(tags["FNumber"]),
    takenAt: plausible(taken)
  };
}
var decodeOnce, words, plausible, number;
var init_inspect = __esm({
  "src/server/image/inspect.ts"() {
    "use strict";
    init_language();
    init_library();
    init_lens2();
    init_config();
    init_problem();
    init_text();
    init_float_samples();
    init_raw();
    init_kinds();
    decodeOnce = (file) => readWhole(
      (failOn) => library_default(file, { limitInputPixels: LIMITS.pixels, failOn, sequentialRead: true }).resize(32, 32, { fit: "fill", fastShrinkOnLoad: false }).raw().toBuffer()
    );
    words = (...parts) => {
      const text = parts.filter((p) => typeof p === "string").map((p) => cleanText(p)).filter(Boolean).join(" ");
      return text || null;
    };
    plausible = (date) => date instanceof Date && date.getUTCFullYear() >= 1910 && date.getUTCFullYear() <= 9999 ? date : null;
    number = (v) => typeof v === "number" && Number.isFinite(v) && v > 0 ? v : null;
  }
});

// src/cli/answers.ts
init_camera();
init_answers2();
init_own_edges();
init_recipe();
init_render();

// src/cli/arguments.ts
import { readFile, realpath, stat } from "node:fs/promises";

// src/core/contract/delivery-options.ts
init_course();
init_language();
import { z as z16 } from "zod";

// src/core/contract/formats.ts
init_language();
var format = (described) => described;
var UNBOUNDED = 2 ** 31 - 1;
var FORMATS = [
  format({
    ...{ key: "jpeg", name: "JPEG", note: say("8 bits, for everyone"), endings: ["jpg", "jpeg"] },
    // The library's own limit, a little below the format's.
    ...{ lossy: true, longest: 65500, deep: false, clear: false, choices: ["subsampling", "progressive"] }
  }),
  format({
    ...{ key: "tiff", name: "TIFF", note: say("lossless, 16 bits or floats"), endings: ["tif", "tiff"] },
    ...{ lossy: false, longest: UNBOUNDED, deep: true, clear: true, choices: ["compression"] }
  }),
  format({
    ...{ key: "png", name: "PNG", note: say("lossless, 16 bits, clear gaps"), endings: ["png"] },
    ...{ lossy: false, longest: UNBOUNDED, deep: true, clear: true, choices: [] }
  }),
  format({
    ...{ key: "webp", name: "WebP", note: say("8 bits, for the web"), endings: ["webp"] },
    ...{ lossy: true, longest: 16383, deep: false, clear: true, choices: [] }
  }),
  format({
    ...{ key: "avif", name: "AVIF", note: say("8 bits, the smallest"), endings: ["avif"] },
    ...{ lossy: true, longest: 16384, deep: false, clear: true, choices: [] }
  })
];

// src/core/contract/delivery-options.ts
var QUALITY = numberSetting({
  ...{ key: "quality", words: say("quality"), label: say("Quality") },
  ...{ min: 1, max: 100, standard: 92, unit: "", times: 1, digits: 0, step: 1 },
  describe: "Of lossy formats: 1 the smallest file, 100 the truest"
});
var deliveryOptions = z16.object({
  format: z16.enum(FORMATS.map((f) => f.key)),
  quality: z16.number().int().min(QUALITY.min).max(QUALITY.max),
  /** JPEG: whether colour is kept at full resolution; auto: from quality 90 on. */
  subsampling: z16.enum(["auto", "4:4:4", "4:2:0"]).default("auto"),
  /** JPEG: from coarse to fine, a little smaller and slower to write. */
  progressive: z16.boolean().default(false),
  /** TIFF. */
  compression: z16.enum(["deflate", "lzw"]).default("deflate"),
  /** The original's own colour profile, or sRGB. */
  colour: z16.enum(["own", "srgb"]).default("own")
});

// src/cli/arguments.ts
var UsageError = class extends Error {
  name = "UsageError";
};
var ENDINGS = FORMATS.map((f) => f.endings[0]).join("|");
var usage = `Usage:
  flatstone render PHOTO --recipe R.json --out OUT.(${ENDINGS}) [--quality ${QUALITY.standard}]
                   [--chroma auto|4:4:4|4:2:0] [--progressive] [--compression deflate|lzw] [--colour own|srgb] [--mask MASK.png]
  flatstone recipe DELIVERED
  flatstone solve PHOTO|--size W,H (--recipe R.json | --recipes FILE.ndjson)
  flatstone solve PHOTO --find [--lens] [--recipe R.json]
  flatstone true PHOTO --out OUT.(${ENDINGS}) [--recipe-out R.json] [--quality ${QUALITY.standard}]
                 [--answer plumb|face-on|eased|horizon|as-shot] [--style STYLE.json]
  flatstone true PHOTO --answers [--style STYLE.json]
  flatstone lens PHOTO\u2026 [--out PROFILE.json]
  flatstone layout PHOTO [--as cylindrical|equirectangular|equidistant [--field DEGREES]] [--out R.json]
  flatstone lines PHOTO [--recipe R.json]
  flatstone frame PHOTO|--size W,H --recipe R.json
  flatstone edges PHOTO|--size W,H --recipe R.json
  flatstone places PHOTO|--size W,H --recipe R.json [--from original|output] < PLACES
  flatstone calibrate PHOTO\u2026 --corners 9x6 [--kind checker|lines]`;
var MOST_TEXT = 512 * 2 ** 20;
async function checkPhoto(file) {
  const found = await stat(file).catch(() => null);
  if (!found) throw new UsageError(`The photo "${file}" cannot be read.`);
  if (!found.isFile()) throw new UsageError(`The photo "${file}" is not a file.`);
}

// src/cli/answers.ts
async function proposedFor(photo, { size, focal }, style) {
  const { greenLight: greenLight2 } = await Promise.resolve().then(() => (init_luminance2(), luminance_exports));
  const { smallPicture: smallPicture2 } = await Promise.resolve().then(() => (init_small_picture2(), small_picture_exports));
  const told2 = focalFromMetadata(size, focal);
  const known = told2.focalFrom === "metadata" ? { focalPx: told2.focalPx, sigma: METADATA_SIGMA } : null;
  const proposal = groundsOf(await greenLight2(photo), 1, known);
  if (!proposal) return null;
  const shown = shownOf(await smallPicture2(photo), size);
  const { camera, ...rest } = emptyRecipe();
  void camera;
  const start = { ...rest, camera: withCamera(emptyRecipe(), size, focal).camera };
  return { proposal, judgement: judged({ proposal, shown, size, start, style }) };
}
var rounded = (value, digits = 4) => Number(value.toFixed(digits));
function printed({ key, wall, ease: ease2, recipe, measured, cut: cut2, terms, cost, tooTall }) {
  const { pitch, yaw, roll } = recipe.attitude;
  return {
    answer: key,
    ...wall && { heading: rounded(wall.heading, 2), share: rounded(wall.share, 3) },
    ...key === "eased" && { ease: rounded(ease2), tooTall: rounded(tooTall) },
    attitude: key === "as-shot" ? null : { pitch, yaw, roll },
    outOfTrue: rounded(measured.outOfTrue),
    stretch: rounded(measured.stretch),
    kept: rounded(measured.kept),
    content: rounded(measured.content),
    empty: rounded(measured.empty),
    cut: cut2,
    cost: rounded(cost),
    terms: Object.fromEntries(Object.entries(terms).map(([name2, v]) => [name2, rounded(v)]))
  };
}

// src/ans-tmp.testing.ts
init_answers2();

// src/cli/subject.ts
async function factsOf(photo) {
  await checkPhoto(photo);
  const { inspect: inspect2 } = await Promise.resolve().then(() => (init_inspect(), inspect_exports));
  return inspect2(photo, photo, false);
}
async function inspected(photo) {
  const facts = await factsOf(photo);
  return {
    size: [facts.width, facts.height],
    focal: { equivalent: facts.equivalentMm, focal: facts.focalMm },
    photo: true
  };
}

// src/ans-tmp.testing.ts
for (const f of process.argv.slice(2)) {
  const t = performance.now();
  try {
    const p = await proposedFor(f, await inspected(f), NO_STYLE);
    const ms = (performance.now() - t).toFixed(0);
    console.log("== " + f.split("/").pop(), ms + " ms", p ? p.proposal.from + " pitch " + p.proposal.attitude.pitch.toFixed(2) : "nothing", p ? whyWords(p.judgement.why, p.judgement.answers[0]) : "");
    if (p) for (const a of p.judgement.answers) {
      const q = printed(a);
      console.log("  ", a.key.padEnd(8), q.cost.toFixed(2), "oot", q.outOfTrue.toFixed(2), "st", q.stretch.toFixed(2), "kept", q.kept.toFixed(2), "cont", q.content.toFixed(2), "empty", q.empty.toFixed(3), "cut", q.cut.join("+") || "-", q.ease ?? "", q.heading ?? "", q.share ?? "", Object.entries(q.terms).map(([k, v]) => k.slice(0, 3) + v.toFixed(2)).join(" "));
    }
  } catch (e) {
    console.log("== " + f, e.stack);
  }
}
