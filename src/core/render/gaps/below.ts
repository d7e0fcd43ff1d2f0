/** The light of a picture as it is made up to some stroke. */
export interface Below {
  /** Whether anything but the photo itself shows in a rectangle of the plane: left, top, right, bottom. */
  touches(x0: number, y0: number, x1: number, y1: number): boolean;
  /**
   * The light of a place of the plane, exactly, whatever it is made by. @param shrinkX, shrinkY recorded pixels to one that is
   * made. @returns false where nothing is.
   */
  at(x: number, y: number, shrinkX: number, shrinkY: number, out: Float64Array): boolean;
}
