import { CALM_EDGE, CALM_REACH, CALM_TAPS } from "@/core/render";

export const VERTEX = `#version 300 es
out vec2 place;
void main() {
  vec2 corner = vec2(gl_VertexID == 1 ? 3.0 : -1.0, gl_VertexID == 2 ? 3.0 : -1.0);
  // 0…1 across the viewport, y down as everywhere else in the product.
  place = vec2(corner.x, -corner.y) * 0.5 + 0.5;
  gl_Position = vec4(corner, 0.0, 1.0);
}`;

/**
 * Looks up the map in its sampled grid, then the picture: one trilinear tap while things move, a widened
 * Catmull–Rom on a level one finer than needed once they rest. Blends the photo's border over half a pixel, as the delivery does.
 */
export interface ShaderParts {
  readonly fine: boolean;
  /** Four samples within each pixel instead of the wide filter: a sixth of the work, where no graphics processor does it. */
  readonly frugal: boolean;
  readonly fringes: boolean;
  readonly light: boolean;
  readonly calm: boolean;
}

/** A program of its own for each set of parts: what is not needed is not in it, for a branch not taken is not free everywhere. */
export const fragmentOf = ({ fine, frugal, fringes, light, calm }: ShaderParts): string => `#version 300 es
${fine ? "#define FINE" : ""}
${frugal ? "#define FRUGAL" : ""}
${fringes ? "#define FRINGES" : ""}
${light ? "#define LIGHT" : ""}
${calm ? "#define CALM" : ""}
${BODY}`;

