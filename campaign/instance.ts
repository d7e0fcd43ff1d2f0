import { type ChildProcess, execFileSync, spawn } from "node:child_process";
import { chmodSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { createServer } from "node:net";
import { setPriority, tmpdir } from "node:os";
import path from "node:path";
import { Client } from "pg";
import { standBack } from "@/server/running/stand-back";

/**
 * An installation for the campaign alone: a database cluster, files, app and workers in a folder and on ports of their
 * own, on a small disk of its own where this machine lets one be mounted. Nothing of it stays.
 */
const PG = "/usr/lib/postgresql/15/bin";
const DISK_MB = 4000;
/** The app asks for its database again after a pause that grows to ten seconds, ms. */
const FOUND_AGAIN_MS = 12_000;
const root = process.getuid?.() === 0;

const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const server = createServer();
    server.listen(0, "127.0.0.1", () => {
      const { port } = server.address() as { port: number };
      server.close(() => resolve(port));
    });
  });
}

/** How much the attackers stand back, where this machine lets what they attack come first. */
const BEHIND = 10;

/** A program of the installation: at the priority that it has with people, not at the attackers'. */
export const inFront = (command: string, args: readonly string[]): [string, string[]] =>
  root ? ["nice", ["-n", `-${BEHIND}`, command, ...args]] : [command, [...args]];

/** A program that the database's own user runs, since it refuses to run as root. */
const asPostgres = (command: string, args: string[]): [string, string[]] =>
  root ? inFront("runuser", ["-u", "postgres", "--", command, ...args]) : [command, args];

function childrenOf(pid: number): number[] {
  try {
    return readFileSync(`/proc/${pid}/task/${pid}/children`, "utf8").trim().split(" ").filter(Boolean).map(Number);
  } catch {
    return [];
  }
}

export type Part = "app" | "worker" | "database";

export class Instance {
  readonly folder = mkdtempSync(path.join(tmpdir(), "flat-stone-campaign-"));
  readonly files = path.join(this.folder, "files");
  /** Whether the files lie on a disk of their own, which can be filled. */
  ownDisk = false;
  /** What the processes said, for when something goes wrong. */
  readonly log: string[] = [];
  private readonly supervisors = new Map<"app" | "worker", ChildProcess>();
  private readonly killed = new Map<Part, number>();
  /** When the database was killed and when it was there again, ms since 1970. */
  private readonly databaseAway: { from: number; until: number }[] = [];
  private databasePort = 0;
  private port = 0;
  private ending = false;

  constructor(private readonly bundles: string) {}

  get address(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  private get data(): string {
    return path.join(this.folder, "pg");
  }

  private get databaseUrl(): string {
    return `postgres://flatstone@127.0.0.1:${this.databasePort}/flatstone`;
  }

  private get env(): NodeJS.ProcessEnv {
    return {
      ...process.env,
      DATABASE_URL: this.databaseUrl,
      FLATSTONE_FILES: this.files,
      FLATSTONE_BUNDLES: this.bundles,
      // Here processes die young on purpose.
      FLATSTONE_YOUNG_MS: "300",
    };
  }

  async start(): Promise<void> {
    // Attackers have machines of their own; here they share two cores with what they attack, and its answers are timed.
    if (root) setPriority(BEHIND);
    await standBack(BEHIND);
    chmodSync(this.folder, 0o755);
    mkdirSync(this.files);
    try {
      execFileSync("mount", ["-t", "tmpfs", "-o", `size=${DISK_MB}m`, "tmpfs", this.files], { stdio: "ignore" });
      this.ownDisk = true;
    } catch {
      // Not allowed here; then the disk cannot be filled either.
    }
    mkdirSync(this.data);
    if (root) execFileSync("chown", ["postgres:", this.data]);
    chmodSync(this.data, 0o700);
    const init = ["-D", this.data, "--username=flatstone", "--auth=trust", "--encoding=UTF8", "--locale=C.UTF-8"];
    const [command, args] = asPostgres(`${PG}/initdb`, init);
    execFileSync(command, args, { stdio: "ignore", cwd: "/" });
    this.databasePort = await freePort();
    await this.startDatabase();
    const client = new Client({ connectionString: this.databaseUrl.replace(/flatstone$/, "postgres") });
    await client.connect();
    await client.query("create database flatstone");
    await client.end();
    execFileSync(process.execPath, [path.join(this.bundles, "migrate.mjs")], { env: this.env, stdio: "ignore" });
    this.port = await freePort();
    this.keepAlive("worker", [path.join(this.bundles, "worker.mjs")]);
    this.keepAlive("app", [path.join(this.bundles, "serve.mjs"), "--port", `${this.port}`]);
    await this.answers(60_000);
  }

  /** Waits until the app answers and has its database. */
  async answers(ms = 30_000): Promise<void> {
    const until = Date.now() + ms;
    while (Date.now() < until) {
      if (
        await fetch(`${this.address}/api/health`).then(
          (r) => r.ok,
          () => false,
        )
      )
        return;
      await pause(100);
    }
    throw new Error(`The app did not answer within ${ms / 1000} s:\n${this.log.slice(-20).join("")}`);
  }

  private keepAlive(name: "app" | "worker", args: string[]): void {
    const child = spawn(...inFront(process.execPath, ["scripts/supervise.mjs", name, process.execPath, ...args]), {
      env: this.env,
      stdio: ["ignore", "pipe", "pipe"],
      detached: true,
    });
    for (const stream of [child.stdout, child.stderr]) stream.on("data", (text: Buffer) => this.log.push(`${text}`));
    this.supervisors.set(name, child);
  }

  private async startDatabase(): Promise<void> {
    const options = `-p ${this.databasePort} -c listen_addresses=127.0.0.1 -c unix_socket_directories='' -c fsync=on`;
    const log = path.join(this.data, "server.log");
    for (let tries = 0; ; tries++)
      try {
        const [command, args] = asPostgres(`${PG}/pg_ctl`, ["-D", this.data, "-l", log, "-w", "-o", options, "start"]);
        execFileSync(command, args, { stdio: "ignore", cwd: "/" });
        return;
      } catch (error) {
        // What a killed server left running holds its memory for a moment.
        if (tries > 40) throw error;
        this.bury();
        await pause(250);
      }
  }

  /** A killed server that nobody has buried keeps its lock; once its children are gone it may be taken away. */
  private bury(): void {
    try {
      const file = path.join(this.data, "postmaster.pid");
      const pid = readFileSync(file, "utf8").split("\n")[0]!;
      if (/\) Z/.test(readFileSync(`/proc/${pid}/stat`, "utf8"))) rmSync(file);
    } catch {
      // It has gone by itself.
    }
  }

