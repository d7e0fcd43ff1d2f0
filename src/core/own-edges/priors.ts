/** What is known beforehand, each as a value with its deviation. */
export interface OwnPriors {
  /** Of the radial terms: they are small. */
  readonly k: readonly number[];
  /** Of the distortion's centre, each way, half diagonals: it is near the middle. */
  readonly centre: number;
  /** Logarithm of the focal length in half diagonals. */
  readonly logFocal: number;
  readonly logFocalSigma: number;
  /** What edges of buildings are out of true by themselves, tangent of the angle. */
  readonly built: number;
}
