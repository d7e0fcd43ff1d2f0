"use client";

import { useState } from "react";
import { type PhotoOnBoard, previewUrl, stateUrl } from "@/client";

/** A photo as its version to deliver corrects it; as it was shot while nothing is done, or where the other cannot be made. */
export function PhotoPicture({ photo: { sha256, shown } }: { photo: PhotoOnBoard }) {
  const corrected =
    shown && shown.state !== "new" && shown.state !== "proposed" ? stateUrl(shown.versionId, shown.revision) : null;
  const [failed, setFailed] = useState<string | null>(null);
  const source = corrected && corrected !== failed ? corrected : previewUrl(sha256, "thumb");
  return (
    <img
      src={source}
      alt=""
      loading="lazy"
      draggable={false}
      onError={() => setFailed(corrected)}
      className="absolute inset-0 h-full w-full object-contain"
    />
  );
}
