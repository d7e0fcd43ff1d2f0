/**
 * The pixel kernel: AssemblyScript, compiled to WebAssembly with SIMD by scripts/kernel.mjs. It works on memory that its
 * host lays out (src/core/render/engine) and allocates nothing; the plain TypeScript of src/core/render/pixels/resample.ts is
 * its reference and its fallback.
 */
export { split8, split16, split32, padRow } from "./planes";
export { divide, premultiply8, premultiply16, premultiply32 } from "./alpha";
export { gather8, gather16, gather32, gatherAll8, gatherAll16, gatherAll32 } from "./gather";
export { finish8, finish16 } from "./finish";
export { finish32 } from "./finish-float";
export { brightness8, brightness16, brightness32, continueBrightness } from "./brightness";
export { steepen8, steepen16, steepen32 } from "./steepen";
export { tone8 } from "./tone";
