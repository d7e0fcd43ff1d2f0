import { tell } from "@/core/language";
import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { type KeptProfile, type Photo, api } from "@/client";
import { type LensProfile, type Proposal, proposeProfiles } from "@/core/lens";

export type KeptProposal = Proposal<LensProfile & { readonly id: string }>;

/** The id under which a photo's own profile stands among the others; it is kept nowhere but in the photo. */
export const IN_THE_FILE = "in-the-file";

/** The kept profiles, and those of them that fit a photo, the best first; before them what the photo itself describes. */
export function useProfiles(photo: Photo): { all: readonly KeptProfile[]; proposals: readonly KeptProposal[] } {
  const { data } = useQuery({ queryKey: ["profiles"], queryFn: api.profiles });
  const { data: own } = useQuery({
    queryKey: ["in-the-file", photo.id],
    queryFn: () => api.inTheFile(photo.id),
    enabled: photo.format === "dng",
    staleTime: Infinity,
  });
  return useMemo(() => {
    const all = data ?? [];
    const kept = proposeProfiles(
      all.map(({ id, document }) => ({ ...document, id })),
      photo,
    );
    return { all, proposals: own?.document ? [inTheFile(own.document), ...kept] : kept };
  }, [data, own, photo]);
}

const inTheFile = (document: LensProfile): KeptProposal => ({
  profile: { ...document, id: IN_THE_FILE },
  factor: 1,
  reason: tell("The camera itself describes this lens, in the file."),
  caution: null,
});
