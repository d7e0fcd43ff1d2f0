/**
 * Gathers every sentence that the code says into words/en.json, the file another language is translated from. With --check
 * it only looks: whether that file is current, whether each sentence gets the values it names, whether a text of the
 * interface is not said at all, and whether the other languages' files hold.
 */
import { readFileSync, readdirSync, writeFileSync } from "node:fs";
import path from "node:path";
import { parse } from "@formatjs/icu-messageformat-parser";
import ts from "typescript";

const SAYING = new Set(["say", "sayWithBold", "tell"]);
/** Attributes that a person reads or hears. */
const READ = new Set(["title", "aria-label", "placeholder", "alt", "label", "aria-description"]);
/** Calls of which every text is read by a person. */
const TELLING = new Set(["notify", "Problem"]);
/** Symbols and names, which are the same in every language. */
const SAME = /^(FLAT STONE|px|mm|cm|st|dpi|[kp]\d|[×±°%:·,;. ]|\d)+$/;
const KINDS = new Set(["error", "info"]);

/** The names that an ICU message has values for; null where it does not hold together. */
export function valuesOf(sentence) {
  const names = new Set();
  const walk = (parts) => {
    for (const part of parts) {
      if (part.type === 8) walk(part.children);
      else if (part.type !== 0 && part.type !== 7) {
        names.add(part.value);
        for (const { value } of Object.values(part.options ?? {})) walk(value);
      }
    }
  };
  try {
    walk(parse(sentence));
  } catch {
    return null;
  }
  return names;
}

/** What a file's code says, and what it should: { said: [{ sentence, values: names | null, at }], faults: [words] }. */
export function readCode(file, text) {
  const code = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true, file.endsWith("x") ? 4 : 3);
  const [said, faults] = [[], []];
  const at = (node) => `${file}:${code.getLineAndCharacterOfPosition(node.getStart()).line + 1}`;
  const isText = (node) => node !== undefined && (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node));
  const unsaid = (node, words) => {
    const plain = words.trim();
    if (/\p{L}{2}/u.test(plain) && !SAME.test(plain)) faults.push(`${at(node)}: "${plain}" is not said in words.`);
  };
  const literal = (node) => {
    if (node === undefined) return;
    if (isText(node)) unsaid(node, node.text);
    else if (ts.isTemplateExpression(node))
      unsaid(node, [node.head, ...node.templateSpans.map((s) => s.literal)].map((p) => p.text).join(" ")); // prettier-ignore
    else if (ts.isConditionalExpression(node)) [node.whenTrue, node.whenFalse].forEach(literal);
    else if (ts.isJsxExpression(node) || ts.isParenthesizedExpression(node)) literal(node.expression);
  };
  const visit = (node) => {
    if (ts.isCallExpression(node) && SAYING.has(node.expression.getText())) {
      const [sentence, values] = node.arguments;
      if (!isText(sentence)) faults.push(`${at(node)}: what is said must stand there as it is.`);
      else {
        const own = values && ts.isObjectLiteralExpression(values);
        const names = own ? values.properties.map((p) => p.name?.getText() ?? null) : values ? null : [];
        said.push({ sentence: sentence.text, values: names, at: at(node), plain: !values && node.expression.getText() !== "sayWithBold" }); // prettier-ignore
      }
    } else if (ts.isJsxText(node)) unsaid(node, node.text);
    else if (ts.isJsxAttribute(node) && READ.has(node.name.getText())) literal(node.initializer);
    else if (ts.isJsxExpression(node) && !ts.isJsxAttribute(node.parent)) literal(node);
    else if ((ts.isCallExpression(node) || ts.isNewExpression(node)) && TELLING.has(node.expression.getText()))
      node.arguments.filter((a) => !(isText(a) && KINDS.has(a.text))).forEach(literal);
    ts.forEachChild(node, visit);
  };
  visit(code);
  for (const { sentence, values, at: where, plain } of said) {
    if (plain) continue;
    const named = valuesOf(sentence);
    if (!named) faults.push(`${where}: "${sentence}" does not hold together.`);
    else if (values !== null) {
      const asked = [...named].filter((n) => !values.includes(n));
      const spare = values.filter((n) => !named.has(n));
      if (asked.length + spare.length > 0) faults.push(`${where}: "${sentence}" and its values differ: ${[...asked, ...spare].join(", ")}.`); // prettier-ignore
    }
  }
  return { said, faults };
}

