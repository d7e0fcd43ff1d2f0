/** Compiles the pixel kernel (src/kernel, AssemblyScript) to WebAssembly. @param target file of the result. */
import { mkdir, writeFile } from "node:fs/promises";
import path from "node:path";
import asc from "assemblyscript/asc";

const OPTIONS = ["--runtime", "stub", "--importMemory", "--sharedMemory", "--initialMemory", "1"];
const MORE = ["--maximumMemory", "65536", "--enable", "simd", "--enable", "threads", "--enable", "bulk-memory"];

export async function buildKernel(target) {
  const files = new Map();
  const { error, stderr } = await asc.main(
    ["src/kernel/index.ts", "--outFile", "kernel.wasm", ...OPTIONS, ...MORE, "-O3", "--noAssert", "--noColors"],
    { writeFile: (name, contents) => void files.set(name, contents) },
  );
  if (error) throw new Error(`The pixel kernel does not compile:\n${stderr.toString()}`);
  await mkdir(path.dirname(target), { recursive: true });
  await writeFile(target, files.get("kernel.wasm"));
}
