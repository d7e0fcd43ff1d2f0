import { DOMParser, type Document, type Element, XMLSerializer } from "@xmldom/xmldom";
import { type Recipe, parseRecipe } from "@/core/recipe";
import type { Captions } from "@/core/contract";
import { boundedXml } from "../reading/bounded-xml";

/**
 * XMP (ISO 16684-1): what the original carried, less what became false, and with it the recipe that the delivery was
 * made by, in a namespace of our own.
 */
export const NAMESPACE = "urn:flat-stone:delivery:1#";

// The standard's own identifiers; they must be just these.
const RDF = "http://www.w3.org/1999/02/22-rdf-syntax-ns#";
const META = "adobe:ns:meta/";
/** Properties that described the original's pixels: namespace → names. */
const FALSE_NOW: Readonly<Record<string, readonly string[]>> = {
  "http://ns.adobe.com/tiff/1.0/": [
    "Orientation",
    "ImageWidth",
    "ImageLength",
    "BitsPerSample",
    "SamplesPerPixel",
    "Compression",
    "PhotometricInterpretation",
    "PlanarConfiguration",
    "YCbCrSubSampling",
  ],
  "http://ns.adobe.com/exif/1.0/": ["PixelXDimension", "PixelYDimension", "CompressedBitsPerPixel"],
  "http://ns.adobe.com/xap/1.0/": ["Thumbnails", "ModifyDate", "MetadataDate"],
  [NAMESPACE]: ["recipe", "version", "filled", "original"],
};

const START = `<?xpacket begin="\uFEFF" id="W5M0MpCehiHzreSzNTczkc9d"?>\n`;
const END = `\n<?xpacket end="w"?>`;
const EMPTY = Buffer.from(`<x:xmpmeta xmlns:x="${META}"><rdf:RDF xmlns:rdf="${RDF}"/></x:xmpmeta>`);

/** The packet as a document with its rdf:RDF; null when it is none, or too much to be one. */
function parsed(packet: Buffer): { document: Document; rdf: Element } | null {
  const text = boundedXml(packet);
  if (text === null) return null;
  try {
    const quiet = new DOMParser({
      onError: (level, message) => {
        if (level !== "warning") throw new Error(message);
      },
    });
    const document = quiet.parseFromString(text, "text/xml");
    const rdf = document.getElementsByTagNameNS(RDF, "RDF")[0];
    return rdf ? { document, rdf } : null;
  } catch {
    return null;
  }
}

const isFalse = (namespace: string | null, name: string | null): boolean =>
  FALSE_NOW[namespace ?? ""]?.includes(name ?? "") ?? false;

/** Takes properties out, whether they are said as elements or as attributes. */
function drop(rdf: Element, which: (namespace: string | null, name: string | null) => boolean): void {
  for (const description of Array.from(rdf.childNodes) as Element[]) {
    if (description.namespaceURI !== RDF || description.localName !== "Description") continue;
    for (const attribute of Array.from(description.attributes))
      if (which(attribute.namespaceURI, attribute.localName)) description.removeAttributeNode(attribute);
    for (const child of Array.from(description.childNodes) as Element[])
      if (which(child.namespaceURI, child.localName)) description.removeChild(child);
  }
}

/** What is said of a delivery besides its recipe: the share that is made up, 0…1, and the hash of its original. */
export interface SaidOfDelivery {
  readonly filled?: number | undefined;
  readonly original?: string | undefined;
  readonly captions?: Captions | undefined;
}

const DC = "http://purl.org/dc/elements/1.1/";
const IPTC_CORE = "http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/";

/**
 * Writes what a visit's deliveries say of themselves, in place of what the original said there: IPTC Photo Metadata Standard 2023.1,
 * dc:description and dc:rights as alternatives by language, dc:creator as a row of names, Iptc4xmpCore:Location.
 */
