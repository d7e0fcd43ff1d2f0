import { z } from "zod";
import { changePhoto } from "@/server";
import { body, route } from "../../respond";

export const PATCH = route(async (request, { id }) =>
  changePhoto(id!, await body(request, z.object({ deleted: z.boolean() }))),
);
