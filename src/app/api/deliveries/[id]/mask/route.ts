import { deliveryMask } from "@/server";
import { download } from "../../../file-answer";
import { route } from "../../../respond";

export const dynamic = "force-dynamic";

/** Which pixels of a delivery are made up. */
export const GET = route(async (request, { id }) => {
  const { file, name } = await deliveryMask(id!, "mask");
  return download(request, { file, name, type: "image/png", mark: `${id!}-mask` });
});
