import "@/server/running/language";
import { tellLength } from "./tell-length";
import { createServer } from "node:http";
import { parseArgs } from "node:util";
import { guard } from "./guard";
import { warmUp } from "./warm-up";

/**
 * The app's server: Next behind a guard that checks to whom a request is addressed and gives every answer its headers.
 * It must hold no logic of the product.
 */
const { values } = parseArgs({
  options: { port: { type: "string" }, host: { type: "string", default: "127.0.0.1" }, dev: { type: "boolean" } },
});
const dev = values.dev ?? false;
const port = Number(values.port);
if (!Number.isInteger(port)) throw new Error("--port is missing.");
(process.env as Record<string, string>)["NODE_ENV"] = dev ? "development" : "production";
/** A request's head arrives quickly, or not at all, ms; its body may take as long as it keeps coming. */
const HEAD_MS = 20_000;

const { default: next } = await import("next");
const app = next({ dev, hostname: values.host, port, dir: process.cwd() });
await app.prepare();
const handle = app.getRequestHandler();

const server = createServer((request, response) => {
  if (!guard(request, response, dev)) return;
  tellLength(response);
  handle(request, response).catch((error: unknown) => {
    console.error(error);
    if (!response.headersSent) response.statusCode = 500;
    response.end();
  });
});
server.headersTimeout = HEAD_MS;
server.requestTimeout = 0;
server.keepAliveTimeout = 20_000;
server.on("clientError", (_error, socket) => {
  if (socket.writable) socket.end("HTTP/1.1 400 Bad Request\r\nConnection: close\r\nContent-Length: 0\r\n\r\n");
  else socket.destroy();
});
if (dev) server.on("upgrade", (request, socket, head) => void app.getUpgradeHandler()(request, socket, head));
server.listen(port, values.host, () => {
  console.log(`Flat Stone answers on http://${values.host}:${port}`);
  if (!dev) void warmUp(`http://${values.host}:${port}`);
});

function leave(): void {
  server.close();
  server.closeAllConnections();
  process.exit(0);
}
process.once("SIGTERM", leave);
process.once("SIGINT", leave);
