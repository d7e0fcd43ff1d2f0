/** A square of places for a frame's middle. */
export interface Cell {
  readonly x: number;
  readonly y: number;
  readonly half: number;
  /** No centre in this cell allows a larger half height. */
  readonly limit: number;
}

/** Puts a cell on a binary heap with the highest limit on top. */
export function push(heap: Cell[], cell: Cell): void {
  let i = heap.push(cell) - 1;
  for (; i > 0;) {
    const parent = (i - 1) >> 1;
    if (heap[parent]!.limit >= cell.limit) break;
    heap[i] = heap[parent]!;
    i = parent;
  }
  heap[i] = cell;
}

/** The cell with the highest limit, taken off. */
export function pop(heap: Cell[]): Cell | undefined {
  const top = heap[0];
  const last = heap.pop();
  if (!top || !last || heap.length === 0) return top;
  let i = 0;
  for (;;) {
    let child = 2 * i + 1;
    if (child >= heap.length) break;
    if (child + 1 < heap.length && heap[child + 1]!.limit > heap[child]!.limit) child++;
    if (heap[child]!.limit <= last.limit) break;
    heap[i] = heap[child]!;
    i = child;
  }
  heap[i] = last;
  return top;
}