const BODY = `precision highp float;
precision highp sampler2D;
uniform sampler2D picture;
uniform sampler2D grid;
uniform vec2 cells;
uniform vec2 photo;
// Distortion centre and half diagonal, pixels; fringes of red and blue; vignetting and its amount.
uniform vec3 optics;
uniform vec4 fringes;
uniform vec4 vignetting;
// Purple and green along hard edges: how far to take them out.
uniform vec2 calm;
in vec2 place;
out vec4 colour;

float cubic(float x) {
  x = abs(x);
  return x < 1.0 ? (1.5 * x - 2.5) * x * x + 1.0 : x < 2.0 ? ((-0.5 * x + 2.5) * x - 4.0) * x + 2.0 : 0.0;
}

#ifdef FINE
vec3 widened(vec2 at, vec2 shrink) {
  float level = max(0.0, floor(log2(max(1.0, min(shrink.x, shrink.y)))) - 1.0);
  int lod = int(level);
  ivec2 size = textureSize(picture, lod);
  vec2 scale = max(vec2(1.0), shrink / exp2(level));
  vec2 centre = at * vec2(size) - 0.5;
  ivec2 first = ivec2(ceil(centre - 2.0 * scale));
  ivec2 last = min(ivec2(floor(centre + 2.0 * scale)), first + 19);
  vec3 sum = vec3(0.0);
  float weights = 0.0;
  for (int y = first.y; y <= last.y; y++) {
    float wy = cubic((float(y) - centre.y) / scale.y);
    for (int x = first.x; x <= last.x; x++) {
      float w = wy * cubic((float(x) - centre.x) / scale.x);
      sum += w * texelFetch(picture, clamp(ivec2(x, y), ivec2(0), size - 1), lod).rgb;
      weights += w;
    }
  }
  return sum / weights;
}
#endif

vec3 taken(vec2 at, vec2 shrink) {
  vec2 uv = at / photo;
  vec2 texels = shrink * vec2(textureSize(picture, 0)) / photo;
#if defined(FRUGAL)
  // Four places of a turned square, each on a level twice as fine as one sample would need.
  float level = max(0.0, log2(max(texels.x, texels.y)) - 1.0);
  vec2 wide = shrink / photo;
  return 0.25 * (textureLod(picture, uv + wide * vec2(0.125, 0.375), level).rgb
    + textureLod(picture, uv + wide * vec2(-0.375, 0.125), level).rgb
    + textureLod(picture, uv + wide * vec2(-0.125, -0.375), level).rgb
    + textureLod(picture, uv + wide * vec2(0.375, -0.125), level).rgb);
#elif defined(FINE)
  return widened(uv, texels);
#else
  return textureLod(picture, uv, max(0.0, log2(max(texels.x, texels.y)) - 0.5)).rgb;
#endif
}

vec3 toLinear(vec3 v) { return mix(v / 12.92, pow((v + 0.055) / 1.055, vec3(2.4)), step(0.04045, v)); }
vec3 fromLinear(vec3 v) { return mix(v * 12.92, 1.055 * pow(max(v, 1e-6), vec3(1.0 / 2.4)) - 0.055, step(0.0031308, v)); }

#ifdef CALM
const vec2 AROUND[${CALM_TAPS.length}] = vec2[](${CALM_TAPS.map(([x, y]) => `vec2(${(x / CALM_REACH).toFixed(6)}, ${(y / CALM_REACH).toFixed(6)})`).join(", ")});

/** As core/render/pixels/calm.ts does for the delivery. */
vec3 calmed(vec3 rgb, vec2 at) {
  float excess = min(rgb.r, rgb.b) - rgb.g;
  float lead = rgb.g - max(rgb.r, rgb.b);
  if (!(excess > 0.0 && calm.x > 0.0) && !(lead > 0.0 && calm.y > 0.0)) return rgb;
  float least = 1.0, most = 0.0;
  for (int i = 0; i < ${CALM_TAPS.length}; i++) {
    float g = textureLod(picture, (at + AROUND[i] * ${CALM_REACH.toFixed(1)}) / photo, 0.0).g;
    least = min(least, g);
    most = max(most, g);
  }
  float gate = smoothstep(${CALM_EDGE[0].toFixed(3)}, ${CALM_EDGE[1].toFixed(3)}, most - least);
  if (excess > 0.0) rgb.rb -= excess * calm.x * gate;
  else rgb.g -= lead * calm.y * gate;
  return rgb;
}

#endif

void main() {
  vec2 g = place * cells;
  vec2 cell = clamp(floor(g), vec2(0.0), cells - 1.0);
  vec2 f = g - cell;
  ivec2 c = ivec2(cell);
  vec4 a = texelFetch(grid, c, 0), b = texelFetch(grid, c + ivec2(1, 0), 0);
  vec4 d = texelFetch(grid, c + ivec2(0, 1), 0), e = texelFetch(grid, c + ivec2(1, 1), 0);
  vec4 at = mix(mix(a, b, f.x), mix(d, e, f.x), f.y);
  vec2 stepX = dFdx(at.xy), stepY = dFdy(at.xy);
  vec2 shrink = vec2(length(vec2(stepX.x, stepY.x)), length(vec2(stepX.y, stepY.y)));
  vec2 inset = min(at.xy, photo - at.xy) / max(shrink, vec2(1e-6));
  float cover = clamp(0.5 + 1.1 * min(inset.x, inset.y), 0.0, 1.0);
  // Where one corner of the cell lies behind the camera, the cell is beyond everything that was recorded.
  if (min(min(a.w, b.w), min(d.w, e.w)) < 0.5 || at.z <= 0.0) cover = 0.0;
  vec3 rgb = vec3(0.0);
  if (cover > 0.0) {
    rgb = taken(at.xy, shrink);
    vec2 off = at.xy - optics.xy;
    float squared = dot(off, off) / (optics.z * optics.z);
#ifdef FRINGES
      rgb.r = taken(at.xy + off * (fringes.x + fringes.y * squared), shrink).r;
      rgb.b = taken(at.xy + off * (fringes.z + fringes.w * squared), shrink).b;
#endif
#ifdef LIGHT
      float kept = max(1.0 / 64.0, 1.0 + squared * (vignetting.x + squared * (vignetting.y + squared * vignetting.z)));
      rgb = fromLinear(min(toLinear(clamp(rgb, 0.0, 1.0)) * pow(kept, -vignetting.w), 1.0));
#endif
#ifdef CALM
    rgb = calmed(rgb, at.xy);
#endif
  }
  colour = vec4(clamp(rgb, 0.0, 1.0), 1.0) * cover;
}`;
