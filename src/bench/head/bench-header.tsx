"use client";

import { type Words } from "@/core/language";
import { put, say } from "@/language";
import { BookMarked, Forward, History, Keyboard, Redo2, Search, Undo2 } from "lucide-react";
import Link from "next/link";
import { type ReactNode, useState } from "react";
import { useBench } from "@/client/bench-store";
import type { Size } from "@/core/geometry";
import { Header, notify } from "@/ui";
import type { Opened } from "../opened";
import { tip } from "../commands";
import type { Shown } from "../commands/command";
import { DeliverDialog } from "../deliver/deliver-dialog";
import { NewVersion } from "./new-version";
import { useSiblings } from "../use-siblings";
import { Versions } from "./versions";
import { BracketState } from "./bracket-state";
import { SaveWords } from "./save-state";

interface Parts {
  opened: Opened;
  /** Size of the delivered picture, pixels. */
  output: Size;
  /** @returns whether the server has what the Bench shows. */
  saveAll: () => Promise<boolean>;
  show: (what: Shown) => void;
}

/** The Bench's header: where one is, the versions, a step back and forth, and the way out. */
export function BenchHeader({ opened, output, saveAll, show }: Parts) {
  const { photo, assignment, version } = opened;
  const [delivering, setDelivering] = useState(false);
  const deliver = async (): Promise<void> => {
    if (await saveAll()) setDelivering(true);
    else
      notify(
        say(
          "What the Bench shows is not saved yet, so it cannot be delivered. It is kept in this browser; the words beside the version say why.",
        ),
        "error",
      );
  };
  return (
    <>
      <Header
        crumbs={
          <>
            <Link href={`/assignments/${assignment.id}`} className="link-hover truncate">
              {assignment.name}
            </Link>
            <span>/</span>
            <b className="truncate font-semibold text-base-content">{photo.name}</b>
          </>
        }
      >
        <VersionTools opened={opened} show={show} />
        <Steps show={show} />
        <Round label={tip("search")} onClick={() => show("commands")}>
          <Search size={16} />
        </Round>
        <button
          className="btn btn-ghost btn-sm btn-square"
          aria-label={say("Keys")}
          title={tip("keys")}
          onClick={() => show("keys")}
        >
          <Keyboard size={17} />
        </button>
        <button className="btn btn-primary btn-sm" onClick={() => void deliver()}>
          {say("Deliver …")}
        </button>
      </Header>
      {delivering && <DeliverDialog versionId={version.id} output={output} onClose={() => setDelivering(false)} />}
    </>
  );
}

/** The photo's versions, and what goes from one photo to others. */
function VersionTools({ opened, show }: Pick<Parts, "opened" | "show">) {
  const { photo, version } = opened;
  const siblings = useSiblings(opened);
  return (
    <span className="muted flex items-center gap-1.5 whitespace-nowrap">
      <button className="link-hover" title={tip("versions")} onClick={() => show("versions")}>
        {say("Versions")}
      </button>
      <Versions siblings={siblings} current={siblings.find((v) => v.id === version.id) ?? version} />
      <NewVersion photoId={photo.id} />
      <Round label={tip("carry")} small onClick={() => show("carry")}>
        <Forward size={14} />
      </Round>
      <Round label={tip("recipes")} small onClick={() => show("recipes")}>
        <BookMarked size={14} />
      </Round>
      <BracketState opened={opened} />
      <span>·</span>
      <SaveWords />
    </span>
  );
}

/** What the last of some steps did. */
const labelOf = (steps: readonly { readonly label: Words }[]): string | undefined => {
  const last = steps.at(-1);
  return last && put(last.label);
};

/** A step back and forth, and all that was done. */
function Steps({ show }: Pick<Parts, "show">) {
  const { past, future, undo, redo } = useBench();
  return (
    <div className="flex">
      <button className="btn btn-ghost btn-sm" disabled={past.length === 0} onClick={undo} title={labelOf(past)}>
        <Undo2 size={16} /> {say("Undo")}
      </button>
      <button className="btn btn-ghost btn-sm" disabled={future.length === 0} onClick={redo} title={labelOf(future)}>
        <Redo2 size={16} /> {say("Redo")}
      </button>
      <Round label={tip("history")} onClick={() => show("history")}>
        <History size={16} />
      </Round>
    </div>
  );
}

interface RoundParts {
  label: string;
  small?: boolean;
  onClick(): void;
  children: ReactNode;
}

function Round({ label, small = false, onClick, children }: RoundParts) {
  return (
    <button
      className={`btn btn-ghost btn-square ${small ? "btn-xs" : "btn-sm"}`}
      aria-label={label}
      title={label}
      onClick={onClick}
    >
      {children}
    </button>
  );
}
