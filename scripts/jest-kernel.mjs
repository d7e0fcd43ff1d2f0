/** Builds the pixel kernel for the unit tests, which read it from .local/test-kernel.wasm. */
import { buildKernel } from "./kernel.mjs";

export default () => buildKernel(".local/test-kernel.wasm");
