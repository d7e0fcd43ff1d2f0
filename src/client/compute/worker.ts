import { listenForLanguage } from "../speaking";
import { expose } from "comlink";
import { foundThing } from "@/core/edges";
import { asShot } from "@/core/finish";
import { measureFringes, solveField, solveTraces } from "@/core/lens";
import { contrastPlaces, detailOf, traceEdge } from "@/core/lines";
import { ownFieldOf } from "@/core/own-edges";
import { clingTo, findLines, lengthened, settledMarks } from "./line-work";

/** Work that would hold up the picture, done in a thread of its own. */
const work = {
  asShot,
  clingTo,
  contrastPlaces,
  detailOf,
  findLines,
  foundThing,
  lengthened,
  measureFringes,
  ownFieldOf,
  settledMarks,
  solveField,
  solveTraces,
  traceEdge,
};

export type Work = typeof work;

listenForLanguage();
expose(work);
