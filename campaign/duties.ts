import { randomUUID } from "node:crypto";
import { emptyRecipe } from "@/core/recipe";
import { ask } from "./ask";
import type { Dice } from "./dice";
import type { Instance } from "./instance";
import type { Ledger } from "./ledger";
import { broken, wholePicture } from "./pictures";
import type { Tally } from "./tally";

/** What all attackers share. */
export interface Field {
  readonly instance: Instance;
  readonly tally: Tally;
  readonly ledger: Ledger;
  readonly stop: AbortSignal;
  readonly assignment: string;
  readonly versions: readonly string[];
  /** The photos that the versions are of, small ones first; pixels. */
  readonly photos: readonly { readonly id: string; readonly width: number }[];
}

type Duty = (field: Field, dice: Dice) => Promise<void>;

export const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

/** Saves a version over and over, on whatever revision is the newest; others do the same to the same one. */
export const save: Duty = async ({ instance, tally, ledger, stop, versions }, dice) => {
  while (!stop.aborted) {
    const version = dice.of(versions.slice(0, 3));
    const opened = await ask(instance, tally, "versions opened", `/api/versions/${version}`);
    if (opened.status !== 200) {
      await pause(200);
      continue;
    }
    const token = randomUUID();
    const height = Math.round(dice.between(0.5, 2) * 1e4) / 1e4;
    const base = Number(opened.json["revision"]);
    const { status, json } = await ask(
      instance,
      tally,
      "saves against each other",
      `/api/versions/${version}/revisions`,
      {
        method: "POST",
        body: { base, recipe: { ...emptyRecipe(), proportion: { on: true, height } }, token },
      },
    );
    if (status === 200) ledger.saves.set(token, { version, revision: Number(json["revision"]), height });
    await pause(dice.between(0, 60));
  }
};

/** Adds photos, most of them broken. */
export const upload: Duty = async ({ instance, tally, ledger, stop, assignment }, dice) => {
  let other: Buffer = Buffer.alloc(64);
  while (!stop.aborted) {
    const whole = await wholePicture(dice);
    for (let i = 0; i < 8 && !stop.aborted; i++) {
      const good = i === 0;
      const { name, bytes } = good ? whole : broken(whole, dice, other);
      const path = `/api/assignments/${assignment}/photos?name=${encodeURIComponent(name)}`;
      const answer = await ask(instance, tally, good ? "whole photos" : "broken photos", path, {
        method: "POST",
        body: bytes,
      });
      if (answer.status === 200) {
        const { id, sha256 } = answer.json["photo"] as { id: string; sha256: string };
        ledger.uploads.set(id, sha256);
      } else if (good && ![0, 503, 507].includes(answer.status))
        tally.fault(`A whole photo (${name}) was refused: ${answer.status} ${answer.json.error}`);
    }
    other = whole.bytes;
  }
};

/** Orders deliveries, and cancels a third of them at some moment. */
export const order: Duty = async ({ instance, tally, ledger, stop, versions }, dice) => {
  while (!stop.aborted) {
    const body = { format: dice.of(["jpeg", "png", "tiff", "webp"]), quality: 60 + dice.below(40) };
    const { status, json } = await ask(
      instance,
      tally,
      "deliveries ordered",
      `/api/versions/${dice.of(versions)}/deliveries`,
      { method: "POST", body },
    );
    if (status === 200) {
      const id = String(json["id"]);
      ledger.deliveries.add(id);
      if (dice.chance(0.3)) {
        await pause(dice.between(0, 500));
        // Said before it is answered: an answer may be lost where the word was heard.
        ledger.cancelled.add(id);
        const storm = Array.from({ length: 1 + dice.below(4) }, () =>
          ask(instance, tally, "cancels", `/api/deliveries/${id}`, { method: "PATCH", body: { cancelled: true } }),
        );
        await Promise.all(storm);
      }
    }
    await pause(dice.between(200, 1200));
  }
};

const NOWHERE = "00000000-0000-4000-8000-000000000000";

/** Asks for what no page would. */
export const oddRequest: Duty = async ({ instance, tally, stop, versions, assignment }, dice) => {
  const id = (): string =>
    dice.of([NOWHERE, versions[0]!, assignment, "7", "..%2f..%2fetc%2fpasswd", "%ff", "%00", "a".repeat(3000)]);
  const value = (depth = 0): unknown =>
    dice.of<() => unknown>([
      () => null,
      () => -1e308,
      () => "\0",
      () => "\ud83c",
      () => "x".repeat(dice.below(5000)),
      () => dice.next() * 1e9,
      () => true,
      () => (depth > 3 ? [] : Array.from({ length: dice.below(6) }, () => value(depth + 1))),
      () =>
        depth > 3
          ? {}
          : Object.fromEntries(Array.from({ length: dice.below(5) }, () => [dice.of(KEYS), value(depth + 1)])),
    ])();
  while (!stop.aborted) {
    const path = dice.of<() => string>([
      () => `/api/versions/${id()}/revisions`,
      () => `/api/versions/${id()}`,
      () => `/api/versions/${id()}/deliveries`,
      () => `/api/photos/${id()}/versions`,
      () => `/api/assignments/${id()}`,
      () => `/api/assignments/${id()}/lens`,
      () => `/api/assignments/${id()}/calibrations`,
      () => `/api/deliveries/${id()}`,
      () => `/api/deliveries/${id()}/file`,
      () =>
        `/api/previews/${dice.of(["a".repeat(64), "x", id()])}/${dice.of(["bench", "huge", "tiles/0/0", "tiles/-1/9"])}`,
      () => `/api/profiles/${id()}`,
      () => `/api/profiles`,
      () => `/api/cameras?camera=${id()}`,
      () => `/bench/${id()}`,
      () => `/assignments/${id()}`,
    ])();
    const method = dice.of(["GET", "POST", "PATCH", "PUT", "DELETE", "OPTIONS"]);
    const headers: Record<string, string> = {};
    if (dice.chance(0.1))
      headers["origin"] = dice.of(["null", "nonsense", "http://evil.example", "http://127.0.0.1:1"]);
    if (dice.chance(0.1)) headers["range"] = dice.of(["bytes=0-0", "bytes=9-1", "bytes=-", "pages=1", "bytes=0-,1-2"]);
    const body = dice.of<() => unknown>([
      () => ({ name: dice.of(["", "\0", "x", "y".repeat(300)]), base: value(), recipe: value(), token: value() }),
      () => ({ base: 1, recipe: { ...emptyRecipe(), [dice.of(KEYS)]: value() }, token: randomUUID() }),
      () => value(),
      () => "[".repeat(dice.below(100_000)),
      () => "{",
      () => new Uint8Array([0xff, 0xfe, 0x00]),
      () => ({ document: value() }),
      () => ({ deleted: value() }),
    ]);
    // What would really delete or rename things of the others is not odd.
    const harmless = method === "GET" || method === "OPTIONS" || !path.includes(assignment);
    if (harmless)
      await ask(instance, tally, "odd requests", path, {
        method,
        headers,
        ...(method === "GET" || method === "OPTIONS" ? {} : { body: body() }),
      });
    await pause(dice.between(0, 30));
  }
};

const KEYS = ["format", "version", "camera", "lens", "lines", "faces", "attitude", "proportion", "frame", "more"];
