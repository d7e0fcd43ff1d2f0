/** The engine as tests use it: one lane in the calling thread. Nothing outside tests imports this. */
import { readFileSync } from "node:fs";
import { type BandRequest, type Raster, resultChannels } from "..";
import {
  Engine,
  type EngineSamples,
  type Kernel,
  type SampleBytes,
  planMemory,
  samplesIn,
  writeSharedTables,
  writeSource,
} from ".";

const compiled = new WebAssembly.Module(readFileSync(".local/test-kernel.wasm"));

export type EngineSource = Raster<EngineSamples>;

/** A whole picture by the engine, in bands of 48 rows. */
export function byEngine(source: EngineSource, { map, kernel, alpha }: Omit<BandRequest, "y" | "rows">): EngineSamples {
  const channels = resultChannels(source.channels, alpha);
  const plan = planMemory(
    {
      size: [source.width, source.height],
      sampleBytes: source.data.BYTES_PER_ELEMENT as SampleBytes,
      channels: source.channels <= 2 ? 1 : 3,
      sourceAlpha: source.channels === 2 || source.channels === 4,
      resultChannels: channels,
      output: map.output,
    },
    1,
  )!;
  const memory = new WebAssembly.Memory({ initial: plan.pages, maximum: plan.pages, shared: true });
  const wasm = new WebAssembly.Instance(compiled, { env: { memory } }).exports as unknown as Kernel;
  writeSharedTables(memory.buffer, plan);
  writeSource(wasm, memory.buffer, plan, source.data);
  const engine = new Engine(wasm, memory.buffer, plan, { map, kernel, alpha }, 0);
  const [width, height] = map.output;
  for (let y = 0; y < height; y += 48)
    engine.band(y, Math.min(48, height - y), plan.out + y * width * channels * plan.sampleBytes);
  return samplesIn(plan.sampleBytes, memory.buffer, plan.out, width * height * channels);
}
