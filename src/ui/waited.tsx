"use client";

import { useEffect, useState } from "react";
import { say } from "@/language";

/**
 * How long something has been under way, told once a second. Nothing turns: without a graphics processor, an animation draws the whole
 * page again sixty times a second, and takes both cores from what is waited for.
 */
export function Waited() {
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => setSeconds((n) => n + 1), 1000);
    return () => clearInterval(timer);
  }, []);
  return (
    <span aria-hidden className="muted tabular-nums">
      {seconds === 0 ? "" : say("{seconds} s", { seconds })}
    </span>
  );
}
