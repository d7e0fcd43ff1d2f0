import { edgesPart } from "../edges";
import { finishPart } from "../finish";
import { framePart } from "../frame";
import { lensPart } from "../lens";
import { linesPart } from "../lines";
import { shapePart } from "../shape";

/** The courses in the order of the job. To add one, add its part here; see docs/adding-a-course.md. */
export const COURSES = [lensPart, linesPart, shapePart, framePart, edgesPart, finishPart] as const;

/** The one that a photo is opened in. */
export const FIRST_OPEN: CourseKey = linesPart.key;

export type CourseKey = (typeof COURSES)[number]["key"];
