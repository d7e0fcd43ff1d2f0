"use client";

import { say, sayError } from "@/language";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type Delivery, type DeliveryOrder, api, deliveryUrl, maskUrl } from "@/client";
import type { Size } from "@/core/geometry";
import { formatOf } from "@/core/contract";
import { DeliverForm } from "./deliver-form";
import { notice } from "../lesson/lesson-state";
import { Dialog, fileSize, grouped, percent, useNotices } from "@/ui";

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
  const key = ["deliveries", versionId];
  const { data } = useQuery({
    queryKey: key,
    queryFn: () => api.deliveries(versionId),
    refetchInterval: (query) => (query.state.data?.some(running) ? 300 : false),
  });
  const refresh = () => cache.invalidateQueries({ queryKey: key });
  const failed = (e: Error) => show({ text: sayError(e), kind: "error" });
  const order = useMutation({
    mutationFn: (order: DeliveryOrder) => api.deliver(versionId, order),
    onSuccess: () => notice("delivered"),
    onSettled: refresh,
    onError: failed,
  });
  const again = useMutation({ mutationFn: api.repeatDelivery, onSettled: refresh, onError: failed });
  const cancel = useMutation({ mutationFn: api.cancelDelivery, onSettled: refresh, onError: failed });
  return (
    <Dialog title={say("Deliver")} onClose={onClose}>
      <DeliverForm output={output} busy={order.isPending} onOrder={order.mutate} />
      {data && data.length > 0 && (
        <ul
          className="ruled mt-4 max-h-60 divide-y divide-(--rule) overflow-auto border-t"
          aria-label={say("Deliveries")}
        >
          {data.map((d) => (
            <DeliveryRow
              key={d.id}
              delivery={d}
              onCancel={() => cancel.mutate(d.id)}
              onAgain={() => again.mutate(d.id)}
            />
          ))}
        </ul>
      )}
    </Dialog>
  );
}

interface RowParts {
  delivery: Delivery;
  onCancel: () => void;
  onAgain: () => void;
}

function DeliveryRow({ delivery: d, onCancel, onAgain }: RowParts) {
  const fetchable = d.state === "done" && !d.gone;
  return (
    <li className="grid grid-cols-[7rem_1fr_auto] items-center gap-3 py-2" data-state={d.state}>
      <span className="font-semibold">
        {formatOf(d.format).name}
        {formatOf(d.format).lossy && <span className="muted font-normal"> {d.quality}</span>}
      </span>
      {running(d) && (
        <span className="flex items-center gap-3">
          <progress className="progress w-36" value={d.progress} max={1} aria-label={say("Progress")} />
          <span className="muted">
            {d.state === "queued" ? say("waiting") : d.cancelRequested ? say("stopping") : percent(d.progress)}
          </span>
        </span>
      )}
      {d.state === "done" && d.gone && <span className="text-error">{say("Its file is no longer there.")}</span>}
      {fetchable && (
        <span>
          {say("{resultWidth} × {resultHeight} px, {resultBytes}", {
            resultWidth: grouped(d.resultWidth!),
            resultHeight: grouped(d.resultHeight!),
            resultBytes: fileSize(d.resultBytes!),
          })}
        </span>
      )}
      {d.state === "failed" && (
        <span className="text-error">{say("{error} Nothing you saved is lost.", { error: d.error ?? "" })}</span>
      )}
      {d.state === "cancelled" && <span className="muted">{say("cancelled")}</span>}
      {running(d) ? (
        <button className="btn btn-sm" onClick={onCancel} disabled={d.cancelRequested}>
          {say("Cancel")}
        </button>
      ) : fetchable ? (
        <span className="flex gap-1.5">
          {d.masked && (
            <Beside
              href={maskUrl(d.id, "mask")}
              name={say("Mask")}
              tells={say("Which pixels are made up: white in a black picture")}
            />
          )}
          {d.doubted && (
            <Beside
              href={maskUrl(d.id, "doubt")}
              name={say("Doubt")}
              tells={say("How sure the fill is: dark where it is sure, light where it may be off")}
            />
          )}
          <a className="btn btn-sm" href={deliveryUrl(d.id)} download>
            {say("Download")}
          </a>
        </span>
      ) : (
        <button className="btn btn-sm" onClick={onAgain}>
          {say("Make it again")}
        </button>
      )}
    </li>
  );
}

/** A picture that lies beside a delivery. */
function Beside({ href, name, tells }: { href: string; name: string; tells: string }) {
  return (
    <a className="btn btn-ghost btn-sm" href={href} download title={tells}>
      {name}
    </a>
  );
}
