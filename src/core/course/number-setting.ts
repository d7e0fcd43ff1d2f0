import { z } from "zod";
import { type Words, figure, named, row, tell } from "../language";

/**
 * A number that a person sets, described once: the recipe's schema, the field on the screen and the words in history are made
 * from it. What is shown is `times` what the recipe keeps.
 */
export interface NumberSetting {
  /** Its key among the settings that it is one of. */
  readonly key: string;
  /** What it is called within a sentence: "exposure". */
  readonly words: Words;
  /** What its field is called: "Exposure". */
  readonly label: Words;
  /** As the recipe keeps it. */
  readonly min: number;
  readonly max: number;
  readonly standard: number;
  /** Written behind what is shown: "°", "%", "stops". */
  readonly unit: "" | "°" | "%" | "stops" | "px";
  readonly times: number;
  /** Digits behind the point, and how far an arrow key goes, of what is shown. */
  readonly digits: number;
  readonly step: number;
  /** What the recipe's schema says of it. */
  readonly describe: string;
}

/** A number setting, what is not said as for a share: shown as whole per cent from −100 to 100. */
export const numberSetting = (
  said: Pick<NumberSetting, "key" | "words" | "label" | "describe"> & Partial<NumberSetting>,
): NumberSetting => ({ min: -1, max: 1, standard: 0, unit: "%", times: 100, digits: 0, step: 1, ...said });

/** Its schema in a recipe, where it need not be said. */
export const numberRange = ({ min, max, describe }: NumberSetting) => z.number().min(min).max(max).describe(describe);

/** Its schema in a recipe that always has it. */
export const numberSchema = (setting: NumberSetting) =>
  z.number().min(setting.min).max(setting.max).default(setting.standard).describe(setting.describe);

/** What is written behind it. */
export const unitWords = ({ unit }: Pick<NumberSetting, "unit">): Words =>
  unit === "stops" ? tell("stops") : named(unit);

/** What is shown of it, with its unit: "0.50 stops", "12 %". */
export function written({ times, digits, unit }: NumberSetting, value: number): Words {
  const shown = figure(times * value, digits);
  return unit === "" ? shown : unit === "°" ? row([shown, "°"]) : row([shown, unitWords({ unit })], " ");
}
