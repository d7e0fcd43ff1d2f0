import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { type KeptProfile, type Photo, api } from "@/client";
import { type LensProfile, type Proposal, proposeProfiles } from "@/core/lens";

export type KeptProposal = Proposal<LensProfile & { readonly id: string }>;

/** The kept profiles, and those of them that fit a photo, the best first. */
export function useProfiles(photo: Photo): { all: readonly KeptProfile[]; proposals: readonly KeptProposal[] } {
  const { data } = useQuery({ queryKey: ["profiles"], queryFn: api.profiles });
  return useMemo(() => {
    const all = data ?? [];
    return {
      all,
      proposals: proposeProfiles(
        all.map(({ id, document }) => ({ ...document, id })),
        photo,
      ),
    };
  }, [data, photo]);
}
