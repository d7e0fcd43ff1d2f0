import type { Calibration, LensProfile } from "@/core/lens";
import type { Recipe, CourseKey } from "@/core/recipe";

export interface Assignment {
  id: string;
  name: string;
  createdAt: string;
  photoCount: number;
  covers: string[];
}

export interface Version {
  id: string;
  name: string;
  createdAt: string;
}

export interface Photo {
  id: string;
  assignmentId: string;
  sha256: string;
  name: string;
  bytes: number;
  format: string;
  width: number;
  height: number;
  bits: number;
  camera: string | null;
  lens: string | null;
  focalMm: number | null;
  equivalentMm: number | null;
  aperture: number | null;
  /** EXIF orientation the file is stored under; width and height are those as displayed. */
  orientation: number;
  takenAt: string | null;
}

export interface PhotoOnBoard extends Photo {
  versions: Version[];
  laid: CourseKey[];
  /** Versions whose recipe this program cannot read, by name. */
  unreadable: string[];
}

export interface OpenedVersion {
  version: Version;
  photo: Photo;
  assignment: { id: string; name: string };
  siblings: Version[];
  revision: number;
  token: string | null;
  recipe: Recipe;
}

export interface KeptProfile {
  id: string;
  document: LensProfile;
}

/** A lens measured from charts, with a profile ready to be kept. */
export interface Measured extends Calibration {
  used: string[];
  without: string[];
  profile: LensProfile;
}

/** Focal length and the sensor's longer side, mm, as last stated by hand for a camera. */
export interface StatedCamera {
  camera: string;
  focalMm: number;
  sensorMm: number;
}

/** How a delivery is to be written. */
export interface DeliveryOrder {
  format: "jpeg" | "png" | "tiff" | "webp" | "avif";
  quality: number;
  subsampling: "auto" | "4:4:4" | "4:2:0";
  progressive: boolean;
  compression: "deflate" | "lzw";
  colour: "own" | "srgb";
}

export interface Delivery {
  id: string;
  state: "queued" | "rendering" | "done" | "failed" | "cancelled";
  format: DeliveryOrder["format"];
  quality: number;
  options: Partial<DeliveryOrder>;
  progress: number;
  error: string | null;
  cancelRequested: boolean;
  resultBytes: number | null;
  resultWidth: number | null;
  resultHeight: number | null;
  createdAt: string;
  /** Finished, but its file is no longer there. */
  gone: boolean;
}

/** How app, database, queue, worker and disk are; as /api/health tells, also while the database is away. */
export interface Health {
  ok: boolean;
  database: { ok: boolean };
  queue: { waiting: number; rendering: number; oldestSeconds: number | null } | null;
  worker: { ok: boolean; count: number; seenSecondsAgo: number | null } | null;
  disk: { ok: boolean; freeBytes: number; totalBytes: number };
}

/** What the server answered when it refused; the message is a sentence for people. */
export class ServerRefusal extends Error {
  override readonly name = "ServerRefusal";

  constructor(
    readonly status: number,
    message: string,
    readonly details: unknown,
  ) {
    super(message);
  }
}

/** JSON from the server. @throws ServerRefusal, or TypeError when the server cannot be reached. */
async function call<T>(path: string, method = "GET", json?: unknown): Promise<T> {
  const response = await fetch(path, {
    method,
    ...(json === undefined ? {} : { body: JSON.stringify(json), headers: { "content-type": "application/json" } }),
  });
  const answer: unknown = await response.json().catch(() => null);
  if (!response.ok) {
    const { error, details } = (answer ?? {}) as { error?: string; details?: unknown };
    throw new ServerRefusal(response.status, error ?? `The server answered ${response.status}.`, details);
  }
  return answer as T;
}

export const api = {
  assignments: () => call<Assignment[]>("/api/assignments"),
  createAssignment: (name: string) => call<Assignment>("/api/assignments", "POST", { name }),
  changeAssignment: (id: string, change: { name?: string; deleted?: boolean }) =>
    call<Assignment>(`/api/assignments/${id}`, "PATCH", change),
  photos: (assignmentId: string) => call<PhotoOnBoard[]>(`/api/assignments/${assignmentId}/photos`),
  changePhoto: (id: string, change: { deleted: boolean }) => call<Photo>(`/api/photos/${id}`, "PATCH", change),
  version: (id: string) => call<OpenedVersion>(`/api/versions/${id}`),
  createVersion: (photoId: string, recipe?: Recipe) =>
    call<Version>(`/api/photos/${photoId}/versions`, "POST", { recipe }),
  saveRevision: (versionId: string, base: number, recipe: Recipe, token: string) =>
    call<{ revision: number }>(`/api/versions/${versionId}/revisions`, "POST", { base, recipe, token }),
  deliveries: (versionId: string) => call<Delivery[]>(`/api/versions/${versionId}/deliveries`),
  deliver: (versionId: string, order: DeliveryOrder) =>
    call<Delivery>(`/api/versions/${versionId}/deliveries`, "POST", order),
  profiles: () => call<KeptProfile[]>("/api/profiles"),
  keepProfile: (document: unknown) => call<KeptProfile>("/api/profiles", "POST", { document }),
  changeProfile: (id: string, change: { document?: unknown; deleted?: boolean }) =>
    call<KeptProfile>(`/api/profiles/${id}`, "PATCH", change),
  /** Takes a profile on every photo of the assignment with that lens whose Lens course is untouched. */
  takeProfile: (assignmentId: string, profileId: string, lens: string, except: string) =>
    call<{ photos: number }>(`/api/assignments/${assignmentId}/lens`, "POST", { profileId, lens, except }),
  calibrate: (
    assignmentId: string,
    order: { photoIds: string[]; columns: number; rows: number; kind: "checker" | "lines" },
  ) => call<Measured>(`/api/assignments/${assignmentId}/calibrations`, "POST", order),
  statedCamera: (camera: string) => call<StatedCamera | null>(`/api/cameras?camera=${encodeURIComponent(camera)}`),
  stateCamera: (stated: StatedCamera) => call<StatedCamera>("/api/cameras", "PUT", stated),
  repeatDelivery: (id: string) => call<Delivery>(`/api/deliveries/${id}`, "PATCH", { again: true }),
  changeDeleted: (what: "photo" | "assignment", id: string, deleted: boolean) =>
    call<unknown>(`/api/${what}s/${id}`, "PATCH", { deleted }),
  /** Also an answer of 503 is an account. @throws TypeError when the app cannot be reached. */
  health: async (): Promise<Health> => (await fetch("/api/health", { cache: "no-store" })).json() as Promise<Health>,
  cancelDelivery: (id: string) => call<Delivery>(`/api/deliveries/${id}`, "PATCH", { cancelled: true }),
};

export const previewUrl = (sha256: string, level: "thumb" | "bench" | "close"): string =>
  `/api/previews/${sha256}/${level}`;
export const tileUrl = (sha256: string, column: number, row: number): string =>
  `/api/previews/${sha256}/tiles/${column}/${row}`;
export const deliveryUrl = (id: string): string => `/api/deliveries/${id}/file`;
