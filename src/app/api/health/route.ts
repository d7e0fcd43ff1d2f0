import { ENDPOINTS } from "@/core/contract";
import { health } from "@/server";
import { route } from "../respond";

export const dynamic = "force-dynamic";

/** 200 while the app can work; 503, with the same account, while the database is away. */
export const GET = route(async () => {
  const account = ENDPOINTS.health.answer.parse(await health());
  return Response.json(account, {
    status: account.database.ok ? 200 : 503,
    headers: { "cache-control": "no-store" },
  });
});
