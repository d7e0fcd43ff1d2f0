import { named } from "@/core/language";
import {
  type Edit,
  addKeepMark,
  addMeasure,
  addMask,
  addShield,
  drawTaut,
  edited,
  faceForm,
  fieldIs,
  finishTo,
  joinFace,
  keepStraightEdges,
  outputAt,
  recordedAs,
  together,
} from "@/core/edits";
import type { Stroke } from "@/core/edges";
import { emptyRecipe, type Line, type Recipe } from "@/core/recipe";
import { withSolvedAttitude } from "@/core/render";
import type { Truth } from "./truth/truth";
import { photos } from "./photos";
import { gable, gableWall } from "./scenes/gable";
import type { P3, Scene } from "./scenes/scene";
import { TILE, readingRoom } from "./scenes/reading-room";
import { stairHall } from "./scenes/stair-hall";
import { streetFrontLarge } from "./scenes/street-front";
import { yard } from "./scenes/yard";
import { recorded } from "./truth/project";
import { STORE_EDGES } from "./store-edges";

/** The reading room's windows held back and its dark ceiling lifted, as recorded. */
const windowAndCeiling = (): Edit[] => [
  addMask({
    id: "windows",
    kind: "dab",
    on: true,
    dabs: [
      { points: [[165, 640], [165, 1080]], radius: 230 }, // prettier-ignore
      { points: [[535, 720], [535, 1080]], radius: 140 }, // prettier-ignore
    ],
    clings: true,
    exposure: -0.8,
  }),
  addMask({
    id: "ceiling",
    kind: "wash",
    on: true,
    ends: [[1500, 330], [1500, 620]], // prettier-ignore
    clings: true,
    exposure: 0.55,
    warmth: -0.1,
  }),
];

/** The demo's assignments, the visit to the mill last so that it heads the board. */
export const assignments: readonly { readonly name: string; readonly files: readonly string[] }[] = [
  { name: "Lens charts, spring", files: ["SM-0429.jpg", "SM-0430.jpg", "SM-0431.jpg", "SM-0432.jpg"] },
  { name: "Timber store, survey before repair", files: ["SM-0426.jpg"] },
  { name: "Sallow Mill, reading rooms", files: photos.map((p) => p.file) },
];

export interface Worked {
  readonly recipe: Recipe;
  /** Whether it goes out as a delivery at once. */
  readonly deliver?: boolean;
  /** Whether what the photo shows is weighed for its frame, as the Bench does. */
  readonly weighs?: boolean;
}

/** The recipe a photo starts with, knowing its camera. */
function begun({ focalPx, principal }: Truth): Recipe {
  return { ...emptyRecipe(), camera: { focalPx, focalFrom: "metadata", principal: [...principal] } };
}

/** A line along a listed edge, from one end of what is seen of it to the other. */
function along(truth: Truth, id: string): Line {
  const edge = truth.edges.find((e) => e.id === id);
  if (!edge) throw new Error(`${truth.picture} shows no edge ${id}.`);
  const [a, b] = [edge.recorded[0]!, edge.recorded[edge.recorded.length - 1]!];
  return { id, kind: edge.kind === "sill" ? "sill" : "plumb", points: [[...a], [...b]], on: true };
}

function withLens(recipe: Recipe, { lens }: Truth): Recipe {
  const [k, p] = [lens.k as [number, number, number], lens.p as [number, number]];
  return { ...recipe, lens: { ...recipe.lens, from: "by-hand", k, p, centre: [...lens.centre] } };
}

const withLines = (recipe: Recipe, truth: Truth, ...ids: string[]): Recipe =>
  withSolvedAttitude({ ...recipe, lines: ids.map((id) => along(truth, id)) }, truth.size);

const framed = (recipe: Recipe, ratio: number): Recipe => ({ ...recipe, frame: { ...recipe.frame, ratio } });

/** In a frame that goes on beyond the photo at its right and its foot; the gaps are filled. */
const withGapsFilled = (recipe: Recipe): Recipe => ({
  ...recipe,
  frame: { ...recipe.frame, rule: "free", rect: [1500, -760, 2900, 2600] },
  edges: { ...recipe.edges, gaps: "fill" },
});

