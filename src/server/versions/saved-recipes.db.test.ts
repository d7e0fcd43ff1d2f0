import { named } from "@/core/language";
import { addKeepMark, setAngles } from "@/core/edits";
import { emptyRecipe } from "@/core/recipe";
import { changeSavedRecipe, closeDatabase, listSavedRecipes, saveRecipe } from "..";

afterAll(closeDatabase);

test("courses are kept under a name, without the marks of the photo; renamed, deleted and brought back", async () => {
  const name = `Dusk ${Date.now()}`;
  const set = setAngles(named("x"), [4000, 3000], { pitch: 4, yaw: 0 }).apply(emptyRecipe());
  const recipe = addKeepMark("k", [5, 5]).apply({ ...set, frame: { ...set.frame, ratio: 1.5 } });
  const saved = await saveRecipe({ name, courses: ["frame", "frame"], recipe });
  expect(saved).toMatchObject({ name, courses: ["frame"] });
  expect(saved.recipe.frame.ratio).toBe(1.5);
  expect(saved.recipe.frame.keep).toBeUndefined();
  expect(saved.recipe.attitude.pitch).toBe(0);
  const listed = async () => (await listSavedRecipes()).find((r) => r.id === saved.id)?.name;
  expect(await listed()).toBe(name);
  await changeSavedRecipe(saved.id, { name: `${name} again` });
  expect(await listed()).toBe(`${name} again`);
  await changeSavedRecipe(saved.id, { deleted: true });
  expect(await listed()).toBeUndefined();
  await changeSavedRecipe(saved.id, { deleted: false });
  expect(await listed()).toBe(`${name} again`);
});

test("what is no recipe, has no name or no course is refused", async () => {
  await expect(saveRecipe({ name: "x", courses: ["frame"], recipe: { format: "other" } })).rejects.toMatchObject({
    status: 422,
  });
  await expect(saveRecipe({ name: " ", courses: ["frame"], recipe: emptyRecipe() })).rejects.toThrow();
  await expect(saveRecipe({ name: "x", courses: [], recipe: emptyRecipe() })).rejects.toThrow();
  await expect(changeSavedRecipe(crypto.randomUUID(), { deleted: true })).rejects.toMatchObject({ status: 404 });
});
