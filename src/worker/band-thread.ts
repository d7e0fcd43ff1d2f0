import { type Band, makeBand } from "@/server/render/bands";

/** One rendering thread: piscina calls this with each band. */
export default (band: Band): void => makeBand(band);
