/** How a fill weighs what it finds. A gap is known on one side, a stroke all around: what holds for one does not for the other. */
export interface FillManner {
  /** Shifts in all. */
  readonly most: number;
  /** Whether shifts are looked for by which whole surroundings agree with themselves; see repeats. */
  readonly repeats: boolean;
  /** How much what lies just beyond the border counts against what lies around it, 0…1. */
  readonly close: number;
  /** What it costs to draw a copy e times as large or as small, in area; a square of colours. */
  readonly scaled: number;
  /** Whether what is seen nowhere beside it is foreign; see foreign. */
  readonly enclosed: boolean;
  /** Of what is as unlike a copy as this, a square of colours, a fraction of 1/e is heard: it is another thing, not another light. */
  readonly otherThing: number;
  /** Whether the fill is tried first on the gap's mirror image; see trust. */
  readonly tried: boolean;
}

export const OF_GAP: FillManner = {
  most: 72,
  repeats: false,
  close: 0,
  scaled: 0,
  enclosed: false,
  otherThing: 0.25,
  tried: true,
};

export const OF_STROKE: FillManner = {
  most: 24,
  repeats: true,
  close: 0.8,
  scaled: 0.02,
  enclosed: true,
  otherThing: 0.02,
  tried: false,
};
