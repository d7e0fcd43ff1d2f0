import { request } from "node:http";
import { address, millPhoto } from "./app";

/** To whom the app answers, and what every answer carries. */
const { port } = new URL(address);

interface Answer {
  readonly status: number;
  readonly headers: Record<string, unknown>;
  readonly text: string;
}

/** A request as it is written, which fetch would tidy up. */
const raw = (path: string, headers: Record<string, string> = {}): Promise<Answer> =>
  new Promise((resolve, reject) => {
    const asked = request({ host: "127.0.0.1", port, path, headers }, (answer) => {
      const parts: Buffer[] = [];
      answer.on("data", (part: Buffer) => parts.push(part));
      answer.on("end", () =>
        resolve({ status: answer.statusCode!, headers: answer.headers, text: Buffer.concat(parts).toString() }),
      );
    });
    asked.on("error", reject);
    asked.end();
  });

test("only its own names are answered to, for reading too", async () => {
  for (const host of ["evil.example", `evil.example:${port}`, "127.0.0.1.evil.example"]) {
    for (const path of ["/", "/api/assignments", "/_next/static/none.js"]) {
      const { status, text } = await raw(path, { host });
      expect([host, path, status]).toEqual([host, path, 421]);
      expect(text).not.toContain("Sallow");
    }
  }
  for (const host of [`127.0.0.1:${port}`, `localhost:${port}`, "[::1]"])
    expect((await raw("/api/assignments", { host })).status).toBe(200);
});

test("every answer carries the headers that keep pages apart, also refusals and files", async () => {
  const script = /src="(\/_next\/static\/[^"]+\.js)"/.exec((await raw("/")).text)![1]!;
  for (const path of ["/", script, "/api/health", "/api/nothing", "/bench/none", "/%ff", "/icon.svg"]) {
    const { headers } = await raw(path);
    expect([path, headers["x-content-type-options"]]).toEqual([path, "nosniff"]);
    expect(headers).toMatchObject({
      "x-frame-options": "DENY",
      "referrer-policy": "no-referrer",
      "cross-origin-opener-policy": "same-origin",
      "cross-origin-embedder-policy": "require-corp",
      "permissions-policy": expect.stringContaining("camera=()"),
    });
    const policy = String(headers["content-security-policy"]);
    expect(policy).toMatch(/script-src 'self' 'nonce-[^']{20,}' 'wasm-unsafe-eval';/);
    expect(policy).toContain("frame-ancestors 'none'");
    expect(/script-src[^;]*unsafe-inline/.test(policy)).toBe(false);
  }
});

test("a page's scripts run under its own nonce, another each time", async () => {
  const [one, two] = [await raw("/"), await raw("/")];
  const nonceOf = (answer: Answer) => /'nonce-([^']+)'/.exec(String(answer.headers["content-security-policy"]))![1]!;
  expect(nonceOf(one)).not.toBe(nonceOf(two));
  const scripts = one.text.match(/<script[^>]*>/g)!;
  expect(scripts.length).toBeGreaterThan(3);
  for (const script of scripts) expect(script).toContain(`nonce="${nonceOf(one)}"`);
  // What a client sends under that name is not taken for it.
  const forged = await raw("/", { "content-security-policy": "script-src 'nonce-forged'" });
  expect(forged.text).not.toContain("forged");
});

test("addresses that cannot be read are refused with a sentence", async () => {
  for (const path of ["/%ff", "/api/assignments/%c0%80", "/bench/%", "/api/cameras?camera=%ff", "/%00"]) {
    const { status, text } = await raw(path);
    expect([path, status]).toEqual([path, 400]);
    expect(JSON.parse(text)).toMatchObject({ error: expect.stringMatching(/^The address/) });
  }
});

test("the app says how it and what it needs are", async () => {
  const { status, text } = await raw("/api/health");
  expect(status).toBe(200);
  expect(JSON.parse(text)).toMatchObject({
    database: { ok: true, state: "answers" },
    queue: { waiting: expect.any(Number), rendering: expect.any(Number) },
    worker: { ok: true, count: 1 },
    disk: { freeBytes: expect.any(Number), totalBytes: expect.any(Number) },
  });
});

test("files say how long they are", async () => {
  const { sha256 } = await millPhoto("SM-0415.jpg");
  const answer = await fetch(`${address}/api/previews/${sha256}/thumb`);
  const bytes = await answer.arrayBuffer();
  expect(bytes.byteLength).toBeGreaterThan(500);
  expect(Number(answer.headers.get("content-length"))).toBe(bytes.byteLength);
});
