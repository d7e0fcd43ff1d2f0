import { listenForLanguage } from "../speaking";
import { expose, transfer } from "comlink";
import { makeSharp } from "./make";
import type { SharpOrder } from "./order";
import { pixelsOf } from "./tiles";

/** The kernel of this very build (scripts/bundle.mjs puts it there), under an address that changes with it. */
const KERNEL = new URL("../../../.local/kernel.wasm", import.meta.url);
const module = WebAssembly.compileStreaming(fetch(KERNEL));
module.catch(() => undefined);

const work = {
  async make(order: SharpOrder): Promise<Uint8ClampedArray<ArrayBuffer> | null> {
    const pixels = await makeSharp(await module, order, (part) => pixelsOf(order.photo.sha256, part));
    return pixels && transfer(pixels, [pixels.buffer]);
  },
};

export type SharpWork = typeof work;

listenForLanguage();
expose(work);
