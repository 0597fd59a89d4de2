import { formOf, type HandoffFormat, handoffForms } from "@vertexon/geometry";
import type { Attachment } from "../import";
import type { ShareOf } from "../values/lengths";
import { constants, distanceMethods, type FunctionSignature, functions, methods } from ".";

/** A group of the reference: what its entries are, and their signatures. */
export interface ReferenceGroup {
  title: string;
  /** What stands before the name: a dot for methods. */
  prefix: string;
  entries: Omit<FunctionSignature, "run">[];
}

/** The groups in the order in which the reference shows them. */
export const referenceGroups: ReferenceGroup[] = [
  { title: "Functions", prefix: "", entries: [...functions.values()] },
  { title: "Methods of shapes", prefix: ".", entries: [...methods.values()] },
  { title: "Methods of distances", prefix: ".", entries: [...distanceMethods.values()] },
];

/** An entry as it is called: `circle(at, radius)`, with a question mark after what may be left out. */
export function callForm({ name, parameters }: Omit<FunctionSignature, "run">, prefix: string): string {
  return `${prefix}${name}(${parameters.map((p) => (p.default === undefined ? p.name : `${p.name}?`)).join(", ")})`;
}

/** An entry's example as a sheet of its own. */
export function exampleScript({ example }: Omit<FunctionSignature, "run">): string {
  return `plan 100 by 100, y down, unit px\ntolerance 0.05\n\nexample = ${example}\n`;
}

/** What the examples read. */
export const exampleAttachments: Attachment[] = [
  {
    name: "shore.txt",
    content: "M 10 60 Q 25 30 40 40 T 90 55 L 80 90 L 20 85 Z",
  },
  { name: "stops.csv", content: "x,y\n20,30\n50,70\n80,30\n" },
];

/** Every function, method and constant of the notation as Markdown; docs/notation.md holds exactly this text. */
export function referenceMarkdown(): string {
  return [
    ...referenceGroups.flatMap(({ title, prefix, entries }) => [
      `### ${title}`,
      ...entries.map((signature) => entry(signature, prefix)),
    ]),
    "### Constants",
    [...constants]
      .map(([name, value]) => `\`${name}\` (a ${value.type === "rule" ? "fill rule" : value.type})`)
      .join(", "),
    "### Forms of hand-off",
    formsTable(),
  ].join("\n\n");
}

/** The forms with what each can hold, and what can be chosen for it. */
function formsTable(): string {
  const rows = (Object.keys(handoffForms) as HandoffFormat[]).map((format) => {
    const { title, ending, holds, layouts, numbers, keepsCurves } = formOf(format);
    const kept = [
      ...holds.kinds.filter((kind) => kind !== "region" && kind !== "outline"),
      ...(holds.open ? [] : ["no open lines"]),
      ...(keepsCurves ? ["true curves"] : []),
      ...(holds.names ? [] : ["no names"]),
    ];
    const list = (words: readonly string[]): string => words.join(", ") || "–";
    return `| \`${format}\` | ${title} | .${ending} | ${list(kept)} | ${list(layouts)} | ${numbers.length > 1 ? list(numbers) : "–"} |`;
  });
  const head = "| form | | file | beside regions and outlines | layouts | numbers |\n|---|---|---|---|---|---|";
  return `${head}\n${rows.join("\n")}`;
}

/** What a share of a parameter is of, in words. */
const SHARES: Record<ShareOf, string> = {
  width: "share of the plan's width",
  height: "share of the plan's height",
  diagonal: "share of the plan's diagonal / √2",
  part: "share of 1",
};

function entry(signature: Omit<FunctionSignature, "run">, prefix: string): string {
  const { about, parameters, returns, example } = signature;
  const rows = parameters.map(
    (p) =>
      `- \`${p.name}\`, ${p.type}${p.share ? ` or ${SHARES[p.share]}` : ""}: ${p.about}${p.default ? ` (default: ${p.default})` : ""}`,
  );
  return [`**\`${callForm(signature, prefix)}\`** → ${returns}. ${about}`, rows.join("\n"), `\`${example}\``].join(
    "\n\n",
  );
}
