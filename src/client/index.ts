/**
 * Browser work without a look of its own: calls to the server, uploads, the Bench's store with undo,
 * autosave, the WebGL2 picture. It computes nothing that the core can, and imports no server code.
 */
export * from "./api";
export * from "./upload";
