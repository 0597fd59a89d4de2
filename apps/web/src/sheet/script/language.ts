import {
  type Completion,
  type CompletionContext,
  type CompletionResult,
  snippetCompletion,
} from "@codemirror/autocomplete";
import {
  defineLanguageFacet,
  HighlightStyle,
  Language,
  LanguageSupport,
  languageDataProp,
  syntaxHighlighting,
} from "@codemirror/language";
import { tags } from "@lezer/highlight";
import { constants, distanceMethods, editorParser, functions, methods, type OwnFunction } from "@vertexon/notation";
import { tokens } from "@/theme/tokens";
import { wordsAt } from "./argument-help";
import { ownSignature, type Signature, signatureInfo } from "./signature-info";

const facts = defineLanguageFacet({ commentTokens: { line: "//" }, closeBrackets: { brackets: ["(", '"'] } });
const language = new Language(facts, editorParser(languageDataProp.add({ Script: facts })), [], "vertexon");

const style = HighlightStyle.define([
  { tag: [tags.keyword, tags.operatorKeyword], color: tokens.plum, fontWeight: "600" },
  { tag: tags.definition(tags.variableName), fontWeight: "600" },
  { tag: tags.function(tags.variableName), color: tokens.plum },
  { tag: tags.propertyName, color: tokens.plum },
  { tag: tags.attributeName, color: tokens.quiet },
  { tag: tags.number, color: tokens.olive },
  { tag: tags.string, color: tokens.warning },
  { tag: tags.lineComment, color: tokens.quiet, fontStyle: "italic" },
]);

/** Methods that shapes have under the same name stand for both. */
const onlyOfDistances = [...distanceMethods.values()].filter(({ name }) => !methods.has(name));

/** What the sheet defines itself. */
export interface KnownNames {
  names: readonly string[];
  functions: readonly OwnFunction[];
}

/** Highlighting and completion; `known` gives what the sheet defines. */
export function notation(known: () => KnownNames): LanguageSupport {
  return new LanguageSupport(language, [
    syntaxHighlighting(style),
    language.data.of({ autocomplete: (context: CompletionContext) => complete(context, known()) }),
  ]);
}

const WORDS = ["union", "intersection", "difference", "xor"];

function complete(context: CompletionContext, { names, functions: own }: KnownNames): CompletionResult | null {
  const word = context.matchBefore(/[A-Za-z_][A-Za-z0-9_]*/);
  const from = word?.from ?? context.pos;
  const before = context.state.sliceDoc(Math.max(0, from - 1), from);
  if (!word && !context.explicit && before !== ".") return null;
  if (before === ".") return { from, options: [...methods.values(), ...onlyOfDistances].map(signatureCompletion) };
  return {
    from,
    options: [
      ...wordsAt(context.state, context.pos).map((label): Completion => ({ label, type: "enum", boost: 3 })),
      ...names.map((label): Completion => ({ label, type: "variable", boost: 2 })),
      ...own.map((each) => ({ ...signatureCompletion(ownSignature(each)), boost: 2 })),
      ...[...functions.values()].map(signatureCompletion),
      ...[...constants.keys()].map((label): Completion => ({ label, type: "constant" })),
      ...WORDS.map((label): Completion => ({ label, type: "keyword" })),
    ],
  };
}

/** Completes to the call with its required arguments as fields to fill in. */
function signatureCompletion(signature: Signature): Completion {
  const required = signature.parameters.filter((parameter) => parameter.default === undefined);
  const fields = required.map(({ name }, i) => (i === 0 ? `\${${name}}` : `${name}: \${${name}}`)).join(", ");
  const detail = signature.parameters.map((p) => (p.default === undefined ? p.name : `${p.name}?`)).join(", ");
  return snippetCompletion(`${signature.name}(${fields})`, {
    label: signature.name,
    type: "function",
    detail: `(${detail})`,
    info: () => signatureInfo(signature),
  });
}
