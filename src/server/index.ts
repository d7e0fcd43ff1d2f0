/**
 * The server: database, files, images and deliveries, without any interface.
 *
 * Route handlers, the worker and the command line call it; it knows neither React nor Next.
 */
export * from "./running/config";
export * from "./db/client";
export * from "./files/store";
export * from "./assignments/assignments";
export * from "./photos/add-photo";
export * from "./photos/photos";
export * from "./photos/listed-photos";
export * from "./versions/versions";
export * from "./versions/save-revision";
export * from "./versions/revisions";
export * from "./versions/version-changes";
export * from "./deliveries/deliveries";
export * from "./deliveries/delivery-queue";
export * from "./deliveries/asked-fills";
export * from "./running/health";
export * from "./running/sweep";
export * from "./cameras/calibrate";
export * from "./cameras/own-lens";
export * from "./sets/sets";
export * from "./sets/zip";
export * from "./sets/kept-sets";
export * from "./batches/batches";
export * from "./batches/undo-batch";
export { borderOfState, pictureOfState } from "./photos/board-pictures";
export { changeBracket } from "./brackets/brackets";
export { askMissingBrackets } from "./brackets/find-brackets";
export { proposedFor } from "./photos/proposed";
export { askMissingFigures } from "./figures/figure-rows";
export * from "./cameras/profiles";
export * from "./versions/saved-recipes";
export * from "./cameras/stated-cameras";
export * from "./problem";
