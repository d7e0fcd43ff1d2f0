import type { Page } from "playwright-core";
import { counted, openFresh, put, usePage } from "./app";

/** Settings kept under a name, and put on another photo once it is seen what they change. */
let page: Page;
usePage((opened) => void (page = opened));

const dialog = () => page.getByRole("dialog", { name: "Saved recipes" });

test("kept on one photo, seen and put on another, taken back; deleted and brought back", async () => {
  const name = `Evening ${Date.now()}`;
  await openFresh(page, "SM-0414.jpg");
  await page.keyboard.press("6");
  await put(page, "Exposure, stops", "0.7");
  await page.keyboard.press("2");
  await put(page, "Pitch, °", "6");
  await page.keyboard.press("F3");
  await dialog().getByLabel("Lines").uncheck();
  await dialog().getByLabel("Name of the recipe").fill(name);
  await page.keyboard.press("Enter");
  await dialog().getByRole("button", { name, exact: false }).first().waitFor();
  await page.keyboard.press("Escape");

  await openFresh(page, "SM-0415.jpg");
  await page.getByRole("button", { name: /^Saved recipes/ }).click();
  await dialog()
    .getByRole("button", { name: `${name} Finish` })
    .click();
  const words = dialog().getByRole("list", { name: "What it changes" });
  expect(await words.innerText()).toMatch(/exposure 0.00 stops → 0.70 stops/i);
  expect(await words.innerText()).not.toMatch(/pitch/i);
  // Two small pictures, and the second is brighter.
  await dialog().getByRole("img", { name: "With it" }).waitFor();
  const mean = (alt: string) =>
    dialog()
      .getByRole("img", { name: alt })
      .evaluate(async (img: HTMLImageElement) => {
        await img.decode();
        const context = new OffscreenCanvas(img.naturalWidth, img.naturalHeight).getContext("2d")!;
        context.drawImage(img, 0, 0);
        const { data } = context.getImageData(0, 0, img.naturalWidth, img.naturalHeight);
        return data.reduce((s, v) => s + v, 0) / data.length;
      });
  expect(await mean("With it")).toBeGreaterThan((await mean("Now")) + 5);
  await dialog().getByRole("button", { name: "Put on this photo" }).click();
  await page.keyboard.press("6");
  expect(await page.getByLabel("Exposure, stops").inputValue()).toBe("0.70");
  await page.keyboard.press("Control+z");
  expect(await page.getByLabel("Exposure, stops").inputValue()).toBe("0.00");

  await page.keyboard.press("F3");
  await dialog()
    .getByRole("button", { name: `Delete ${name}` })
    .click();
  await page.getByText(`${name} was deleted.`).waitFor();
  await counted(dialog().getByRole("button", { name: `${name} Finish` }), 0);
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Bring it back" }).click();
  await page.keyboard.press("F3");
  await dialog()
    .getByRole("button", { name: `${name} Finish` })
    .waitFor();
}, 180_000);
