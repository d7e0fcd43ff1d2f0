import { useEffect, useMemo, useRef, useState } from "react";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { takeProfile } from "@/core/edits";
import { toolInHand } from "../courses";
import { useProfiles } from "../own-edges/use-profiles";
import { useSheetView } from "../picture/sheet-view";
import type { Command, CommandContext, Shown } from "./command";
import { commandsFor } from "./keys";
import { withOwnKeys } from "./own-keys";
import { COMMANDS } from ".";

const within = (target: EventTarget | null, selector: string): boolean =>
  target instanceof HTMLElement && target.closest(selector) !== null;

/** Whether a key belongs to the field or dialog that has the focus. */
function isTyping({ target, key }: KeyboardEvent): boolean {
  if (within(target, "input:not([type=range]):not([type=checkbox]), textarea, select, dialog")) return true;
  return within(target, "input[type=range]") && key.startsWith("Arrow");
}

/** The Bench's one listener for keys, and the way for menus and the search to run a command. */
export function useCommands(photo: Photo, go: CommandContext["go"]) {
  const [shown, show] = useState<Shown | null>(null);
  const { proposals } = useProfiles(photo);
  const [best] = proposals;
  const context = useMemo(
    (): CommandContext => ({
      get: useBench.getState,
      tool: () => toolInHand(useBench.getState().course, useBench.getState().tool),
      photo,
      sheet: useSheetView.getState(),
      takeProfile: best ? () => useBench.getState().edit(takeProfile(best, photo, useBench.getState().size)) : null,
      go,
      // The same key again puts it away, as far as keys reach past what is shown.
      show: (what) => show((now) => (now === what ? null : what)),
    }),
    [photo, best, go],
  );
  const latest = useRef(context);
  useEffect(() => {
    latest.current = context;
  });
  useEffect(() => {
    const holding = new Set<Command>();
    const down = (event: KeyboardEvent): void => {
      if (isTyping(event)) return;
      const command = commandsFor(COMMANDS.map(withOwnKeys), event).find((c) => c.can?.(latest.current) ?? true);
      if (!command) return;
      event.preventDefault();
      if (command.release) holding.add(command);
      command.run(latest.current, event);
    };
    const release = (key: string | null): void => {
      for (const command of holding)
        if (key === null || command.keys.some((keys) => keys.split("+").at(-1) === key)) {
          holding.delete(command);
          command.release!(latest.current);
        }
    };
    const up = (event: KeyboardEvent): void => release(event.key.toLowerCase());
    const blur = (): void => release(null);
    window.addEventListener("keydown", down);
    window.addEventListener("keyup", up);
    window.addEventListener("blur", blur);
    return () => {
      window.removeEventListener("keydown", down);
      window.removeEventListener("keyup", up);
      window.removeEventListener("blur", blur);
    };
  }, []);
  return { context, shown, show };
}
