import { arriving } from "./arriving";
import { chunksOf } from "../testing";

async function collect(chunks: AsyncIterable<Uint8Array>): Promise<number[]> {
  const sizes: number[] = [];
  for await (const chunk of chunks) sizes.push(chunk.length);
  return sizes;
}

test("what keeps coming is taken, however slowly", async () => {
  async function* slow(): AsyncGenerator<Uint8Array> {
    for (let i = 1; i <= 4; i++) {
      await new Promise((resolve) => setTimeout(resolve, 30));
      yield new Uint8Array(i);
    }
  }
  expect(await collect(arriving(slow(), 90))).toEqual([1, 2, 3, 4]);
  expect(await collect(arriving(chunksOf(new Uint8Array(2500))))).toEqual([1000, 1000, 500]);
});

test("an upload that has stopped coming is dropped, and its source is told", async () => {
  let ended = false;
  async function* stuck(): AsyncGenerator<Uint8Array> {
    try {
      yield new Uint8Array(1);
      await new Promise((resolve) => setTimeout(resolve, 200));
      yield new Uint8Array(1);
    } finally {
      ended = true;
    }
  }
  await expect(collect(arriving(stuck(), 50))).rejects.toMatchObject({ status: 408 });
  await new Promise((resolve) => setTimeout(resolve, 300));
  expect(ended).toBe(true);
});

test("what breaks off breaks off here too", async () => {
  async function* broken(): AsyncGenerator<Uint8Array> {
    yield new Uint8Array(1);
    throw new Error("connection lost");
  }
  await expect(collect(arriving(broken()))).rejects.toThrow("connection lost");
});
