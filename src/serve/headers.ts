/**
 * Headers of every answer. Pages are kept apart from other sites', since the pixel kernel's memory is of the shared kind;
 * nobody may frame them, guess at types, or learn where a link was followed from.
 */
export const EVERYWHERE: Readonly<Record<string, string>> = {
  "Cross-Origin-Opener-Policy": "same-origin",
  "Cross-Origin-Embedder-Policy": "require-corp",
  "Cross-Origin-Resource-Policy": "same-origin",
  "X-Content-Type-Options": "nosniff",
  "X-Frame-Options": "DENY",
  "Referrer-Policy": "no-referrer",
  "Permissions-Policy":
    "camera=(), microphone=(), geolocation=(), payment=(), usb=(), serial=(), bluetooth=(), display-capture=(), browsing-topics=()",
};

/**
 * What a page may load: its own files, workers and WebAssembly; scripts only from files or under this answer's nonce.
 * Styles may stand in the page, since React writes them there.
 *
 * @param dev lets modules be reloaded while developing.
 */
export const contentPolicy = (nonce: string, dev = false): string =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'wasm-unsafe-eval'${dev ? " 'unsafe-eval'" : ""}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' blob: data:",
    "font-src 'self'",
    `connect-src 'self'${dev ? " ws:" : ""}`,
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");
