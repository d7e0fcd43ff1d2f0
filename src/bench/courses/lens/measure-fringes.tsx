"use client";

import { tell } from "@/core/language";
import { say, sayError } from "@/language";
import { useState } from "react";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { compute } from "@/client/compute";
import { coloursOf } from "@/client/picture/pixels";
import { fixed, notify } from "@/ui";
import { useLensEdit } from "./use-lens-edit";

/** Measures the fringes from edges all over the photo, and says how well. */
export function MeasureFringes({ photo }: { photo: Photo }) {
  const { recipe, size } = useBench();
  const change = useLensEdit();
  const [busy, setBusy] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const measure = async (): Promise<void> => {
    setBusy(true);
    setSaid(null);
    try {
      const { pixels, scale } = await coloursOf(photo);
      const centre = recipe.lens.centre ?? [size[0] / 2, size[1] / 2];
      const found = await compute().measureFringes(pixels, [centre[0] * scale, centre[1] * scale]);
      if (!found) {
        setSaid(say("There are too few crisp edges towards the corners to measure fringes by."));
        return;
      }
      change("fringes", tell("Measure the fringes"), () => ({
        fringes: { red: [...found.red], blue: [...found.blue] },
      }));
      const [red, blue] = found.sigmaPx.map((s) => fixed(s / scale, 2));
      setSaid(
        say(
          "Measured from {edges} edges: red ± {red} px, blue ± {blue} px at the corner; single edges miss by {miss} px.",
          { edges: found.edges, red: red!, blue: blue!, miss: fixed(found.rmsPx / scale, 2) },
        ),
      );
    } catch (error) {
      notify(say("The fringes could not be measured: {message}", { message: sayError(error as Error) }), "error");
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className="pb-1.5">
      <button className="btn btn-sm" disabled={busy} onClick={() => void measure()}>
        {busy ? say("Measuring …") : say("Measure the fringes")}
      </button>
      {said && (
        <p role="status" className="mt-1">
          {said}
        </p>
      )}
    </div>
  );
}
