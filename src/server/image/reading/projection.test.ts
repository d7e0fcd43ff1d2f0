import { writeFileSync } from "node:fs";
import path from "node:path";
import { gradient, pictureOf, temporaryFolder } from "../../testing";
import { statedLayout, statedProjection } from "./projection";

const folder = temporaryFolder();
const place = (name: string): string => path.join(folder, name);

/** A picture with a packet of XMP. */
async function picture(name: string, xmp: string | null): Promise<string> {
  const bytes = await pictureOf(gradient(40, 30)).jpeg().toBuffer();
  if (xmp === null) writeFileSync(place(name), bytes);
  else {
    const head = Buffer.from(`<rdf:RDF>${xmp}</rdf:RDF>`);
    const marker = Buffer.from([0xff, 0xe1, (head.length + 2) >> 8, (head.length + 2) & 255]);
    writeFileSync(place(name), Buffer.concat([bytes.subarray(0, 2), marker, head, bytes.subarray(2)]));
  }
  return place(name);
}

test("a stitched picture's projection is read, as attribute and as element; others state none", async () => {
  const attribute = await picture("a.jpg", '<rdf:Description GPano:ProjectionType="equirectangular"/>');
  const element = await picture("b.jpg", "<GPano:ProjectionType>cylindrical</GPano:ProjectionType>");
  expect(await statedProjection(attribute)).toBe("equirectangular");
  expect(await statedProjection(element)).toBe("cylindrical");
  expect(await statedProjection(await picture("c.jpg", "<rdf:Description dc:title='GPano'/>"))).toBeNull();
  expect(await statedProjection(await picture("d.jpg", null))).toBeNull();
});

test("it is found at the end of a large file, and what is hostile is not taken", async () => {
  const tail = "<GPano:ProjectionType>cylindrical</GPano:ProjectionType>";
  writeFileSync(place("large.tif"), Buffer.concat([Buffer.alloc(1_400_000), Buffer.from(tail)]));
  expect(await statedProjection(place("large.tif"))).toBe("cylindrical");
  const hostile = await picture("e.jpg", `<rdf:Description GPano:ProjectionType="${"x".repeat(90)}"/>`);
  expect(await statedProjection(hostile)).toBeNull();
  expect(await statedProjection(await picture("f.jpg", '<a GPano:ProjectionType="<script>"/>'))).toBeNull();
});

test("how it is laid out is read in numbers, as attributes and elements; half of it is not enough", async () => {
  const numbers =
    'GPano:FullPanoWidthPixels="160" GPano:FullPanoHeightPixels="80" GPano:CroppedAreaImageWidthPixels="40"';
  const cut = 'GPano:CroppedAreaLeftPixels="60" GPano:CroppedAreaTopPixels="20"';
  const said = await picture("layout.jpg", `<rdf:Description GPano:ProjectionType="cylindrical" ${numbers} ${cut}/>`);
  const layout = (await statedLayout(said, [40, 30]))!;
  expect(layout.focalPx).toBeCloseTo(160 / (2 * Math.PI), 9);
  expect(layout.centre).toEqual([20, 20]);
  const posed =
    "<GPano:PosePitchDegrees>-2.5</GPano:PosePitchDegrees><GPano:FullPanoWidthPixels>80</GPano:FullPanoWidthPixels>";
  const element = await picture("posed.jpg", `<GPano:ProjectionType>equirectangular</GPano:ProjectionType>${posed}`);
  expect(await statedLayout(element, [40, 30])).toMatchObject({ pitch: -2.5, model: "equirectangular" });
  expect(await statedLayout(await picture("bare.jpg", '<x GPano:ProjectionType="cylindrical"/>'), [40, 30])).toBeNull();
  expect(await statedLayout(await picture("none.jpg", null), [40, 30])).toBeNull();
});
