import { say } from "@/language";
import { type UploadAnswer, refusalAnswer, uploadAnswer } from "@/core/contract";

export interface UploadHooks {
  /** Called with 0…1 of the bytes sent. */
  onProgress(share: number): void;
  signal: AbortSignal;
}

/**
 * Sends one file as it is. By XMLHttpRequest, since fetch tells nothing of the progress of what it sends.
 *
 * @returns what came of it. @throws Error with a sentence for people; AbortError when cancelled.
 */
export function uploadPhoto(
  assignmentId: string,
  file: File,
  { onProgress, signal }: UploadHooks,
): Promise<UploadAnswer> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open("POST", `/api/assignments/${assignmentId}/photos?name=${encodeURIComponent(file.name)}`);
    request.responseType = "json";
    request.upload.onprogress = (event) => event.lengthComputable && onProgress(event.loaded / event.total);
    request.onload = () => {
      const answer: unknown = request.response;
      const kept = request.status >= 200 && request.status < 300 ? uploadAnswer.safeParse(answer) : null;
      if (kept?.success) resolve(kept.data);
      else
        reject(
          new Error(
            refusalAnswer.safeParse(answer).data?.error ??
              say("The server answered {status}.", { status: request.status }),
          ),
        );
    };
    request.onerror = () => reject(new Error(say("The connection broke off. The file was not kept; add it again.")));
    request.onabort = () => reject(new DOMException("Cancelled", "AbortError"));
    signal.addEventListener("abort", () => request.abort(), { once: true });
    if (signal.aborted) request.abort();
    else request.send(file);
  });
}
