import type { Recipe } from "@/core/recipe";
import { ServerRefusal } from "./api";
import type { SaveState } from "./bench-store";
import type { Draft } from "./drafts";

export interface AutosaveParts {
  /** Saves on the server. @throws ServerRefusal 409 when another window saved meanwhile. */
  save(base: number, recipe: Recipe): Promise<{ revision: number }>;
  keep(draft: Draft): void;
  drop(): void;
  onState(state: SaveState): void;
}

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
  private running = false;
  private stopped = false;

  constructor(
    private revision: number,
    private readonly parts: AutosaveParts,
  ) {}

  changed(recipe: Recipe): void {
    if (this.stopped) {
      this.parts.keep({ base: this.revision, recipe });
      return;
    }
    this.pending = recipe;
    this.parts.keep({ base: this.revision, recipe });
    this.parts.onState("unsaved");
    this.schedule(SAVE_AFTER_MS);
  }

  /** Saves at once what is waiting. */
  async flush(): Promise<void> {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    if (this.running || this.stopped || !this.pending) return;
    const recipe = this.pending;
    this.pending = null;
    this.running = true;
    this.parts.onState("saving");
    try {
      this.revision = (await this.parts.save(this.revision, recipe)).revision;
      this.running = false;
      if (this.pending) {
        this.parts.keep({ base: this.revision, recipe: this.pending });
        this.schedule(SAVE_AFTER_MS);
      } else {
        this.parts.drop();
        this.parts.onState("saved");
      }
    } catch (error) {
      this.running = false;
      this.pending ??= recipe;
      if (error instanceof ServerRefusal && error.status === 409) {
        this.stopped = true;
        this.parts.onState("conflict");
      } else {
        this.parts.onState("failed");
        this.schedule(RETRY_MS);
      }
    }
  }

  /** Ends it; what is waiting stays in the browser. */
  stop(): void {
    this.stopped = true;
    if (this.timer) clearTimeout(this.timer);
  }

  private schedule(after: number): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), after);
  }
}
