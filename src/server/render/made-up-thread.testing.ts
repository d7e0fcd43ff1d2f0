import { MADE_UP_STEPS } from "@/core/render/map/made-up-steps.testing";
import { type LaneTask, workLane } from "@/server/render/picture-job";

/** A rendering thread whose chain has the tests' own steps. */
export default (task: LaneTask): void => {
  try {
    workLane(task, MADE_UP_STEPS);
  } finally {
    task.port?.postMessage(null);
  }
};
