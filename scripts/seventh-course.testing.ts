import { cpSync, mkdirSync, readFileSync, symlinkSync, writeFileSync } from "node:fs";
import path from "node:path";

/** A seventh course as docs/adding-a-course.md says it is made: two folders, and one line in each of two lists. */

const CORE = `
import { z } from "zod";
import { type PlaneStepMaker, type Things, coursePart, numberSchema, numberSetting } from "../course";
import { tell } from "../language";

export const BY = numberSetting({ key: "by", words: tell("fold"), label: tell("Fold"), min: -0.5, max: 0.5, describe: "How far" });
const fold = z.strictObject({
  by: numberSchema(BY),
  pins: z.array(z.strictObject({ id: z.string(), at: z.tuple([z.number(), z.number()]) })).default([]),
});
type Fold = { readonly fold: z.output<typeof fold> };
const pin: Things = (count) => (tell("{count, plural, one {pin} other {# pins}}", { count }));
const step: PlaneStepMaker<Fold> = {
  inputs: ({ fold }) => [fold.by],
  make: ({ fold: { by } }) =>
    by === 0
      ? null
      : {
          forward: ([x, y]) => [x * (1 + by), y],
          back: (x, y, out) => {
            out[0] = x / (1 + by);
            out[1] = y;
            out[2] = 1e9;
          },
          outline: (polygon) => polygon.map(([x, y]) => [x * (1 + by), y] as const),
        },
};
export const foldPart = coursePart({
  key: "fold",
  name: tell("Fold"),
  keys: { fold: fold.prefault({}) },
  laid: (r) => r.fold.by !== 0,
  plane: [step],
  carried: (from, onto) => ({ fold: { ...onto.fold, by: from.fold.by } }),
  carries: tell("how far it is folded; not the pins"),
  told: {
    marks: [{ of: (r) => r.fold.pins, things: () => pin }],
    numbers: [{ setting: BY, of: (r) => r.fold.by }],
    all: (r) => r.fold,
    on: () => true,
    rest: tell("fold changed"),
  },
});
`;

const BENCH = `
import { tell } from "@/core/language";
import type { BenchCourse } from "../bench-course";
import { edit } from "../../tools/tool";

export const foldCourse: BenchCourse = {
  key: "fold",
  note: ({ fold }) => "folded by " + fold.by,
  tools: [
    {
      name: "pin", label: "Pin", words: "Set a pin", key: "Shift+q", icon: null, cursor: "crosshair",
      down: (at) => ({
        move: () => [],
        up: () => [edit({ label: tell("Set a pin"), apply: (r) => ({ ...r, fold: { ...r.fold, pins: [...r.fold.pins, { id: "p1", at: [...at.recorded!] as [number, number] }] } }) })],
      }),
    },
  ],
  grips: [],
  commands: [{ id: "unfold", words: "Unfold", group: "fold", keys: [], run: ({ get }) => get().edit({ label: tell("Unfold"), apply: (r) => ({ ...r, fold: { ...r.fold, by: 0 } }) }) }],
  panel: async () => (await import("./fold-panel")).FoldPanel,
  marks: async () => (await import("./pins")).Pins,
  sheet: {},
  guide: { title: "Fold", purpose: "Folds the picture.", steps: ["Set a pin."], keys: [] },
};
`;

const PANEL = `
"use client";

import { useBench } from "@/client/bench-store";
import { BY } from "@/core/fold/course";
import { tell } from "@/core/language";
import { SettingField } from "../setting-field";

export function FoldPanel() {
  const { recipe, edit, endGesture } = useBench();
  const fold = (by: number): void => edit({ label: tell("Fold"), apply: (r) => ({ ...r, fold: { ...r.fold, by } }) }, "fold by");
  return (
    <>
      <SettingField setting={BY} value={recipe.fold.by} onChange={fold} onDone={endGesture} />
      <p data-testid="pins">{recipe.fold.pins.length}</p>
    </>
  );
}
`;

const MARKS = `
"use client";

import { createElement } from "react";
import { useBench } from "@/client/bench-store";
import type { MarkParts } from "../../marks/mark-parts";
import { onScreen } from "../../marks/projection";

export function Pins({ projection, colours }: MarkParts) {
  const { recipe } = useBench();
  return recipe.fold.pins.map(({ id, at }) => {
    const place = onScreen(projection, at);
    return place && createElement("Circle", { key: id, x: place[0], y: place[1], radius: 12, fill: colours.plumb });
  });
}
`;

const FILES = [
  ["src/core/fold", "course.ts", CORE],
  ["src/bench/courses/fold", "index.ts", BENCH],
  ["src/bench/courses/fold", "fold-panel.tsx", PANEL],
  ["src/bench/courses/fold", "pins.tsx", MARKS],
] as const;

function listed(file: string, from: string, name: string, last: string): void {
  const text = readFileSync(file, "utf8");
  const named = text.replace(new RegExp(`(${last})(,?\\s*\\])`), `$1, ${name}$2`);
  if (named === text) throw new Error(`${file} does not list ${last}.`);
  writeFileSync(file, `import { ${name} } from "${from}";\n${named}`);
}

/** Adds it to a copy of the sources. @param folder where the copy lies. */
export function addSeventhCourse(folder: string): void {
  for (const [room, file, text] of FILES) {
    mkdirSync(path.join(folder, room), { recursive: true });
    writeFileSync(path.join(folder, room, file), text.trimStart());
  }
  listed(path.join(folder, "src/core/recipe/courses.ts"), "../fold/course", "foldPart", "finishPart");
  listed(path.join(folder, "src/bench/courses/index.ts"), "./fold", "foldCourse", "finishCourse");
}

/** Copies what programs are bundled from. @param root of the sources. */
export function copySources(root: string, folder: string): void {
  cpSync(path.join(root, "src"), path.join(folder, "src"), { recursive: true });
  for (const file of ["tsconfig.json", "package.json"]) cpSync(path.join(root, file), path.join(folder, file));
  symlinkSync(path.join(root, "node_modules"), path.join(folder, "node_modules"));
}