  /** Kills a part without warning. The database stays away for so long, ms; the others are started by their supervisors. */
  async kill(part: Part, awayMs = 0): Promise<void> {
    this.killed.set(part, (this.killed.get(part) ?? 0) + 1);
    if (part === "database") {
      // From before the kill: whoever is told of it first may have its turn before this process has.
      const away = { from: Date.now(), until: Infinity };
      this.databaseAway.push(away);
      process.kill(Number(readFileSync(path.join(this.data, "postmaster.pid"), "utf8").split("\n")[0]), "SIGKILL");
      await pause(awayMs);
      await this.startDatabase();
      away.until = Date.now();
      return;
    }
    const pid = this.pidOf(part);
    if (pid) process.kill(pid, "SIGKILL");
    else this.killed.set(part, this.killed.get(part)! - 1);
  }

  /** Whether the database was away at a moment, or so shortly before that the app may not have found it again. @param at ms since 1970. */
  databaseWasAway(at: number): boolean {
    return this.databaseAway.some(({ from, until }) => at >= from && at <= until + FOUND_AGAIN_MS);
  }

  pidOf(part: "app" | "worker"): number | null {
    return childrenOf(this.supervisors.get(part)?.pid ?? 0)[0] ?? null;
  }

  /** How often a process ended that nobody had killed; and whether a supervisor gave up. */
  unplannedDeaths(): number {
    const text = this.log.join("");
    if (/Given up/.test(text)) return Infinity;
    let deaths = 0;
    for (const part of ["app", "worker"] as const) {
      const ends = text.split(`${part}: ended (`).length - 1;
      deaths += Math.max(0, ends - (this.killed.get(part) ?? 0));
    }
    return deaths;
  }

  async database<T>(work: (client: Client) => Promise<T>): Promise<T> {
    const client = new Client({ connectionString: this.databaseUrl });
    client.on("error", () => undefined);
    await client.connect();
    try {
      return await work(client);
    } finally {
      await client.end().catch(() => undefined);
    }
  }

  /** Fills the disk to its last byte, does something, and makes room again. */
  async withFullDisk(work: () => Promise<void>): Promise<void> {
    const filler = path.join(this.folder, "files", "filler");
    try {
      execFileSync("dd", ["if=/dev/zero", `of=${filler}`, "bs=1M"], { stdio: "ignore" });
    } catch {
      // Full is what it should become.
    }
    try {
      await work();
    } finally {
      rmSync(filler, { force: true });
    }
  }

  keepLog(file: string): void {
    writeFileSync(file, this.log.join(""));
  }

  /** Ends everything and removes every trace. */
  async stop(): Promise<void> {
    if (this.ending) return;
    this.ending = true;
    for (const child of this.supervisors.values()) {
      const all = [child.pid!, ...childrenOf(child.pid!)];
      child.kill("SIGTERM");
      for (let i = 0; i < 60 && child.exitCode === null; i++) await pause(100);
      for (const pid of all)
        try {
          process.kill(pid, "SIGKILL");
        } catch {
          // Gone, as it should be.
        }
    }
    const [command, args] = asPostgres(`${PG}/pg_ctl`, ["-D", this.data, "-m", "immediate", "-w", "stop"]);
    try {
      execFileSync(command, args, { stdio: "ignore", cwd: "/" });
    } catch {
      // It was not running.
    }
    if (this.ownDisk)
      try {
        execFileSync("umount", ["-l", this.files], { stdio: "ignore" });
      } catch {
        // Removing the folder will say what is wrong.
      }
    rmSync(this.folder, { recursive: true, force: true, maxRetries: 5 });
  }
}
