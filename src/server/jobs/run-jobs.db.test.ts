import { sql } from "drizzle-orm";
import { closeDatabase, createAssignment, createBatch, addPhoto, database, getBatch } from "..";
import { chunksOf, gradient, pictureOf, temporaryFolder } from "../testing";
import { pause } from "../pauses";
import { runJobs } from "./run-jobs";

process.env["FLATSTONE_FILES"] = temporaryFolder();
// So that this test's own connections can be told from other tests'.
const NAME = `jobs-${process.pid}`;
process.env["PGAPPNAME"] = NAME;
afterAll(closeDatabase);

test("background work goes on after the database has cut every connection, again and again", async () => {
  jest.spyOn(console, "error").mockImplementation(() => undefined);
  const rejections: unknown[] = [];
  process.on("unhandledRejection", (error) => rejections.push(error));
  const { id } = await createAssignment("Cut off");
  const bytes = await pictureOf(gradient(50, 40)).png().toBuffer();
  const { photo } = await addPhoto(id, "a.png", chunksOf(bytes));
  const leaving = new AbortController();
  const jobs = runJobs(leaving.signal);
  for (const ms of [0, 40, 400, 1500]) {
    await pause(ms);
    await database()
      .execute(sql`select pg_terminate_backend(pid) from pg_stat_activity where application_name = ${NAME}`)
      .catch(() => undefined);
  }
  const batch = await createBatch(id, { photoIds: [photo.id], action: { kind: "new-version" } });
  for (let i = 0; i < 100 && (await getBatch(batch.id)).items[0]!.state !== "done"; i++) await pause(100);
  expect((await getBatch(batch.id)).items[0]!.state).toBe("done");
  expect(rejections).toEqual([]);
  leaving.abort();
  await jobs.stop();
}, 60_000);
