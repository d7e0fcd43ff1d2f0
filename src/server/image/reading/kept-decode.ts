import type { Raster } from "@/core/course";
import type { EngineSamples } from "@/core/render/engine";
import { decode } from "./decode";

/** A decoded picture is kept for the next stroke so long, ms. */
const KEPT_MS = 45_000;
/** Larger ones are not kept, bytes. */
const MOST_BYTES = 500 * 2 ** 20;

let kept: { readonly file: string; readonly raster: Promise<Raster<EngineSamples>>; timer: NodeJS.Timeout } | null =
  null;

/** Lets go of what is kept. */
function forgetDecoded(): void {
  if (kept) clearTimeout(kept.timer);
  kept = null;
}

/** The original at full size in sRGB; the last one asked for is at hand for a while. @throws Problem as decode does. */
export async function srgbOf(file: string): Promise<Raster<EngineSamples>> {
  if (kept?.file !== file) {
    forgetDecoded();
    const raster = decode(file, "srgb").then((decoded) => decoded.raster);
    kept = { file, raster, timer: setTimeout(forgetDecoded, KEPT_MS).unref() };
  }
  const own = kept!;
  own.timer.refresh();
  try {
    const raster = await own.raster;
    if (raster.data.byteLength > MOST_BYTES && kept === own) forgetDecoded();
    return raster;
  } catch (error) {
    if (kept === own) forgetDecoded();
    throw error;
  }
}
