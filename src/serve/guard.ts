import { randomBytes } from "node:crypto";
import type { IncomingMessage, ServerResponse } from "node:http";
import { isOwnHost } from "@/server/running/hosts";
import { EVERYWHERE, contentPolicy } from "./headers";

/** A sentence as JSON, for what is refused before any route sees it. */
function refuse(response: ServerResponse, status: number, error: string): void {
  response.statusCode = status;
  response.setHeader("content-type", "application/json; charset=utf-8");
  response.setHeader("connection", "close");
  response.end(JSON.stringify({ error, details: null }));
}

/** Whether a path can be decoded, and into text that can be kept. */
function isReadable(url: string): boolean {
  try {
    return !decodeURIComponent(url.replace(/\+/g, " ").split("#")[0]!).includes("\0");
  } catch {
    return false;
  }
}

/**
 * Sets the headers that every answer carries, and refuses what is addressed to another name or cannot be read.
 *
 * @returns whether the request may go on.
 */
export function guard(request: IncomingMessage, response: ServerResponse, dev = false): boolean {
  const policy = contentPolicy(randomBytes(16).toString("base64"), dev);
  for (const [name, value] of Object.entries(EVERYWHERE)) response.setHeader(name, value);
  response.setHeader("Content-Security-Policy", policy);
  // Next takes the nonce for its own scripts from here; what a client sent under the name is gone.
  request.headers["content-security-policy"] = policy;
  delete request.headers["content-security-policy-report-only"];
  if (!isOwnHost(request.headers.host)) {
    refuse(response, 421, "This address is not one that Flat Stone answers to.");
    return false;
  }
  if (!isReadable(request.url ?? "")) {
    refuse(response, 400, "The address cannot be read; there is a slip in it.");
    return false;
  }
  return true;
}
