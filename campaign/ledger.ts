import { createHash } from "node:crypto";
import { existsSync, readFileSync, readdirSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import type { Instance } from "./instance";
import type { Tally } from "./tally";

/** What the app said it had: each must be there in the end, whatever was killed meanwhile. */
export class Ledger {
  /** Token of an acknowledged save → what it held and as which revision it was kept. */
  readonly saves = new Map<string, { version: string; revision: number; height: number }>();
  /** Photo's id → SHA-256 of its bytes. */
  readonly uploads = new Map<string, string>();
  /** Deliveries ordered, and those among them whose cancelling was acknowledged. */
  readonly deliveries = new Set<string>();
  readonly cancelled = new Set<string>();

  /** Looks for everything; what is missing or half written is a fault. */
  async check(instance: Instance, tally: Tally): Promise<void> {
    await this.checkSaves(instance, tally);
    await this.checkUploads(instance, tally);
    await this.checkDeliveries(instance, tally);
    checkShelves(instance.files, tally);
  }

  private async checkSaves(instance: Instance, tally: Tally): Promise<void> {
    const rows = await instance.database((c) =>
      c.query<{ token: string; version_id: string; number: number; height: number }>(
        "select token, version_id, number, (recipe->'proportion'->>'height')::float as height from revisions where token is not null",
      ),
    );
    const kept = new Map(rows.rows.map((r) => [r.token, r]));
    for (const [token, { version, revision, height }] of this.saves) {
      const row = kept.get(token);
      const same = row?.version_id === version && row.number === revision && row.height === height;
      tally.count("acknowledged saves looked for", same ? "there" : "LOST");
      if (!same) tally.fault(`A save that was acknowledged as revision ${revision} of ${version} is not there.`);
    }
  }

  private async checkUploads(instance: Instance, tally: Tally): Promise<void> {
    const rows = await instance.database((c) =>
      c.query<{ id: string; sha256: string }>("select id, sha256 from photos"),
    );
    const named = new Map(rows.rows.map((r) => [r.id, r.sha256]));
    for (const [id, sha256] of this.uploads) {
      const file = path.join(instance.files, "originals", sha256.slice(0, 2), sha256);
      const there = named.get(id) === sha256 && existsSync(file);
      tally.count("acknowledged uploads looked for", there ? "there" : "LOST");
      if (!there) tally.fault(`An upload that was acknowledged as photo ${id} is not there.`);
    }
  }

  private async checkDeliveries(instance: Instance, tally: Tally): Promise<void> {
    const rows = await instance.database((c) =>
      c.query<{ id: string; state: string; format: string; error: string | null; finished_at: Date | null }>(
        "select id, state, format, error, finished_at from deliveries",
      ),
    );
    const endings: Record<string, string> = { jpeg: "jpg", tiff: "tif" };
    const known = new Map(rows.rows.map((r) => [r.id, r]));
    for (const id of this.deliveries) {
      const row = known.get(id);
      if (!row) {
        tally.fault(`Delivery ${id}, which was acknowledged, is not there.`);
        continue;
      }
      const noRoom = row.state === "failed" && /disk is full/.test(row.error ?? "");
      tally.count("acknowledged deliveries looked for", noRoom ? "refused: the disk is full" : row.state);
      if (!row.finished_at) tally.fault(`Delivery ${id} has not ended: ${row.state}.`);
      if (row.state === "failed" && !noRoom) tally.fault(`Delivery ${id} failed: ${row.error}`);
      if (row.state === "cancelled" && !this.cancelled.has(id)) tally.fault(`Delivery ${id} was cancelled by nobody.`);
      if (row.state !== "done") continue;
      const file = path.join(instance.files, "deliveries", `${id}.${endings[row.format] ?? row.format}`);
      const whole = await sharp(file, { failOn: "warning" })
        .stats()
        .then(
          () => true,
          () => false,
        );
      if (!whole) tally.fault(`The file of delivery ${id} is not whole.`);
    }
  }
}

/** Whatever stands under its name is whole: originals have the content they are named after, previews their end. */
function checkShelves(files: string, tally: Tally): void {
  const list = (folder: string): string[] => (existsSync(folder) ? readdirSync(folder) : []);
  for (const shelf of list(path.join(files, "originals")))
    for (const name of list(path.join(files, "originals", shelf))) {
      const bytes = readFileSync(path.join(files, "originals", shelf, name));
      const good = createHash("sha256").update(bytes).digest("hex") === name;
      tally.count("originals on the shelf", good ? "whole" : "BROKEN");
      if (!good) tally.fault(`Original ${name} does not hold what it is named after.`);
    }
  for (const shelf of list(path.join(files, "previews")))
    for (const name of list(path.join(files, "previews", shelf))) {
      if (!name.endsWith(".jpg")) continue;
      const bytes = readFileSync(path.join(files, "previews", shelf, name));
      const good = bytes.length > 100 && bytes.readUInt16BE(bytes.length - 2) === 0xffd9;
      tally.count("previews on the shelf", good ? "whole" : "BROKEN");
      if (!good) tally.fault(`Preview ${name} is half written.`);
    }
}
