import { create } from "zustand";

/** Whether clipped tones and gaps are marked over the picture; it is looked at, and no part of the recipe. */
export const useEnds = create<{ readonly shown: boolean }>()(() => ({ shown: false }));

export const toggleEnds = (): void => useEnds.setState(({ shown }) => ({ shown: !shown }));
