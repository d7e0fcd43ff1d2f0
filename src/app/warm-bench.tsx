"use client";

import { useEffect } from "react";
import { warmBench } from "@/bench/bench-loader";

/** How long a board has the network to itself, ms. */
const AFTER_MS = 1200;

/** Fetches the Bench's code while somebody looks at a board: most come there to work on a photo. */
export function WarmBench() {
  useEffect(() => {
    const warm = (): void => void warmBench().catch(() => undefined);
    const timer = setTimeout(
      () => ("requestIdleCallback" in window ? window.requestIdleCallback(warm) : warm()),
      AFTER_MS,
    );
    return () => clearTimeout(timer);
  }, []);
  return null;
}
