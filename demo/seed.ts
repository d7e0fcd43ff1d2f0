import { createReadStream, existsSync } from "node:fs";
import path from "node:path";
import { sql } from "drizzle-orm";
import { addPhoto, closeDatabase, createAssignment, database } from "@/server";

/** Brings the demo assignment in, unless it has ever been there: what a person deleted stays deleted. */
const name = "Sallow Mill, reading rooms";
const picture = path.join(process.cwd(), "demo/photos/SM-0412.jpg");

const { rows } = await database().execute(sql`select 1 from assignments where name = ${name} limit 1`);
if (rows.length === 0) {
  if (!existsSync(picture)) throw new Error("The demo's picture is missing; demo/render makes it.");
  const assignment = await createAssignment(name);
  await addPhoto(assignment.id, path.basename(picture), createReadStream(picture));
  console.log(`Seeded "${name}".`);
}
await closeDatabase();
