import { eq } from "drizzle-orm";
import { database } from "../db/client";
import { type StatedCameraRow, statedCameras } from "../db/schema";

/** What was last stated for a camera, or null. */
export async function statedCamera(camera: string): Promise<StatedCameraRow | null> {
  const [row] = await database().select().from(statedCameras).where(eq(statedCameras.camera, camera));
  return row ?? null;
}

/** Remembers a focal length and the longer side of the sensor, mm, for a camera. */
export async function stateCamera(
  camera: string,
  stated: { focalMm: number; sensorMm: number },
): Promise<StatedCameraRow> {
  const values = { ...stated, updatedAt: new Date() };
  const [row] = await database()
    .insert(statedCameras)
    .values({ camera, ...values })
    .onConflictDoUpdate({ target: statedCameras.camera, set: values })
    .returning();
  return row!;
}
