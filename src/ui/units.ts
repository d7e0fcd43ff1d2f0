import { create } from "zustand";
import { say } from "@/language";

/** What lengths are shown in: as the browser's language has it, or always the same. */
export const UNIT_CHOICES = ["by-language", "metric", "feet"] as const;
export type UnitChoice = (typeof UNIT_CHOICES)[number];

const PLACE = "flat-stone-units";

function kept(): UnitChoice {
  const read = typeof localStorage === "undefined" ? null : localStorage.getItem(PLACE);
  return UNIT_CHOICES.find((choice) => choice === read) ?? "by-language";
}

/** The choice of this browser; what shows a length looks at it, so that it is drawn anew when it changes. */
export const useUnits = create<{ readonly choice: UnitChoice }>()(() => ({ choice: kept() }));

/** Chooses what lengths are shown in. */
export function chooseUnits(choice: UnitChoice): void {
  localStorage.setItem(PLACE, choice);
  useUnits.setState({ choice });
}

/** Where paper is measured in inches, and buildings in feet. */
const INCH_REGIONS = ["US", "LR", "MM"];

function inInches(): boolean {
  const { choice } = useUnits.getState();
  if (choice !== "by-language") return choice === "feet";
  const language = typeof window === "undefined" ? "en-GB" : navigator.language;
  return INCH_REGIONS.includes(new Intl.Locale(language).maximize().region ?? "");
}

/** What paper is measured in, and how many centimetres one of it is. */
export const paperUnit = (): { readonly unit: "cm" | "in"; readonly name: string; readonly cm: number } =>
  inInches() ? { unit: "in", name: say("inches"), cm: 2.54 } : { unit: "cm", name: say("centimetres"), cm: 1 };

/** What buildings are measured in, and how many metres one of it is. */
export const lengthUnit = (): { readonly unit: "m" | "ft"; readonly name: string; readonly metres: number } =>
  inInches() ? { unit: "ft", name: say("feet"), metres: 0.3048 } : { unit: "m", name: say("metres"), metres: 1 };
