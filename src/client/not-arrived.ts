/** Names of files that were to be added to a visit and have not arrived yet, remembered in this browser: a page that is closed or reloaded lets go of the files themselves. */
const KEY = "flat-stone-not-arrived";
/** More are not remembered. */
const MOST = 5000;

type Kept = Record<string, string[]>;

function read(): Kept {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? "{}") as Kept;
  } catch {
    return {};
  }
}

/** Changes what is remembered of a visit; a browser that keeps nothing, or has no room, is no hindrance. */
function change(assignmentId: string, by: (names: readonly string[]) => readonly string[]): void {
  try {
    const { [assignmentId]: names = [], ...others } = read();
    const left = by(names).slice(0, MOST);
    localStorage.setItem(KEY, JSON.stringify(left.length > 0 ? { ...others, [assignmentId]: left } : others));
  } catch {
    // Nothing is remembered then.
  }
}

export const notArrived = (assignmentId: string): readonly string[] =>
  typeof localStorage === "undefined" ? [] : (read()[assignmentId] ?? []);

export const rememberComing = (assignmentId: string, coming: readonly string[]): void =>
  change(assignmentId, (names) => [...names, ...coming.filter((n) => !names.includes(n))]);

/** They have arrived, or are not to come. @param gone absent: all of them. */
export const forgetComing = (assignmentId: string, gone?: readonly string[]): void =>
  change(assignmentId, (names) => (gone ? names.filter((n) => !gone.includes(n)) : []));
