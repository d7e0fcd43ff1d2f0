import { mkdirSync } from "node:fs";
import path from "node:path";
import { parseArgs } from "node:util";
import { emptyRecipe } from "@/core/recipe";
import { ask } from "./ask";
import { batches, checkBatches, visitOfMany, waiting } from "./batches";
import { commandLine } from "./command-line";
import { Dice } from "./dice";
import { type Field, oddRequest, order, pause, save, upload } from "./duties";
import { craftedMetadata, craftedXmp, droppedDeliveries } from "./crafted-duties";
import { absurdFills, brokenRequests, heavyHistory } from "./heavy-duties";
import { Instance } from "./instance";
import { type Times, ordinary, tooSlow } from "./ordinary";
import { kill, tooLate } from "./kills";
import { Ledger } from "./ledger";
import { wholePicture, worstFiles } from "./pictures";
import { Tally, quantile } from "./tally";
import { watchHealth } from "./watch";
import { severalWindows } from "./windows";

/**
 * The campaign: an attack on an installation of its own, under load and with kills, and then a look whether everything
 * that was acknowledged is there. npm run campaign -- [--minutes 20] [--seed N] [--short] [--calm: nothing is
 * killed] [--beside severalWindows: only what an ordinary person notices of that attack]. Exit status 1 when anything
 * was lost, answered 500, died unplanned, was half written or grew without bound.
 */
const { values } = parseArgs({
  options: {
    minutes: { type: "string" },
    seed: { type: "string" },
    short: { type: "boolean" },
    calm: { type: "boolean" },
    beside: { type: "string" },
  },
});
const short = values.short ?? false;
const seed = Number(values.seed ?? Date.now() % 2 ** 31);
const attackMs = short ? 18_000 : Number(values.minutes ?? 20) * 60_000;
/** The app may hold so much in the end, MB: it does not grow with what it was asked. */
const MOST_APP_MB = 900;
/** /api/health while the worst files arrive, ms. */
const MOST_HEALTH_MS = 200;

const bundles = path.resolve(process.env["FLATSTONE_BUNDLES"] ?? "dist");
const tally = new Tally();
const ledger = new Ledger();
const instance = new Instance(bundles);
const dice = new Dice(seed);
console.log(`Campaign of ${Math.round(attackMs / 1000)} s, seed ${seed}.`);

/** Assignment and versions to fight over: photos small and large. */
async function stage(): Promise<Pick<Field, "assignment" | "versions" | "photos">> {
  const made = await ask(instance, tally, "set-up", "/api/assignments", { method: "POST", body: { name: "Campaign" } });
  const assignment = String(made.json["id"]);
  for (const side of [60, 300, 900, 1600]) {
    const { name, bytes } = await wholePicture(dice, side);
    await ask(instance, tally, "set-up", `/api/assignments/${assignment}/photos?name=${side}-${name}`, {
      method: "POST",
      body: bytes,
    });
  }
  const listed = (await ask(instance, tally, "set-up", `/api/assignments/${assignment}/photos`)).json as unknown;
  const photos = listed as { id: string; width: number; versions: { id: string }[] }[];
  return { assignment, photos, versions: photos.map((p) => p.versions[0]!.id) };
}

/** Photos of the visit to which something is done at once. */
const MANY = short ? 20 : 200;

/** Everybody at once, with kills. @param many a visit for batches. */
async function attack(field: Field, many: string): Promise<void> {
  const forked = (): Dice => dice.fork();
  await Promise.all([
    ...Array.from({ length: 4 }, () => save(field, forked())),
    ...Array.from({ length: 3 }, () => upload(field, forked())),
    ...Array.from({ length: 2 }, () => order(field, forked())),
    oddRequest(field, forked()),
    commandLine(field, forked()),
    heavyHistory(field, forked()),
    absurdFills(field, forked()),
    craftedXmp(field, forked()),
    craftedMetadata(field, forked()),
    droppedDeliveries(field, forked()),
    severalWindows(field, forked()),
    brokenRequests(field, forked()),
    batches(many)(field),
    ...(values.calm ? [] : [kill(field, forked(), short ? [2000, 3000] : [4000, 15_000])]),
  ]);
}

