import type { OpenedVersion } from "@/client";
import type { Place } from "@/client/visit-order";

/** What is opened on the Bench: a version, and where its photo stands among the visit's. */
export interface Opened extends OpenedVersion {
  readonly sheet: {
    readonly number: number;
    readonly of: number;
    readonly previous: Place | null;
    readonly next: Place | null;
  };
}
