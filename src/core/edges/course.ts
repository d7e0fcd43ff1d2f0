import { type Things, coursePart } from "../course";
import { tell } from "../language";
import { edgesSettings } from "./recipe-part";
import { type StrokeKind, strokesOn } from "./strokes";

const source: Things = (count) =>
  tell("{count, plural, one {area to fill from} other {# areas to fill from}}", { count });
const border: Things = (count) =>
  tell("{count, plural, one {border in a gap moved} other {# borders in gaps moved}}", { count });
const STROKES: Record<StrokeKind, Things> = {
  mend: (count) => tell("{count, plural, one {mend} other {# mends}}", { count }),
  graft: (count) => tell("{count, plural, one {graft} other {# grafts}}", { count }),
};

/** Course 5: the empty wedges that remain. */
export const edgesPart = coursePart({
  key: "edges",
  name: tell("Edges"),
  keys: { edges: edgesSettings.prefault({}) },
  laid: ({ edges }) =>
    edges.gaps !== "leave" || (edges.each ?? []).some((g) => g.do !== "leave") || strokesOn(edges).length > 0,
  carried: ({ edges: { on, gaps, plain, reach, each } }, onto) => {
    const { plain: p, reach: r, each: e, ...rest } = onto.edges;
    void [p, r, e];
    const asked = { ...(plain && { plain }), ...(reach !== undefined && { reach }), ...(each && { each }) };
    return { edges: { ...rest, on, gaps, ...asked } };
  },
  carries: tell("what is done with gaps; not what was mended or grafted"),
  told: {
    marks: [
      { of: (r) => r.edges.sources ?? [], things: () => source },
      { of: (r) => r.edges.borders ?? [], things: () => border },
      { of: (r) => r.edges.strokes ?? [], things: ({ kind }: { kind: StrokeKind }) => STROKES[kind] },
    ],
    numbers: [],
    all: ({ edges }) => edges,
    on: ({ edges }) => edges.on,
    rest: tell("edges changed"),
  },
});
