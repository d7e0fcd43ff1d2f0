"use client";

import { say } from "@/core/language";
import { useEffect, useState } from "react";
import { COURSES } from "@/core/recipe";
import { Dialog } from "@/ui";
import { COMMANDS, grouped } from ".";
import { type Command, GROUP_WORDS } from "./command";
import { BY_POINTER } from "./general";
import { writtenKeys } from "./keys";
import { allKeysAsTheyWere, giveKeys, keysPressed, takeKeysBack, useOwnKeys, withOwnKeys } from "./own-keys";

/** The card of keys. A press on one gives its command another. */
export function KeyCard({ onClose }: { onClose: () => void }) {
  const { own } = useOwnKeys();
  const [asking, ask] = useState<string | null>(null);
  const all = COMMANDS.map(withOwnKeys);
  const changed = Object.keys(own).length;
  useEffect(() => {
    if (asking === null) return;
    const take = (event: KeyboardEvent): void => {
      event.preventDefault();
      event.stopImmediatePropagation();
      if (event.key === "Escape") return ask(null);
      const keys = keysPressed(event);
      if (keys === null) return;
      giveKeys(asking, keys);
      ask(null);
    };
    window.addEventListener("keydown", take, { capture: true });
    return () => window.removeEventListener("keydown", take, { capture: true });
  }, [asking]);
  return (
    <Dialog title={say("Keys")} wide onClose={onClose}>
      <p className="muted flex items-center gap-3 pb-3">
        <span className="grow">
          {say("A press on a key gives the command another one. It is kept in this browser.")}
        </span>
        {changed > 0 && (
          <button className="btn btn-xs" onClick={allKeysAsTheyWere}>
            {say("All as they were")}
          </button>
        )}
      </p>
      <div className="columns-1 gap-8 sm:columns-2 lg:columns-3">
        <Part title={say("Courses")}>
          <Row keys="1 – 6" words={COURSES.map((c) => c.name).join(", ")} />
          {all
            .filter((c) => c.group === "Courses" && !c.id.startsWith("course-"))
            .map((command) => (
              <CommandRow key={command.id} {...{ command, all, own, asking, ask }} />
            ))}
        </Part>
        {grouped(all.filter((c) => c.group !== "Courses")).map(({ group, commands }) => (
          <Part key={group} title={GROUP_WORDS[group]}>
            {commands.map((command) => (
              <CommandRow key={command.id} {...{ command, all, own, asking, ask }} />
            ))}
          </Part>
        ))}
        <Part title={say("On the sheet")}>
          {BY_POINTER.map(([keys, words]) => (
            <Row key={words} keys={keys} words={words} />
          ))}
        </Part>
      </div>
    </Dialog>
  );
}

function Part({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section className="mb-3 break-inside-avoid-column">
      <h3 className="caps pb-1">{title}</h3>
      <dl className="grid grid-cols-[5.5rem_1fr] gap-x-3">{children}</dl>
    </section>
  );
}

const Row = ({ keys, words }: { keys: string; words: string }) => (
  <div className="contents">
    <dt className="font-semibold">{keys}</dt>
    <dd>{words}</dd>
  </div>
);

function CommandRow({
  command,
  all,
  own,
  asking,
  ask,
}: {
  command: Command;
  all: readonly Command[];
  own: Readonly<Record<string, string>>;
  asking: string | null;
  ask: (id: string | null) => void;
}) {
  const { id, words, keys } = command;
  // A run of keys, such as the arrows, is no one key.
  if (keys.length > 2) return <Row keys={writtenKeys(command)} words={words} />;
  const isOwn = own[id] !== undefined;
  // Somebody's own key may be another command's as well: the first that can be done has it.
  const others = isOwn ? all.filter((c) => c.id !== id && c.keys.includes(keys[0]!)) : [];
  return (
    <div className="contents">
      <dt>
        <button
          className="min-h-[24px] min-w-[24px] rounded px-1 text-left font-semibold hover:bg-base-300"
          aria-label={say("{words}: {keys}. Give it another", { words, keys: writtenKeys(command) || say("no key") })}
          onClick={() => ask(id)}
        >
          {asking === id ? say("press …") : writtenKeys(command) || "–"}
        </button>
      </dt>
      <dd>
        {words}
        {isOwn && (
          <button
            className="btn btn-ghost btn-xs"
            aria-label={say("{words}: as it was", { words })}
            onClick={() => takeKeysBack(id)}
          >
            {say("as it was")}
          </button>
        )}
        {others.length > 0 && (
          <span className="block text-error">
            {say("also: {others}", { others: others.map((c) => c.words).join("; ") })}
          </span>
        )}
      </dd>
    </div>
  );
}
