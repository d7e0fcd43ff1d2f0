import { sayError } from "@/language";
import { useEffect, useRef, useState } from "react";
import { type OwnLens, type PhotoOnBoard, api } from "@/client";
import { type PooledLens, pooledLens } from "@/core/own-edges";

type Seen = NonNullable<OwnLens["seen"]>;

/** How far the looking at one photo has come. */
export type PhotoState =
  | { readonly state: "waiting" | "looking" | "nothing" }
  | { readonly state: "stitched"; readonly projection: string }
  | { readonly state: "failed"; readonly why: string }
  | { readonly state: "seen"; readonly seen: Seen };

export interface VisitLens {
  readonly states: ReadonlyMap<string, PhotoState>;
  /** Whether photos are being looked at. */
  readonly running: boolean;
  readonly start: () => void;
  readonly stop: () => void;
}

/** What has been seen in this window, by content: a job that was stopped goes on where it was. */
const known = new Map<string, PhotoState>();

const WAITING: PhotoState = { state: "waiting" };

/** Looks at photos one after the other on the server, until all are done or it is stopped. */
export function useVisitLens(photos: readonly PhotoOnBoard[]): VisitLens {
  const [, setTurn] = useState(0);
  const [running, setRunning] = useState(false);
  const [looking, setLooking] = useState<string | null>(null);
  const control = useRef<AbortController | null>(null);
  useEffect(() => () => control.current?.abort(), []);

  const start = async (): Promise<void> => {
    const own = (control.current = new AbortController());
    const { signal } = own;
    setRunning(true);
    for (const photo of photos) {
      const last = known.get(photo.sha256);
      if (signal.aborted) break;
      if (last && last.state !== "failed") continue;
      setLooking(photo.id);
      const state = await look(photo, signal);
      if (!state) break;
      known.set(photo.sha256, state);
      setTurn((n) => n + 1);
    }
    if (control.current !== own) return;
    setLooking(null);
    setRunning(false);
  };
  const states = new Map(
    photos.map((p): [string, PhotoState] => [
      p.id,
      p.id === looking ? { state: "looking" } : (known.get(p.sha256) ?? WAITING),
    ]),
  );
  return {
    states,
    running,
    start: () => void start(),
    stop: () => control.current?.abort(),
  };
}

/** @returns null when it was given up. */
async function look(photo: PhotoOnBoard, signal: AbortSignal): Promise<PhotoState | null> {
  try {
    const { seen, projection } = await api.ownLens(photo.id, signal);
    if (projection) return { state: "stitched", projection };
    return seen ? { state: "seen", seen } : { state: "nothing" };
  } catch (error) {
    return signal.aborted ? null : { state: "failed", why: sayError(error as Error) };
  }
}

/** What the photos that tell a lens say together; null before there are any. */
export function poolOf(
  photos: readonly PhotoOnBoard[],
  states: VisitLens["states"],
): {
  readonly used: readonly { readonly photo: PhotoOnBoard; readonly seen: Seen }[];
  readonly pooled: PooledLens;
} | null {
  const used = photos.flatMap((photo) => {
    const state = states.get(photo.id);
    return state?.state === "seen" ? [{ photo, seen: state.seen }] : [];
  });
  if (used.length === 0) return null;
  return { used, pooled: pooledLens(used.map((u) => u.seen)) };
}
