/**
 * Finds words that are put together with text, or printed, as they are: data of the core (`Words`) that no formatter turned into a
 * sentence. TypeScript lets any object stand in a template.
 */
import ts from "typescript";

const { config } = ts.readConfigFile("tsconfig.json", ts.sys.readFile);
const { fileNames, options } = ts.parseJsonConfigFileContent(config, ts.sys, ".");
const program = ts.createProgram(fileNames, options);
const types = program.getTypeChecker();
const KINDS = new Set(["Sentence", "Figure", "Row", "Capital"]);

/** Whether words are among what a type can be; of lists and records also within them. */
function holdsWords(type, depth = 0) {
  if (type.isUnionOrIntersection()) return type.types.some((t) => holdsWords(t, depth));
  if (KINDS.has(type.symbol?.name) && type.symbol.declarations?.[0]?.getSourceFile().fileName.endsWith("language/words.ts")) return true; // prettier-ignore
  if (depth > 3 || !(type.flags & ts.TypeFlags.Object)) return false;
  if (types.isArrayType(type) || types.isTupleType(type)) return types.getTypeArguments(type).some((t) => holdsWords(t, depth + 1)); // prettier-ignore
  if (type.symbol?.declarations?.[0]?.getSourceFile().fileName.includes("node_modules") || type.getCallSignatures().length > 0) return false; // prettier-ignore
  return types.getPropertiesOfType(type).some((p) => holdsWords(types.getTypeOfSymbol(p), depth + 1));
}

const faults = [];
for (const file of program.getSourceFiles()) {
  if (file.isDeclarationFile || !/\/(src|demo|campaign)\//.test(file.fileName) || /\.test(ing)?\.tsx?$/.test(file.fileName)) continue; // prettier-ignore
  const fault = (node) =>
    faults.push(`${file.fileName}:${file.getLineAndCharacterOfPosition(node.getStart()).line + 1}: ${node.getText().slice(0, 80)}`); // prettier-ignore
  const visit = (node) => {
    if (ts.isTemplateSpan(node) && holdsWords(types.getTypeAtLocation(node.expression), 3)) fault(node.expression);
    if (ts.isBinaryExpression(node) && node.operatorToken.kind === ts.SyntaxKind.PlusToken)
      for (const side of [node.left, node.right]) if (holdsWords(types.getTypeAtLocation(side), 3)) fault(side);
    if (ts.isCallExpression(node)) {
      const called = node.expression.getText();
      if (called === "String" || /^JSON\.stringify$/.test(called)) {
        if (node.arguments[0] && holdsWords(types.getTypeAtLocation(node.arguments[0]))) fault(node);
      } else if (/\.join$/.test(called) && holdsWords(types.getTypeAtLocation(node.expression.expression))) fault(node);
    }
    ts.forEachChild(node, visit);
  };
  visit(file);
}
for (const fault of faults) console.error(fault);
console.log(`${faults.length} words not put into a language`);
process.exitCode = faults.length > 0 ? 1 : 0;
