/** A list of opcodes as a file holds it; nothing outside tests imports this. */
export function opcodeList(
  ...opcodes: readonly { id: number; planes?: number; numbers: readonly number[] }[]
): Uint8Array {
  const parts = opcodes.map(({ id, planes, numbers }) => {
    const length = (planes === undefined ? 0 : 4) + 8 * numbers.length;
    const view = new DataView(new ArrayBuffer(16 + length));
    [id, 0x01030000, 0, length].forEach((v, i) => view.setUint32(4 * i, v));
    let at = 16;
    if (planes !== undefined) {
      view.setUint32(at, planes);
      at += 4;
    }
    numbers.forEach((v, i) => view.setFloat64(at + 8 * i, v));
    return new Uint8Array(view.buffer);
  });
  const head = new DataView(new ArrayBuffer(4));
  head.setUint32(0, opcodes.length);
  return Uint8Array.from([...new Uint8Array(head.buffer), ...parts.flatMap((p) => [...p])]);
}
