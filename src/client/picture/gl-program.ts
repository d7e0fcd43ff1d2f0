function compileShader(gl: WebGL2RenderingContext, type: number, source: string): WebGLShader {
  const shader = gl.createShader(type)!;
  gl.shaderSource(shader, source);
  gl.compileShader(shader);
  if (!gl.getShaderParameter(shader, gl.COMPILE_STATUS) && !gl.isContextLost())
    throw new Error(`The picture's shader does not compile: ${gl.getShaderInfoLog(shader)}`);
  return shader;
}

export interface Program<U extends string = string> {
  readonly program: WebGLProgram;
  readonly place: Record<U, WebGLUniformLocation | null>;
}

/**
 * A program that covers the viewport, in use. @param uniforms whose places are wanted.
 *
 * @throws Error when the browser's WebGL does not take the shader.
 */
export function programOf<U extends string>(
  gl: WebGL2RenderingContext,
  vertex: string,
  fragment: string,
  uniforms: readonly U[],
): Program<U> {
  const program = gl.createProgram();
  gl.attachShader(program, compileShader(gl, gl.VERTEX_SHADER, vertex));
  gl.attachShader(program, compileShader(gl, gl.FRAGMENT_SHADER, fragment));
  gl.linkProgram(program);
  if (!gl.getProgramParameter(program, gl.LINK_STATUS) && !gl.isContextLost())
    throw new Error(`The picture's program does not link: ${gl.getProgramInfoLog(program)}`);
  gl.useProgram(program);
  const place = Object.fromEntries(uniforms.map((name) => [name, gl.getUniformLocation(program, name)]));
  return { program, place: place as Program<U>["place"] };
}
