import { createHash } from "node:crypto";
import { forgetComing, notArrived } from "./not-arrived";
import { useUploads } from "./upload-queue";

/** The browser's request, as far as uploads use it; tests answer it by hand. */
class FakeRequest {
  static all: FakeRequest[] = [];
  upload: { onprogress?: (event: { lengthComputable: boolean; loaded: number; total: number }) => void } = {};
  status = 0;
  response: unknown = null;
  responseType = "";
  url = "";
  sent = false;
  onload: () => void = () => undefined;
  onerror: () => void = () => undefined;
  onabort: () => void = () => undefined;
  constructor() {
    FakeRequest.all.push(this);
  }
  open(_method: string, url: string): void {
    this.url = url;
  }
  send(): void {
    this.sent = true;
  }
  abort(): void {
    this.onabort();
  }
  answer(status: number, response: unknown): void {
    Object.assign(this, { status, response });
    this.onload();
  }
}

const files = (...names: string[]): File[] => names.map((name) => new File(["x"], name));
const settled = () => new Promise((resolve) => setTimeout(resolve, 5));
/** What the server has of the names and lengths that it is asked for. */
let namesakes: { name: string; bytes: number; sha256: string }[] = [];
/** A browser's memory. */
const memory = new Map<string, string>();
const states = () => useUploads.getState().items.map((i) => i.state);
const arrived = jest.fn();

beforeEach(() => {
  FakeRequest.all = [];
  arrived.mockClear();
  useUploads.setState({ items: [] });
  namesakes = [];
  memory.clear();
  Object.assign(globalThis, {
    XMLHttpRequest: FakeRequest,
    fetch: async () => Response.json(namesakes),
    localStorage: {
      getItem: (k: string) => memory.get(k) ?? null,
      setItem: (k: string, v: string) => memory.set(k, v),
    },
  });
});

// The next test finds nothing on its way.
afterEach(async () => {
  for (const request of FakeRequest.all) request.onerror();
  await settled();
});

test("three are sent at a time, and one that is refused does not hold up the rest", async () => {
  useUploads.getState().add("visit", files("a.jpg", "b.jpg", "c.jpg", "d & e.jpg"), arrived);
  await settled();
  expect(states()).toEqual(["sending", "sending", "sending", "waiting"]);
  FakeRequest.all[1]!.answer(415, { error: "This is a web page." });
  await settled();
  expect(states()).toEqual(["sending", "refused", "sending", "sending"]);
  expect(useUploads.getState().items[1]!.error).toBe("This is a web page.");
  expect(FakeRequest.all[3]!.url).toBe("/api/assignments/visit/photos?name=d%20%26%20e.jpg");
  FakeRequest.all[0]!.answer(200, { known: false, reopened: null, away: false });
  FakeRequest.all[2]!.answer(200, { known: true, reopened: null, away: false });
  FakeRequest.all[3]!.answer(200, { known: false, reopened: null, away: false });
  await settled();
  expect(states()).toEqual(["done", "refused", "known", "done"]);
  expect(arrived).toHaveBeenCalledTimes(3);
  useUploads.getState().clearFinished();
  expect(states()).toEqual([]);
});

test("progress is told; all sent, the server is still looking at it", async () => {
  useUploads.getState().add("visit", files("a.jpg"), arrived);
  await settled();
  const [request] = FakeRequest.all;
  request!.upload.onprogress!({ lengthComputable: true, loaded: 30, total: 100 });
  expect(useUploads.getState().items[0]).toMatchObject({ state: "sending", share: 0.3 });
  request!.upload.onprogress!({ lengthComputable: true, loaded: 100, total: 100 });
  expect(useUploads.getState().items[0]).toMatchObject({ state: "checking", share: 1 });
  request!.onerror();
  await settled();
  expect(useUploads.getState().items[0]!.error).toMatch(/broke off.*add it again/);
});

test("cancelled on its way or still waiting, it is not kept, and the next one goes", async () => {
  useUploads.getState().add("visit", files("a.jpg", "b.jpg", "c.jpg", "d.jpg", "e.jpg"), arrived);
  await settled();
  const keys = useUploads.getState().items.map((i) => i.key);
  useUploads.getState().cancel(keys[4]!);
  expect(states()[4]).toBe("cancelled");
  useUploads.getState().cancel(keys[0]!);
  await settled();
  expect(states()).toEqual(["cancelled", "sending", "sending", "sending", "cancelled"]);
  expect(FakeRequest.all).toHaveLength(4);
  for (const request of FakeRequest.all.slice(1)) request.answer(200, { known: false, reopened: null, away: false });
  await settled();
  expect(arrived).toHaveBeenCalledTimes(3);
});

test("a delivery is told as one: with the version that its recipe is again, or that its original is not here", async () => {
  useUploads.getState().add("visit", files("back.jpg", "strange.jpg"), arrived);
  await settled();
  const reopened = { versionId: crypto.randomUUID(), photo: "a.jpg", version: "B" };
  FakeRequest.all[0]!.answer(200, { known: true, reopened, away: false });
  FakeRequest.all[1]!.answer(200, { known: false, reopened: null, away: true });
  await settled();
  expect(states()).toEqual(["reopened", "away"]);
  expect(useUploads.getState().items[0]!.reopened).toEqual(reopened);
  useUploads.getState().clearFinished();
  expect(states()).toEqual([]);
});

test("what is here already by name, length and content is not sent; the same name with another content is", async () => {
  const same = createHash("sha256").update("x").digest("hex");
  namesakes = [
    { name: "a.jpg", bytes: 1, sha256: same },
    { name: "b.jpg", bytes: 1, sha256: "0".repeat(64) },
  ];
  useUploads.getState().add("visit", files("a.jpg", "b.jpg", "c.jpg"), arrived);
  // Reading the files' hashes takes its time.
  const isRead = () => states()[0] !== "sending" && FakeRequest.all.length === 2;
  for (let i = 0; i < 400 && !isRead(); i++) await settled();
  expect(states()).toEqual(["known", "sending", "sending"]);
  expect(FakeRequest.all.map((r) => r.url.split("=")[1]).sort()).toEqual(["b.jpg", "c.jpg"]);
  expect(arrived).not.toHaveBeenCalled();
});

test("where it cannot be told what is here, all is sent", async () => {
  Object.assign(globalThis, { fetch: () => Promise.reject(new TypeError("away")) });
  useUploads.getState().add("visit", files("a.jpg"), arrived);
  await settled();
  expect(FakeRequest.all).toHaveLength(1);
});

test("what has not arrived when the page goes is remembered, for each visit, until it has, was refused or is let go of", async () => {
  useUploads.getState().add("visit", files("a.jpg", "b.jpg", "c.jpg", "d.jpg"), arrived);
  useUploads.getState().add("other", files("e.jpg"), arrived);
  await settled();
  expect(notArrived("visit")).toEqual(["a.jpg", "b.jpg", "c.jpg", "d.jpg"]);
  FakeRequest.all[0]!.answer(200, { known: false, reopened: null, away: false });
  FakeRequest.all[1]!.answer(415, { error: "This is a web page." });
  await settled();
  expect(notArrived("visit")).toEqual(["c.jpg", "d.jpg"]);
  const waits = useUploads.getState().items.find((i) => i.name === "d.jpg")!;
  useUploads.getState().cancel(waits.key);
  await settled();
  expect(notArrived("visit")).toEqual(["c.jpg"]);
  forgetComing("visit");
  expect(notArrived("visit")).toEqual([]);
  expect(notArrived("other")).toEqual(["e.jpg"]);
});
