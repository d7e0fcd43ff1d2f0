import { resampleBand } from "..";
import { type EdgesSettings, planFill } from "../../edges";
import { edgeLayers } from "./edge-layers";
import { fieldFor, shrunkenEdges } from "./fill-field";
import { SIZE, madeUp, photo, room } from "./gaps.testing";
import { normalsFor } from "./normals";

test("what is taken out is made anew with the gaps that are filled, and nothing is copied from there", async () => {
  const out: [number, number][] = [
    [0, 80],
    [50, 80],
    [50, 130],
    [0, 130],
  ];
  const source = photo();
  // A red thing that the left border cuts.
  for (let y = 84; y < 126; y++) for (let x = 0; x < 46; x++) source.data.set([230, 10, 10], 3 * (y * SIZE[0] + x));
  const reds = async (sources: EdgesSettings["sources"], gaps: "fill" | "leave" = "fill"): Promise<number> => {
    const { recipe, map } = madeUp({ gaps, ...(sources && { sources }) });
    const field = fieldFor(source, recipe, map);
    const plan = await planFill(field, normalsFor(recipe, SIZE), 1);
    const fill = { plan, view: { focal: field.focal, centre: field.centre }, at: map.frame };
    const job = { recipe, map, fill: gaps === "fill" ? fill : null, strokes: [], kernel: "lanczos3" } as const;
    const picture = new Uint8Array(3 * map.output[0] * map.output[1]);
    resampleBand(source, { map, kernel: "lanczos3", y: 0, rows: map.output[1], alpha: false }, picture);
    for (const { rect, raster } of edgeLayers(source, job, room))
      for (let i = 0; i < raster.width * raster.height; i++) {
        if (!raster.data[4 * i + 3]) continue;
        const [x, y] = [
          rect[0] - map.frame[0] + (i % raster.width),
          rect[1] - map.frame[1] + Math.floor(i / raster.width),
        ];
        if (x < map.output[0] && y < map.output[1])
          picture.set(raster.data.subarray(4 * i, 4 * i + 3), 3 * (Math.round(y) * map.output[0] + Math.round(x)));
      }
    let n = 0;
    for (let i = 0; i < picture.length; i += 3) if (picture[i]! > 180 && picture[i + 1]! < 60) n++;
    return n;
  };
  const area = { id: "a", use: "out" as const, points: out, on: true };
  expect(await reds(undefined)).toBeGreaterThan(1500);
  expect(await reds([area])).toBeLessThan(20);
  expect(await reds([{ ...area, on: false }])).toBeGreaterThan(1500);
  // Without a gap that is filled nothing is made anew.
  expect(await reds([area], "leave")).toBeGreaterThan(1500);
});

test("shrunken, what of the edges is measured in the photo's pixels shrinks with it", () => {
  const area = {
    id: "a",
    use: "out" as const,
    points: [
      [0, 80],
      [50, 80],
      [50, 130],
    ] as [number, number][],
    on: true,
  };
  const edges: EdgesSettings = { on: true, gaps: "fill", reach: 20, sources: [area] };
  expect(shrunkenEdges(edges, 0.5)).toEqual({
    ...{ on: true, gaps: "fill", reach: 10 },
    sources: [
      {
        ...area,
        points: [
          [0, 40],
          [25, 40],
          [25, 65],
        ],
      },
    ],
  });
  expect(shrunkenEdges({ on: true, gaps: "leave" }, 0.5)).toEqual({ on: true, gaps: "leave" });
});
