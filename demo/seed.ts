import { createReadStream, existsSync, readFileSync } from "node:fs";
import path from "node:path";
import { sql } from "drizzle-orm";
import {
  addPhoto,
  closeDatabase,
  createAssignment,
  createVersion,
  database,
  keepProfile,
  requestDelivery,
} from "@/server";
import { demoProfiles } from "./lens/profiles";
import { assignments, workedVersions } from "./visit";
import { weighed } from "@/server/image/shown/detail";

// What photos propose is found when they are opened: the demo is not to wait for it.
process.env["FLATSTONE_AHEAD"] = "off";

/**
 * Brings the demo in. What a person deleted stays deleted, and what they added stays: an assignment is
 * made only if none of its name was ever there, a photo only if its assignment never held one of its name.
 */
const folder = path.join(process.cwd(), "demo/photos");

async function assignmentOf(name: string): Promise<{ id: string; deleted: boolean }> {
  const { rows } = await database().execute<{ id: string; deleted: boolean }>(
    sql`select id, deleted_at is not null as deleted from assignments where name = ${name} order by created_at limit 1`,
  );
  return rows[0] ?? { id: (await createAssignment(name)).id, deleted: false };
}

async function everHeld(assignmentId: string, photo: string): Promise<boolean> {
  const { rows } = await database().execute(
    sql`select 1 from photos where assignment_id = ${assignmentId} and name = ${photo} limit 1`,
  );
  return rows.length > 0;
}

for (const profile of demoProfiles) {
  const { rows } = await database().execute(
    sql`select 1 from lens_profiles where document->>'name' = ${profile.name} limit 1`,
  );
  if (rows.length === 0) await keepProfile(profile);
}

let added = 0;
const ordered: string[] = [];
for (const { name, files } of assignments) {
  const assignment = await assignmentOf(name);
  if (assignment.deleted) continue;
  for (const file of files) {
    if (await everHeld(assignment.id, file)) continue;
    const picture = path.join(folder, file);
    if (!existsSync(picture)) throw new Error(`The demo's picture ${file} is missing; demo/render makes it.`);
    const { photo } = await addPhoto(assignment.id, file, createReadStream(picture));
    added++;
    if (name !== assignments[assignments.length - 1]!.name) continue;
    const truth = JSON.parse(readFileSync(path.join(folder, `${path.parse(file).name}.truth.json`), "utf8")) as never;
    for (const { recipe, deliver, weighs } of workedVersions(file, truth)) {
      const kept = weighs ? await weighed(recipe, picture) : recipe;
      const version = await createVersion(photo.id, kept);
      if (deliver) ordered.push(version.id);
    }
  }
}
for (const id of ordered) await requestDelivery(id, { format: "jpeg", quality: 92 });
if (added > 0) console.log(`Seeded ${added} photos.`);
await closeDatabase();
