import { execFileSync, spawnSync } from "node:child_process";
import { cpSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { readRecipe } from "@/core/recipe";
import { temporaryFolder } from "@/server/testing";
import { addSeventhCourse, copySources } from "./seventh-course.testing";

/**
 * A seventh course, made as docs/adding-a-course.md says: two folders and one line in each of two lists, in a copy of the
 * sources. It fails as soon as any other file has to name a course.
 */
const root = path.join(__dirname, "..");
const copy = temporaryFolder();
const inCopy = (...parts: string[]): string => path.join(copy, ...parts);

/** What the copy's own code says, asked by a program bundled from it. */
const ASK = `
import { createBenchStore } from "@/client/bench-store";
import { carryCourses, changeWords, edited, marksOf, withoutCourse } from "@/core/edits";
import { COURSES, emptyRecipe, laidCourses } from "@/core/recipe";
import { compile, settle } from "@/core/render";
import { checkRecipe } from "@/server/versions/checked-recipe";
import { BENCH_COURSES, benchCourse } from "@/bench/courses";
import { COMMANDS } from "@/bench/commands";
import { put } from "@/language";
import { GROUPS } from "@/bench/commands/command";
import { guideText } from "@/bench/guide/guide";

const size = [600, 400] as const;
const store = createBenchStore();
store.getState().open("v", size, emptyRecipe());
const { down } = benchCourse("fold")!.tools[0]!;
const place = { screen: [1, 1], plane: [50, 60], recorded: [50, 60], far: true, moved: true, shift: false, alt: false, pressure: 1 } as const;
for (const outcome of down(place, {} as never).up(place)) if (outcome.do === "edit") store.getState().edit(outcome.edit);
const drawn = store.getState().recipe;
store.getState().set({ selected: "p1" });
store.getState().undo();
const undone = store.getState();
store.getState().redo();
const folded = { ...drawn, fold: { ...drawn.fold, by: 0.25 } };
const carried = edited(emptyRecipe(), carryCourses(folded, ["fold"]), size);
const at = (recipe: typeof drawn) => compile(settle(recipe, size), size).fromRecorded([100, 50]);
void benchCourse("fold")!.marks!().then((Marks) => console.log(JSON.stringify({
  rail: COURSES.map((c) => c.key),
  bench: BENCH_COURSES.map((c) => c.key),
  drawn: drawn.fold.pins, undone: [undone.recipe.fold.pins.length, undone.selected],
  told: changeWords(emptyRecipe(), folded).map(put), marks: marksOf(folded).length,
  carried: [carried.fold, laidCourses(carried)],
  without: withoutCourse(folded, "fold").fold,
  saved: checkRecipe(JSON.stringify(folded)).laid,
  moved: [at(emptyRecipe()), at(folded)],
  drawsBy: (Marks as { name?: string }).name,
  commands: COMMANDS.filter((c) => c.group === "fold").map((c) => c.id), group: GROUPS.get("fold"),
  guide: guideText(() => "").includes("Folds the picture."),
})));
`;

beforeAll(() => {
  copySources(root, copy);
  addSeventhCourse(copy);
  writeFileSync(inCopy("ask.ts"), ASK);
});

/** A text of the copy with something put in before a place in it. */
function putIn(file: string, before: string, more: string): void {
  const text = readFileSync(inCopy(file), "utf8");
  expect(text.split(before)).toHaveLength(2);
  writeFileSync(inCopy(file), text.replace(before, more + before));
}

const bundled = (entry: string, to: string): string => {
  const out = inCopy(to);
  execFileSync(
    path.join(root, "node_modules/.bin/esbuild"),
    [entry, "--bundle", "--platform=node", "--format=cjs", `--outfile=${out}`, "--tsconfig=tsconfig.json", "--packages=external", "--log-level=error", "--define:import.meta.url=hereUrl", '--banner:js=const hereUrl=require("node:url").pathToFileURL(__filename).href;'], // prettier-ignore
    { cwd: copy },
  );
  return out;
};

test("it appears on the rail, is drawn, saved, undone, carried, told, and explained, and no other file names it", () => {
  const asked = bundled("ask.ts", "ask.cjs");
  const { status, stdout, stderr } = spawnSync(process.execPath, [asked], { encoding: "utf8", cwd: copy });
  expect([status, stderr]).toEqual([0, ""]);
  const said = JSON.parse(stdout) as Record<string, unknown>;
  const keys = ["lens", "lines", "shape", "frame", "edges", "finish", "fold"];
  expect(said).toMatchObject({
    rail: keys,
    bench: keys,
    drawn: [{ id: "p1", at: [50, 60] }],
    undone: [0, null],
    told: ["pin drawn", "fold 0 % → 25 %"],
    marks: 1,
    carried: [{ by: 0.25, pins: [] }, ["fold"]],
    without: { by: 0, pins: [] },
    saved: ["fold"],
    drawsBy: "Pins",
    commands: ["tool-pin", "unfold"],
    group: "Fold",
    guide: true,
  });
  const [[x, y], [foldedX, foldedY]] = said["moved"] as [[number, number], [number, number]];
  expect(foldedX).toBeCloseTo(1.25 * x, 6);
  expect(foldedY).toBeCloseTo(y, 6);
}, 60_000);

test("the command line takes a recipe with it, and the frame follows; a copy without it refuses the file by its key", () => {
  const program = bundled("src/cli/index.ts", "flatstone.cjs");
  const recipe = inCopy("r.json");
  writeFileSync(recipe, JSON.stringify({ format: "flat-stone-recipe", version: 1, fold: { by: 0.5 } }));
  const run = (...args: string[]) =>
    spawnSync(process.execPath, [program, ...args], {
      encoding: "utf8",
      cwd: root,
      env: { ...process.env, FLATSTONE_TRACE: "1" },
    });
  const framed = run("frame", "--size", "600,400", "--recipe", recipe);
  expect(framed.stderr).toBe("");
  expect(JSON.parse(framed.stdout).rect[2]).toBeCloseTo(900, -1);
  expect(() => readRecipe(JSON.parse(readFileSync(recipe, "utf8")))).toThrow("fold");
}, 60_000);

test("an output format is one description and how it is written: the command line offers it and delivers in it", async () => {
  const gif = `  format({
    ...{ key: "gif", name: "GIF", note: { id: "few colours" }, endings: ["gif"] },
    ...{ lossy: false, longest: 65_535, deep: false, clear: true, choices: [] },
  }),
`;
  putIn("src/core/contract/formats.ts", "];\n\nexport type DeliveryFormat", gif);
  putIn("src/server/image/writing/encoders.ts", "};\n", "  gif: byLibrary((image) => image.gif()),\n");
  const program = bundled("src/cli/index.ts", "flatstone.cjs");
  cpSync(path.join(root, ".local/test-kernel.wasm"), inCopy("kernel.wasm"));
  const [photo, recipe, out] = [inCopy("photo.png"), inCopy("plain.json"), inCopy("out.gif")];
  await sharp({ create: { width: 60, height: 40, channels: 3, background: "#845" } }).png().toFile(photo); // prettier-ignore
  writeFileSync(recipe, JSON.stringify({ format: "flat-stone-recipe", version: 1 }));
  const run = (...args: string[]) => spawnSync(process.execPath, [program, ...args], { encoding: "utf8", cwd: root });
  expect(run("--help").stdout).toContain("|avif|gif)");
  expect(run("render", photo, "--recipe", recipe, "--out", inCopy("out.xyz")).stderr).toContain("or .gif");
  const made = run("render", photo, "--recipe", recipe, "--out", out);
  expect([made.stderr, made.status]).toEqual(["", 0]);
  expect(readFileSync(out).subarray(0, 4).toString()).toBe("GIF8");
}, 60_000);
