import { writeFile } from "node:fs/promises";

/**
 * Lets the processes of this session come after those of others. Linux shares its cores among sessions first, and heeds the niceness of
 * a process only within its own: a worker's deliveries, and hands, would else take as much as the app that people wait for. Does nothing where
 * the system has no such groups.
 *
 * @param niceness 0…19. @param pid of a process of the session; this one unless told otherwise.
 */
export const standBack = (niceness: number, pid: number | "self" = "self"): Promise<void> =>
  writeFile(`/proc/${pid}/autogroup`, `${niceness}`).catch(() => undefined);
