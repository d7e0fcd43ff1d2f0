import type { Vec3 } from "../geometry";
import { makeLens } from "../lens";
import { seenBy } from "../testing";
import { faceRatio } from ".";

const none = makeLens([3000, 2000], null);
const camera = { focalPx: 2100, principal: [1500, 1000] as const };

test.each([
  [0, 0.9, 2.1],
  [35, 1.4, 1],
  [-50, 3, 2],
])("a rectangle on a wall of heading %d°, %d × %d m, has its own ratio again", (heading, width, height) => {
  const attitude = { pitch: 8, yaw: 0, roll: -1.5 };
  const [c, s] = [Math.cos((heading * Math.PI) / 180), Math.sin((heading * Math.PI) / 180)];
  const corners = [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ].map(([x, y]): Vec3 => [-0.6 + x! * c, -1.2 + y!, 5 + x! * s]);
  const seen = corners.map((p) => seenBy(camera, attitude, p)!);
  expect(faceRatio(camera, none, seen, attitude, heading)).toBeCloseTo(width / height, 9);
});
