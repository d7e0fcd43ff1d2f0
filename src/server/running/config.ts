import path from "node:path";

/** Where the server finds its database and its files; both come from the environment that bin/start sets. */
export function databaseUrl(): string {
  const url = process.env["DATABASE_URL"];
  if (!url) throw new Error("DATABASE_URL is not set; start the app with bin/start, which sets it.");
  return url;
}

/** The folder of originals, previews and deliveries. */
export const filesFolder = (): string =>
  path.resolve(/* turbopackIgnore: true */ process.env["FLATSTONE_FILES"] ?? ".local/files");

/** The folder of bundled programs that the server starts (scripts/bundle.mjs). */
export const bundlesFolder = (): string =>
  path.resolve(/* turbopackIgnore: true */ process.env["FLATSTONE_BUNDLES"] ?? "dist");

/** Largest upload and largest JSON, bytes; largest picture, pixels. */
export const LIMITS = { bytes: 500 * 1024 * 1024, jsonBytes: 1024 * 1024, pixels: 250_000_000 } as const;
