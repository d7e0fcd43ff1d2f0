"use client";

import { say } from "@/language";
import { useState } from "react";
import { useBench } from "@/client/bench-store";
import { sayMeasure } from "@/core/edits";
import type { KnownMeasure } from "@/core/shape/proportion";
import { commonMeasures, dropCommon, isOwn, keepCommon } from "./common-measures";

/** Sizes known by heart, to be chosen from, added to and taken off. */
export function CommonSizes({ measure }: { measure: KnownMeasure }) {
  const { edit } = useBench();
  const [all, setAll] = useState(commonMeasures);
  const fitting = all.filter((c) => c.kind === measure.kind);
  const [chosen, choose] = useState("");
  const [naming, setNaming] = useState<string | null>(null);
  const keep = (name: string): void => {
    if (name === "") return;
    const size =
      measure.kind === "length" ? { length: measure.length } : { width: measure.width, height: measure.height };
    keepCommon({ name, kind: measure.kind, unit: measure.unit ?? "m", ...size });
    setAll(commonMeasures());
    choose(name);
  };
  const own = fitting.find((c) => c.name === chosen && isOwn(c));
  return (
    <div className="flex items-center gap-1.5">
      <select
        className="select select-sm grow"
        aria-label={say("Common sizes")}
        value={chosen}
        onChange={(e) => {
          choose(e.target.value);
          const one = fitting.find((c) => c.name === e.target.value);
          if (!one) return;
          const { width, height, length, unit } = one;
          edit(
            sayMeasure(measure.id, {
              unit,
              ...(width !== undefined && { width }),
              ...(height !== undefined && { height }),
              ...(length !== undefined && { length }),
            }),
          );
        }}
      >
        <option value="">{say("Common sizes …")}</option>
        {fitting.map((c) => (
          <option key={c.name}>{c.name}</option>
        ))}
      </select>
      {naming === null ? (
        <button className="btn btn-xs" title={say("Keep this size in the list")} onClick={() => setNaming("")}>
          {say("Keep …")}
        </button>
      ) : (
        <input
          autoFocus
          className="input input-sm w-28"
          aria-label={say("Name to keep this size under")}
          placeholder={say("Name, Enter")}
          maxLength={60}
          value={naming}
          onChange={(e) => setNaming(e.target.value)}
          onBlur={() => setNaming(null)}
          onKeyDown={(e) => {
            if (e.key === "Enter") keep(naming.trim());
            if (e.key === "Enter" || e.key === "Escape") setNaming(null);
          }}
        />
      )}
      {own && (
        <button
          className="btn btn-xs"
          onClick={() => {
            dropCommon(own.name);
            setAll(commonMeasures());
            choose("");
          }}
        >
          {say("Drop")}
        </button>
      )}
    </div>
  );
}