/** Saving, adding and delivering on a disk without room: refused in words, nothing half kept, and all well afterwards. */
async function fullDisk(field: Field): Promise<void> {
  if (!instance.ownDisk) return tally.count("full disk", "not possible on this machine");
  const { assignment, versions } = field;
  let unmade = "";
  await instance.withFullDisk(async () => {
    for (let i = 0; i < 6; i++) {
      const { name, bytes } = await wholePicture(dice, 200);
      const path = `/api/assignments/${assignment}/photos?name=${name}`;
      const { status } = await ask(instance, tally, "photos on a full disk", path, { method: "POST", body: bytes });
      if (status === 200) tally.fault("A photo was taken on a full disk.");
    }
    const photo = field.photos.at(-1)!;
    const leaned = emptyRecipe();
    Object.assign(leaned.frame, { rule: "free", rect: [-20, -20, 40 + photo.width, 40 + photo.width] });
    Object.assign(leaned.edges, { gaps: "fill", seed: dice.below(1000) });
    const filled = await ask(instance, tally, "fills on a full disk", `/api/photos/${photo.id}/fill`, {
      method: "POST",
      body: { recipe: leaned },
    });
    if (![0, 503, 507].includes(filled.status))
      tally.fault(`A fill on a full disk: ${filled.status} ${filled.json.error}`);
    if (filled.status === 200) tally.fault("A fill was kept on a full disk.");
    const order = { method: "POST", body: { format: "png", quality: 90 } };
    const path = `/api/versions/${versions[0]}/deliveries`;
    let id = "";
    // The app may just be coming back: what it never answered was not taken.
    for (let i = 0; i < 40 && id === ""; i++) {
      const { status, json } = await ask(instance, tally, "deliveries on a full disk", path, order);
      if (status === 200) id = String(json["id"]);
      else await pause(500);
    }
    if (id === "") return tally.fault("No delivery was taken on a full disk.");
    for (let i = 0; i < 100; i++) {
      const listed = (await ask(instance, tally, "deliveries looked at", `/api/versions/${versions[0]}/deliveries`))
        .json as unknown;
      const row = (listed as { id: string; state: string; error: string | null }[]).find((d) => d.id === id);
      if (row?.state === "failed") {
        if (!/disk is full/.test(row.error ?? "")) tally.fault(`A delivery on a full disk said: ${row.error}`);
        break;
      }
      if (row?.state === "done") tally.fault("A delivery was made on a full disk.");
      await pause(100);
    }
    unmade = id;
  });
  if (unmade === "") return;
  // With room again it is made after all.
  await ask(instance, tally, "made again", `/api/deliveries/${unmade}`, { method: "PATCH", body: { again: true } });
  field.ledger.deliveries.add(unmade);
}

/** The worst files, eight at once, and how the app answers meanwhile. */
async function worst(field: Field): Promise<void> {
  const files = await worstFiles(short ? 0.25 : 1);
  const done = new AbortController();
  const watching = watchHealth({ ...field, stop: done.signal });
  // Its first answer is of an app at rest.
  await pause(500);
  await Promise.all(
    files.map(({ name, bytes }) =>
      ask(instance, tally, "the worst files", `/api/assignments/${field.assignment}/photos?name=${name}`, {
        method: "POST",
        body: bytes,
      }).then(({ status }) => tally.count(`worst: ${name}`, status)),
    ),
  );
  done.abort();
  tally.healthMs.push(...(await watching));
}

/** Longest that an ordinary person is watched for, in peace and under each attack, ms. */
const WATCHED_MS = 30_000;

/** Times an ordinary person beside an attack; with none, in peace. */
async function beside(field: Field, attacks: readonly ((field: Field, dice: Dice) => Promise<void>)[]): Promise<Times> {
  const done = new AbortController();
  const own = { ...field, stop: done.signal };
  setTimeout(() => done.abort(), WATCHED_MS);
  const [times] = await Promise.all([ordinary(own, dice.fork()), ...attacks.map((attack) => attack(own, dice.fork()))]);
  return times;
}

/** What an ordinary person notices of each attack. */
async function ordinaryBeside(field: Field): Promise<void> {
  const idle = await beside(field, []);
  const all = [
    heavyHistory,
    absurdFills,
    craftedXmp,
    craftedMetadata,
    droppedDeliveries,
    severalWindows,
    brokenRequests,
  ];
  for (const attack of all.filter(({ name }) => values.beside === undefined || name === values.beside)) {
    const slow = tooSlow(idle, await beside(field, [attack]));
    tally.count(`ordinary beside ${attack.name}`, slow.length === 0 ? "as in peace" : "slower");
    for (const words of slow) tally.fault(`${attack.name}: ${words}`);
  }
}

