import { say, sayError } from "@/language";
import { Layers2 } from "lucide-react";
import { useState } from "react";
import { api } from "@/client";
import type { OpenedVersion } from "@/client";
import { notify } from "@/ui";

/** Says that other exposures follow what is done here, and parts them; nothing where the photo is alone or the camera was moved. */
export function BracketState({ opened }: { opened: Pick<OpenedVersion, "bracket"> }) {
  // The header is kept from one photo to the next.
  const [changed, setChanged] = useState(opened.bracket);
  const bracket = changed && changed.id === opened.bracket?.id ? changed : opened.bracket;
  if (!bracket?.together) return null;
  const { id, count, apart } = bracket;
  const change = async (): Promise<void> => {
    try {
      setChanged(await api.changeBracket(id, !apart));
    } catch (error) {
      notify(sayError(error as Error), "error");
    }
  };
  return (
    <button
      className="link-hover flex items-center gap-1"
      aria-pressed={!apart}
      title={
        apart
          ? say("Each exposure is corrected for itself. A press has them corrected as one from the next change on.")
          : say("What is done here is done to all exposures of the bracket, but for Finish. A press parts them.")
      }
      onClick={() => void change()}
    >
      <Layers2 size={14} />
      {apart ? say("{count} exposures, apart", { count }) : say("{count} exposures as one", { count })}
    </button>
  );
}
