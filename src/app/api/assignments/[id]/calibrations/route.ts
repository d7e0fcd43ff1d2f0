import { z } from "zod";
import { calibratePhotos } from "@/server";
import { body, route } from "../../../respond";

const count = z.number().int().min(3).max(100);
const order = z.object({
  photoIds: z.array(z.uuid()).min(1).max(40),
  columns: count,
  rows: count,
  kind: z.enum(["checker", "lines"]),
});

export const POST = route(async (request, { id }) => calibratePhotos(id!, await body(request, order)));
