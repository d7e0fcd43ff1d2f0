"use client";

import { Waited } from "@/ui";
import { tell } from "@/core/language";
import { put, say } from "@/language";
import { useMemo } from "react";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import type { Judgement } from "@/core/answers";
import { heldIn, takeLayout, takeOwnLens, takeOwnLines, together } from "@/core/edits";
import { type OwnProposal, heldWords, ownWords } from "@/core/own-edges";
import { AnswerStrip } from "./answer-strip";
import { isOpen, isUntouched, lookForOwnEdges, roundWords, stitchedWords, stopLooking, unfollow } from "./look";

interface Found {
  readonly proposal: OwnProposal;
  readonly judgement: Judgement;
}

/** What the picture proposes by its own edges, with its ±: the next step on an untouched photo. */
export function OwnEdgesCard({ photo }: { photo: Photo }) {
  const bench = useBench();
  const { own } = bench;
  if (own.state === "looking")
    return (
      <Card>
        <span className="flex items-center gap-2">
          {say("Looking at the picture's own edges …")}
          <Waited />
          <button className="btn btn-ghost btn-xs ml-auto" onClick={() => stopLooking(useBench.getState)}>
            {say("Stop")}
          </button>
        </span>
      </Card>
    );
  if (own.state === "nothing" && isUntouched(bench))
    return (
      <Card>
        {say(
          "The picture has too little that is straight to go by, so it proposes nothing. Draw lines by hand, or leave it as it is.",
        )}
      </Card>
    );
  if (own.state === "stitched" && isUntouched(bench))
    return (
      <Card>
        {stitchedWords(own.projection)}
        {own.layout ? (
          <button
            className="btn btn-primary btn-sm self-start"
            onClick={() => bench.edit(takeLayout(own.layout!, bench.size))}
          >
            {say("Lay it out as it says: {layout}", { layout: roundWords(own.layout, bench.size) })}
          </button>
        ) : (
          <span>{say("How far round it goes it does not say: state it under Lens, or have it measured there.")}</span>
        )}
      </Card>
    );
  if (own.state === "found" && isOpen(bench))
    return <Proposal proposal={own.proposal} judgement={own.judgement} photo={photo} />;
  if (own.state === "unlooked" && isUntouched(bench))
    return (
      <Card>
        <button className="btn btn-sm" onClick={() => void lookForOwnEdges(useBench.getState, photo)}>
          {say("Look at the picture's own edges")}
        </button>
      </Card>
    );
  return null;
}

function Proposal({ proposal, judgement, photo }: Found & { photo: Photo }) {
  const { edit, set, size, own } = useBench();
  const lines = together(tell("Lines from the picture's own edges"), [takeOwnLines(proposal, size)]);
  const held = useMemo(() => {
    const first = judgement.answers.find((a) => a.key !== "as-shot") ?? judgement.answers[0]!;
    return heldIn(first.recipe, proposal, size);
  }, [judgement, proposal, size]);
  return (
    <Card>
      <AnswerStrip judgement={judgement} photo={photo} onUnfollow={() => void unfollow(useBench.getState, photo)} />
      {proposal.from !== "horizon" && (
        <span data-testid="own-attitude">{put(heldWords(held.attitude, held.sigma))}</span>
      )}
      {ownWords(proposal, size)
        .map(put)
        .map((words) => (
          <span key={words}>{words}</span>
        ))}
      <span className="flex flex-wrap gap-1.5 pt-0.5">
        {proposal.from === "own-edges" && (
          <button className="btn btn-sm" onClick={() => edit(takeOwnLens(proposal))}>
            {say("Lens alone")}
          </button>
        )}
        {proposal.from !== "horizon" && (
          <button className="btn btn-sm" onClick={() => edit(lines)}>
            {say("Lines alone")}
          </button>
        )}
        <button
          className="btn btn-ghost btn-sm"
          onClick={() => own.state === "found" && set({ own: { ...own, left: true } })}
        >
          {say("Leave it")}
        </button>
      </span>
    </Card>
  );
}

function Card({ children }: { children: React.ReactNode }) {
  return (
    <div
      role="status"
      aria-label={say("The picture's own edges")}
      className="ruled flex flex-col gap-1 border-b bg-info/15 px-3.5 py-2"
    >
      {children}
    </div>
  );
}
