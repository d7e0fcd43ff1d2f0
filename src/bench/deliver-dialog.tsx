"use client";

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { type Delivery, api, deliveryUrl } from "@/client";
import type { Size } from "@/core/geometry";
import { Dialog, fileSize, grouped, percent, useNotices } from "@/ui";

const NAMES = { jpeg: "JPEG", png: "PNG", tiff: "TIFF" } as const;
const NOTES = {
  jpeg: "8 bits, for clients and web",
  png: "lossless, keeps 16 bits",
  tiff: "lossless, keeps 16 bits, for print and retouching",
} as const;

const running = (d: Delivery): boolean => d.state === "queued" || d.state === "rendering";

/** Renders at full resolution and hands over; what was delivered before stays to be fetched again. */
export function DeliverDialog({
  versionId,
  output,
  onClose,
}: {
  versionId: string;
  output: Size;
  onClose: () => void;
}) {
  const cache = useQueryClient();
  const show = useNotices((s) => s.show);
  const [format, setFormat] = useState<Delivery["format"]>("jpeg");
  const [quality, setQuality] = useState(92);
  const key = ["deliveries", versionId];
  const { data } = useQuery({
    queryKey: key,
    queryFn: () => api.deliveries(versionId),
    refetchInterval: (query) => (query.state.data?.some(running) ? 300 : false),
  });
  const refresh = () => cache.invalidateQueries({ queryKey: key });
  const failed = (e: Error) => show({ text: e.message, kind: "error" });
  const order = useMutation({
    mutationFn: () => api.deliver(versionId, { format, quality }),
    onSettled: refresh,
    onError: failed,
  });
  const cancel = useMutation({ mutationFn: api.cancelDelivery, onSettled: refresh, onError: failed });
  return (
    <Dialog title="Deliver" onClose={onClose}>
      <form
        className="space-y-3"
        onSubmit={(e) => {
          e.preventDefault();
          order.mutate();
        }}
      >
        <fieldset className="flex gap-2" aria-label="Format">
          {(["jpeg", "png", "tiff"] as const).map((f) => (
            <label
              key={f}
              className="ruled flex-1 cursor-pointer rounded border p-2 has-checked:border-base-content has-checked:bg-base-200"
            >
              <span className="flex items-center gap-2 font-semibold">
                <input
                  type="radio"
                  name="format"
                  className="radio radio-xs"
                  checked={format === f}
                  onChange={() => setFormat(f)}
                />
                {NAMES[f]}
              </span>
              <span className="muted block text-[0.9rem]">{NOTES[f]}</span>
            </label>
          ))}
        </fieldset>
        {format === "jpeg" && (
          <label className="grid grid-cols-[auto_1fr_2.5rem] items-center gap-3">
            Quality
            <input
              type="range"
              className="range range-xs w-full"
              min={60}
              max={100}
              value={quality}
              onChange={(e) => setQuality(Number(e.target.value))}
            />
            <b className="text-right">{quality}</b>
          </label>
        )}
        <div className="flex items-center justify-between">
          <span className="muted">
            {grouped(output[0])} × {grouped(output[1])} px, colour profile and camera data kept
          </span>
          <button className="btn btn-primary btn-sm" disabled={order.isPending}>
            Render at full resolution
          </button>
        </div>
      </form>
      {data && data.length > 0 && (
        <ul className="ruled mt-4 max-h-60 divide-y divide-(--rule) overflow-auto border-t" aria-label="Deliveries">
          {data.map((d) => (
            <DeliveryRow key={d.id} delivery={d} onCancel={() => cancel.mutate(d.id)} />
          ))}
        </ul>
      )}
    </Dialog>
  );
}

function DeliveryRow({ delivery: d, onCancel }: { delivery: Delivery; onCancel: () => void }) {
  return (
    <li className="grid grid-cols-[7rem_1fr_auto] items-center gap-3 py-2" data-state={d.state}>
      <span className="font-semibold">
        {NAMES[d.format]}
        {d.format === "jpeg" && <span className="muted font-normal"> {d.quality}</span>}
      </span>
      {running(d) && (
        <span className="flex items-center gap-3">
          <progress className="progress w-36" value={d.progress} max={1} aria-label="Progress" />
          <span className="muted">
            {d.state === "queued" ? "waiting" : d.cancelRequested ? "stopping" : percent(d.progress)}
          </span>
        </span>
      )}
      {d.state === "done" && (
        <span>
          {grouped(d.resultWidth!)} × {grouped(d.resultHeight!)} px, {fileSize(d.resultBytes!)}
        </span>
      )}
      {d.state === "failed" && <span className="text-error">{d.error} The original is safe; try again.</span>}
      {d.state === "cancelled" && <span className="muted">cancelled</span>}
      {running(d) ? (
        <button className="btn btn-sm" onClick={onCancel} disabled={d.cancelRequested}>
          Cancel
        </button>
      ) : d.state === "done" ? (
        <a className="btn btn-sm" href={deliveryUrl(d.id)} download>
          Download
        </a>
      ) : (
        <span />
      )}
    </li>
  );
}
