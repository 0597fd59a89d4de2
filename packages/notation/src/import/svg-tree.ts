import { XMLParser, XMLValidator } from "fast-xml-parser";
import { ImportError } from "./imported";

/** An element of an SVG document; names without their namespace prefixes. */
export interface SvgElement {
  name: string;
  attributes: Readonly<Record<string, string>>;
  children: SvgElement[];
  text: string;
}

type Node = Record<string, unknown>;

/** Reads an XML document. Throws {@link ImportError} at the place where it is not well formed or is no SVG. */
export function readSvgTree(text: string): SvgElement {
  const valid = XMLValidator.validate(text);
  if (valid !== true)
    throw new ImportError(`this is not well-formed XML: ${valid.err.msg}`, valid.err.line, valid.err.col);
  const nodes = new XMLParser({
    preserveOrder: true,
    ignoreAttributes: false,
    attributeNamePrefix: "",
    parseTagValue: false,
    parseAttributeValue: false,
    removeNSPrefix: true,
    ignoreDeclaration: true,
    ignorePiTags: true,
  }).parse(text) as Node[];
  const root = nodes.map(elementOf).find((element) => element !== null && element.name !== "#text");
  if (root?.name !== "svg") throw new ImportError(`expected an <svg> element, found <${root?.name ?? "nothing"}>`);
  return root;
}

function elementOf(node: Node): SvgElement | null {
  const name = Object.keys(node).find((key) => key !== ":@");
  if (name === undefined || name === "#text") return null;
  const inner = node[name] as Node[];
  return {
    name,
    attributes: (node[":@"] ?? {}) as Record<string, string>,
    children: inner.flatMap((child) => elementOf(child) ?? []),
    text: inner.map((child) => (typeof child["#text"] === "string" ? child["#text"] : "")).join(""),
  };
}
