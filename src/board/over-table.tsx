import type { PhotoOnBoard } from "@/client";
import type { BatchAction } from "@/core/contract";
import { BorderView } from "./borders/border-view";
import { CourseDialog } from "./many/course-dialog";
import { SetDialog } from "./many/set-dialog";
import type { useSets } from "./many/use-sets";
import type { Open } from "./table-acts";

interface Props {
  opened: Open;
  /** The visit's name. */
  name: string;
  /** What is chosen, and all that is listed. */
  chosen: readonly PhotoOnBoard[];
  photos: readonly PhotoOnBoard[];
  sets: ReturnType<typeof useSets>;
  onDo(photos: readonly PhotoOnBoard[], action: BatchAction): void;
  onFollow(photo: PhotoOnBoard): void;
  onOrdered(): void;
  close(): void;
}

/** What is open over the table. */
export function OverTable({ opened, name, chosen, photos, sets, onDo, onFollow, onOrdered, close }: Props) {
  return (
    <>
      {opened?.what === "courses" && opened.photos.length > 0 && (
        <CourseDialog
          photos={opened.photos}
          from={opened.from}
          onDo={(action) => onDo(opened.photos, action)}
          onClose={close}
        />
      )}
      {opened?.what === "borders" && (
        <BorderView photos={chosen.length > 0 ? chosen : photos} onOpen={onFollow} onClose={close} />
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
                onOrdered();
              },
            })
          }
        />
      )}
    </>
  );
}
