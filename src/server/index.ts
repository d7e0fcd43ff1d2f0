/**
 * The server: database, files, images and deliveries, without any interface.
 *
 * Route handlers, the worker and the command line call it; it knows neither React nor Next.
 */
export * from "./config";
export * from "./db/client";
export * from "./files/store";
export * from "./assignments";
export * from "./add-photo";
export * from "./photos";
export * from "./listed-photos";
export * from "./versions";
export * from "./revisions";
export * from "./version-changes";
export * from "./deliveries";
export * from "./delivery-queue";
export * from "./asked-fills";
export * from "./health";
export * from "./sweep";
export * from "./calibrate";
export * from "./own-lens";
export * from "./sets/sets";
export * from "./sets/zip";
export * from "./sets/kept-sets";
export * from "./batches/batches";
export * from "./batches/undo-batch";
export { borderOfState, pictureOfState } from "./board-pictures";
export { proposedFor } from "./proposed";
export { askMissingFigures } from "./figures/figure-rows";
export * from "./profiles";
export * from "./saved-recipes";
export * from "./stated-cameras";
export * from "./problem";
