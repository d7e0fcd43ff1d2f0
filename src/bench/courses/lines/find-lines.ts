import { say, sayError } from "@/language";
import type { Photo } from "@/client";
import type { BenchState } from "@/client/bench-store";
import { compute } from "@/client/compute";
import { luminanceOf } from "@/client/picture/pixels";
import { withCamera } from "@/core/render";
import { notify } from "@/ui";

/** Looks for lines all over the photo. @throws Error with a sentence when that cannot be done. */
async function lookForLines(bench: () => BenchState, photo: Photo): Promise<void> {
  const { recipe, size, versionId } = bench();
  const { image, scale } = await luminanceOf(photo, [0, 0, photo.width, photo.height]);
  const found = await compute().findLines({ image, scale, recipe: withCamera(recipe, size), size });
  const now = bench();
  if (now.versionId === versionId) now.set({ found });
}

/** The same with its state shown, and what goes wrong said. One search at a time. */
export async function findLines(bench: () => BenchState, photo: Photo): Promise<void> {
  if (bench().finding) return;
  bench().set({ finding: true });
  try {
    await lookForLines(bench, photo);
  } catch (error) {
    if (bench().finding)
      notify(say("Lines could not be looked for: {message}", { message: sayError(error as Error) }), "error");
  } finally {
    bench().set({ finding: false });
  }
}
