import { expose } from "comlink";
import { measureFringes, solveTraces } from "@/core/lens";
import { contrastPlaces, traceEdge } from "@/core/lines";

/** Work that would hold up the picture, done in a thread of its own. */
const work = { contrastPlaces, measureFringes, solveTraces, traceEdge };

export type Work = typeof work;

expose(work);
