"use client";

import { say, sayError } from "@/language";
import { useMutation } from "@tanstack/react-query";
import { ArrowDown, ArrowUp, CopyPlus, Trash2 } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { type Version, api } from "@/client";
import { Dialog, useNotices } from "@/ui";
import type { Opened } from "../opened";
import { useSiblings, useSiblingsAnew } from "../use-siblings";

/** All versions of the photo: named, noted, put in order, one chosen to be delivered, duplicated, deleted. */
export function VersionsDialog({ opened, onClose }: { opened: Opened; onClose: () => void }) {
  const { photo, version: current } = opened;
  const siblings = useSiblings(opened);
  const anew = useSiblingsAnew(opened);
  const router = useRouter();
  const show = useNotices((s) => s.show);
  const refused = (e: Error): void => show({ text: sayError(e), kind: "error" });
  const change = useMutation({
    mutationFn: ({ id, ...to }: { id: string } & Parameters<typeof api.changeVersion>[1]) => api.changeVersion(id, to),
    onSuccess: anew,
    onError: refused,
  });
  const remove = useMutation({
    mutationFn: (v: Version) => api.changeVersion(v.id, { deleted: true }),
    onSuccess: (_, v) => {
      const next = siblings.find((s) => s.id !== v.id);
      if (v.id === current.id && next) router.push(`/bench/${next.id}`);
      else void anew();
      show({
        kind: "info",
        text: say("Version {name} was deleted.", { name: v.name }),
        action: { label: say("Bring it back"), run: () => change.mutate({ id: v.id, deleted: false }) },
      });
    },
    onError: refused,
  });
  const duplicate = useMutation({
    mutationFn: async (v: Version) => api.createVersion(photo.id, (await api.version(v.id)).recipe),
    onSuccess: anew,
    onError: refused,
  });
  return (
    <Dialog title={say("Versions of {name}", { name: photo.name })} onClose={onClose} wide>
      <table className="table table-sm" aria-label={say("Versions")}>
        <thead>
          <tr>
            <th>{say("deliver")}</th>
            <th>{say("name")}</th>
            <th>{say("note")}</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {siblings.map((v, i) => (
            <Row
              key={v.id}
              version={v}
              isOpen={v.id === current.id}
              isFirst={i === 0}
              isLast={i === siblings.length - 1}
              isDuplicating={duplicate.isPending}
              onChange={(to) => change.mutate({ id: v.id, ...to })}
              onDuplicate={() => duplicate.mutate(v)}
              onRemove={() => remove.mutate(v)}
            />
          ))}
        </tbody>
      </table>
    </Dialog>
  );
}

interface RowParts {
  version: Version;
  isOpen: boolean;
  isFirst: boolean;
  isLast: boolean;
  isDuplicating: boolean;
  onChange(to: Parameters<typeof api.changeVersion>[1]): void;
  onDuplicate(): void;
  onRemove(): void;
}

/** One version; the only one cannot be deleted. */
function Row({ version: v, isOpen, isFirst, isLast, isDuplicating, onChange, onDuplicate, onRemove }: RowParts) {
  return (
    <tr aria-current={isOpen ? "true" : undefined}>
      <td>
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          aria-label={say("Deliver version {name}", { name: v.name })}
          checked={v.chosen}
          onChange={() => onChange({ chosen: !v.chosen })}
        />
      </td>
      <td>
        <Words
          label={say("Name of version {name}", { name: v.name })}
          value={v.name}
          most={40}
          needed
          onDone={(name) => onChange({ name })}
        />
      </td>
      <td className="w-1/2">
        <Words
          label={say("Note to version {name}", { name: v.name })}
          value={v.note}
          most={500}
          onDone={(note) => onChange({ note })}
        />
      </td>
      <td className="text-right whitespace-nowrap">
        {!isOpen && (
          <Link className="btn btn-xs mr-1" href={`/bench/${v.id}`}>
            {say("Open")}
          </Link>
        )}
        <Act label={say("Move version {name} up", { name: v.name })} off={isFirst} run={() => onChange({ move: -1 })}>
          <ArrowUp size={14} />
        </Act>
        <Act label={say("Move version {name} down", { name: v.name })} off={isLast} run={() => onChange({ move: 1 })}>
          <ArrowDown size={14} />
        </Act>
        <Act label={say("Duplicate version {name}", { name: v.name })} off={isDuplicating} run={onDuplicate}>
          <CopyPlus size={14} />
        </Act>
        <Act label={say("Delete version {name}", { name: v.name })} off={isFirst && isLast} run={onRemove}>
          <Trash2 size={14} />
        </Act>
      </td>
    </tr>
  );
}

function Act({
  label,
  off,
  run,
  children,
}: {
  label: string;
  off: boolean;
  run: () => void;
  children: React.ReactNode;
}) {
  return (
    <button className="btn btn-ghost btn-sm btn-square" aria-label={label} title={label} disabled={off} onClick={run}>
      {children}
    </button>
  );
}

/** A text that is taken when the field is left, or by Enter; Escape puts it back. */
function Words({
  label,
  value,
  most,
  needed = false,
  onDone,
}: {
  label: string;
  value: string;
  most: number;
  needed?: boolean;
  onDone: (text: string) => void;
}) {
  const [text, setText] = useState<string | null>(null);
  const take = (): void => {
    const trimmed = text?.trim();
    setText(null);
    if (trimmed !== undefined && trimmed !== value && !(needed && trimmed === "")) onDone(trimmed);
  };
  return (
    <input
      className="input input-sm w-full"
      aria-label={label}
      value={text ?? value}
      maxLength={most}
      onChange={(e) => setText(e.target.value)}
      onBlur={take}
      onKeyDown={(e) => {
        if (e.key === "Enter") e.currentTarget.blur();
        if (e.key !== "Escape" || text === null) return;
        e.preventDefault();
        e.stopPropagation();
        setText(null);
      }}
    />
  );
}
