"use client";

import { say } from "@/language";
import { useQuery } from "@tanstack/react-query";
import { type Health, api } from "@/client";
import { fileSize } from "./format";

/** How often the app is asked how it is: while all is well, and while it is not, ms. */
const WELL_MS = 20_000;
const UNWELL_MS = 2_000;

/** What is wrong and what becomes of one's work, in words; null while all is well. */
function healthWords(health: Health | null): string | null {
  if (!health)
    return say("The app does not answer. What you do here is kept in this browser and saved when it is back.");
  if (!health.database.ok)
    return say("The database cannot be reached. What you do here is kept in this browser and saved when it is back.");
  if (!health.disk.ok)
    return say(
      "The disk is nearly full: {freeBytes} left. New photos and deliveries may be refused; what is kept is safe.",
      { freeBytes: fileSize(health.disk.freeBytes) },
    );
  if (health.worker && !health.worker.ok && health.queue && health.queue.waiting + health.queue.rendering > 0)
    return say("No worker is running, so deliveries wait. They are made as soon as one is there.");
  return null;
}

/** A line above the page that says when something that work needs is away. */
export function HealthBar() {
  const { data, isError, isPending } = useQuery({
    queryKey: ["health"],
    queryFn: api.health,
    retry: 2,
    retryDelay: 700,
    networkMode: "always",
    refetchInterval: (query) =>
      query.state.status === "error" || (query.state.data && healthWords(query.state.data)) ? UNWELL_MS : WELL_MS,
  });
  const words = isPending ? null : healthWords(isError ? null : data);
  if (!words) return null;
  return (
    <p role="alert" className="fixed inset-x-0 bottom-0 z-40 bg-error px-4 py-1.5 text-center text-error-content">
      {words}
    </p>
  );
}
