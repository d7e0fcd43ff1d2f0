import { CORNERS } from "../core/render/engine/record";

/*
 * The recorded places of one row of a cell: its first, and the step from pixel to pixel. The gather has its own way, in
 * fixed point.
 */

// @ts-ignore: decorator
@inline
function between(from: f64, to: f64, share: f64): f64 {
  return from + (to - from) * share;
}

/** @param axis 0 for x, 1 for y. @param down where the row lies in the cell, 0…1. */
// @ts-ignore: decorator
@inline
export function rowStart(cell: usize, axis: usize, down: f64): f64 {
  const at = cell + CORNERS + axis * 8;
  return between(load<f64>(at), load<f64>(at, 32), down);
}

/** @param w pixels across the cell. */
// @ts-ignore: decorator
@inline
export function rowStep(cell: usize, axis: usize, down: f64, w: i32): f64 {
  const at = cell + CORNERS + axis * 8;
  return (between(load<f64>(at, 16), load<f64>(at, 48), down) - rowStart(cell, axis, down)) / <f64>w;
}
