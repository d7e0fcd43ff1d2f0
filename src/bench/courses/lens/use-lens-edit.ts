import { useBench } from "@/client/bench-store";
import type { Recipe } from "@/core/recipe";

type Lens = Recipe["lens"];
const settled = ({ k, p, fringes, vignetting }: Lens): boolean =>
  [...k, ...p, ...fringes.red, ...fringes.blue, ...vignetting.v].some((v) => v !== 0);

/** Edits the lens by hand; what is changed then no longer comes from a profile or from traces alone. */
export function useLensEdit() {
  const { edit } = useBench();
  return (label: string, f: (lens: Lens) => void): void =>
    edit(
      label,
      (r) => {
        f(r.lens);
        r.lens.from = settled(r.lens) ? "by-hand" : "none";
        r.lens.profile = null;
      },
      label,
    );
}
