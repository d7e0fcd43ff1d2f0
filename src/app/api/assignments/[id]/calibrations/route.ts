import { ENDPOINTS } from "@/core/contract";
import { calibratePhotos } from "@/server";
import { routeOf } from "../../../respond";

export const POST = routeOf(ENDPOINTS.calibrate, ({ id, asked }) => calibratePhotos(id, asked));
