"use client";

import { useRouter } from "next/navigation";
import { useCallback, useMemo, useState } from "react";
import type { PhotoOnBoard } from "@/client";
import { fetchPictureEarly } from "@/client/picture/early";
import { keepOrder } from "@/client/visit-order";
import type { BatchAction } from "@/core/contract";
import { say } from "@/core/language";
import { ContextMenu, type MenuItem } from "@/ui";
import { BorderView } from "./borders/border-view";
import { BatchReport } from "./many/batch-report";
import { CourseDialog } from "./many/course-dialog";
import { ManyBar } from "./many/many-bar";
import { SetDialog } from "./many/set-dialog";
import { SetReport } from "./many/set-report";
import { useBatches } from "./many/use-batches";
import { useSets } from "./many/use-sets";
import { ColumnHeads } from "./photos/columns";
import { groupWords } from "./photos/group-words";
import { ALL, bracketsAmong, bracketsOfThose, groupedBy, like, listed } from "./photos/listing";
import { ListingBar } from "./photos/listing-bar";
import { PhotoLattice } from "./photos/photo-lattice";
import { NONE, among, everything } from "./photos/selection";
import { useDensity } from "./use-density";

interface Props {
  assignment: { readonly id: string; readonly name: string };
  photos: readonly PhotoOnBoard[];
  /** Whether all of the visit's photos are there; the others are on their way. */
  isWhole: boolean;
  onTakeOut(photos: readonly PhotoOnBoard[]): void;
}

/** What is open over the table: courses of photos, carried from one of them where it says which, or their delivery. */
type Open =
  | { readonly what: "courses"; readonly photos: readonly PhotoOnBoard[]; readonly from?: string }
  | { readonly what: "delivery" }
  | { readonly what: "borders" }
  | null;

/** The photos of a visit as a working table: what is shown of them, what is chosen, and what is done with that. */
export function PhotoTable({ assignment, photos: all, isWhole, onTakeOut }: Props) {
  const { id, name } = assignment;
  const router = useRouter();
  const [listing, setListing] = useState(ALL);
  const [density, setDensity] = useDensity();
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
  const batches = useBatches(id);
  const sets = useSets(id);
  const [opened, setOpened] = useState<Open>(null);
  const close = (): void => setOpened(null);
  const [menuAt, setMenuAt] = useState<readonly [number, number] | null>(null);
  const closeMenu = useCallback(() => setMenuAt(null), [setMenuAt]);

  const doTo = (those: readonly PhotoOnBoard[], action: BatchAction): void => {
    batches.begin(
      those.map((p) => p.id),
      action,
    );
    setSelection(NONE);
    close();
  };
  const remembered = (photo: PhotoOnBoard): void => {
    fetchPictureEarly(photo.sha256);
    // The Bench goes on to what is chosen, else to all that is shown.
    const those = chosen.length > 1 && selection.chosen.has(photo.id) ? chosen : photos;
    keepOrder({
      assignmentId: id,
      photos: those.flatMap((p) => (p.shown ? [{ id: p.id, versionId: p.shown.versionId, sha256: p.sha256 }] : [])),
    });
  };
  const open = (photo: PhotoOnBoard): void => {
    remembered(photo);
    if (photo.shown) router.push(`/bench/${photo.shown.versionId}`);
  };
  const own = bracketsOfThose(chosen, brackets);
  const acts = {
    onTrueUp: () => doTo(chosen, { kind: "true-up", brackets: own.map((b) => [...b]) }),
    onReset: () => doTo(chosen, { kind: "reset" }),
    onNewVersion: () => doTo(chosen, { kind: "new-version" }),
    onCourses: () => setOpened({ what: "courses", photos: chosen }),
    onBlend: () =>
      doTo(
        all.filter((p) => own.some(([middle]) => middle === p.id)),
        { kind: "blend", brackets: own.map((b) => [...b]) },
      ),
    onDeliver: () => setOpened({ what: "delivery" }),
    onTakeOut: () => onTakeOut(chosen),
    onNone: () => setSelection(NONE),
  };
  const [first] = chosen;
  const inBracket = first && brackets.get(first.id);
  const menu: readonly MenuItem[] = [
    ...(first && chosen.length === 1 ? [{ words: say("Work on it"), keys: "Enter", run: () => open(first) }] : []),
    { words: say("True up"), run: acts.onTrueUp },
    { words: say("Reset"), run: acts.onReset },
    { words: say("New version"), run: acts.onNewVersion },
    { words: say("Courses …"), run: acts.onCourses },
    ...(own.length > 0 ? [{ words: say("Blend"), run: acts.onBlend }] : []),
    { words: say("Deliver …"), run: acts.onDeliver },
    { words: say("Borders"), run: () => setOpened({ what: "borders" }) },
    { words: say("Take out"), keys: "Delete", run: acts.onTakeOut },
    "rule",
    { words: say("Choose all"), keys: "Ctrl A", run: () => setSelection(everything(order)) },
    ...(first
      ? [
          {
            words: say("Choose those taken like it"),
            run: () => setSelection({ chosen: new Set(like(photos, first).map((p) => p.id)), from: first.id }),
          },
        ]
      : []),
    ...(inBracket
      ? [
          {
            words: say("Choose its bracket"),
            run: () => setSelection({ chosen: new Set(inBracket.all), from: first.id }),
          },
          {
            words: say("Carry courses to its bracket …"),
            run: () =>
              setOpened({
                what: "courses",
                photos: [first, ...all.filter((p) => p.id !== first.id && inBracket.all.includes(p.id))],
                from: first.id,
              }),
          },
        ]
      : []),
    { words: say("Choose none"), keys: "Esc", run: acts.onNone },
  ];
  return (
    <>
      {batches.newest && (
        <BatchReport
          key={batches.newest.id}
          batch={batches.newest}
          photos={all}
          onStop={batches.stop}
          onUndo={batches.undo}
        />
      )}
      {sets.newest && <SetReport key={sets.newest.id} set={sets.newest} onStop={sets.stop} />}
      <ListingBar
        listing={listing}
        density={density}
        count={photos.length}
        of={all.length}
        isWhole={isWhole}
        onListing={setListing}
        onDensity={setDensity}
        onBorders={() => setOpened({ what: "borders" })}
      />
      {density === "lines" && (
        <ColumnHeads
          order={listing.order}
          backwards={listing.backwards}
          onOrder={(order, backwards) => setListing({ ...listing, order, backwards })}
        />
      )}
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
      {opened?.what === "courses" && opened.photos.length > 0 && (
        <CourseDialog
          photos={opened.photos}
          from={opened.from}
          onDo={(action) => doTo(opened.photos, action)}
          onClose={close}
        />
      )}
      {opened?.what === "borders" && (
        <BorderView photos={chosen.length > 0 ? chosen : photos} onOpen={remembered} onClose={close} />
      )}
      {opened?.what === "delivery" && chosen.length > 0 && (
        <SetDialog
          photos={chosen}
          assignment={name}
          isBusy={sets.order.isPending}
          onClose={close}
          onOrder={(asked) =>
            sets.order.mutate(asked, {
              onSuccess: () => {
                close();
                setSelection(NONE);
              },
            })
          }
        />
      )}
    </>
  );
}
