import { sql } from "drizzle-orm";
import { database } from "@/server";
import { route } from "../respond";

export const dynamic = "force-dynamic";

export const GET = route(async () => {
  await database().execute(sql`select 1`);
  return { ok: true };
});
