"use client";

import { put, say } from "@/language";
import { type ReactNode, useState } from "react";
import type { DeliveryOrder } from "@/client";
import { FORMATS, QUALITY, formatOf } from "@/core/contract";
import type { Size } from "@/core/geometry";
import { grouped } from "@/ui";

/** How the picture is to be written. */
export function DeliverForm({
  output,
  busy,
  onOrder,
}: {
  output: Size;
  busy: boolean;
  onOrder: (order: DeliveryOrder) => void;
}) {
  const [order, setOrder] = useState<DeliveryOrder>({
    format: "jpeg",
    quality: QUALITY.standard,
    subsampling: "auto",
    progressive: false,
    compression: "deflate",
    colour: "own",
  });
  const change = (part: Partial<DeliveryOrder>): void => setOrder({ ...order, ...part });
  const { format, quality } = order;
  const chosen = formatOf(format);
  return (
    <form
      className="space-y-3"
      onSubmit={(e) => {
        e.preventDefault();
        onOrder(order);
      }}
    >
      <Formats format={format} onTake={(f) => change({ format: f })} />
      {chosen.lossy && (
        <label className="grid grid-cols-[7rem_1fr_2.5rem] items-center gap-3">
          {put(QUALITY.label)}
          <input
            type="range"
            className="range range-xs w-full"
            min={40}
            max={QUALITY.max}
            value={quality}
            onChange={(e) => change({ quality: Number(e.target.value) })}
          />
          <b className="text-right">{quality}</b>
        </label>
      )}
      <Choices order={order} change={change} />
      <div className="flex items-center justify-between">
        <span className="muted">
          {say("{width} × {height} px, camera data and recipe kept in it", {
            width: grouped(output[0]),
            height: grouped(output[1]),
          })}
        </span>
        <button className="btn btn-primary btn-sm" disabled={busy}>
          {say("Render at full resolution")}
        </button>
      </div>
    </form>
  );
}

function Formats({
  format,
  onTake,
}: {
  format: DeliveryOrder["format"];
  onTake(format: DeliveryOrder["format"]): void;
}) {
  return (
    <fieldset className="grid grid-cols-5 gap-1.5" aria-label={say("Format")}>
      {FORMATS.map(({ key: f, name, note }) => (
        <label
          key={f}
          className="ruled cursor-pointer rounded border p-2 has-checked:border-base-content has-checked:bg-base-200"
        >
          <span className="flex items-center gap-2 font-semibold">
            <input
              type="radio"
              name="format"
              className="radio radio-xs"
              checked={format === f}
              onChange={() => onTake(f)}
            />
            {name}
          </span>
          <span className="muted block text-[0.85rem] leading-tight">{put(note)}</span>
        </label>
      ))}
    </fieldset>
  );
}

/** What can be chosen for a format. */
function Choices({ order, change }: { order: DeliveryOrder; change(part: Partial<DeliveryOrder>): void }) {
  const chosen = formatOf(order.format);
  return (
    <>
      {chosen.choices.includes("subsampling") && (
        <Row label={say("Colour detail")}>
          <Choice
            value={order.subsampling}
            options={{ auto: say("full from quality 90"), "4:4:4": say("full"), "4:2:0": say("half") }}
            onChange={(subsampling) => change({ subsampling })}
            label={say("Colour detail")}
          />
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-xs"
              checked={order.progressive}
              onChange={(e) => change({ progressive: e.target.checked })}
            />
            {say("comes up coarse to fine")}
          </label>
        </Row>
      )}
      {chosen.choices.includes("compression") && (
        <Row label={say("Packed by")}>
          <Choice
            value={order.compression}
            options={{ deflate: say("deflate, smaller"), lzw: say("LZW, for old programs") }}
            onChange={(compression) => change({ compression })}
            label={say("Packed by")}
          />
        </Row>
      )}
      <Row label={say("Colours")}>
        <Choice
          value={order.colour}
          options={{ own: say("as the photo has them"), srgb: "sRGB" }}
          onChange={(colour) => change({ colour })}
          label={say("Colours")}
        />
      </Row>
    </>
  );
}

function Row({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="grid grid-cols-[7rem_1fr] items-center gap-3">
      <span>{label}</span>
      <span className="flex items-center gap-4">{children}</span>
    </div>
  );
}

function Choice<T extends string>({
  value,
  options,
  onChange,
  label,
}: {
  value: T;
  options: Readonly<Record<T, string>>;
  onChange: (value: T) => void;
  label: string;
}) {
  return (
    <select
      className="select select-sm w-52"
      aria-label={label}
      value={value}
      onChange={(e) => onChange(e.target.value as T)}
    >
      {(Object.keys(options) as T[]).map((o) => (
        <option key={o} value={o}>
          {options[o]}
        </option>
      ))}
    </select>
  );
}
