import { createReadStream } from "node:fs";
import { Readable } from "node:stream";
import { deliveryFile } from "@/server";
import { route } from "../../../respond";

export const dynamic = "force-dynamic";

export const GET = route(async (_request, { id }) => {
  const { file, name, bytes, format } = await deliveryFile(id!);
  return new Response(Readable.toWeb(createReadStream(file)) as ReadableStream, {
    headers: {
      "content-type": `image/${format}`,
      "content-length": `${bytes}`,
      "content-disposition": `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
    },
  });
});
