import { deflateSync } from "node:zlib";
import { crc32 } from "./crc32";
import { type Carried, withoutMakerNote } from "./carried-metadata";
import { type Directories, type Entry, exifBlock, readDirectories, writeDirectories } from "./tiff-directory";

const MOST_IN_SEGMENT = 65533;

function jpegSegment(marker: number, body: Buffer): Buffer {
  const head = Buffer.from([0xff, marker, 0, 0]);
  head.writeUInt16BE(body.length + 2, 2);
  return Buffer.concat([head, body]);
}

/** How an XMP packet announces itself in a JPEG and in a PNG (ISO 16684-3). */
const XMP_SEGMENT = Buffer.from("http://ns.adobe.com/xap/1.0/\0", "latin1");
/** The longest packet that a JPEG's one segment can hold, bytes. */
export const MOST_JPEG_XMP = MOST_IN_SEGMENT - XMP_SEGMENT.length;
const XMP_KEYWORD = Buffer.from("XML:com.adobe.xmp\0\0\0\0\0", "latin1");

/**
 * EXIF (APP1), XMP (APP1) and the colour profile (APP2, in numbered pieces; ICC.1:2010 annex B.4) put in behind the
 * start of a JPEG. An XMP packet too long for its one segment is left out.
 */
export function embedInJpeg(jpeg: Buffer, { icc, exif, xmp, dpi }: Carried): Buffer {
  const parts: Buffer[] = [jpeg.subarray(0, 2)];
  const rest = dpi ? atDensity(jpeg.subarray(2), dpi) : jpeg.subarray(2);
  if (exif) {
    const fits = [exif, withoutMakerNote(exif)].map(exifBlock).find((b) => b.length + 6 <= MOST_IN_SEGMENT);
    if (fits) parts.push(jpegSegment(0xe1, Buffer.concat([Buffer.from("Exif\0\0", "latin1"), fits])));
  }
  if (xmp && xmp.length <= MOST_JPEG_XMP) parts.push(jpegSegment(0xe1, Buffer.concat([XMP_SEGMENT, xmp])));
  if (icc) {
    const piece = MOST_IN_SEGMENT - 14;
    const count = Math.ceil(icc.length / piece);
    for (let i = 0; i < count; i++) {
      const head = Buffer.concat([Buffer.from("ICC_PROFILE\0", "latin1"), Buffer.from([i + 1, count])]);
      parts.push(jpegSegment(0xe2, Buffer.concat([head, icc.subarray(i * piece, (i + 1) * piece)])));
    }
  }
  return Buffer.concat([...parts, rest]);
}

/** A JPEG behind its start whose JFIF header (ITU-T T.871, 10.1) says its pixels to an inch. */
function atDensity(rest: Buffer, dpi: number): Buffer {
  const isJfif = rest.readUInt16BE(0) === 0xffe0 && rest.subarray(4, 9).toString("latin1") === "JFIF\0";
  if (!isJfif) return rest;
  const copy = Buffer.from(rest);
  copy[11] = 1;
  copy.writeUInt16BE(Math.min(65535, Math.round(dpi)), 12);
  copy.writeUInt16BE(Math.min(65535, Math.round(dpi)), 14);
  return copy;
}

function pngChunk(type: string, body: Buffer): Buffer {
  const typed = Buffer.concat([Buffer.from(type, "latin1"), body]);
  const frame = Buffer.alloc(8);
  frame.writeUInt32BE(body.length);
  frame.writeUInt32BE(crc32(typed), 4);
  return Buffer.concat([frame.subarray(0, 4), typed, frame.subarray(4)]);
}

const INCH_M = 0.0254;

/** Pixels to a metre both ways, as a PNG says it. */
function physical(dpi: number): Buffer {
  const body = Buffer.alloc(9);
  body.writeUInt32BE(Math.round(dpi / INCH_M), 0);
  body.writeUInt32BE(Math.round(dpi / INCH_M), 4);
  body[8] = 1;
  return body;
}

/** The colour profile (iCCP), size on paper (pHYs), EXIF (eXIf) and XMP (iTXt) put in behind the header of a PNG. */
export function embedInPng(png: Buffer, { icc, exif, xmp, dpi }: Carried): Buffer {
  const header = 8 + 12 + 13;
  const parts: Buffer[] = [png.subarray(0, header)];
  if (icc) parts.push(pngChunk("iCCP", Buffer.concat([Buffer.from("ICC profile\0\0", "latin1"), deflateSync(icc)])));
  if (dpi) parts.push(pngChunk("pHYs", physical(dpi)));
  if (exif) parts.push(pngChunk("eXIf", exifBlock(exif)));
  if (xmp) parts.push(pngChunk("iTXt", Buffer.concat([XMP_KEYWORD, xmp])));
  return Buffer.concat([...parts, png.subarray(header)]);
}

const ICC_TAG = 34675;
const XMP_TAG = 700;

/** A TIFF's directories with what is carried over added to them, or put in place of what they had. */
export function directoriesWith(main: readonly Entry[], { icc, exif, xmp }: Carried): Directories {
  const added: Entry[] = [...(exif?.main ?? [])];
  if (icc) added.push({ tag: ICC_TAG, type: 7, count: icc.length, bytes: icc });
  if (xmp) added.push({ tag: XMP_TAG, type: 1, count: xmp.length, bytes: xmp });
  const replaced = new Set(added.map((e) => e.tag));
  return {
    main: [...main.filter((e) => !replaced.has(e.tag)), ...added],
    exif: exif?.exif ?? [],
    gps: exif?.gps ?? [],
  };
}

/** The colour profile, EXIF and XMP added to a little-endian TIFF by a new first directory at its end. */
export function embedInTiff(tiff: Buffer, carried: Carried): Buffer {
  if (!carried.icc && !carried.exif && !carried.xmp) return tiff;
  if (tiff.subarray(0, 4).toString("latin1") !== "II*\0")
    throw new Error("The encoder wrote an unexpected kind of TIFF.");
  const { main } = readDirectories(tiff);
  const even = tiff.length % 2 ? Buffer.concat([tiff, Buffer.alloc(1)]) : tiff;
  const { bytes, mainAt } = writeDirectories(directoriesWith(main, carried), even.length);
  const whole = Buffer.concat([even, bytes]);
  whole.writeUInt32LE(mainAt, 4);
  return whole;
}
