import { emptyRecipe } from "@/core/recipe";
import { ServerRefusal } from "./api";
import { Autosave, KEEP_EVERY_MS, RETRY_MS, SAVE_AFTER_MS } from "./autosave";
import type { SaveState } from "./bench-store";
import { type Draft, continues, dropDraft, keepDraft, readDraft } from "./drafts";

const at = (height: number) => ({ ...emptyRecipe(), proportion: { on: true, height } });

function setUp(save: (base: number, height: number) => Promise<{ revision: number }>) {
  const states: SaveState[] = [];
  let draft: Draft | null = null;
  const autosave = new Autosave(1, {
    save: (base, recipe) => save(base, recipe.proportion.height),
    keep: (d) => (draft = d),
    drop: () => (draft = null),
    onState: (s) => states.push(s),
  });
  return { autosave, states, draft: () => draft };
}

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

test("a burst of edits becomes one save of the last, on top of the one before", async () => {
  const saved: [number, number][] = [];
  const { autosave, states, draft } = setUp(async (base, height) => {
    saved.push([base, height]);
    return { revision: base + 1 };
  });
  autosave.changed(at(1.1));
  autosave.changed(at(1.2));
  await jest.advanceTimersByTimeAsync(KEEP_EVERY_MS);
  expect(draft()?.recipe.proportion.height).toBe(1.2);
  await jest.advanceTimersByTimeAsync(SAVE_AFTER_MS);
  autosave.changed(at(1.3));
  await jest.advanceTimersByTimeAsync(SAVE_AFTER_MS);
  expect(saved).toEqual([
    [1, 1.2],
    [2, 1.3],
  ]);
  expect(states.at(-1)).toBe("saved");
  expect(draft()).toBeNull();
});

test("the browser's copy is written at once, then every so often, and up to date when the page goes", () => {
  const { autosave, draft } = setUp(() => new Promise(() => undefined));
  const kept = () => draft()?.recipe.proportion.height;
  autosave.changed(at(1.1));
  expect(kept()).toBe(1.1);
  autosave.changed(at(1.2));
  autosave.changed(at(1.3));
  expect(kept()).toBe(1.1);
  jest.advanceTimersByTime(KEEP_EVERY_MS);
  expect(kept()).toBe(1.3);
  autosave.changed(at(1.4));
  autosave.changed(at(1.5));
  void autosave.flush();
  expect(kept()).toBe(1.5);
  // While that save is on its way, too.
  autosave.changed(at(1.6));
  autosave.changed(at(1.7));
  void autosave.flush();
  expect(kept()).toBe(1.7);
  autosave.changed(at(1.8));
  autosave.changed(at(1.9));
  autosave.stop();
  expect(kept()).toBe(1.9);
});

test("a save that fails keeps the draft and is tried again", async () => {
  let down = true;
  const { autosave, states, draft } = setUp(async (base) => {
    if (down) throw new TypeError("unreachable");
    return { revision: base + 1 };
  });
  autosave.changed(at(1.1));
  await jest.advanceTimersByTimeAsync(SAVE_AFTER_MS);
  expect(states.at(-1)).toBe("failed");
  expect(draft()?.recipe.proportion.height).toBe(1.1);
  down = false;
  await jest.advanceTimersByTimeAsync(RETRY_MS);
  expect(states.at(-1)).toBe("saved");
  expect(draft()).toBeNull();
});

test("another window's save stops it, and what was done here stays in the browser", async () => {
  let calls = 0;
  const { autosave, states, draft } = setUp(async () => {
    calls++;
    throw new ServerRefusal(409, "changed elsewhere", null);
  });
  autosave.changed(at(1.1));
  await jest.advanceTimersByTimeAsync(SAVE_AFTER_MS);
  expect(states.at(-1)).toBe("conflict");
  autosave.changed(at(1.2));
  await jest.advanceTimersByTimeAsync(10 * RETRY_MS);
  expect(calls).toBe(1);
  expect(draft()?.recipe.proportion.height).toBe(1.2);
});

test("an edit during a save is saved after it", async () => {
  const saved: number[] = [];
  let finish: () => void = () => undefined;
  const { autosave, states } = setUp((base, height) => {
    saved.push(height);
    return new Promise((resolve) => (finish = () => resolve({ revision: base + 1 })));
  });
  autosave.changed(at(1.1));
  await jest.advanceTimersByTimeAsync(SAVE_AFTER_MS);
  autosave.changed(at(1.2));
  finish();
  await jest.advanceTimersByTimeAsync(SAVE_AFTER_MS);
  finish();
  await jest.advanceTimersByTimeAsync(0);
  expect(saved).toEqual([1.1, 1.2]);
  expect(states.at(-1)).toBe("saved");
});

test("drafts come back whole, and broken ones not at all", () => {
  const shelf = new Map<string, string>();
  const storage = {
    getItem: (k: string) => shelf.get(k) ?? null,
    setItem: (k: string, v: string) => void shelf.set(k, v),
    removeItem: (k: string) => void shelf.delete(k),
  };
  expect(keepDraft(storage, "v", { base: 3, recipe: at(1.4), tokens: ["t"] })).toBe(true);
  expect(readDraft(storage, "v")).toEqual({ base: 3, recipe: at(1.4), tokens: ["t"] });
  dropDraft(storage, "v");
  expect(readDraft(storage, "v")).toBeNull();
  shelf.set("draft:v", '{"base":3,"tokens":[],"recipe":{"format":"other"}}');
  expect(readDraft(storage, "v")).toBeNull();
  expect(
    keepDraft(
      {
        ...storage,
        setItem: () => {
          throw new Error("full");
        },
      },
      "v",
      { base: 1, recipe: at(1), tokens: [] },
    ),
  ).toBe(false);
});

