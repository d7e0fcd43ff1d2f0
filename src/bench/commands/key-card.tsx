"use client";

import { COURSES } from "@/core/recipe";
import { Dialog } from "@/ui";
import { COMMANDS, grouped } from ".";
import { BY_POINTER } from "./general";
import { writtenKeys } from "./keys";

/** The card of keys. */
export function KeyCard({ onClose }: { onClose: () => void }) {
  return (
    <Dialog title="Keys" wide onClose={onClose}>
      <div className="columns-1 gap-8 sm:columns-2 lg:columns-3">
        <Part title="Courses" rows={[["1 – 6", COURSES.map((c) => c.name).join(", ")]]} />
        {grouped(COMMANDS.filter((c) => c.keys.length > 0 && c.group !== "Courses")).map(({ group, commands }) => (
          <Part key={group} title={group} rows={commands.map((c) => [writtenKeys(c), c.words])} />
        ))}
        <Part title="On the sheet" rows={BY_POINTER} />
      </div>
    </Dialog>
  );
}

function Part({ title, rows }: { title: string; rows: readonly (readonly [string, string])[] }) {
  return (
    <section className="mb-3 break-inside-avoid">
      <h3 className="caps pb-1">{title}</h3>
      <dl className="grid grid-cols-[5.5rem_1fr] gap-x-3">
        {rows.map(([keys, words]) => (
          <div key={words} className="contents">
            <dt className="font-semibold">{keys}</dt>
            <dd>{words}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
