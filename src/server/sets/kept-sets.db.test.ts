import { deliveryOptions } from "@/core/contract";
import { changeAssignment, changeKeptSet, closeDatabase, createAssignment, getAssignment, keepDeliverySet, listKeptSets } from ".."; // prettier-ignore

afterAll(closeDatabase);

const output = (name: string, long: number | null) => ({
  ...{ name, long },
  options: deliveryOptions.parse({ format: "jpeg", quality: 90 }),
});

test("a set is kept under its name, replaced by another of that name, deleted and brought back", async () => {
  const web = await keepDeliverySet({ name: "For the web", outputs: [output("web", 2048)], pattern: "{name}" });
  await keepDeliverySet({ name: "Archive", outputs: [output("full", null)], pattern: "{date}-{name}" });
  const names = async () => (await listKeptSets()).map((s) => s.name);
  expect(await names()).toEqual(["Archive", "For the web"]);
  const wider = await keepDeliverySet({ name: "For the web", outputs: [output("web", 3000)], pattern: "{name}" });
  expect(wider.id).toBe(web.id);
  expect((await listKeptSets())[1]!.outputs[0]!.long).toBe(3000);
  await changeKeptSet(web.id, { deleted: true });
  expect(await names()).toEqual(["Archive"]);
  await changeKeptSet(web.id, { deleted: false });
  expect(await names()).toEqual(["Archive", "For the web"]);
  // Kept anew it is there again, too.
  await changeKeptSet(web.id, { deleted: true });
  await keepDeliverySet({ name: "For the web", outputs: [output("web", 1000)], pattern: "{name}" });
  expect(await names()).toEqual(["Archive", "For the web"]);
  await expect(changeKeptSet("00000000-0000-4000-8000-000000000000", { deleted: true })).rejects.toMatchObject({
    status: 404,
  });
});

test("captions are a visit's own; before there are any they are empty", async () => {
  const { id, captions } = await createAssignment("Captioned");
  expect(captions).toEqual({ caption: "", creator: "", copyright: "", address: "" });
  await changeAssignment(id, { captions: { ...captions, creator: "A. Harrow" } });
  expect((await getAssignment(id)).captions).toEqual({ ...captions, creator: "A. Harrow" });
});
