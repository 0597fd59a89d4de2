import { syntaxTree } from "@codemirror/language";
import { type EditorState, type Extension, StateField } from "@codemirror/state";
import { showTooltip, type Tooltip } from "@codemirror/view";
import type { SyntaxNode } from "@lezer/common";
import { functions, methodNamed, type OwnFunction } from "@vertexon/notation";
import { ownSignature, type Signature, signatureInfo } from "./signature-info";

/** While the cursor is inside the brackets of a call: what is called, with the argument that is being written. */
export function argumentHelp(own: () => readonly OwnFunction[]): Extension {
  return StateField.define<Tooltip | null>({
    create: () => null,
    update: (tooltip, { docChanged, selection, state }) =>
      docChanged || selection ? tooltipAt(state, own()) : tooltip,
    provide: (field) => showTooltip.from(field),
  });
}

function tooltipAt(state: EditorState, own: readonly OwnFunction[]): Tooltip | null {
  const { head } = state.selection.main;
  const call = callAround(syntaxTree(state).resolveInner(head, -1), head);
  if (!call) return null;
  const read = (node: SyntaxNode): string => state.sliceDoc(node.from, node.to);
  const signature = signatureOf(call, read, own);
  if (!signature) return null;
  const current = argumentAt(call, head, read, signature);
  return {
    pos: call.getChild("Arguments")?.from ?? call.from,
    above: true,
    create: () => ({ dom: signatureInfo(signature, current) }),
  };
}

/** The words that the argument at a position takes, if it takes words. */
export function wordsAt(state: EditorState, position: number): readonly string[] {
  const call = callAround(syntaxTree(state).resolveInner(position, -1), position);
  if (!call) return [];
  const read = (node: SyntaxNode): string => state.sliceDoc(node.from, node.to);
  const signature = signatureOf(call, read, []);
  const current = signature && argumentAt(call, position, read, signature);
  return signature?.parameters.find(({ name }) => name === current)?.words ?? [];
}

/** The innermost call whose brackets hold the position. */
function callAround(start: SyntaxNode, position: number): SyntaxNode | null {
  for (let node: SyntaxNode | null = start; node; node = node.parent) {
    const brackets = node.name === "Call" || node.name === "Method" ? node.getChild("Arguments") : null;
    if (brackets && position > brackets.from && (position < brackets.to || !brackets.lastChild?.name.includes(")")))
      return node;
  }
  return null;
}

function signatureOf(
  call: SyntaxNode,
  read: (node: SyntaxNode) => string,
  own: readonly OwnFunction[],
): Signature | null {
  const name = call.getChild(call.name === "Call" ? "Name" : "PropertyName");
  if (!name) return null;
  if (call.name === "Method") return methodNamed(read(name)) ?? null;
  const mine = own.find((each) => each.name === read(name));
  return mine ? ownSignature(mine) : (functions.get(read(name)) ?? null);
}

/** The parameter that is being written: by its name, or by its place among those without one. */
function argumentAt(
  call: SyntaxNode,
  position: number,
  read: (node: SyntaxNode) => string,
  { parameters }: Signature,
): string | null {
  const given = call.getChild("Arguments")?.getChildren("Argument") ?? [];
  const before = given.filter(({ from }) => from < position);
  const here = before.at(-1);
  const written = here && position <= here.to ? here : null;
  const name = written?.getChild("ArgumentName");
  if (name) return read(name);
  const unnamed = before.filter((argument) => !argument.getChild("ArgumentName")).length;
  const place = written ? unnamed - 1 : unnamed;
  return parameters[Math.min(place, parameters.length - 1)]?.name ?? null;
}
