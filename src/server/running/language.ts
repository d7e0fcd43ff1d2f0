import { readFileSync } from "node:fs";
import { z } from "zod";
import { speak } from "@/language";

/**
 * Has this process speak the language of the file that FLATSTONE_WORDS names, if any: words/en.json with its right-hand
 * sides translated. Imported for that alone, before anything that says something.
 */
const file = process.env["FLATSTONE_WORDS"];

const document = z.object({ language: z.string().min(2), sentences: z.record(z.string(), z.string()) });

if (file)
  try {
    speak(readLanguage(file));
  } catch (error) {
    // Work goes on, in English.
    console.error((error as Error).message);
  }

/** @throws Error with a sentence where the file cannot be read, or is no file of words. */
function readLanguage(path: string): { tag: string; sentences: Record<string, string> } {
  try {
    const { language, sentences } = document.parse(JSON.parse(readFileSync(path, "utf8")));
    return { tag: new Intl.Locale(language).toString(), sentences };
  } catch (error) {
    throw new Error(`FLATSTONE_WORDS names "${path}", which is no file of words: ${(error as Error).message}`);
  }
}
