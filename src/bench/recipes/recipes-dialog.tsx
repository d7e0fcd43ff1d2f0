"use client";

import { tell } from "@/core/language";
import { put, say, sayError } from "@/language";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Trash2 } from "lucide-react";
import { useEffect, useMemo, useState } from "react";
import { type Photo, type SavedRecipe, api } from "@/client";
import { useBench } from "@/client/bench-store";
import { carryCourses } from "@/core/edits";
import { COURSES, type CourseKey, laidCourses } from "@/core/recipe";
import { Dialog, notify, useNotices } from "@/ui";
import { SmallPictures } from "../picture/small-pictures";
import { RecipePreview } from "./recipe-preview";

const KEY = ["saved-recipes"];

const namesOf = (courses: readonly CourseKey[]): string =>
  COURSES.filter(({ key }) => courses.includes(key))
    .map(({ name }) => put(name))
    .join(", ");

/** Settings kept under a name: those of this photo to be kept, and kept ones to be put on it once it is seen what they change. */
export function RecipesDialog({ photo, onClose }: { photo: Photo; onClose: () => void }) {
  const cache = useQueryClient();
  const show = useNotices((s) => s.show);
  const { data, error } = useQuery({ queryKey: KEY, queryFn: api.savedRecipes });
  const [chosen, setChosen] = useState<string | null>(null);
  const pictures = useMemo(() => new SmallPictures(photo), [photo]);
  useEffect(() => () => pictures.end(), [pictures]);
  // Waited for: what is said to be gone is no longer in the list.
  const anew = (): Promise<void> => cache.invalidateQueries({ queryKey: KEY });
  const change = useMutation({
    mutationFn: ({ id, ...to }: { id: string; name?: string; deleted?: boolean }) => api.changeSavedRecipe(id, to),
    onSuccess: anew,
    onError: (e: Error) => show({ text: sayError(e), kind: "error" }),
  });
  const picked = data?.find((r) => r.id === chosen) ?? null;
  const take = ({ name, recipe, courses }: SavedRecipe): void => {
    useBench.getState().edit({ ...carryCourses(recipe, courses), label: tell("Recipe “{name}”", { name }) });
    onClose();
    notify(say("{name}: put on this photo. Undo takes it back.", { name }));
  };
  const remove = ({ id, name }: SavedRecipe): void =>
    change.mutate(
      { id, deleted: true },
      {
        onSuccess: () =>
          show({
            kind: "info",
            text: say("{name} was deleted.", { name }),
            action: { label: say("Bring it back"), run: () => change.mutate({ id, deleted: false }) },
          }),
      },
    );
  return (
    <Dialog title={say("Saved recipes")} onClose={onClose} wide>
      <div className="grid grid-cols-[minmax(0,1fr)_20rem] gap-6">
        <div className="min-w-0">
          {error && <p role="alert">{sayError(error)}</p>}
          {data?.length === 0 && (
            <p className="muted pb-3">
              {say(
                "None yet. Keep how this photo is set under a name, and put it on others, in this visit and the next.",
              )}
            </p>
          )}
          <SavedList saved={data ?? []} chosen={chosen} onChoose={setChosen} onDelete={remove} />
          <KeepThis onKept={() => void anew()} />
        </div>
        <div className="min-w-0">
          {picked ? (
            <RecipePreview
              key={picked.id}
              saved={picked}
              pictures={pictures}
              onPut={() => take(picked)}
              onName={(name) => change.mutate({ id: picked.id, name })}
            />
          ) : (
            <p className="muted">{say("Choose one to see what it would change on this photo.")}</p>
          )}
        </div>
      </div>
    </Dialog>
  );
}

interface ListParts {
  saved: readonly SavedRecipe[];
  chosen: string | null;
  onChoose(id: string): void;
  onDelete(saved: SavedRecipe): void;
}

function SavedList({ saved: all, chosen, onChoose, onDelete }: ListParts) {
  return (
    <ul className="max-h-[45vh] space-y-1 overflow-y-auto pb-3" aria-label={say("Saved recipes")}>
      {all.map((saved) => (
        <li key={saved.id} className="flex items-center gap-1.5">
          <button
            className="min-w-0 grow rounded border border-transparent px-2 py-1 text-left hover:bg-base-200 aria-pressed:border-base-content"
            aria-pressed={saved.id === chosen}
            onClick={() => onChoose(saved.id)}
          >
            <span className="block truncate font-semibold">{saved.name}</span>
            <span className="muted block truncate text-[0.9rem]">{namesOf(saved.courses)}</span>
          </button>
          <button
            className="btn btn-ghost btn-sm btn-square"
            aria-label={say("Delete {name}", { name: saved.name })}
            onClick={() => onDelete(saved)}
          >
            <Trash2 size={15} />
          </button>
        </li>
      ))}
    </ul>
  );
}

/** How this photo is set, to be kept. */
function KeepThis({ onKept }: { onKept: () => void }) {
  const { recipe } = useBench();
  const laid = useMemo(() => laidCourses(recipe), [recipe]);
  const [courses, setCourses] = useState<readonly CourseKey[]>(laid);
  const [name, setName] = useState("");
  const keep = useMutation({
    mutationFn: () => api.saveRecipe({ name: name.trim(), courses: [...courses], recipe }),
    onSuccess: () => {
      setName("");
      onKept();
    },
    onError: (e: Error) => notify(sayError(e), "error"),
  });
  if (laid.length === 0)
    return <p className="muted">{say("Nothing is set on this photo yet, so there is nothing to keep.")}</p>;
  return (
    <form
      className="ruled border-t pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (name.trim() !== "" && courses.length > 0) keep.mutate();
      }}
    >
      <h3 className="caps pb-1">{say("Keep how this photo is set")}</h3>
      <div className="flex flex-wrap gap-x-4 gap-y-1 pb-2">
        {COURSES.filter(({ key }) => laid.includes(key)).map(({ key, name: course }) => (
          <label key={key} className="flex min-h-[24px] cursor-pointer items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={courses.includes(key)}
              onChange={() => setCourses(courses.includes(key) ? courses.filter((c) => c !== key) : [...courses, key])}
            />
            {put(course)}
          </label>
        ))}
      </div>
      <div className="flex items-center gap-2">
        <input
          className="input input-sm grow"
          aria-label={say("Name of the recipe")}
          placeholder={say("Name, as: dusk, lamps on")}
          maxLength={80}
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
        <button
          className="btn btn-primary btn-sm"
          disabled={name.trim() === "" || courses.length === 0 || keep.isPending}
        >
          {say("Keep")}
        </button>
      </div>
      <p className="muted pt-1 text-[0.9rem]">{say("Settings are kept, not the marks on this photo.")}</p>
    </form>
  );
}
