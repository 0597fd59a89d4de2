import { constants, type FunctionSignature, functions, methods } from "./functions";

/** Every function, method and constant of the notation as Markdown; docs/notation.md holds exactly this text. */
export function referenceMarkdown(): string {
  return [
    "### Functions",
    ...[...functions.values()].map((signature) => entry(signature, "")),
    "### Methods of shapes",
    ...[...methods.values()].map((signature) => entry(signature, ".")),
    "### Constants",
    [...constants]
      .map(([name, value]) => `\`${name}\` (a ${value.type === "rule" ? "fill rule" : value.type})`)
      .join(", "),
  ].join("\n\n");
}

function entry(signature: Omit<FunctionSignature, "run">, prefix: string): string {
  const { name, about, parameters, returns, example } = signature;
  const inBrackets = parameters.map((p) => (p.default === undefined ? p.name : `${p.name}?`)).join(", ");
  const rows = parameters.map(
    (p) => `- \`${p.name}\`, ${p.type}: ${p.about}${p.default ? ` (default: ${p.default})` : ""}`,
  );
  return [`**\`${prefix}${name}(${inBrackets})\`** → ${returns}. ${about}`, rows.join("\n"), `\`${example}\``].join(
    "\n\n",
  );
}
