import { language } from "@/language";

/** What cameras write is the time where they were: it is told as they wrote it. */
const CLOCK = { hour: "2-digit", minute: "2-digit", hourCycle: "h23", timeZone: "UTC" } as const;

/** The hour and minute of a moment. */
export const clockWords = (at: string): string => new Date(at).toLocaleTimeString(language().tag, CLOCK);

/** The same with its day. */
export const momentWords = (at: string): string =>
  new Date(at).toLocaleString(language().tag, { month: "short", day: "numeric", ...CLOCK });
