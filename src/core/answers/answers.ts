import { named } from "../language";
import { edited, takeHorizon, together, trueUp } from "../edits";
import type { Size, Vec2 } from "../geometry";
import type { OwnProposal } from "../own-edges";
import type { Recipe } from "../recipe";
import { type CompiledMap, compile, trueAlready, withCamera } from "../render";
import type { Answer, AnswerKey, Cut, Habit, TurnedWall } from "./answer";
import {
  LEAST_KEPT,
  MOST_EMPTY,
  MOST_OF_IT,
  type Measured,
  NEARLY_FACES,
  NO_CUT,
  NO_FEET_CUT,
  contentIn,
  costOf,
  overFrame,
  termsOf,
} from "./cost";
import { type FoundFrame, framesOn } from "./frame-search";
import { type Standing, cutInAll, cutBy, marksIn } from "./cut-by-frame";
import { worthOf } from "./plane-lattice";
import { type HouseStyle, NO_STYLE, shareAsked, stretchAllowed } from "./house-style";
import { edgesSeen, farEndStretch, feetOf, outOfTrueOn } from "./seen";
import type { Shown } from "./shown";
import { wallsOf } from "./walls";

/** Steps on the way to an answer, of which nobody hears. */
const SILENT = named("");

/** A wall that would be drawn out more than so many times is not offered face-on. */
const MOST_DRAWN_OUT = 8;
/** The share of the verticals that a picture bears is found to within this. */
const EASE_STEP = 1 / 64;
/** Found frames are a little off; what is asked of them keeps off its bounds by this. */
const SAFE = { kept: 0.012, empty: 0.012, stretch: 0.03 } as const;
/** An emptier frame that is not as it should be, either, is taken where it is better by so much. */
const WORTH_FILLING = 0.05;
const worthwhile = ({ kept, roof, foot }: FoundFrame): number =>
  Math.min(0, kept - LEAST_KEPT) - (roof > NO_CUT ? 0.1 + roof : 0) - (foot > NO_FEET_CUT ? 0.1 + foot : 0);
/** Whether a roof is cut, or more feet than one post's. */
const cutsThings = ({ roof, foot }: FoundFrame): boolean => roof > NO_CUT || foot > NO_FEET_CUT;

/** All that answers are made from. */
export interface Asked {
  readonly proposal: OwnProposal;
  readonly shown: Shown;
  /** Of the original, pixels. */
  readonly size: Size;
  /** The recipe that is corrected. */
  readonly start: Recipe;
  readonly style?: HouseStyle;
  /** What the last photos of the visit were given alike. */
  readonly habit?: Habit | null;
}

/** Makes answers, each from the recipe that the proposal's lens and lines give. */
export class AnswerMaker {
  private readonly base: Recipe;
  /** Roofs and feet that are seen. */
  private readonly standing: Standing;
  private readonly edges: ReturnType<typeof edgesSeen>;
  private readonly worth: (p: Vec2) => number;
  private readonly style: HouseStyle;
  private readonly ratio: number | null;
  readonly walls: readonly TurnedWall[];
  /** What stands aslant as the photo is, degrees. */
  readonly attitude: { readonly pitch: number; readonly roll: number };

  constructor(private readonly asked: Asked) {
    const { proposal, shown, size, start, style = NO_STYLE, habit } = asked;
    this.style = style;
    this.ratio = start.frame.ratio ?? style.ratio ?? habit?.ratio ?? null;
    this.standing = { skyline: shown.skyline, feet: feetOf(proposal, size) };
    this.edges = edgesSeen(proposal);
    this.worth = worthOf(shown, size);
    const taken = proposal.from === "horizon" ? takeHorizon(proposal) : trueUp(proposal, size);
    this.base = edited(start, together(SILENT, [taken]), size);
    this.walls = wallsOf(this.base, proposal, size);
    this.attitude = this.base.attitude;
  }

  /** Nothing changed. */
  asShot(): Answer {
    const { start, size, shown } = this.asked;
    const map = compile(withCamera(start, size), size);
    return this.told("as-shot", null, 0, start, map, { content: contentIn(map, shown, size), kept: map.kept });
  }

  /** Verticals corrected by a share, with a wall turned face-on or none; framed. @param key what it is called. */
  answer(key: AnswerKey, wall: TurnedWall | null, ease: number): Answer {
    const corrected = this.corrected(wall, ease);
    const { recipe, map, content } = this.framed(corrected);
    return this.told(key, wall, ease, recipe, map, { content, kept: map.kept });
  }

  /**
   * The largest share of the verticals that the picture bears; null: not even the horizon alone.
   *
   * @param cutting whether a roof or a foot may be cut: where any correction would.
   */
  easeBorne(wall: TurnedWall | null, cutting = false): number | null {
    const bears = (ease: number): boolean => this.isBorne(this.corrected(wall, ease), cutting);
    if (bears(1)) return 1;
    let [low, high] = [0, 1];
    if (!bears(0)) return null;
    while (high - low > EASE_STEP) {
      const middle = (low + high) / 2;
      if (bears(middle)) low = middle;
      else high = middle;
    }
    return low;
  }

  private corrected(wall: TurnedWall | null, ease: number): Recipe {
    const { size } = this.asked;
    const face = wall ? { line: wall.line } : ("none" as const);
    const turned = { label: SILENT, apply: (r: Recipe): Recipe => ({ ...r, attitude: { ...r.attitude, face } }) };
    const solved = edited(this.base, turned, size);
    return { ...solved, attitude: { ...solved.attitude, ease: { plumb: ease, sill: 1 } } };
  }

