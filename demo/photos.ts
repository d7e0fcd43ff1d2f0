import { chartGrid, chartOne, chartThree, chartTwo } from "./scenes/charts";
import { canalWing, waterside } from "./scenes/canal";
import { gable } from "./scenes/gable";
import { millstones } from "./scenes/millstones";
import { readingCorner, readingRoom } from "./scenes/reading-room";
import type { AnswerKey } from "@/core/answers";
import type { Scene } from "./scenes/scene";
import { stairHall } from "./scenes/stair-hall";
import { stones } from "./scenes/stones";
import { doorway, streetFront, streetFrontLarge } from "./scenes/street-front";
import { timberStore } from "./scenes/timber-store";
import { tower } from "./scenes/tower";
import { yard } from "./scenes/yard";

/** The photos of the visit: which scene, exposed and kept how. */
export interface Photo {
  readonly file: string;
  readonly scene: Scene;
  /** Factor on the light of the render. */
  readonly gain: number;
  /** Exposure value against the metered one. */
  readonly ev?: number;
  readonly iso?: number;
  /** Minutes since the visit began. */
  readonly minute: number;
  /** EXIF orientation under which the pixels are stored. */
  readonly orientation?: 1 | 6;
  readonly metadata?: boolean;
  /** How far the render reaches beyond the picture, as a factor. */
  readonly spread: number;
  /** Spread of the reference pictures, where there are any. */
  readonly references?: { readonly levelled: number; readonly wider?: number };
  /** Answers that a photographer would deliver, the preferred one first; absent: nothing can be proposed. */
  readonly answers?: readonly AnswerKey[];
  /** A picture made before the simulated camera and kept byte for byte. */
  readonly kept?: boolean;
}

export const photos: readonly Photo[] = [
  {
    file: "SM-0412.jpg",
    answers: ["face-on"],
    scene: streetFront,
    gain: 1,
    minute: 22,
    spread: 1,
    references: { levelled: 1.8, wider: 1.6 },
    kept: true,
  },
  { file: "SM-0413.jpg", answers: ["face-on"], scene: streetFrontLarge, gain: 0.8, iso: 100, minute: 24, spread: 1.05 },
  {
    file: "SM-0414.jpg",
    answers: ["eased"],
    scene: tower,
    gain: 0.8,
    iso: 100,
    minute: 31,
    orientation: 6,
    spread: 1.06,
    references: { levelled: 1.5 },
  },
  {
    file: "SM-0415.jpg",
    answers: ["face-on"],
    scene: readingRoom,
    gain: 1,
    iso: 200,
    minute: 52,
    spread: 1.06,
    references: { levelled: 1.3, wider: 1.5 },
  },
  {
    file: "SM-0416.jpg",
    answers: ["face-on"],
    scene: readingRoom,
    gain: 1,
    ev: -2,
    iso: 200,
    minute: 55,
    spread: 1.06,
  },
  { file: "SM-0417.jpg", answers: ["face-on"], scene: readingRoom, gain: 1, ev: 0, iso: 200, minute: 55, spread: 1.06 },
  { file: "SM-0418.jpg", answers: ["face-on"], scene: readingRoom, gain: 1, ev: 2, iso: 200, minute: 55, spread: 1.06 },
  {
    file: "SM-0419.jpg",
    answers: ["plumb"],
    scene: readingCorner,
    gain: 1,
    iso: 200,
    minute: 61,
    spread: 1.06,
    references: { levelled: 1.4 },
  },
  {
    file: "SM-0420.jpg",
    answers: ["plumb"],
    scene: canalWing,
    gain: 0.78,
    iso: 100,
    minute: 75,
    spread: 1.04,
    references: { levelled: 2.4, wider: 1.6 },
  },
  {
    file: "SM-0421.tif",
    answers: ["face-on"],
    scene: stairHall,
    gain: 0.8,
    iso: 25,
    minute: 83,
    spread: 1.05,
    references: { levelled: 1.4 },
  },
  {
    file: "SM-0422.jpg",
    answers: ["plumb"],
    scene: millstones,
    gain: 0.75,
    minute: 90,
    metadata: false,
    spread: 1.02,
    references: { levelled: 1.4 },
  },
  {
    file: "SM-0423.jpg",
    answers: ["face-on"],
    scene: waterside,
    gain: 0.78,
    iso: 100,
    minute: 97,
    spread: 1.1,
    references: { levelled: 1.6 },
  },
  {
    file: "SM-0424.jpg",
    answers: ["face-on", "plumb"],
    scene: gable,
    gain: 0.78,
    iso: 100,
    minute: 104,
    spread: 1.02,
    references: { levelled: 1.5 },
  },
  { file: "SM-0425.jpg", answers: ["as-shot"], scene: yard, gain: 0.78, minute: 118, spread: 1 },
  {
    file: "SM-0426.jpg",
    answers: ["face-on"],
    scene: timberStore,
    gain: 0.78,
    iso: 100,
    minute: 126,
    spread: 1.04,
    references: { levelled: 1.4 },
  },
  { file: "SM-0427.png", scene: stones, gain: 0.85, iso: 25, minute: 131, spread: 1.02 },
  {
    file: "SM-0428.jpg",
    answers: ["face-on"],
    scene: doorway,
    gain: 0.78,
    iso: 100,
    minute: 137,
    spread: 1.02,
    references: { levelled: 1.4, wider: 1.6 },
  },
  { file: "SM-0429.jpg", answers: ["face-on"], scene: chartOne, gain: 1, iso: 200, minute: 150, spread: 1.06 },
  { file: "SM-0430.jpg", answers: ["plumb"], scene: chartTwo, gain: 1, iso: 200, minute: 151, spread: 1.06 },
  { file: "SM-0431.jpg", answers: ["eased"], scene: chartThree, gain: 1, iso: 200, minute: 152, spread: 1.06 },
  { file: "SM-0432.jpg", answers: ["face-on"], scene: chartGrid, gain: 1, iso: 200, minute: 154, spread: 1.06 },
];

/** Turns of the level pictures that the panorama is stitched from, degrees, and their size. */
export const panoramaFrames = { turns: [-75, -25, 25, 75], size: [1700, 2000] } as const;

export const nameOf = (file: string): string => file.replace(/\.\w+$/, "");