/** The whole of it: everybody at once, each attack alone beside an ordinary person, a full disk, the worst files. */
async function all(field: Field, stop: AbortController, many: string): Promise<void> {
  setTimeout(() => stop.abort(), attackMs);
  const watching = watchHealth(field);
  await attack(field, many);
  tally.healthUnderAttackMs.push(...(await watching));
  await instance.answers();
  await settled(many);
  // A watch of seconds could not be judged by, so a short run has none.
  if (!short) await ordinaryBeside(field);
  await fullDisk(field);
  await worst(field);
  await settled(many);
}

/** Waits until every delivery has ended, and every batch. */
async function settled(many: string): Promise<void> {
  const until = Date.now() + (short ? 60_000 : 300_000);
  while (Date.now() < until) {
    const { rows } = await instance.database((c) =>
      c.query<{ n: number }>("select count(*)::int as n from deliveries where finished_at is null"),
    );
    if (rows[0]!.n === 0 && (await waiting(instance, many)) === 0) return;
    await pause(300);
  }
}

function report(): void {
  const late = tooLate(tally.takenUpSeconds);
  if (late > 0) tally.fault(`${late} times it took longer than 30 s until what a killed worker held was taken up.`);
  const deaths = instance.unplannedDeaths();
  if (deaths > 0) tally.fault(`${deaths} unplanned deaths of app or worker.`);
  const memory = tally.memoryMb.at(-1) ?? 0;
  if (memory > MOST_APP_MB) tally.fault(`The app holds ${memory.toFixed(0)} MB in the end.`);
  const late99 = quantile(tally.healthUnderAttackMs, 0.99);
  if (!short && late99 > MOST_HEALTH_MS)
    tally.fault(`/api/health took ${late99.toFixed(0)} ms at the 99th percentile while everybody attacked.`);
  const slowest = quantile(tally.healthMs, 1);
  if (slowest > MOST_HEALTH_MS)
    tally.count(
      `/api/health slower than ${MOST_HEALTH_MS} ms`,
      "times",
      tally.healthMs.filter((t) => t > MOST_HEALTH_MS).length,
    );
  console.table(tally.rows());
  for (const [when, times] of [
    ["while everybody attacked", tally.healthUnderAttackMs],
    ["while the worst files arrived", tally.healthMs],
  ] as const) {
    if (times.length === 0) continue;
    const ms = (share: number): string => quantile(times, share).toFixed(0);
    console.log(
      `/api/health ${when}: median ${ms(0.5)} ms, 99 % ${ms(0.99)} ms, slowest ${ms(1)} ms of ${times.length}.`,
    );
  }
  if (tally.takenUpSeconds.length > 0)
    for (const [what, seconds] of [
      ["taken up", tally.takenUpSeconds],
      ["done", tally.doneSeconds],
    ] as const)
      console.log(
        `Held by killed workers, ${what} after: median ${quantile(seconds, 0.5).toFixed(1)} s, slowest ${quantile(seconds, 1).toFixed(1)} s.`,
      );
  console.log(
    `The app's memory: most ${Math.max(...tally.memoryMb, 0).toFixed(0)} MB, in the end ${memory.toFixed(0)} MB.`,
  );
  for (const words of tally.faults.slice(0, 40)) console.log(`FAULT: ${words}`);
  console.log(tally.faults.length === 0 ? "Nothing lost, nothing let in." : `${tally.faults.length} faults.`);
}

for (const signal of ["SIGINT", "SIGTERM"] as const)
  process.once(signal, () => void instance.stop().finally(() => process.exit(130)));
try {
  await instance.start();
  const stop = new AbortController();
  const field: Field = { instance, tally, ledger, stop: stop.signal, ...(await stage()) };
  if (values.beside === undefined) {
    const many = await visitOfMany(field, dice.fork(), MANY);
    await all(field, stop, many);
    await checkBatches(instance, tally, many);
  } else await ordinaryBeside(field);
  await ledger.check(instance, tally);
  report();
} catch (error) {
  tally.fault(`The campaign itself failed: ${(error as Error).stack}`);
  report();
} finally {
  if (tally.faults.length > 0) {
    mkdirSync(".local", { recursive: true });
    instance.keepLog(".local/campaign.log");
    console.log("What the processes said is in .local/campaign.log.");
  }
  await instance.stop();
}
process.exit(tally.faults.length === 0 ? 0 : 1);
