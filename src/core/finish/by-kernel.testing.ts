/** The kernel as tests of steps use it. Nothing outside tests imports this. */
import { readFileSync } from "node:fs";
import type { StepCalls, StepKernel } from "../course";

const compiled = new WebAssembly.Module(readFileSync(".local/test-kernel.wasm"));

/** @param most bytes that it has room for. */
export function testKernel(most = Infinity): StepKernel {
  const memory = new WebAssembly.Memory({ initial: 1, maximum: 4096, shared: true });
  const calls = new WebAssembly.Instance(compiled, { env: { memory } }).exports as unknown as StepCalls;
  return {
    calls,
    memory: (bytes) => {
      if (bytes > most) return null;
      const missing = Math.ceil((bytes - memory.buffer.byteLength) / 65536);
      if (missing > 0) memory.grow(missing);
      return memory.buffer;
    },
  };
}
