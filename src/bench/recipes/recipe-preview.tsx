"use client";

import { put, say } from "@/language";
import { useEffect, useMemo, useState } from "react";
import type { SavedRecipe } from "@/client";
import { useBench } from "@/client/bench-store";
import { carryCourses, changeWords } from "@/core/edits";
import type { Recipe } from "@/core/recipe";
import type { SmallPictures } from "../picture/small-pictures";

interface Props {
  saved: SavedRecipe;
  pictures: SmallPictures;
  onPut: () => void;
  onName: (name: string) => void;
}

/** What a saved recipe would change on the photo that is open: in words, and as two small pictures. */
export function RecipePreview({ saved, pictures, onPut, onName }: Props) {
  const recipe = useBench((s) => s.recipe);
  const after = useMemo(() => carryCourses(saved.recipe, saved.courses).apply(recipe), [saved, recipe]);
  const words = useMemo(() => changeWords(recipe, after).map(put), [recipe, after]);
  return (
    <div>
      <input
        className="input input-sm mb-2 w-full font-semibold"
        aria-label={say("Name of the chosen recipe")}
        defaultValue={saved.name}
        maxLength={80}
        onBlur={(e) => {
          const name = e.target.value.trim();
          if (name !== "" && name !== saved.name) onName(name);
        }}
        onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
      />
      <div className="grid grid-cols-2 gap-2">
        <Small recipe={recipe} pictures={pictures} words={say("Now")} />
        <Small recipe={after} pictures={pictures} words={say("With it")} />
      </div>
      {words.length === 0 ? (
        <p className="py-2" role="status">
          {say("It changes nothing: this photo is set just so.")}
        </p>
      ) : (
        <ul className="list-inside list-disc py-2" aria-label={say("What it changes")} role="list">
          {words.map((w) => (
            <li key={w} className="first-letter:uppercase">
              {w}
            </li>
          ))}
        </ul>
      )}
      <button className="btn btn-primary btn-sm" disabled={words.length === 0} onClick={onPut}>
        {say("Put on this photo")}
      </button>
    </div>
  );
}

function Small({ recipe, pictures, words }: { recipe: Recipe; pictures: SmallPictures; words: string }) {
  const [address, setAddress] = useState<string | null>(null);
  useEffect(() => {
    let wanted = true;
    pictures.of(recipe).then(
      (made) => wanted && setAddress(made),
      () => undefined,
    );
    return () => {
      wanted = false;
    };
  }, [pictures, recipe]);
  return (
    <figure>
      {address ? (
        <img src={address} alt={words} className="aspect-3/2 w-full bg-base-300 object-contain" />
      ) : (
        <div className="aspect-3/2 w-full bg-base-300" />
      )}
      <figcaption className="muted text-[0.9rem]">{words}</figcaption>
    </figure>
  );
}
