import { ENDPOINTS } from "@/core/contract";
import { stateCamera, statedCamera } from "@/server";
import { wholeText } from "@/server/text";
import { routeOf } from "../respond";

export const dynamic = "force-dynamic";

const name = wholeText.pipe(ENDPOINTS.stateCamera.asked.shape.camera);

/** ?camera=NAME: what was last stated for it, or null. */
export const GET = routeOf(ENDPOINTS.statedCamera, ({ request }) =>
  statedCamera(name.parse(new URL(request.url).searchParams.get("camera"))),
);
export const PUT = routeOf(ENDPOINTS.stateCamera, ({ asked: { camera, ...values } }) =>
  stateCamera(name.parse(camera), values),
);
