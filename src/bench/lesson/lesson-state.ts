import { versionState } from "@/client/version-state";
import type { Notice } from "./lesson";

/** What has been done on the open version that lessons look out for. */
export const useNoticed = versionState("noticed", () => ({ noticed: new Set() as ReadonlySet<Notice> }));

/** Something was done that only lessons keep. */
export const notice = (what: Notice): void =>
  useNoticed.setState(({ noticed }) => (noticed.has(what) ? {} : { noticed: new Set([...noticed, what]) }));