/** The lamp before the sign mended away, by one stroke with a pen: its head, its post with the arms, its foot. Pixels, and how hard it pressed. */
const LAMP: readonly (readonly [number, number, number])[] = [
  [1684, 528, 1],
  [1686, 668, 1],
  [1685, 700, 0.44],
  [1682, 846, 0.44],
  [1682, 848, 0.32],
  [1616, 848, 0.32],
  [1748, 850, 0.32],
  [1682, 852, 0.44],
  [1676, 1450, 0.44],
  [1676, 1470, 0.64],
  [1674, 1572, 0.64],
];

const withoutLamp = (recipe: Recipe): Recipe => {
  const lamp: Stroke = {
    id: "lamp",
    kind: "mend",
    points: LAMP.map(([x, y]) => [x, y]),
    press: LAMP.map(([, , press]) => press),
    radius: 72,
    hardness: 0.8,
    on: true,
  };
  return { ...recipe, edges: { ...recipe.edges, strokes: [lamp] } };
};

/**
 * The reading room in a frame that goes on below the photo: the gaps are filled, and over the one at its foot tiles of the aisle are
 * grafted along the floor, from two tiles further away.
 */
function withTilesGrafted(recipe: Recipe, { attitude: { pitch, yaw, roll } }: Truth): Recipe {
  const nearest = 2.5;
  // In front of the chairs from the aisle's own tiles, so that no legs come with them.
  const grafts: readonly [id: string, from: number, to: number, aside: number][] = [
    ["aisle", -1.1, 1.3, 0],
    ["left", -2.3, -1.1, 4 * TILE],
    ["right", 1.3, 2.5, -4 * TILE],
  ];
  return {
    ...recipe,
    attitude: { ...recipe.attitude, from: "by-hand", pitch, yaw, roll },
    frame: { ...recipe.frame, rule: "free", rect: [60, 60, 2880, 2060] },
    edges: {
      ...recipe.edges,
      gaps: "fill",
      strokes: grafts.map(([id, x0, x1, aside]): Stroke => {
        const [from, a, b] = onScene(readingRoom, [
          [x0 + aside, 0, nearest + 2 * TILE],
          [x0, 0, nearest],
          [x1, 0, nearest],
        ]);
        return {
          id,
          kind: "graft",
          points: [a!, b!],
          radius: 110,
          hardness: 0.8,
          on: true,
          from: from!,
          along: "floor",
        };
      }),
    },
  };
}

/** A taut line along a listed edge, as it is seen, at every tenth place that is listed. */
function tautAlong(truth: Truth, id: string): Edit {
  const { kind, recorded: places } = truth.edges.find((e) => e.id === id)!;
  const some = places.filter((_, i) => i % 10 === 0 || i === places.length - 1);
  const points = some.map(([x, y]) => [x!, y!] as const);
  return drawTaut(id, points, kind === "sill" ? "horizontal" : "vertical");
}

/** The store's left side straightened and nothing else: its neighbour's quoin stays plumb, its right side leans as it does. */
function oneSideStraight(recipe: Recipe, truth: Truth): Recipe {
  const right = along(truth, "post-41").points;
  const straight = ["post-00", "rail-0", "rail-2", "left-quoin", "left-21-left", "left-20-left"];
  const marks = [...straight.map((id) => tautAlong(truth, id)), addShield("right", right, "place")];
  const straightened = edited(recipe, together(named("One side"), marks), truth.size);
  const edges = STORE_EDGES.map(([ax, ay, bx, by]) => ({ points: [[ax, ay], [bx, by]] as const })); // prettier-ignore
  return keepStraightEdges(straightened, edges, truth.size);
}

/** The reader at the left border, whom the wide view draws out, seen as if looked right at. */
function readerShielded(recipe: Recipe, truth: Truth): Recipe {
  const outline = onScene(stairHall, [
    [-2.85, 1.45, 3.35],
    [-1.9, 1.45, 3.35],
    [-1.75, 0.05, 3.2],
    [-2.85, 0.05, 3.2],
  ]);
  const straight = ["corner-left", "doorcase-left", "dado", "cornice"].map((id) => tautAlong(truth, id));
  return edited(recipe, together(named("Shield"), [addShield("reader", outline, "round"), ...straight]), truth.size);
}

