import type { BenchState } from "@/client/bench-store";
import type { CourseKey } from "@/core/recipe";

/** What someone has done that the Bench does not keep: looked at the photo as shot, ordered a delivery. */
export type Notice = "looked" | "delivered";

/** One thing to do, and how it is noticed that it has been done. */
export interface LessonStep {
  readonly words: string;
  done(bench: Pick<BenchState, "recipe">, noticed: ReadonlySet<Notice>): boolean;
}

/** A few things to do one after the other, each ticked as soon as it is done. */
export interface Lesson {
  /** In the address: /bench/…?lesson=first. */
  readonly id: string;
  readonly title: string;
  /** The demo's photo that it is made for. */
  readonly photo: string;
  /** The course that is open when it begins. */
  readonly course: CourseKey;
  readonly steps: readonly LessonStep[];
  /** What is said when all is done. */
  readonly end: string;
}
