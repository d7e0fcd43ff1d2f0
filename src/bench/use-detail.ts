import { useEffect } from "react";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { compute } from "@/client/compute";
import { luminanceOf } from "@/client/picture/pixels";
import { laidCourses } from "@/core/recipe";

/** Weighings under way, so that nothing is delivered that would look otherwise a moment later. */
const underWay = new Set<Promise<void>>();

/** What cannot be fetched does not hold up work for longer, ms. */
const WAITED_MS = 10_000;

/** Waits until what is being weighed is known, or cannot be. */
export const weighingDone = async (): Promise<void> =>
  void (await Promise.race([
    Promise.allSettled(underWay),
    new Promise((resolve) => setTimeout(resolve, underWay.size > 0 ? WAITED_MS : 0)),
  ]));

/** Weighs what a photo shows, from the Bench's preview. */
export function weighPhoto(photo: Photo, versionId: string): Promise<void> {
  const weighing = weigh(photo, versionId).finally(() => underWay.delete(weighing));
  underWay.add(weighing);
  return weighing;
}

async function weigh(photo: Photo, versionId: string): Promise<void> {
  const { image } = await luminanceOf(photo, [0, 0, photo.width, photo.height], "bench");
  const detail = await compute().detailOf(image);
  const now = useBench.getState();
  if (now.versionId === versionId) now.weigh(detail);
}

/**
 * What an untouched photo shows is weighed once it is open, so that its clean frame keeps that. A version that was settled
 * without it keeps the frame that it had.
 */
export function useDetail(photo: Photo, versionId: string): void {
  useEffect(() => {
    const { recipe } = useBench.getState();
    if (recipe.frame.detail || laidCourses(recipe).length > 0) return;
    // Without it the largest frame holds, which is no error.
    void weighPhoto(photo, versionId).catch(() => undefined);
  }, [photo, versionId]);
}
