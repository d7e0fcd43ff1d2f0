import { isIPv4 } from "node:net";

/**
 * Names under which the app answers: loopback ones, and those in FLATSTONE_HOSTS (separated by commas). Any other name
 * that leads here was made to, by somebody else's page (DNS rebinding).
 */
export function isOwnHost(host: string | null | undefined, more = process.env["FLATSTONE_HOSTS"] ?? ""): boolean {
  const name = nameOf(host);
  if (name === null) return false;
  if (name === "localhost" || name === "[::1]" || (isIPv4(name) && name.startsWith("127."))) return true;
  return more
    .split(",")
    .map((own) => own.trim().toLowerCase())
    .includes(name);
}

/** The name in a Host header, without its port; null for what is none. */
function nameOf(host: string | null | undefined): string | null {
  const match = /^(\[[0-9a-f:.]+\]|[a-z0-9._-]+)(?::\d{1,5})?$/i.exec(host ?? "");
  return match ? match[1]!.toLowerCase() : null;
}

/** Whether a request that changes something comes from a page of this app, or from no page at all. */
export function isOwnOrigin(headers: { get(name: string): string | null }): boolean {
  const site = headers.get("sec-fetch-site");
  if (site && site !== "same-origin" && site !== "none") return false;
  const origin = headers.get("origin");
  if (origin === null) return true;
  if (!URL.canParse(origin)) return false;
  return new URL(origin).host === headers.get("host")?.toLowerCase();
}
