import { addPhoto, closeDatabase, createAssignment, createBatch, database, getBatch } from "..";
import { emptyRecipe } from "@/core/recipe";
import { chunksOf, gradient, pictureOf, temporaryFolder } from "../testing";
import { recipeOfVersion, withHeight } from "../testing-recipe";
import { saveRevision } from "../versions/save-revision";
import { listPhotos } from "../photos/listed-photos";
import { freeJobsOfDead, runJobs } from "./run-jobs";

process.env["FLATSTONE_FILES"] = temporaryFolder();
afterAll(closeDatabase);

/** How long the database is away, ms: longer than the engine tries to say that a job has failed. */
const AWAY_MS = 4000;

test("a database that goes while jobs are in hand and comes back: they are taken up again by the same process, and each is done once", async () => {
  jest.spyOn(console, "error").mockImplementation(() => undefined);
  jest.spyOn(console, "trace").mockImplementation(() => undefined);
  const { id } = await createAssignment("Away");
  for (let i = 0; i < 4; i++)
    await addPhoto(
      id,
      `${i}.png`,
      chunksOf(
        await pictureOf(gradient(50 + i, 40))
          .png()
          .toBuffer(),
      ),
    );
  const photos = await listPhotos(id);
  for (const { versions } of photos) await saveRevision(versions[0]!.id, 1, withHeight(1.1));
  const batch = await createBatch(id, { photoIds: photos.map((p) => p.id), action: { kind: "reset" } });

  const pool = database().$client;
  const connect = pool.connect.bind(pool);
  const refused = (): Promise<never> =>
    Promise.reject(Object.assign(new Error("connect ECONNREFUSED"), { code: "ECONNREFUSED" }));
  let away = false;
  // As soon as a job is in hand.
  jest.spyOn(pool, "connect").mockImplementation(((...args: unknown[]) => {
    if (!away) return (connect as (...a: unknown[]) => unknown)(...args);
    const callback = args[0] as ((error: Error) => void) | undefined;
    if (!callback) return refused();
    refused().catch((error: Error) => callback(error));
    return undefined;
  }) as typeof pool.connect);
  const leaving = new AbortController();
  const jobs = runJobs(leaving.signal);
  const items = async () => (await getBatch(batch.id)).items.map((i) => i.state);
  while (!(await items()).includes("done")) await new Promise((resolve) => setTimeout(resolve, 5));
  away = true;
  await new Promise((resolve) => setTimeout(resolve, AWAY_MS));
  away = false;
  for (let i = 0; i < 100 && (await items()).includes("waiting"); i++) {
    await new Promise((resolve) => setTimeout(resolve, 250));
    await freeJobsOfDead(new Set(jobs.names)).catch(() => undefined);
  }
  leaving.abort();
  await jobs.stop();
  expect(await items()).toEqual(["done", "done", "done", "done"]);
  for (const { versions } of await listPhotos(id))
    expect((await recipeOfVersion(versions[0]!.id)).proportion).toEqual(emptyRecipe().proportion);
}, 60_000);