/** The gable's wall by its four corners alone, without a line drawn. */
function fourCorners(recipe: Recipe, truth: Truth): Recipe {
  const corners = onScene(gable, [
    [-gableWall.half, gableWall.high, 0],
    [gableWall.half, gableWall.high, 0],
    [gableWall.half, 0.6, 0],
    [-gableWall.half, 0.6, 0],
  ]);
  const face = joinFace(
    "wall",
    corners.map((at, i) => ({ id: `c${i}`, at })),
  );
  return edited(recipe, together(named("Four corners"), [face, faceForm("wall", { form: "rectangle" })]), truth.size);
}

/** Metres: where the yard's walls are cut into faces, and from where to where they go up. */
const YARD = {
  west: -10,
  east: 11,
  north: 9,
  near: { west: -1.2, east: -1.4 },
  bays: [-3, 4],
  foot: 0,
  head: 6.5,
} as const;

/** The stitched yard laid out on a cylinder, and its walls as five faces side by side, each a rectangle as the camera tells. */
function fiveWalls(recipe: Recipe, truth: Truth): Recipe {
  const { west, east, north, near, bays, foot, head } = YARD;
  const verticals: readonly (readonly [x: number, z: number])[] = [
    [west, near.west],
    [west, north],
    [bays[0], north],
    [bays[1], north],
    [east, north],
    [east, near.east],
  ];
  const [tops, feet] = [head, foot].map((y) =>
    onScene(
      yard,
      verticals.map(([x, z]): P3 => [x, y, z]),
    ),
  );
  // Each wall begins where the one to its left ends.
  const corner = (kind: "top" | "foot", i: number, known: boolean) =>
    known ? { joint: `${kind}${i}` } : { id: `${kind}${i}`, at: (kind === "top" ? tops : feet)![i]! };
  const walls = verticals
    .slice(1)
    .flatMap((_, i) => [
      joinFace(`wall${i}`, [
        corner("top", i, i > 0),
        corner("top", i + 1, false),
        corner("foot", i + 1, false),
        corner("foot", i, i > 0),
      ]),
      faceForm(`wall${i}`, { form: "rectangle" }),
    ]);
  const stitched = edited(
    recipe,
    together(named("On a cylinder"), [
      recordedAs("cylindrical", truth.size),
      fieldIs(190, truth.size),
      { label: named("Its axis"), apply: (r) => ({ ...r, camera: { ...r.camera, principal: null } }) },
    ]),
    truth.size,
  );
  const lined = withLines(stitched, truth, "w03-left", "n04-right", "e02-right", "n01-lintel", "n06-lintel");
  return edited(lined, together(named("Five walls"), walls), truth.size);
}

type Corners = [[number, number], [number, number], [number, number], [number, number]];

/** Places of a scene, metres, where its photo has them. */
const onScene = ({ camera, lens }: Scene, places: readonly P3[]): [number, number][] =>
  places.map((p) => {
    const at = recorded(p, camera, lens);
    if (!at) throw new Error(`The photo does not show the place ${p.join(", ")}.`);
    return [at[0], at[1]];
  });

/** The gable's field of tiles, 12 × 8 of 30 cm, and its round window. */
function gableMeasures(): Edit[] {
  const tiles = onScene(gable, [
    [-1.8, 4, -0.012],
    [1.8, 4, -0.012],
    [1.8, 1.6, -0.012],
    [-1.8, 1.6, -0.012],
  ]) as Corners;
  const round = onScene(
    gable,
    Array.from({ length: 48 }, (_, i): P3 => {
      const t = (2 * Math.PI * i) / 48;
      return [0.85 * Math.cos(t), 7.3 - 0.85 * Math.sin(t), 0];
    }),
  );
  const size = { width: 0.3, height: 0.3, unit: "cm" as const };
  return [
    addMeasure({ id: "tiles", kind: "grid", points: tiles, columns: 12, rows: 8, ...size, on: true }),
    addMeasure({ id: "window", kind: "ellipse", points: round, width: 1, height: 1, unit: "ratio", on: true }),
  ];
}

