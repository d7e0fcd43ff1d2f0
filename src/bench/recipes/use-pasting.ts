import { useEffect } from "react";
import { useBench } from "@/client/bench-store";
import { say, sayError } from "@/language";
import { notify } from "@/ui";
import { pasteEdit, recipeText } from "./recipe-text";

const inField = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && target.closest("input, textarea, select, dialog") !== null;

/** Puts the recipe in a text on the open photo, and says so; in words, why it does not. */
function pasteRecipe(text: string): void {
  try {
    const before = useBench.getState().recipe;
    useBench.getState().edit(pasteEdit(text));
    notify(
      useBench.getState().recipe === before
        ? say("This photo is set like the copied recipe already.")
        : say("The copied recipe is put on this photo. Undo takes it back."),
    );
  } catch (error) {
    notify(sayError(error as Error), "error");
  }
}

/** Copies how the open photo is set, as text. */
export async function copyRecipe(): Promise<void> {
  try {
    await navigator.clipboard.writeText(recipeText(useBench.getState().recipe));
    notify(say("The recipe is on the clipboard. Open another photo and press Ctrl V."));
  } catch {
    notify(say("The browser does not let the recipe onto the clipboard."), "error");
  }
}

/** Takes the recipe from the clipboard, where the browser lets it; its own key needs no leave. */
export async function pasteFromClipboard(): Promise<void> {
  try {
    pasteRecipe(await navigator.clipboard.readText());
  } catch {
    notify(say("The browser does not show what is on the clipboard. Press Ctrl V instead."), "error");
  }
}

/** A recipe that is pasted into the window, wherever no text is being written, is put on the open photo. */
export function usePasting(): void {
  useEffect(() => {
    const pasted = (event: ClipboardEvent): void => {
      if (inField(event.target) || event.defaultPrevented) return;
      event.preventDefault();
      pasteRecipe(event.clipboardData?.getData("text/plain") ?? "");
    };
    window.addEventListener("paste", pasted);
    return () => window.removeEventListener("paste", pasted);
  }, []);
}
