import { z } from "zod";
import { stateCamera, statedCamera } from "@/server";
import { wholeText } from "@/server/text";
import { body, route } from "../respond";

export const dynamic = "force-dynamic";

const name = wholeText.pipe(z.string().trim().min(1).max(200));
const stated = z.object({
  camera: name,
  focalMm: z.number().min(1).max(5000),
  sensorMm: z.number().min(1).max(200),
});

/** ?camera=NAME: what was last stated for it, or null. */
export const GET = route((request) => statedCamera(name.parse(new URL(request.url).searchParams.get("camera"))));
export const PUT = route(async (request) => {
  const { camera, ...values } = await body(request, stated);
  return stateCamera(camera, values);
});
