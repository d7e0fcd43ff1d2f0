/** A page of the guide: what a course is for, and how it is done. The app's /help and docs/guide.md are both made from these. */
export interface GuidePage {
  readonly title: string;
  readonly purpose: string;
  readonly steps: readonly string[];
  /** Keys worth knowing, with what they do. */
  readonly keys: readonly (readonly [keys: string, does: string])[];
  /** A picture from the demo, by its name in docs/screenshots; and what it shows. */
  readonly picture?: { readonly name: string; readonly shows: string };
}
