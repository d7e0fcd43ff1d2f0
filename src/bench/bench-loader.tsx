"use client";

import dynamic from "next/dynamic";
import type { OpenedVersion } from "@/client";

export interface Opened extends OpenedVersion {
  readonly sheet: { readonly number: number; readonly of: number };
}

/** The Bench lives in the browser only: canvas and WebGL2 have no meaning on the server. */
const Bench = dynamic(() => import("./bench").then((m) => m.Bench), {
  ssr: false,
  loading: () => <p className="grid min-h-screen place-content-center">Setting up the Bench …</p>,
});

export function BenchLoader({ opened }: { opened: Opened }) {
  return <Bench opened={opened} />;
}
