import { useEffect, useState } from "react";
import type { Recipe } from "@/core/recipe";
import type { SmallPictures } from "./small-pictures";

interface SmallPictureProps {
  /** Absent: not known yet. */
  readonly recipe: Recipe | undefined;
  readonly pictures: SmallPictures;
  /** Of its box; the picture fits into it. */
  readonly className: string;
  readonly testId: string;
}

/** A small picture of a photo by another recipe, made once that is known. */
export function SmallPicture({ recipe, pictures, className, testId }: SmallPictureProps) {
  const [address, setAddress] = useState<string | null>(null);
  useEffect(() => {
    if (!recipe) return;
    let gone = false;
    // Where it cannot be drawn the words stand alone.
    pictures.of(recipe).then((made) => !gone && setAddress(made), () => undefined); // prettier-ignore
    return () => void (gone = true);
  }, [recipe, pictures]);
  return (
    <span className={`grid shrink-0 place-content-center overflow-hidden bg-base-300 ${className}`}>
      {address && <img src={address} alt="" className="max-h-full max-w-full object-contain" data-testid={testId} />}
    </span>
  );
}
