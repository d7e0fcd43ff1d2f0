import type { Photo } from "@/client";
import type { BenchState } from "@/client/bench-store";
import { withProfile } from "@/core/recipe";
import type { KeptProposal } from "./use-profiles";

/** Takes a proposed profile on the open photo. */
export function takeProposal(
  { edit, size }: Pick<BenchState, "edit" | "size">,
  proposal: KeptProposal,
  photo: Photo,
): void {
  edit(`Take the profile ${proposal.profile.name}`, (r) => void (r.lens = withProfile(r.lens, proposal, photo, size)));
}
