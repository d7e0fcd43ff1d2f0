/** What lies near the border of a mask. @param near pixels. */
export function bandOf(mask: Uint8Array, width: number, height: number, near: number): Uint8Array {
  const band = new Uint8Array(mask.length);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const ends = (x + 1 < width && mask[i] !== mask[i + 1]) || (y + 1 < height && mask[i] !== mask[i + width]);
      if (!ends) continue;
      for (let v = Math.max(0, y - near); v <= Math.min(height - 1, y + near + 1); v++)
        band.fill(1, v * width + Math.max(0, x - near), v * width + Math.min(width - 1, x + near + 1) + 1);
    }
  return band;
}

/** What of a mask is connected to some of its pixels. */
export function connected(mask: Uint8Array, width: number, height: number, from: readonly number[]): Uint8Array {
  const out = new Uint8Array(mask.length);
  const open = from.filter((i) => mask[i]);
  for (const i of open) out[i] = 1;
  for (const i of open) {
    const [x, y] = [i % width, (i / width) | 0];
    for (let dy = -1; dy <= 1; dy++)
      for (let dx = -1; dx <= 1; dx++) {
        if (x + dx < 0 || y + dy < 0 || x + dx >= width || y + dy >= height) continue;
        const j = i + dy * width + dx;
        if (!mask[j] || out[j]) continue;
        out[j] = 1;
        open.push(j);
      }
  }
  return out;
}

/** A mask with what it encloses. */
export function withoutHoles(mask: Uint8Array, width: number, height: number): Uint8Array {
  const outside = new Uint8Array(mask.length);
  const open: number[] = [];
  const enter = (i: number): void => {
    if (mask[i] || outside[i]) return;
    outside[i] = 1;
    open.push(i);
  };
  for (let x = 0; x < width; x++) [x, (height - 1) * width + x].forEach(enter);
  for (let y = 0; y < height; y++) [y * width, y * width + width - 1].forEach(enter);
  for (const i of open) {
    const [x, y] = [i % width, (i / width) | 0];
    if (x > 0) enter(i - 1);
    if (x + 1 < width) enter(i + 1);
    if (y > 0) enter(i - width);
    if (y + 1 < height) enter(i + width);
  }
  return outside.map((is) => 1 - is);
}

/** A mask with all that lies within so many pixels of it. */
export function grown(mask: Uint8Array, width: number, height: number, by: number): Uint8Array {
  const out = new Uint8Array(mask.length);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      if (!mask[y * width + x]) continue;
      for (let v = Math.max(0, Math.ceil(y - by)); v <= Math.min(height - 1, y + by); v++) {
        const wide = Math.floor(Math.sqrt(by * by - (v - y) ** 2));
        out.fill(1, v * width + Math.max(0, x - wide), v * width + Math.min(width - 1, x + wide) + 1);
      }
    }
  return out;
}
