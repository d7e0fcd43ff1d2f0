import { deliveryFile } from "@/server";
import { download } from "../../../file-answer";
import { route } from "../../../respond";

export const dynamic = "force-dynamic";

export const GET = route(async (request, { id }) => {
  const { file, name, format } = await deliveryFile(id!);
  return download(request, { file, name, type: `image/${format}`, mark: id! });
});
