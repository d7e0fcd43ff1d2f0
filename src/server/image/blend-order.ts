/** Photos of a bracket to be blended (image/blend). */
export interface BlendOrder {
  readonly files: readonly string[];
  /** Which of them the others are laid on. */
  readonly reference: number;
  /** Path of the TIFF. */
  readonly target: string;
}
