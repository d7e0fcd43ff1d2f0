import { deliveryMask } from "@/server";
import { download } from "../../../file-answer";
import { route } from "../../../respond";

export const dynamic = "force-dynamic";

/** How sure what is made up in a delivery is. */
export const GET = route(async (request, { id }) => {
  const { file, name } = await deliveryMask(id!, "doubt");
  return download(request, { file, name, type: "image/png", mark: `${id!}-doubt` });
});
