/** What goes between a process and its hands (see hands.ts), by Node's structured clone. */
interface Asked {
  readonly task: string;
  readonly input: unknown;
}
export type ToHand = Asked | { readonly stop: true };

interface Refusal {
  readonly status: number;
  readonly message: string;
  readonly details: unknown;
}
export type FromHand =
  | { readonly progress: number }
  | { readonly done: unknown }
  /** A Problem, a sentence for people; or something unexpected, with its stack for the log. */
  | { readonly problem: Refusal }
  | { readonly stopped: true }
  | { readonly fault: string };
