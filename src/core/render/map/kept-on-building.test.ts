import { named } from "../../language";
import { edited, easeOff, freeFrame, frameRatio, heightByHand, setAngles } from "../../edits";
import { emptyRecipe } from "../../recipe";
import { compile, trueAlready, withCamera } from "..";

const size = [3000, 2000] as const;

function tipped() {
  const recipe = emptyRecipe();
  recipe.camera = { focalPx: 2200, focalFrom: "metadata", principal: null };
  Object.assign(recipe.attitude, { from: "by-hand", pitch: 9, roll: 1 });
  return recipe;
}

test("a drawn frame keeps what was in its middle, and comes back when the change is taken back", () => {
  const drawn = edited(tipped(), freeFrame([700, 300, 1500, 1000]), size);
  const middleOf = (recipe: typeof drawn): [number, number] => {
    const map = compile(withCamera(recipe, size), size);
    const out = new Float64Array(3);
    map.toRecorded(map.frame[0] + map.frame[2] / 2, map.frame[1] + map.frame[3] / 2, out);
    return [out[0]!, out[1]!];
  };
  const was = middleOf(drawn);
  const turned = edited(drawn, setAngles(named("By hand"), size, { pitch: 13, yaw: 4 }), size);
  expect(turned.frame.rect).not.toEqual(drawn.frame.rect);
  middleOf(turned).forEach((v, i) => expect(v).toBeCloseTo(was[i]!, 3));
  const back = edited(turned, setAngles(named("By hand"), size, { pitch: 9, yaw: 0 }), size);
  back.frame.rect!.forEach((v, i) => expect(Math.abs(v - drawn.frame.rect![i]!)).toBeLessThan(3));
  const taller = edited(drawn, heightByHand(1.2), size);
  expect(taller.frame.rect![3]).toBeCloseTo(1200, 6);
  expect(taller.frame.rect![2]).toBeCloseTo(1500, 6);
});

test("with a ratio it keeps its ratio; an edit of the frame itself is left alone", () => {
  const asked = edited(edited(tipped(), frameRatio(1.5), size), freeFrame([700, 300, 1500, 1000]), size);
  const taller = edited(asked, heightByHand(1.2), size);
  expect(taller.frame.rect![2] / taller.frame.rect![3]).toBeCloseTo(1.5, 9);
  expect(edited(asked, freeFrame([10, 10, 300, 200]), size).frame.rect).toEqual([10, 10, 300, 200]);
});

test("what ease leaves untrue and what the focal length may change is told", () => {
  const straight = withCamera(tipped(), size);
  const { focalSigma, heightSigma, eased } = trueAlready(straight, size, null, [1500, 1000]);
  expect(focalSigma).toBe(0.02);
  expect(heightSigma).toBeGreaterThan(0);
  expect(heightSigma).toBeLessThan(0.05);
  expect(eased).toBeCloseTo(0, 9);
  const half = edited(tipped(), easeOff(named("Ease"), "plumb", 0), size);
  // Not taken out at all, a wall seen from below is as low as the cosine of the pitch makes it.
  const left = trueAlready(withCamera(half, size), size, null, [1500, 1000]).eased;
  expect(left).toBeLessThan(-0.002);
  expect(left).toBeGreaterThan(-0.1);
  const stated = withCamera({ ...tipped(), camera: { focalPx: 2200, focalFrom: "stated", principal: null } }, size);
  expect(trueAlready(stated, size, null, [1500, 1000]).heightSigma).toBe(0);
});
