import type { Recipe } from "@/core/recipe";
import { ServerRefusal } from "./api";
import type { SaveState } from "./bench-store";
import { type Draft, continues } from "./drafts";

/** What was deleted while its work went on here. */
export interface Deleted {
  readonly deleted: "photo" | "assignment" | "version";
  readonly id: string;
}

/** What a refusal says was deleted; null for any other. */
function deletedOf(error: unknown): Deleted | null {
  if (!(error instanceof ServerRefusal) || error.status !== 409) return null;
  const details = error.details as Partial<Deleted> | null;
  return details?.deleted && details.id ? { deleted: details.deleted, id: details.id } : null;
}

export interface AutosaveParts {
  /** Saves on the server. @throws ServerRefusal 409 when another window saved meanwhile. */
  save(base: number, recipe: Recipe, token: string): Promise<{ revision: number }>;
  keep(draft: Draft): void;
  drop(): void;
  onState(state: SaveState): void;
  /** The photo or its assignment was deleted elsewhere: nothing is saved until resume(). */
  onDeleted?(deleted: Deleted): void;
}

/** While edits follow each other faster, the browser's copy is this far behind at most, ms. */
export const KEEP_EVERY_MS = 100;
/** Quiet time after the last edit before a save, and between tries that failed, ms. */
export const SAVE_AFTER_MS = 500;
export const RETRY_MS = 3000;

/**
 * Saves what changes, a little after it changed, one save at a time. Until the server has it, every state
 * is kept in the browser, and a save that fails is tried again.
 */
export class Autosave {
  private pending: Recipe | null = null;
  private timer: ReturnType<typeof setTimeout> | null = null;
  private keepTimer: ReturnType<typeof setTimeout> | null = null;
  /** What the browser's copy does not hold yet. */
  private unkept: Recipe | null = null;
  private running: Promise<void> | null = null;
  private failedLast = false;
  private stopped = false;
  private paused = false;
  private tokens: string[];

  /** @param tokens marks of earlier saves on this revision of which no answer came, from a draft taken up again. */
  constructor(
    private revision: number,
    private readonly parts: AutosaveParts,
    tokens: readonly string[] = [],
  ) {
    this.tokens = [...tokens];
  }

  changed(recipe: Recipe): void {
    this.unkept = recipe;
    if (!this.keepTimer) {
      this.keep(recipe);
      this.keepTimer = setTimeout(() => this.keepNow(), KEEP_EVERY_MS);
    }
    if (this.stopped) return;
    this.pending = recipe;
    if (this.paused) return;
    this.parts.onState("unsaved");
    this.schedule(SAVE_AFTER_MS);
  }

  /** Saves at once what is waiting. */
  async flush(): Promise<void> {
    this.keepNow();
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    if (this.running || this.stopped || this.paused || !this.pending) return;
    const recipe = this.pending;
    this.pending = null;
    let done = (): void => undefined;
    this.running = new Promise((resolve) => (done = resolve));
    this.parts.onState("saving");
    const token = crypto.randomUUID();
    this.tokens.push(token);
    this.keep(recipe);
    try {
      this.saved((await this.parts.save(this.revision, recipe, token)).revision);
    } catch (error) {
      this.failed(recipe, error);
    } finally {
      this.running = null;
      done();
    }
  }

  /**
   * Saves until nothing is waiting, or it cannot be done.
   *
   * @returns whether the server has everything.
   */
  async saveAll(): Promise<boolean> {
    for (;;) {
      if (this.running) await this.running;
      else if (this.stopped || this.paused) return false;
      else if (!this.pending) return true;
      else {
        await this.flush();
        // It failed, and is tried again later.
        if (this.pending && this.failedLast) return false;
      }
    }
  }

  private saved(revision: number): void {
    this.failedLast = false;
    this.revision = revision;
    this.tokens = [];
    if (this.pending) {
      this.keep(this.pending);
      this.schedule(SAVE_AFTER_MS);
    } else {
      this.parts.drop();
      this.parts.onState("saved");
    }
  }

  private failed(recipe: Recipe, error: unknown): void {
    this.pending ??= recipe;
    const deleted = deletedOf(error);
    if (deleted) {
      this.paused = true;
      this.parts.onDeleted?.(deleted);
      return this.parts.onState("deleted");
    }
    if (!(error instanceof ServerRefusal) || error.status !== 409) {
      this.failedLast = true;
      this.parts.onState("failed");
      return this.schedule(RETRY_MS);
    }
    const newest = error.details as { revision: number; token: string | null } | null;
    if (newest && continues(this.draft(recipe), newest)) {
      // An earlier save of ours had arrived after all; go on from it.
      this.revision = newest.revision;
      this.tokens = [];
      this.keep(this.pending);
      return this.schedule(0);
    }
    this.stopped = true;
    this.parts.onState("conflict");
  }

  private draft = (recipe: Recipe): Draft => ({ base: this.revision, recipe, tokens: this.tokens });

  private keep(recipe: Recipe): void {
    this.unkept = null;
    this.parts.keep(this.draft(recipe));
  }

  /** Brings the browser's copy up to date. */
  private keepNow(): void {
    if (this.keepTimer) clearTimeout(this.keepTimer);
    this.keepTimer = null;
    if (this.unkept) this.keep(this.unkept);
  }

  /** What was deleted is back: saves what was kept meanwhile. */
  resume(): void {
    this.paused = false;
    this.schedule(0);
  }

  /** Ends it; what is waiting stays in the browser. */
  stop(): void {
    this.stopped = true;
    this.keepNow();
    if (this.timer) clearTimeout(this.timer);
  }

  private schedule(after: number): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), after);
  }
}
