import { type LaneTask, workLane } from "@/server/render/picture-job";

/** One rendering thread: piscina calls this once for each picture and thread. */
export default (task: LaneTask): void => {
  try {
    workLane(task);
  } finally {
    task.port?.postMessage(null);
  }
};
