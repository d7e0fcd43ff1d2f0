import { isOwnHost, isOwnOrigin } from "./hosts";

test.each([
  ["127.0.0.1:4380", true],
  ["127.9.0.1", true],
  ["localhost:80", true],
  ["LOCALHOST", true],
  ["[::1]:4380", true],
  ["evil.example", false],
  ["127.0.0.1.evil.example", false],
  ["localhost.evil.example:4380", false],
  ["128.0.0.1", false],
  ["127.0.0.1:4380, evil.example", false],
  ["", false],
  ["127.0.0.1/x", false],
])("the app answers to %p: %p", (host, own) => expect(isOwnHost(host, "")).toBe(own));

test("names in the setting are answered to as well, and no others", () => {
  const setting = "studio.local, Bench.example";
  expect(isOwnHost("studio.local:4380", setting)).toBe(true);
  expect(isOwnHost("bench.example", setting)).toBe(true);
  expect(isOwnHost("example", setting)).toBe(false);
  expect(isOwnHost(null, setting)).toBe(false);
});

test.each([
  [{}, true],
  [{ origin: "http://127.0.0.1:4380" }, true],
  [{ "sec-fetch-site": "same-origin" }, true],
  [{ "sec-fetch-site": "none" }, true],
  [{ origin: "null" }, false],
  [{ origin: "nonsense" }, false],
  [{ origin: "http://127.0.0.1:9" }, false],
  [{ origin: "https://elsewhere.example" }, false],
  [{ "sec-fetch-site": "cross-site" }, false],
  [{ "sec-fetch-site": "same-site" }, false],
])("what comes with %p is of this app: %p", (headers, own) => {
  const all = new Headers({ host: "127.0.0.1:4380", ...(headers as Record<string, string>) });
  expect(isOwnOrigin(all)).toBe(own);
});
