import { stat } from "node:fs/promises";
import path from "node:path";
import { boardPath, exists, originalPath, previewPath, tilesFolder } from "../../files/store";
import type { BoardOrder } from "./board-picture";
import type { Border } from "@/core/contract";
import { stripPath } from "./border-strips";
import { desk, limitsFor } from "../desks";
import type { PreviewLevel } from "./preview";

/** What the screens show of the originals, made by hands when it is first asked for. It may be deleted at any time. */
const inHand = new Map<string, Promise<string>>();

/** One making at a time of one thing, however many ask. @param isPart whether more is made than what lies at the target. */
function once(
  target: string,
  task: string,
  input: { sha256: string; level?: PreviewLevel } | BoardOrder,
  isPart = false,
): Promise<string> {
  const running = inHand.get(target);
  if (running) return running;
  const make = async (): Promise<string> => {
    if (!isPart && (await exists(target))) return target;
    // A raw photo's developed picture may have been swept away.
    const { size } = await stat(originalPath(input.sha256));
    return desk("showing").run<string>(task, input, limitsFor(size, true));
  };
  const made = make().finally(() => inHand.delete(target));
  inHand.set(target, made);
  return made;
}

/** The path of a preview of an original. @throws Problem 422 when it cannot be made. */
export const preview = (sha256: string, level: PreviewLevel): Promise<string> =>
  once(previewPath(sha256, level), "preview", { sha256, level });

/** The path of a corrected picture for the board. @throws Problem 422 when it cannot be made. */
export const boardPicture = (order: BoardOrder): Promise<string> =>
  once(boardPath(order.sha256, order.key), "board", order);

/** The previews of a new original that are not there yet; what fails is made when it is asked for. */
export async function previewsAhead(sha256: string): Promise<void> {
  for (const level of ["thumb", "bench", "close"] as const) await preview(sha256, level).catch(() => undefined);
}

/** The path of the strip along one border of a corrected picture; all four are made at once. @throws Problem 422 when they cannot be made. */
export async function borderStrip(order: BoardOrder, border: Border): Promise<string> {
  const target = stripPath(order.sha256, order.key, border);
  if (!(await exists(target))) await once(stripPath(order.sha256, order.key, "left"), "borders", order, true);
  return target;
}

/**
 * The path of a tile of an original at full size; null where the photo has none there. All tiles of a photo are made
 * when its first is asked for.
 *
 * @param column, row counted from the top left. @throws Problem 422 when they cannot be made.
 */
export async function tile(sha256: string, column: number, row: number): Promise<string | null> {
  const folder = await once(tilesFolder(sha256), "tiles", { sha256 });
  const file = path.join(folder, `${column}_${row}.jpeg`);
  return (await exists(file)) ? file : null;
}
