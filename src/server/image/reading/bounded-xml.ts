/** Beyond these no picture's metadata go, and reading them would take seconds: bytes, tags, tags within each other, attributes of a tag. */
const MOST = { bytes: 2 * 2 ** 20, tags: 20_000, depth: 100, attributes: 500 } as const;

/** Where what begins at `from` ends; the text's length where it does not. */
const endOf = (text: string, end: string, from: number): number => {
  const at = text.indexOf(end, from);
  return at < 0 ? text.length : at + end.length;
};

/** Where a tag that begins at `from` ends, quoted values passed over, and how many attributes it has. */
function tagEnd(text: string, from: number): { end: number; attributes: number } {
  let attributes = 0;
  for (let i = from; i < text.length; i++) {
    const c = text[i]!;
    if (c === ">") return { end: i + 1, attributes };
    if (c === "=") attributes++;
    else if (c === '"' || c === "'") {
      i = text.indexOf(c, i + 1);
      if (i < 0) break;
    }
  }
  return { end: text.length, attributes };
}

/**
 * A packet of XML without its processing instructions, where it is small and shallow enough to be read by a parser that keeps
 * all of it. It is gone through once, whatever it holds.
 *
 * @returns null where there is too much of it.
 */
export function boundedXml(packet: Buffer): string | null {
  if (packet.length > MOST.bytes) return null;
  const text = packet.toString("utf8");
  const kept: string[] = [];
  let [tags, depth, from] = [0, 0, 0];
  for (let at = text.indexOf("<"); at >= 0; at = text.indexOf("<", from)) {
    if (++tags > MOST.tags) return null;
    const begin = from;
    if (text.startsWith("<?", at)) {
      from = endOf(text, "?>", at);
      kept.push(text.slice(begin, at));
      continue;
    }
    if (text.startsWith("<!--", at)) from = endOf(text, "-->", at);
    else if (text.startsWith("<![CDATA[", at)) from = endOf(text, "]]>", at);
    // A document type could define what grows without end.
    else if (text.startsWith("<!", at)) return null;
    else {
      const { end, attributes } = tagEnd(text, at);
      if (attributes > MOST.attributes) return null;
      from = end;
      if (text[at + 1] === "/") depth--;
      else if (text[end - 2] !== "/") depth++;
      if (depth > MOST.depth) return null;
    }
    kept.push(text.slice(begin, from));
  }
  kept.push(text.slice(from));
  return kept.join("").trim();
}