/** Words of a sentence on screen, at most; docs/words.md. */
const MOST_WORDS = 25;
/** Abbreviations that everybody who photographs knows, and names that are written so. */
const KNOWN = new Set(["JPEG", "PNG", "TIFF", "DNG", "AVIF", "HEIF", "GIF", "PDF", "SVG", "LZW", "JSON", "ZIP", "MB", "CSV", "EXIF", "XMP", "IPTC", "RGB", "ISO", "FLAT", "STONE", "FILE"]); // prettier-ignore
/** Short forms that are to be written out. */
const SHORT =
  /\b(?:st|cw|ccw|deg|incl|excl|approx|resp|max|min|sec|vs|etc|nr|pos|qty|config|info|spec|temp|orig|horiz|vert)\b/;

/** A message as it reads at its longest: of plurals and choices the longest branch, of values one word. */
function longest(sentence) {
  const read = (parts) =>
    parts
      .map((part) => {
        if (part.type === 0) return part.value;
        if (part.type === 8) return read(part.children);
        const branches = Object.values(part.options ?? {}).map(({ value }) => read(value));
        return branches.sort((a, b) => b.split(" ").length - a.split(" ").length)[0] ?? "7";
      })
      .join("");
  try {
    return read(parse(sentence));
  } catch {
    return sentence;
  }
}

/** What of a sentence is too long, or shortened where not everybody knows how, in words. */
export function faultsOfSentence(sentence) {
  const text = longest(sentence);
  const long = text
    .split(/(?<=[.!?])\s+/)
    .filter((part) => part.split(/\s+/).filter((w) => /[\p{L}\d]/u.test(w)).length > MOST_WORDS);
  const short = [
    ...(text.match(/\b\p{Lu}{2,}\b/gu) ?? []).filter((word) => !KNOWN.has(word)),
    ...(SHORT.exec(text) ?? []),
  ];
  return [
    ...long.map((part) => `"${part}" has more than ${MOST_WORDS} words.`),
    ...short.map(
      (word) => `"${word}" in "${sentence}" is to be written out, or to go on the list in scripts/words.mjs.`,
    ),
  ];
}

/** What does not hold in another language's file, in words. @param english the sentences there are. */
export function faultsOfLanguage(name, { language, sentences }, english) {
  if (`${language}.json` !== name) return [`words/${name} says that it is "${language}".`];
  return Object.entries(sentences).flatMap(([from, to]) => {
    if (!english.has(from)) return [`words/${name}: "${from}" is not said any more.`];
    if (!from.includes("{")) return [];
    const [asked, has] = [valuesOf(from), valuesOf(to)];
    const lost = has === null || [...has].some((n) => !asked.has(n));
    return lost ? [`words/${name}: "${to}" names what "${from}" does not, or does not hold together.`] : [];
  });
}

function main(check) {
  const files = readdirSync("src", { recursive: true, withFileTypes: true })
    .filter((e) => e.isFile() && /\.tsx?$/.test(e.name) && !/\.test(ing)?\.tsx?$/.test(e.name))
    .map((e) => path.join(e.parentPath, e.name))
    .sort();
  const read = files.map((file) => readCode(file, readFileSync(file, "utf8")));
  const faults = read.flatMap((r) => r.faults);
  const all = [...new Set(read.flatMap((r) => r.said.map((s) => s.sentence)))].sort();
  faults.push(...all.flatMap(faultsOfSentence));
  const document = { language: "en", sentences: Object.fromEntries(all.map((s) => [s, s])) };
  const text = `${JSON.stringify(document, null, 2)}\n`;
  if (!check) writeFileSync("words/en.json", text);
  else if (readFileSync("words/en.json", "utf8") !== text) faults.push("words/en.json is not current: npm run words.");
  for (const name of readdirSync("words").filter((n) => n.endsWith(".json") && n !== "en.json"))
    faults.push(...faultsOfLanguage(name, JSON.parse(readFileSync(path.join("words", name), "utf8")), new Set(all)));
  for (const fault of faults) console.error(fault);
  console.log(`${all.length} sentences`);
  process.exitCode = faults.length > 0 ? 1 : 0;
}

if (process.argv[1]?.endsWith("words.mjs")) main(process.argv.includes("--check"));
