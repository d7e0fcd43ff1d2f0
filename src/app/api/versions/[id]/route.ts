import { openVersion } from "@/server";
import { route } from "../../respond";

export const dynamic = "force-dynamic";

export const GET = route((_request, { id }) => openVersion(id!));
