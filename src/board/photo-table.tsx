"use client";

import { useRouter } from "next/navigation";
import { useCallback, useMemo, useState } from "react";
import type { PhotoOnBoard } from "@/client";
import { fetchPictureEarly } from "@/client/picture/early";
import { keepOrder } from "@/client/visit-order";
import type { BatchAction } from "@/core/contract";
import { say } from "@/language";
import { ContextMenu } from "@/ui";
import { BatchReport } from "./many/batch-report";
import { ManyBar } from "./many/many-bar";
import { SetReport } from "./many/set-report";
import { useBatches } from "./many/use-batches";
import { useSets } from "./many/use-sets";
import { groupWords } from "./photos/group-words";
import { ALL, bracketsAmong, bracketsOfThose, groupedBy, listed } from "./photos/listing";
import { PhotoLattice } from "./photos/photo-lattice";
import { NONE, type Selection, among } from "./photos/selection";
import { OverTable } from "./over-table";
import { type Open, actsOn, chosenMenu } from "./table-acts";
import { TableHead } from "./table-head";
import { useDensity } from "./use-density";
import { useParting } from "./use-parting";

interface Props {
  assignment: { readonly id: string; readonly name: string };
  photos: readonly PhotoOnBoard[];
  /** Whether all of the visit's photos are there; the others are on their way. */
  isWhole: boolean;
  onTakeOut(photos: readonly PhotoOnBoard[]): void;
}

/** The photos of a visit as a working table: what is shown of them, what is chosen, and what is done with that. */
export function PhotoTable({ assignment, photos: all, isWhole, onTakeOut }: Props) {
  const { id, name } = assignment;
  const { listing, setListing, brackets, groups, photos, selection, setSelection, chosen } = useListed(all);
  const [density, setDensity] = useDensity();
  const batches = useBatches(id);
  const sets = useSets(id);
  const [opened, setOpened] = useState<Open>(null);
  const [menuAt, setMenuAt] = useState<readonly [number, number] | null>(null);
  const closeMenu = useCallback(() => setMenuAt(null), [setMenuAt]);

  const close = (): void => setOpened(null);
  const doTo = (those: readonly PhotoOnBoard[], action: BatchAction): void => {
    batches.begin(
      those.map((p) => p.id),
      action,
    );
    setSelection(NONE);
    close();
  };
  const { remembered, open } = useOpening(id, photos, selection, chosen);
  const own = bracketsOfThose(chosen, brackets);
  const acts = actsOn({ all, chosen, own, doTo, setOpened, onTakeOut, onNone: () => setSelection(NONE) });
  const setApart = useParting(id);
  const menu = chosenMenu({ all, photos, chosen, brackets, own, acts, open, setSelection, setOpened, setApart });
  return (
    <>
      <Reports {...{ batches, sets }} photos={all} />
      <TableHead
        {...{ listing, density, isWhole }}
        count={photos.length}
        of={all.length}
        onListing={setListing}
        onDensity={setDensity}
        onBorders={() => setOpened({ what: "borders" })}
      />
      <PhotoLattice
        photos={photos}
        groups={
          listing.grouping === "none" ? null : groups.map((g) => ({ title: groupWords(g), count: g.photos.length }))
        }
        brackets={brackets}
        density={density}
        selection={selection}
        onSelect={setSelection}
        onOpen={open}
        onFollow={remembered}
        onDelete={onTakeOut}
        onMenu={(photo, at) => {
          // A menu is about what is chosen; at another photo it is about that one.
          if (!selection.chosen.has(photo.id)) setSelection({ chosen: new Set([photo.id]), from: photo.id });
          setMenuAt(at);
        }}
        onCarry={(from, onto) => {
          const targets = selection.chosen.has(onto.id) ? chosen.filter((p) => p.id !== from.id) : [onto];
          setOpened({ what: "courses", photos: [from, ...targets], from: from.id });
        }}
      />
      {photos.length === 0 && <p className="muted">{say("No photo is like that.")}</p>}
      {chosen.length > 0 && (
        <ManyBar count={chosen.length} isBusy={batches.isBusy} hasBrackets={own.length > 0} {...acts} />
      )}
      {menuAt && chosen.length > 0 && (
        <ContextMenu label={say("Chosen photos")} at={menuAt} items={menu} onClose={closeMenu} />
      )}
      <OverTable
        {...{ opened, name, sets, close }}
        chosen={chosen}
        photos={photos}
        onDo={doTo}
        onFollow={remembered}
        onOrdered={() => setSelection(NONE)}
      />
    </>
  );
}

/** What the newest batch and the newest delivery came to. */
function Reports({
  batches,
  sets,
  photos,
}: {
  batches: ReturnType<typeof useBatches>;
  sets: ReturnType<typeof useSets>;
  photos: readonly PhotoOnBoard[];
}) {
  return (
    <>
      {batches.newest && (
        <BatchReport
          key={batches.newest.id}
          batch={batches.newest}
          photos={photos}
          onStop={batches.stop}
          onUndo={batches.undo}
        />
      )}
      {sets.newest && <SetReport key={sets.newest.id} set={sets.newest} onStop={sets.stop} />}
    </>
  );
}

/** What of a visit's photos is listed, in groups where they are grouped, and what of that is chosen. */
function useListed(all: readonly PhotoOnBoard[]) {
  const [listing, setListing] = useState(ALL);
  const [selected, setSelection] = useState(NONE);
  const brackets = useMemo(() => bracketsAmong(all), [all]);
  const groups = useMemo(
    () => groupedBy(listing.grouping, listed(all, listing, brackets), all, brackets),
    [all, listing, brackets],
  );
  const photos = useMemo(() => groups.flatMap((g) => g.photos), [groups]);
  const order = photos.map((p) => p.id);
  const selection = among(selected, order);
  const chosen = photos.filter((p) => selection.chosen.has(p.id));
  return { listing, setListing, brackets, groups, photos, selection, setSelection, chosen };
}

/** A photo opened on the Bench, which goes on to what is chosen, else to all that is shown. */
function useOpening(
  assignmentId: string,
  photos: readonly PhotoOnBoard[],
  selection: Selection,
  chosen: readonly PhotoOnBoard[],
) {
  const router = useRouter();
  const remembered = (photo: PhotoOnBoard): void => {
    fetchPictureEarly(photo.sha256);
    const those = chosen.length > 1 && selection.chosen.has(photo.id) ? chosen : photos;
    keepOrder({
      assignmentId,
      photos: those.flatMap((p) => (p.shown ? [{ id: p.id, versionId: p.shown.versionId, sha256: p.sha256 }] : [])),
    });
  };
  const open = (photo: PhotoOnBoard): void => {
    remembered(photo);
    if (photo.shown) router.push(`/bench/${photo.shown.versionId}`);
  };
  return { remembered, open };
}