/** Versions already worked on, so that every state of the interface can be seen. */
export function workedVersions(file: string, truth: Truth): Worked[] {
  const start = begun(truth);
  switch (file) {
    // Finished: lines, frame, delivered.
    case "SM-0412.jpg":
      return [{ recipe: framed(withLines(start, truth, "w11-left", "w28-right", "w01-left"), 1.5), deliver: true }];
    // The tower made plumb: its top, stretched twice, as sharp as its foot.
    case "SM-0414.jpg":
      return [
        {
          recipe: edited(
            withLines(start, truth, "south-00-left", "south-12-right", "south-02-left"),
            finishTo(named("Even sharpness"), { even: 1, blur: 0.4, noise: 0.004 }),
            truth.size,
          ),
          weighs: true,
        },
      ];
    // Its door is known to be 1.8 m wide and 3.4 m tall.
    case "SM-0413.jpg": {
      const lined = withLines(withLens(start, truth), truth, "w11-left", "w28-right", "w11-sill", "w27-lintel");
      const door = onScene(streetFrontLarge, [
        [-2.1, 3.7, 0],
        [-0.3, 3.7, 0],
        [-0.3, 0.3, 0],
        [-2.1, 0.3, 0],
      ]) as Corners;
      const known = addMeasure({
        id: "door",
        kind: "rectangle",
        points: door,
        width: 1.8,
        height: 3.4,
        unit: "m",
        on: true,
      });
      return [{ recipe: edited(lined, known, truth.size), weighs: true }];
    }
    // Tiles and a round window of known shape, the roof kept in; then the same as an elevation at 1:50.
    case "SM-0424.jpg": {
      const lined = withLines(withLens(start, truth), truth, "quoin-left", "quoin-right", "band", "field-foot");
      const measured = edited(lined, together(named("Known measures"), gableMeasures()), truth.size);
      const kept = edited(measured, addKeepMark("roof", onScene(gable, [[-0.5, 9.95, -0.4]])[0]!), truth.size);
      const elevation = edited(kept, outputAt({ kind: "scale", to: 50, dpi: 300 }), truth.size);
      return [
        { recipe: kept, weighs: true },
        { recipe: elevation, weighs: true },
        { recipe: fourCorners(withLens(start, truth), truth), weighs: true },
      ];
    }
    // Lens only; then in a frame that goes on below, with tiles grafted; then its light levelled, windows and ceiling by themselves.
    case "SM-0415.jpg":
      return [
        { recipe: withLens(start, truth) },
        { recipe: withTilesGrafted(withLens(start, truth), truth) },
        {
          recipe: edited(
            withLens(start, truth),
            together(named("Light"), [
              finishTo(named("Light"), { exposure: 0.25, contrast: 0.12, black: 0.03, warmth: -0.12, saturation: 0.1 }),
              ...windowAndCeiling(),
            ]),
            truth.size,
          ),
        },
      ];
    // Lens and lines of a view into a corner.
    case "SM-0419.jpg":
      return [
        {
          recipe: withLines(
            withLens(start, truth),
            truth,
            "window-3-left",
            "cheek-5-right",
            "shelf-cornice",
            "frieze",
            "window-1-head",
            "window-2-head",
          ),
        },
      ];
    // A wall from the side: its sills turn it face-on; then in a frame that reaches further than the photo, filled; then without the lamp.
    case "SM-0420.jpg":
      return [
        { recipe: withLines(withLens(start, truth), truth, "sign-left", "upper-2-right", "sign-head", "band-0") },
        {
          recipe: withGapsFilled(
            withLines(withLens(start, truth), truth, "sign-left", "upper-2-right", "sign-head", "band-0"),
          ),
        },
        {
          recipe: withoutLamp(
            withLines(withLens(start, truth), truth, "sign-left", "upper-2-right", "sign-head", "band-0"),
          ),
        },
      ];
    // The reader keeps their form.
    case "SM-0421.tif":
      return [
        {
          recipe: readerShielded(
            withLines(withLens(start, truth), truth, "corner-left", "newel-right", "doorcase-left", "dado", "cornice"),
            truth,
          ),
          weighs: true,
        },
      ];
    // Stitched, 190 degrees round: its walls side by side.
    case "SM-0425.jpg":
      return [{ recipe: fiveWalls(start, truth), weighs: true }];
    // One of these contradicts the others: the store leans, its neighbours do not.
    case "SM-0426.jpg":
      return [
        { recipe: withLines(withLens(start, truth), truth, "left-quoin", "right-quoin", "left-21-right", "post-21") },
        {
          recipe: oneSideStraight(
            withLines(withLens(start, truth), truth, "left-quoin", "right-quoin", "left-21-right", "right-30-left"),
            truth,
          ),
          weighs: true,
        },
      ];
    default:
      return [];
  }
}
