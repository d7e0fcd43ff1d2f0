import { type Things, coursePart } from "../course";
import { say } from "../language";
import { edgesSettings } from "./recipe-part";
import { type StrokeKind, strokesOn } from "./strokes";

const source: Things = (count) =>
  say("{count, plural, one {area to fill from} other {# areas to fill from}}", { count });
const STROKES: Record<StrokeKind, Things> = {
  mend: (count) => say("{count, plural, one {mend} other {# mends}}", { count }),
  graft: (count) => say("{count, plural, one {graft} other {# grafts}}", { count }),
};

/** Course 5: the empty wedges that remain. */
export const edgesPart = coursePart({
  key: "edges",
  name: say("Edges"),
  keys: { edges: edgesSettings.prefault({}) },
  laid: ({ edges }) =>
    edges.gaps !== "leave" || (edges.each ?? []).some((g) => g.do !== "leave") || strokesOn(edges).length > 0,
  carried: ({ edges: { on, gaps, plain, reach, each } }, onto) => {
    const { plain: p, reach: r, each: e, ...rest } = onto.edges;
    void [p, r, e];
    const asked = { ...(plain && { plain }), ...(reach !== undefined && { reach }), ...(each && { each }) };
    return { edges: { ...rest, on, gaps, ...asked } };
  },
  carries: say("what is done with gaps; not what was mended or grafted"),
  told: {
    marks: [
      { of: (r) => r.edges.sources ?? [], things: () => source },
      { of: (r) => r.edges.strokes ?? [], things: ({ kind }: { kind: StrokeKind }) => STROKES[kind] },
    ],
    numbers: [],
    all: ({ edges }) => edges,
    on: ({ edges }) => edges.on,
    rest: say("edges changed"),
  },
});
