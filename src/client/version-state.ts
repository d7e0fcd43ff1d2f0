import { type StoreApi, createStore, useStore } from "zustand";

/**
 * What is looked at and worked with on the version that is open, and is no part of its recipe: tapes, readings, what is compared, what has
 * been made up. All of it lies in one store, which is made anew when a version opens and emptied when it closes, so that
 * nothing of one photo is found on the next. What belongs to the browser (grid, keys, widths) is kept elsewhere.
 */
const begins = new Map<string, () => object>();
const store = createStore<Readonly<Record<string, object>>>(() => ({}));

/** Everything as it is before anything has been done: a version opens, or closes. */
export const forgetVersion = (): void =>
  store.setState(Object.fromEntries([...begins].map(([name, begin]) => [name, begin()])), true);

/** A part of the open version's state: a hook, and the ways to read and change it outside of components. */
export interface VersionState<T> {
  (): T;
  <S>(select: (state: T) => S): S;
  getState(): T;
  setState(change: Partial<T> | ((state: T) => Partial<T>)): void;
  subscribe(listener: (now: T, before: T) => void): () => void;
}

/**
 * Declares a part of the open version's state. @param name its own among all parts. @param begin what it is before anything has been done.
 *
 * @throws Error where another part has the name.
 */
export function versionState<T extends object>(name: string, begin: () => T): VersionState<T> {
  if (begins.has(name)) throw new Error(`Two parts of the open version's state are called ${name}.`);
  begins.set(name, begin);
  store.setState({ [name]: begin() });
  const of = (all: Readonly<Record<string, object>>): T => all[name] as T;
  const getState = (): T => of(store.getState());
  const own: Pick<StoreApi<T>, "getState" | "getInitialState" | "subscribe"> = {
    getState,
    getInitialState: getState,
    subscribe: (listener) =>
      store.subscribe((now, before) => {
        if (of(now) !== of(before)) listener(of(now), of(before));
      }),
  };
  const hook = <S>(select?: (state: T) => S): S | T =>
    // eslint-disable-next-line react-hooks/rules-of-hooks -- this is a hook; its name is given where it is declared
    useStore<typeof own, S | T>(own, select ?? ((state: T) => state));
  return Object.assign(hook, {
    getState,
    setState: (change: Partial<T> | ((state: T) => Partial<T>)): void => {
      const now = getState();
      store.setState({ [name]: { ...now, ...(typeof change === "function" ? change(now) : change) } });
    },
    subscribe: own.subscribe,
  }) as VersionState<T>;
}
