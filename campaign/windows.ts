import { emptyRecipe } from "@/core/recipe";
import { ask } from "./ask";
import type { Dice } from "./dice";
import { type Field, pause } from "./duties";

/** A recipe whose frame leaves so much to be made up, pixels to each side. */
function leaned(dice: Dice, wide: number, long: number) {
  const recipe = emptyRecipe();
  Object.assign(recipe.attitude, { from: "by-hand", roll: dice.between(-8, 8), pitch: dice.between(-6, 6) });
  Object.assign(recipe.frame, { rule: "free", rect: [-wide, -wide, long + 2 * wide, long + 2 * wide] });
  Object.assign(recipe.edges, { gaps: "fill", seed: dice.below(1000) });
  return recipe;
}

/**
 * Several windows on photos of several sizes, each of which changes its frame while its last fill is still being made, as people do
 * who drag: it breaks the last one off, asks for the next, and looks at a tile of what came.
 */
export async function severalWindows({ instance, tally, stop, photos }: Field, dice: Dice): Promise<void> {
  const window = async (own: Dice): Promise<void> => {
    while (!stop.aborted) {
      const { id, width } = own.of(photos);
      const leave = new AbortController();
      const recipe = leaned(own, own.of([0, width / 50, width / 4]), width);
      const filled = ask(instance, tally, "fills in several windows", `/api/photos/${id}/fill`, {
        method: "POST",
        body: { recipe },
        signal: leave.signal,
      });
      if (own.chance(0.5)) {
        await pause(own.between(20, 600));
        leave.abort();
      }
      const { status, json } = await filled;
      const gaps = json["gaps"] as { key: string } | null | undefined;
      if (status === 200 && gaps)
        await ask(
          instance,
          tally,
          "tiles of fills",
          `/api/photos/${id}/fill/${gaps.key}/${own.of(["fit", "0_0", "3_3"])}`,
        );
      await pause(own.between(0, 200));
    }
  };
  await Promise.all(Array.from({ length: 4 }, () => window(dice.fork())));
}
