import { listenForLanguage } from "../speaking";
import { expose } from "comlink";
import { type FocalObservation, type OwnProposal, ownEdgesOf, proposalOf } from "@/core/own-edges";
import type { Luminance } from "@/core/lines";

const work = {
  /** @param scale pixels of the image to one of the original. @param focal of the original, pixels. */
  propose(image: Luminance, scale: number, focal: FocalObservation | null): OwnProposal | null {
    const found = ownEdgesOf(image, { focal: focal && { ...focal, focalPx: focal.focalPx * scale } });
    return found && proposalOf(found, scale);
  },
};

export type OwnEdgesWork = typeof work;

listenForLanguage();
expose(work);
