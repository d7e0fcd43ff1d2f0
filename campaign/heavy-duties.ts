import { randomUUID } from "node:crypto";
import { ENDPOINTS } from "@/core/contract";
import { emptyRecipe } from "@/core/recipe";
import { ask } from "./ask";
import type { Dice } from "./dice";
import { type Field, pause } from "./duties";

/** A recipe of some 700 kB, such as nobody draws by hand. */
function heavyRecipe(dice: Dice) {
  const recipe = emptyRecipe();
  recipe.lines = Array.from({ length: 40 + dice.below(15) }, (_, i) => ({
    id: `h${i}`,
    kind: "taut" as const,
    points: Array.from({ length: 380 }, (_, k): [number, number] => [k + dice.next(), i + dice.next()]),
    on: true,
  }));
  return recipe;
}

/** Fills a version's history with large recipes, lists it, looks at its states, opens it eight times at once. */
export async function heavyHistory({ instance, tally, stop, versions }: Field, dice: Dice): Promise<void> {
  const version = versions.at(-1)!;
  const at = `/api/versions/${version}`;
  while (!stop.aborted) {
    const opened = await ask(instance, tally, "heavy versions opened", at);
    const base = Number(opened.json["revision"]);
    if (opened.status === 200)
      await ask(instance, tally, "heavy saves", `${at}/revisions`, {
        method: "POST",
        body: { base, recipe: heavyRecipe(dice), token: randomUUID() },
      });
    await ask(instance, tally, "heavy histories listed", `${at}/revisions`);
    await ask(instance, tally, "heavy states", `${at}/revisions/${1 + dice.below(base + 1)}`);
    if (dice.chance(0.2)) await Promise.all(Array.from({ length: 8 }, () => ask(instance, tally, "eight at once", at)));
    await pause(dice.between(50, 400));
  }
}

/** Asks for fills, strokes and answers with absurd numbers, and breaks half of them off. */
export async function absurdFills({ instance, tally, stop, photos }: Field, dice: Dice): Promise<void> {
  const number = (): number => dice.of([0, -1, 1e-9, 1, 400, 20_000, 60_000, 1e7, 1e308, dice.next() * 1e5]);
  while (!stop.aborted) {
    const recipe = emptyRecipe() as unknown as Record<string, Record<string, unknown>>;
    recipe["edges"]!["gaps"] = dice.of(["fill", "plain", "bend", "trim", "leave"]);
    if (dice.chance(0.6))
      Object.assign(recipe["frame"]!, { rule: "free", rect: [-number(), -number(), number(), number()] });
    if (dice.chance(0.5))
      recipe["edges"]!["strokes"] = Array.from({ length: dice.of([1, 3, 40, 200]) }, (_, i) => ({
        ...{ id: `s${i}`, kind: dice.of(["mend", "graft"]), radius: number(), on: true, from: [number(), number()] },
        points: Array.from({ length: 1 + dice.below(6) }, () => [dice.between(0, 900), dice.between(0, 900)]),
      }));
    const work = ask(instance, tally, "absurd fills", `/api/photos/${photos[0]!.id}/fill`, {
      method: "POST",
      body: { recipe },
    });
    if (dice.chance(0.5)) await work;
    await pause(dice.between(50, 500));
  }
}

/** Values of every kind that JSON has, in every place that the contract names: new endpoints are in it by themselves. */
export async function brokenRequests({ instance, tally, stop, versions }: Field, dice: Dice): Promise<void> {
  const wrong = (): unknown =>
    dice.of<unknown>([null, true, -1, 2 ** 31, 1e308, "", "x".repeat(500), [], {}, [[]], "\ud800"]);
  const all = Object.values(ENDPOINTS);
  while (!stop.aborted) {
    const { method, path, asked } = dice.of(all);
    const place = path
      // The first of the versions belong to others, who would be surprised.
      .replace("{id}", dice.of([versions.at(-1)!, "00000000-0000-4000-8000-000000000000", "7"]))
      .replace("{number}", String(dice.of<unknown>([1, 0, -5, 2 ** 31, "x", 1e21])));
    const keys = Object.keys((asked as { shape?: Record<string, unknown> }).shape ?? { name: 0 });
    const body = dice.chance(0.2) ? wrong() : Object.fromEntries(keys.map((key) => [key, wrong()]));
    const query = dice.chance(0.3) ? `?before=${dice.of(["2147483648", "-1", "x", "1e9", ""])}` : "";
    const deletes = method === "PATCH" && JSON.stringify(body).includes("true");
    if (!deletes)
      await ask(instance, tally, "broken requests", place + query, { method, ...(method === "GET" ? {} : { body }) });
    await pause(dice.between(0, 40));
  }
}
