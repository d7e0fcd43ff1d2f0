import { type ComponentType, type ReactNode, createElement, useEffect, useState } from "react";

/** A component that comes to the browser when it is first used. */
export type Loader<P> = () => Promise<ComponentType<P>>;

const there = new Map<unknown, ComponentType<never>>();

/** Fetches a component beforehand. */
export async function fetchAhead<P>(load: Loader<P>): Promise<void> {
  if (!there.has(load)) there.set(load, (await load()) as ComponentType<never>);
}

/** A component once it has come; nothing until then, and where there is none. */
export function Loaded<P extends object>({ load, parts }: { load: Loader<P> | undefined; parts: P }): ReactNode {
  const [, come] = useState(0);
  useEffect(() => {
    if (!load || there.has(load)) return;
    let wanted = true;
    // What cannot be fetched is asked for again when it is next opened.
    fetchAhead(load).then(
      () => wanted && come((n) => n + 1),
      () => undefined,
    );
    return () => void (wanted = false);
  }, [load]);
  const component = load && (there.get(load) as ComponentType<P> | undefined);
  return component ? createElement(component, parts) : null;
}