  /** The plane of a recipe without its frame. */
  private plane(recipe: Recipe): CompiledMap {
    const { size } = this.asked;
    return compile(withCamera({ ...recipe, frame: { ...recipe.frame, on: false } }, size), size);
  }

  private found(map: CompiledMap): FoundFrame | null {
    const { shown } = this.asked;
    const question = {
      plane: map,
      shown,
      feet: this.standing.feet,
      ratio: this.ratio,
      mostStretch: stretchAllowed(this.style),
    };
    let best: FoundFrame | null = null;
    for (const frame of framesOn(question, MOST_EMPTY - SAFE.empty)) {
      // The emptier ones come later: the first that keeps enough and cuts nothing is the one.
      if (frame.kept >= LEAST_KEPT + SAFE.kept && !cutsThings(frame)) return frame;
      if (!best || worthwhile(frame) > worthwhile(best) + WORTH_FILLING) best = frame;
    }
    return best;
  }

  private isBorne(recipe: Recipe, cutting: boolean): boolean {
    const map = this.plane(recipe);
    if (map.outline.length < 3) return false;
    const frame = this.found(map);
    if (!frame || frame.kept < LEAST_KEPT + SAFE.kept || (!cutting && cutsThings(frame))) return false;
    return overFrame(map, frame.rect, this.worth).stretch <= stretchAllowed(this.style) - SAFE.stretch;
  }

  /** A corrected recipe with its frame: the clean one, held to roofs and feet where that is needed, or one with gaps to fill. */
  private framed(corrected: Recipe): { recipe: Recipe; map: CompiledMap; content: number } {
    const { size, shown } = this.asked;
    const plane = this.plane(corrected);
    const found = plane.outline.length < 3 ? null : this.found(plane);
    const { keep: kept = [], ...frame } = corrected.frame;
    const clean: Recipe = {
      ...corrected,
      frame: {
        ...frame,
        on: true,
        rule: "clean",
        ratio: this.ratio,
        detail: shown.detail,
        ...(kept.length > 0 && { keep: kept }),
      },
    };
    const made = (recipe: Recipe) => {
      const map = compile(withCamera(recipe, size), size);
      return { recipe, map, content: contentIn(map, shown, size) };
    };
    if (!found) return made(clean);
    if (found.empty <= SLIVER) {
      const free = made(clean);
      const { roof, foot } = cutBy(free.map, this.standing);
      if (roof <= NO_CUT && foot <= NO_FEET_CUT && free.map.kept > LEAST_KEPT) return free;
      const marks = marksIn(plane, found.rect, this.standing);
      const held = made({ ...clean, frame: { ...clean.frame, keep: [...kept, ...marks] } });
      return cutInAll(cutBy(held.map, this.standing)) <= cutInAll({ roof, foot }) ? held : free;
    }
    const [x, y, w, h] = found.rect;
    return made({
      ...clean,
      frame: { ...clean.frame, rule: "free", rect: [Math.round(x), Math.round(y), Math.round(w), Math.round(h)] },
      edges: { ...clean.edges, on: true, gaps: "fill" },
    });
  }

  private told(
    key: AnswerKey,
    wall: TurnedWall | null,
    ease: number,
    recipe: Recipe,
    map: CompiledMap,
    { content, kept }: { content: number; kept: number },
  ): Answer {
    const { size } = this.asked;
    const { roof, foot } = cutBy(map, this.standing);
    const over = overFrame(map, map.rect, this.worth);
    const measured: Measured = {
      ...over,
      // A frame found clean has no gap, though its border lies on the photo's.
      empty: recipe.frame.rule === "clean" ? 0 : over.empty,
      outOfTrue: outOfTrueOn(this.edges, map.fromRecorded),
      kept,
      content,
      roof,
      foot,
    };
    const terms = termsOf(measured, wall, stretchAllowed(this.style));
    const cut: Cut[] = [
      ...(roof > NO_CUT ? (["roof"] as const) : []),
      ...(foot > NO_FEET_CUT ? (["foot"] as const) : []),
    ];
    const middle: Vec2 = [map.rect[0] + map.rect[2] / 2, map.rect[1] + map.rect[3] / 2];
    const tooTall = key === "eased" ? trueAlready(withCamera(recipe, size), size, null, middle).eased : 0;
    const group = wall && this.asked.proposal.groups.find((g) => g.id === wall.group);
    const farEnd = group ? farEndStretch(this.asked.proposal, group, map, size) : 1;
    return { key, wall, farEnd, ease, recipe, measured, cut, terms, cost: costOf(terms), tooTall };
  }

  /** Whether a wall is turned without being asked. */
  static isTurnedUnasked = ({ heading, share }: TurnedWall): boolean =>
    Math.abs(heading) <= NEARLY_FACES && share >= MOST_OF_IT;

  /** Face-on answers, for each wall worth it. */
  faceOn(): Answer[] {
    return this.walls.map((wall) => this.answer("face-on", wall, 1)).filter(({ farEnd }) => farEnd <= MOST_DRAWN_OUT);
  }

  /** The share of verticals that the house style asks for, or the visit's last photos were given; null: it is found. */
  get shareAsked(): number | null {
    return shareAsked(this.style) ?? this.asked.habit?.ease ?? null;
  }
}

/** A frame found clean on a lattice may be empty by so much of itself. */
const SLIVER = 0.004;
