/**
 * `npm run words`: every sentence the app can say, as it stands in the source, longest first: where, how many words, how easy it
 * reads (Flesch; 60 and more is plain English). `--over 25` prints only those of more words.
 */
import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import ts from "typescript";

const ROOMS = ["src/features", "src/ui", "src/core", "src/session", "src/archive"];
/** What stands there instead of a value. */
const VALUE = "…";

/** Every sentence of the app: { where, text, words, ease }. */
export function sentencesOf(root = process.cwd()) {
  return filesIn(root).flatMap((file) => {
    const source = ts.createSourceFile(
      file,
      readFileSync(path.join(root, file), "utf8"),
      ts.ScriptTarget.Latest,
      true,
      file.endsWith("x") ? ts.ScriptKind.TSX : ts.ScriptKind.TS,
    );
    const said = [];
    const note = (node, text) => {
      const line = source.getLineAndCharacterOfPosition(node.getStart()).line + 1;
      for (const sentence of split(text))
        said.push({ where: `${file}:${line}`, text: sentence, words: wordsIn(sentence).length, ease: ease(sentence) });
    };
    const walk = (node) => {
      if (ts.isImportDeclaration(node) || ts.isTypeNode(node)) return;
      if (ts.isJsxElement(node) || ts.isJsxFragment(node)) {
        const text = node.children.map(textOf).join("").replace(/\s+/g, " ").trim();
        if (node.children.some((one) => ts.isJsxText(one) && !one.containsOnlyTriviaWhiteSpaces)) note(node, text);
        node.children.filter((one) => !ts.isJsxText(one)).forEach(walk);
        if (ts.isJsxElement(node)) node.openingElement.attributes.properties.forEach(walk);
        return;
      }
      if (ts.isTemplateExpression(node)) {
        note(node, node.head.text + node.templateSpans.map(({ literal }) => VALUE + literal.text).join(""));
        node.templateSpans.forEach(({ expression }) => walk(expression));
        return;
      }
      if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) note(node, node.text);
      ts.forEachChild(node, walk);
    };
    walk(source);
    return said;
  }); // prettier-ignore
}

/** What an inner element or value adds to the sentence it stands in. */
function textOf(node) {
  if (ts.isJsxText(node)) return node.text;
  if (ts.isJsxExpression(node))
    return node.expression && ts.isStringLiteral(node.expression)
      ? node.expression.text
      : node.expression
        ? VALUE
        : "";
  if (ts.isJsxElement(node)) return node.children.map(textOf).join("");
  return "";
}

/** A sentence begins with a capital or a value and has three words at least: no names, no keys, no styles. */
const LEAST_WORDS = 4;
function split(text) {
  return text
    .split(/(?<=[.!?])\s+/)
    .map((one) => one.trim())
    .filter((one) => /^[A-Z…“]/.test(one) && wordsIn(one).length >= LEAST_WORDS && !/[{}<>;]|=>|--|^M[\d….]/.test(one));
} // prettier-ignore
const wordsIn = (text) => text.match(/[A-Za-z’'-]+|…/g) ?? [];

/** Flesch reading ease by counted vowels: right within a few points, which is enough to see what is hard. */
function ease(sentence) {
  const words = wordsIn(sentence).filter((word) => word !== VALUE);
  if (words.length === 0) return 100;
  const syllables = words.reduce((sum, word) => {
    const groups = word.toLowerCase().replace(/e$/, "").match(/[aeiouy]+/g);
    return sum + Math.max(1, groups?.length ?? 1);
  }, 0);
  return Math.round(206.8 - 1.015 * wordsIn(sentence).length - (84.6 * syllables) / words.length);
} // prettier-ignore

function filesIn(root) {
  return ROOMS.flatMap((room) =>
    readdirSync(path.join(root, room), { recursive: true, withFileTypes: true })
      .filter((one) => one.isFile() && /\.tsx?$/.test(one.name) && !/\.test\.tsx?$/.test(one.name))
      .map((one) => path.relative(root, path.join(one.parentPath, one.name))),
  ).toSorted();
}

if (import.meta.filename === process.argv[1]) {
  const over = Number(process.argv[process.argv.indexOf("--over") + 1] ?? 0) || 0;
  const said = sentencesOf().filter(({ words }) => words > over);
  for (const { where, text, words, ease: plain } of said.toSorted((a, b) => b.words - a.words))
    console.log(`${String(words).padStart(3)}  ${String(plain).padStart(4)}  ${text}  (${where})`);
  console.log(`${said.length} sentences`);
}
