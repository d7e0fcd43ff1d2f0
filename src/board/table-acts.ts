import type { PhotoOnBoard } from "@/client";
import type { BatchAction } from "@/core/contract";
import { say } from "@/language";
import type { MenuItem } from "@/ui";
import { type bracketsAmong, type bracketsOfThose, like } from "./photos/listing";
import { type Selection, everything } from "./photos/selection";

/** What is open over the table: courses of photos, carried from one of them where it says which, or their delivery. */
export type Open =
  | { readonly what: "courses"; readonly photos: readonly PhotoOnBoard[]; readonly from?: string }
  | { readonly what: "delivery" }
  | { readonly what: "borders" }
  | null;

type Photos = readonly PhotoOnBoard[];

interface On {
  readonly all: Photos;
  readonly chosen: Photos;
  /** The brackets of what is chosen, each by its photos' ids, the middle exposure first. */
  readonly own: ReturnType<typeof bracketsOfThose>;
  doTo(those: Photos, action: BatchAction): void;
  setOpened(open: Open): void;
  onTakeOut(photos: Photos): void;
  onNone(): void;
}

/** What can be done with the chosen photos. */
export const actsOn = ({ all, chosen, own, doTo, setOpened, onTakeOut, onNone }: On) => ({
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
  onNone,
});

interface Menu {
  readonly all: Photos;
  readonly photos: Photos;
  readonly chosen: Photos;
  readonly brackets: ReturnType<typeof bracketsAmong>;
  readonly own: On["own"];
  readonly acts: ReturnType<typeof actsOn>;
  open(photo: PhotoOnBoard): void;
  setSelection(next: Selection): void;
  setOpened(open: Open): void;
  /** Has the exposures of a bracket corrected each for itself, or as one. */
  setApart(bracketId: string, apart: boolean): void;
}

/** The menu over the chosen photos; what is said of one is said of the first. */
export function chosenMenu({
  all,
  photos,
  chosen,
  brackets,
  own,
  acts,
  open,
  setSelection,
  setOpened,
  setApart,
}: Menu): readonly MenuItem[] {
  const [first] = chosen;
  const inBracket = first && brackets.get(first.id);
  return [
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
    { words: say("Choose all"), keys: "Ctrl A", run: () => setSelection(everything(photos.map((p) => p.id))) },
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
          ...partItem(first.bracket, setApart),
        ]
      : []),
    { words: say("Choose none"), keys: "Esc", run: acts.onNone },
  ];
}

/** Parts a bracket's exposures, or has them corrected as one again; nothing where the camera was moved. */
function partItem(bracket: PhotoOnBoard["bracket"], setApart: Menu["setApart"]): MenuItem[] {
  if (!bracket?.together) return [];
  const { id, apart } = bracket;
  const words = apart ? say("Correct its bracket as one") : say("Correct each exposure for itself");
  return [{ words, run: () => setApart(id, !apart) }];
}
