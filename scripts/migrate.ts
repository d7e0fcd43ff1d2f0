import { closeDatabase, database } from "@/server/db/client";
import { migrateDatabase } from "@/server/db/migrate";

await migrateDatabase(database());
await closeDatabase();
console.log("The database is up to date.");