function writeCaptions(document: Document, rdf: Element, { caption, creator, copyright, address }: Captions): void {
  const make = (namespace: string, name: string, text?: string): Element => {
    const element = document.createElementNS(namespace, name);
    if (text !== undefined) element.appendChild(document.createTextNode(text));
    return element;
  };
  const list = (name: string, kind: "Alt" | "Seq", items: readonly string[]): Element => {
    const element = make(DC, `dc:${name}`);
    const all = make(RDF, `rdf:${kind}`);
    for (const text of items) {
      const item = make(RDF, "rdf:li", text);
      if (kind === "Alt") item.setAttributeNS("http://www.w3.org/XML/1998/namespace", "xml:lang", "x-default");
      all.appendChild(item);
    }
    element.appendChild(all);
    return element;
  };
  const creators = creator.split("\n").map((name) => name.trim());
  const said = [
    caption !== "" && list("description", "Alt", [caption]),
    creator !== "" && list("creator", "Seq", creators.filter(Boolean)),
    copyright !== "" && list("rights", "Alt", [copyright]),
    address !== "" && make(IPTC_CORE, "Iptc4xmpCore:Location", address),
  ].filter((element) => element !== false);
  if (said.length === 0) return;
  drop(rdf, (namespace, name) => said.some((e) => e.namespaceURI === namespace && e.localName === name));
  const description = make(RDF, "rdf:Description");
  description.setAttributeNS(RDF, "rdf:about", "");
  // Said here, readers find each property without looking for what its own tag declares.
  description.setAttributeNS("http://www.w3.org/2000/xmlns/", "xmlns:dc", DC);
  description.setAttributeNS("http://www.w3.org/2000/xmlns/", "xmlns:Iptc4xmpCore", IPTC_CORE);
  for (const element of said) description.appendChild(element);
  rdf.appendChild(description);
}

/** @param packet of the original, if it had one; what cannot be read is not carried. */
export function xmpOfDelivery(packet: Buffer | null, recipe: Recipe, said: SaidOfDelivery = {}): Buffer {
  const { filled = 0, original, captions } = said;
  const { document, rdf } = (packet && parsed(packet)) ?? parsed(EMPTY)!;
  drop(rdf, isFalse);
  if (captions) writeCaptions(document, rdf, captions);
  const description = document.createElementNS(RDF, "rdf:Description");
  description.setAttributeNS(RDF, "rdf:about", "");
  description.setAttributeNS("http://www.w3.org/2000/xmlns/", "xmlns:stone", NAMESPACE);
  for (const [name, value] of [
    ["version", "1"],
    ["recipe", JSON.stringify(recipe)],
    // What is made up is known to whoever asks.
    ...(filled > 0 ? [["filled", filled.toFixed(4)] as const] : []),
    ...(original === undefined ? [] : [["original", original] as const]),
  ] as const) {
    const element = document.createElementNS(NAMESPACE, `stone:${name}`);
    element.appendChild(document.createTextNode(value));
    description.appendChild(element);
  }
  rdf.appendChild(description);
  return Buffer.from(START + new XMLSerializer().serializeToString(document.documentElement!) + END, "utf8");
}

const saidIn = (packet: Buffer | null, name: string): string | null => {
  const rdf = packet && parsed(packet)?.rdf;
  return rdf?.getElementsByTagNameNS(NAMESPACE, name)[0]?.textContent || null;
};

/** The recipe a delivery was made by; null when its XMP holds none. @throws RecipeError when it holds a wrong one. */
export function recipeOf(packet: Buffer | null): Recipe | null {
  const text = saidIn(packet, "recipe");
  return text ? parseRecipe(text) : null;
}

/** The SHA-256 of the original that a delivery was made from, in hexadecimal; null when its XMP does not say. */
export function originalOf(packet: Buffer | null): string | null {
  const text = saidIn(packet, "original");
  return text && /^[0-9a-f]{64}$/.test(text) ? text : null;
}
