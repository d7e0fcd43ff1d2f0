/** The fast way from source to output: lays out memory for the WebAssembly kernel (src/kernel) and drives it by cells. */
export * from "./kernel";
export * from "./step-kernel";
export * from "./memory-plan";
export * from "./source";
export * from "./engine";
