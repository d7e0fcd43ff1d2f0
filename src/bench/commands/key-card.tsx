"use client";

import { put, say } from "@/language";
import { useEffect, useState } from "react";
import { useBench } from "@/client/bench-store";
import { COURSES } from "@/core/recipe";
import { Dialog } from "@/ui";
import { COMMANDS, grouped } from ".";
import { type Command, GROUPS, type Group } from "./command";
import { BY_POINTER } from "./general";
import { writtenKeys } from "./keys";
import { allKeysAsTheyWere, giveKeys, keysPressed, takeKeysBack, useOwnKeys, withOwnKeys } from "./own-keys";

/** Groups of commands that are one course's own. */
const OWN_GROUPS: readonly Group[] = COURSES.map(({ key }) => key);

/** The card of keys: what can be done anywhere, and in one course, so that it fits the screen. A press on one gives its command another. */
export function KeyCard({ onClose }: { onClose: () => void }) {
  const { own } = useOwnKeys();
  const [asking, ask] = useState<string | null>(null);
  const all = COMMANDS.map(withOwnKeys);
  const changed = Object.keys(own).length;
  const { course } = useBench();
  const [group, choose] = useState<Group | null>(course);
  const shown = all.filter((c) => group === null || c.group === group || !OWN_GROUPS.includes(c.group));
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
    <Dialog title={say("Keys")} wide="all" onClose={onClose}>
      <div className="flex flex-wrap items-center gap-3 pb-2">
        <div className="join" role="group" aria-label={say("Course whose keys are shown")}>
          {[...OWN_GROUPS, null].map((g) => (
            <button
              key={g}
              className="btn btn-xs join-item aria-pressed:bg-primary aria-pressed:text-primary-content"
              aria-pressed={g === group}
              {...(g === group && { "data-first": true })}
              onClick={() => choose(g)}
            >
              {g === null ? say("All") : GROUPS.get(g)}
            </button>
          ))}
        </div>
        <span className="muted grow">
          {say("A press on a key gives the command another one. It is kept in this browser.")}
        </span>
        {changed > 0 && (
          <button className="btn btn-xs" onClick={allKeysAsTheyWere}>
            {say("All as they were")}
          </button>
        )}
      </div>
      <div className="columns-2 gap-6 text-[0.88rem] leading-[1.35] md:columns-3 lg:columns-4">
        <Part title={say("Courses")}>
          <Row keys="1 – 6" words={COURSES.map((c) => put(c.name)).join(", ")} />
          {shown
            .filter((c) => c.group === "courses" && !c.id.startsWith("course-"))
            .map((command) => (
              <CommandRow key={command.id} {...{ command, all, own, asking, ask }} />
            ))}
        </Part>
        {grouped(shown.filter((c) => c.group !== "courses")).map(({ group: g, commands }) => (
          <Part key={g} title={GROUPS.get(g)!}>
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
    <section className="mb-2.5">
      <h3 className="caps break-after-avoid pb-1">{title}</h3>
      <dl>{children}</dl>
    </section>
  );
}

/** A row is not parted where a column ends. */
const ROW = "grid min-h-[24px] break-inside-avoid grid-cols-[4.6rem_1fr] items-baseline gap-x-2";

const Row = ({ keys, words }: { keys: string; words: string }) => (
  <div className={ROW}>
    <dt className="px-1 font-semibold">{keys}</dt>
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
    <div className={ROW}>
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
