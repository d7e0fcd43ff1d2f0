import type { CDPSession, Page } from "playwright-core";

export type TouchPoint = [x: number, y: number];

/** Puts fingers down, moves them, or lifts all but these; each finger keeps its place in the list. */
export async function touch(
  session: CDPSession,
  type: "touchStart" | "touchMove" | "touchEnd",
  points: TouchPoint[],
): Promise<void> {
  const touchPoints = points.map(([x, y], id) => ({ x, y, id }));
  await session.send("Input.dispatchTouchEvent", { type, touchPoints });
}

/** One finger put down, drawn along and lifted. */
export async function drawnByFinger(page: Page, from: TouchPoint, to: TouchPoint): Promise<void> {
  const session = await page.context().newCDPSession(page);
  await touch(session, "touchStart", [from]);
  for (let i = 1; i <= 6; i++)
    await touch(session, "touchMove", [[from[0] + ((to[0] - from[0]) * i) / 6, from[1] + ((to[1] - from[1]) * i) / 6]]);
  await touch(session, "touchEnd", []);
  await session.detach();
}

/** Two fingers put down about a place and drawn apart, or together. @param by how many times as far apart they end. */
export async function pinched(page: Page, [x, y]: TouchPoint, by: number): Promise<void> {
  const session = await page.context().newCDPSession(page);
  const apart = (d: number): TouchPoint[] => [[x - d, y], [x + d, y]]; // prettier-ignore
  await touch(session, "touchStart", [apart(50)[0]!]);
  await touch(session, "touchStart", apart(50));
  for (let i = 1; i <= 5; i++) await touch(session, "touchMove", apart(50 + (50 * (by - 1) * i) / 5));
  await touch(session, "touchEnd", []);
  await session.detach();
}
