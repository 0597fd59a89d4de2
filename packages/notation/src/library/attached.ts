import type { Imported, ImportedItem } from "../import/imported";
import { nearestNames, suggestion } from "../messages/nearest-name";
import { Shape } from "../values/shape";
import { ArgumentError, type Bound, type FunctionSignature, type Parameter, type SheetContext } from "./signature";

type ShapeItem = Extract<ImportedItem, { kind: "shape" }>;

const file: Parameter = { name: "file", type: "text", about: "the attachment's name" };
const fill: Parameter = {
  name: "fill",
  type: "fill rule",
  about: "which places count as inside where outlines overlap: nonzero or evenodd",
  default: "as the file has it",
};

/** Functions that read what is attached to the sheet. */
export const attachedFunctions: FunctionSignature[] = [
  {
    name: "outline",
    about: "The outlines in a file attached to the sheet, or in one part of it, as one shape.",
    parameters: [
      file,
      {
        name: "part",
        type: "text",
        about: "the name of one of the outlines in it, or its number, from 1",
        default: "all",
      },
      fill,
    ],
    returns: "shape",
    example: 'outline("shore.txt")',
    mayCross: true,
    run(args, sheet) {
      const all = shapesOf(args, sheet);
      return shapeOf(args.has("part") ? [partOf(args, all)] : all, args, sheet);
    },
  },
  {
    name: "outlines",
    about: "The outlines in a file attached to the sheet, each as a shape of its own; a list.",
    parameters: [file, fill],
    returns: "list",
    example: 'outlines("shore.txt")',
    run: (args, sheet) => ({ type: "list", items: shapesOf(args, sheet).map((item) => shapeOf([item], args, sheet)) }),
  },
  {
    name: "points",
    about: "The points in a file attached to the sheet; a list.",
    parameters: [file],
    returns: "list",
    example: 'points("stops.csv")',
    run(args, sheet) {
      const points = attached(args, sheet).items.flatMap((item) => (item.kind === "points" ? item.points : []));
      if (points.length === 0) throw new ArgumentError("file", `"${args.text("file").value}" holds no points`);
      return { type: "list", items: points.map(([x, y]) => ({ type: "point", x, y })) };
    },
  },
];

function shapesOf(args: Bound, sheet: SheetContext): ShapeItem[] {
  const items = attached(args, sheet).items.flatMap((item) => (item.kind === "shape" ? [item] : []));
  if (items.length === 0) throw new ArgumentError("file", `"${args.text("file").value}" holds no outline`);
  return items;
}

function partOf(args: Bound, items: readonly ShapeItem[]): ShapeItem {
  const { value: part } = args.text("part");
  const found = items.find(({ name }) => name === part) ?? (/^\d+$/.test(part) ? items[Number(part) - 1] : undefined);
  if (found) return found;
  const names = items.flatMap(({ name }) => (name === null ? [] : [name]));
  const near = nearestNames(part, names);
  const hint = suggestion(near) || `; its ${items.length} outlines are numbered from 1`;
  throw new ArgumentError(
    "part",
    `"${args.text("file").value}" holds no outline called "${part}"${hint}`,
    near.map(quoted),
  );
}

function shapeOf(items: readonly ShapeItem[], args: Bound, sheet: SheetContext): Shape {
  return new Shape({
    outline: { subpaths: items.flatMap(({ outline }) => outline.subpaths) },
    fillRule: args.has("fill") ? args.rule("fill") : items[0].fillRule,
    tolerance: sheet.tolerance(),
  });
}

function attached(args: Bound, sheet: SheetContext): Imported {
  const { value: name } = args.text("file");
  const found = sheet.attached(name);
  if (found instanceof Error) throw new ArgumentError("file", `"${name}" cannot be read: ${found.message}`);
  if (found) return found;
  const names = sheet.attachmentNames();
  const near = nearestNames(name, names);
  const hint = suggestion(near) || (names.length ? `; there are ${names.join(", ")}` : "; Import adds one");
  throw new ArgumentError("file", `nothing called "${name}" is attached to this sheet${hint}`, near.map(quoted));
}

const quoted = (name: string): string => `"${name}"`;
