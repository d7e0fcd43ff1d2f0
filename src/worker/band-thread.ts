import { type LaneTask, type Strip, workLane } from "@/server/render/picture-job";

/** One rendering thread: piscina calls this once for each picture and thread. */
export default (task: LaneTask): Promise<Strip[]> => workLane(task);
