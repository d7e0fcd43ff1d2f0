import type { RasterShader } from "@/core/course";

/** Runs a raster step over a picture that is drawn already. */
export const stepFragment = (shader: RasterShader): string => `#version 300 es
precision highp float;
precision highp sampler2D;
uniform sampler2D picture;
uniform vec2 origin;
uniform float scale;
${Object.keys(shader.numbers)
  .map((name) => `uniform float ${name};`)
  .join("\n")}
${shader.field ? FIELD : ""}
out vec4 colour;
vec4 texel(ivec2 p) {
  ivec2 size = textureSize(picture, 0);
  p = clamp(p, ivec2(0), size - 1);
  vec4 c = texelFetch(picture, ivec2(p.x, size.y - 1 - p.y), 0);
  return c.a > 0.0 ? vec4(c.rgb / c.a, c.a) : vec4(0.0);
}
${shader.source}
void main() {
  ivec2 at = ivec2(gl_FragCoord.xy - origin);
  vec4 made = stepped(ivec2(at.x, textureSize(picture, 0).y - 1 - at.y));
  colour = vec4(clamp(made.rgb, 0.0, 1.0) * made.a, made.a);
}`;

/** A field's numbers where a pixel lies on the plane. */
const FIELD = `uniform sampler2D numbersOver;
// Pixels of the plane that the picture shows, and those that the field covers.
uniform vec4 shownPlane;
uniform vec4 fieldRect;
vec4 field(ivec2 p) {
  vec2 at = shownPlane.xy + (vec2(p) + 0.5) / vec2(textureSize(picture, 0)) * shownPlane.zw;
  return texture(numbersOver, (at - fieldRect.xy) / fieldRect.zw);
}`;

/** Lays a layer over the picture where it covers it. */
export const LAYER_FRAGMENT = `#version 300 es
precision highp float;
precision highp sampler2D;
uniform sampler2D layer;
// Pixels of the plane that the viewport shows, and those that the layer covers.
uniform vec4 shown;
uniform vec4 covered;
in vec2 place;
out vec4 colour;
void main() {
  vec2 at = (shown.xy + place * shown.zw - covered.xy) / covered.zw;
  if (any(lessThan(at, vec2(0.0))) || any(greaterThanEqual(at, vec2(1.0)))) discard;
  colour = texture(layer, at);
}`;
