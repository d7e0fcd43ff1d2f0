"use client";

import { say } from "@/language";
import { useBench } from "@/client/bench-store";
import { leaveThing, neverCopyThing, resizeThing, takeOutThing, useThing } from "./thing-state";

/** What is done with the thing that was pressed on. */
export function ThingPart() {
  const { thing, photo, working } = useThing();
  const inHand = useBench((s) => s.tool === "thing");
  if (!inHand) return null;
  return (
    <section className="ruled border-t px-3.5 py-2" aria-label={say("Thing")}>
      <p role="status" className="pb-1.5">
        {!thing
          ? working
            ? say("Looking …")
            : say("Press on what should go: a post, a bin, a sign.")
          : say(
              "Is all of it outlined, and nothing else? The wheel makes it larger or smaller; with Ctrl it zooms. A press with Shift adds another part.",
            )}
      </p>
      {thing && photo && (
        <div className="flex flex-wrap gap-1.5">
          <button className="btn btn-sm btn-primary" title={say("Enter")} onClick={takeOutThing}>
            {say("Take it out")}
          </button>
          <button className="btn btn-sm" title="V" onClick={neverCopyThing}>
            {say("Never copy it")}
          </button>
          <button className="btn btn-sm" title="−" onClick={() => void resizeThing(photo, -1)}>
            {say("Smaller")}
          </button>
          <button className="btn btn-sm" title="+" onClick={() => void resizeThing(photo, 1)}>
            {say("Larger")}
          </button>
          <button className="btn btn-sm" title={say("Escape")} onClick={leaveThing}>
            {say("Let go")}
          </button>
        </div>
      )}
    </section>
  );
}