test("a save whose answer was lost is known again by its mark, and work goes on from it", async () => {
  let stored: { number: number; token: string } | null = null;
  const saved: number[] = [];
  const states: SaveState[] = [];
  const autosave = new Autosave(1, {
    save: async (base, recipe, token) => {
      const newest = stored?.number ?? 1;
      if (base !== newest) throw new ServerRefusal(409, "changed", { revision: newest, token: stored?.token ?? null });
      stored = { number: base + 1, token };
      saved.push(recipe.proportion.height);
      // The first save arrives, but its answer does not.
      if (saved.length === 1) throw new TypeError("connection lost");
      return { revision: base + 1 };
    },
    keep: () => undefined,
    drop: () => undefined,
    onState: (s) => states.push(s),
  });
  autosave.changed(at(1.1));
  await jest.advanceTimersByTimeAsync(SAVE_AFTER_MS);
  autosave.changed(at(1.2));
  await jest.advanceTimersByTimeAsync(RETRY_MS);
  expect(saved).toEqual([1.1, 1.2]);
  expect(states).not.toContain("conflict");
  expect(states.at(-1)).toBe("saved");
});

test("a save that left with the closing window and arrives after the reload is known by the draft's marks", async () => {
  const stored = { number: 2, token: "sent while closing" };
  const states: SaveState[] = [];
  const bases: number[] = [];
  const parts = {
    save: async (base: number) => {
      bases.push(base);
      if (base !== stored.number)
        throw new ServerRefusal(409, "changed", { revision: stored.number, token: stored.token });
      return { revision: ++stored.number };
    },
    keep: () => undefined,
    drop: () => undefined,
    onState: (s: SaveState) => states.push(s),
  };
  const autosave = new Autosave(1, parts, ["sent while closing"]);
  autosave.changed(at(1.2));
  await jest.advanceTimersByTimeAsync(RETRY_MS);
  expect(bases).toEqual([1, 2]);
  expect(states).not.toContain("conflict");
  expect(states.at(-1)).toBe("saved");
});

test("a draft goes on from its own base or its own lost save, from nothing else", () => {
  const draft: Draft = { base: 3, recipe: at(1), tokens: ["mine"] };
  expect(continues(draft, { revision: 3, token: "x" })).toBe(true);
  expect(continues(draft, { revision: 4, token: "mine" })).toBe(true);
  expect(continues(draft, { revision: 4, token: "other" })).toBe(false);
  expect(continues(draft, { revision: 5, token: "mine" })).toBe(false);
});

test("work on what was deleted elsewhere is kept, and saved once it is back: the newest, once", async () => {
  let gone = true;
  const saved: number[] = [];
  const said: unknown[] = [];
  let draft: Draft | null = null;
  const autosave = new Autosave(1, {
    save: async (base, recipe) => {
      const details = { deleted: "photo", id: "p1" };
      if (gone) throw new ServerRefusal(409, "The photo was taken out.", details);
      saved.push(recipe.proportion.height);
      return { revision: base + 1 };
    },
    keep: (d) => (draft = d),
    drop: () => (draft = null),
    onState: (s) => said.push(s),
    onDeleted: (d) => said.push(d),
  });
  autosave.changed(at(1.1));
  await jest.advanceTimersByTimeAsync(SAVE_AFTER_MS);
  expect(said.slice(-2)).toEqual([{ deleted: "photo", id: "p1" }, "deleted"]);
  autosave.changed(at(1.2));
  await jest.advanceTimersByTimeAsync(RETRY_MS * 3);
  expect(saved).toEqual([]);
  expect(draft!.recipe.proportion.height).toBe(1.2);
  gone = false;
  autosave.resume();
  await jest.advanceTimersByTimeAsync(SAVE_AFTER_MS);
  expect(saved).toEqual([1.2]);
  expect(said.at(-1)).toBe("saved");
  expect(draft).toBeNull();
});

test("what is to be delivered is saved first, the newest of it, or it is said that it is not", async () => {
  let answer: "slow" | "down" = "slow";
  const saved: number[] = [];
  const { autosave } = setUp(async (base, height) => {
    if (answer === "down") throw new TypeError("unreachable");
    await new Promise((resolve) => setTimeout(resolve, 300));
    saved.push(height);
    return { revision: base + 1 };
  });
  expect(await autosave.saveAll()).toBe(true);
  autosave.changed(at(1.1));
  await jest.advanceTimersByTimeAsync(SAVE_AFTER_MS);
  // One save is under way and another waits behind it.
  autosave.changed(at(1.2));
  const all = autosave.saveAll();
  await jest.advanceTimersByTimeAsync(1000);
  expect(await all).toBe(true);
  expect(saved).toEqual([1.1, 1.2]);
  answer = "down";
  autosave.changed(at(1.3));
  expect(await autosave.saveAll()).toBe(false);
  answer = "slow";
  await jest.advanceTimersByTimeAsync(RETRY_MS + 1000);
  expect(saved.at(-1)).toBe(1.3);
  expect(await autosave.saveAll()).toBe(true);
});

test("nothing is delivered as shown while another window's save stands against it", async () => {
  const { autosave } = setUp(async () => {
    throw new ServerRefusal(409, "changed", { revision: 9, token: "other" });
  });
  autosave.changed(at(1.1));
  expect(await autosave.saveAll()).toBe(false);
});
