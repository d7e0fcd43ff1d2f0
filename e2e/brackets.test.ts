import { readFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import type { Page } from "playwright-core";
import { addFiles, comesToBe, fetched, field, freshAssignment, put, rested, usePage } from "./app";

/** Exposures of one tripod position are corrected as one. */
let page: Page;
usePage((opened) => void (page = opened));

const original = readFileSync(path.join(__dirname, "../demo/photos/SM-0414.jpg"));

/** The photo exposed for so many times as long, a second after the one before, as a camera writes it. */
async function exposure(number: number, times: number) {
  const buffer = await sharp(original)
    .resize(800)
    .linear(times)
    .withExif({
      IFD0: { Make: "Quarl", Model: "Quarl Two" },
      IFD2: { DateTimeOriginal: `2026:05:04 10:00:0${number}`, ExposureTime: `${times * 100}/10000` },
    })
    .jpeg({ quality: 92 })
    .toBuffer();
  return { name: `tower-${number}.jpg`, mimeType: "image/jpeg", buffer };
}

test("they are told on the board and on the Bench, follow each other but for Finish, and are parted by a press", async () => {
  await freshAssignment(page, "Exposed three times", await exposure(0, 0.5));
  const board = page.url();
  await addFiles(page, [await exposure(1, 0.25), await exposure(2, 1)]);
  const id = board.split("/").at(-1)!;
  type Listed = { name: string; shown: { versionId: string }; bracket: { together: boolean } | null }[];
  const listed = () => fetched<Listed>(`/api/assignments/${id}/photos`);
  const isFound = (all: Listed) => all.length === 3 && all.every((p) => p.bracket?.together === true);
  expect(isFound(await comesToBe(listed, isFound))).toBe(true);
  // The open board hears of it by itself.
  await page.getByText("2 of 3 exposures, as one").waitFor();

  const pitchOf = async (name: string): Promise<number> => {
    const version = (await listed()).find((p) => p.name === name)!.shown.versionId;
    return (await fetched<{ recipe: { attitude: { pitch: number } } }>(`/api/versions/${version}`)).recipe.attitude
      .pitch;
  };
  const pitches = () => Promise.all([0, 1, 2].map((i) => pitchOf(`tower-${i}.jpg`)));
  const comeToBe = async (wanted: number[]) =>
    expect(await comesToBe(pitches, (now) => now.join() === wanted.join())).toEqual(wanted);
  await page.getByRole("link", { name: /Work on tower-0/ }).click();
  await rested(page);
  await page.keyboard.press("2");
  await put(page, "Pitch, °", "7");
  await comeToBe([7, 7, 7]);
  // What is taken back is taken back for all.
  await page.keyboard.press("Control+z");
  await comeToBe([0, 0, 0]);
  await put(page, "Pitch, °", "5");
  await comeToBe([5, 5, 5]);

  // The next exposure shows it, and can be gone on with.
  await page.keyboard.press("PageDown");
  await page.waitForURL((url) => !url.pathname.endsWith(board));
  await page.getByText("tower-1.jpg").first().waitFor();
  await rested(page);
  expect(await field(page, "Pitch, °").inputValue()).toBe("5.00");
  await put(page, "Pitch, °", "4");
  await comeToBe([4, 4, 4]);

  await page.getByRole("button", { name: "3 exposures as one" }).click();
  await page.getByRole("button", { name: "3 exposures, apart" }).waitFor();
  await put(page, "Pitch, °", "3");
  await comeToBe([4, 3, 4]);

  // The board parts and joins, too.
  await page.goto(board);
  await page.getByText("2 of 3 exposures, apart").waitFor();
  await page.getByRole("link", { name: /Work on tower-1/ }).click({ button: "right" });
  await page.getByRole("menuitem", { name: "Correct its bracket as one" }).click();
  await page.getByText("2 of 3 exposures, as one").waitFor();
}, 150_000);
