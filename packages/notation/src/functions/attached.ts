import type { Imported } from "../import/imported";
import { suggestion } from "../messages/nearest-name";
import { Shape } from "./shape";
import { ArgumentError, type Bound, type FunctionSignature, type SheetContext } from "./signature";

/** Functions that read what is attached to the sheet. */
export const attachedFunctions: FunctionSignature[] = [
  {
    name: "outline",
    about: "The outlines in a file attached to the sheet, as one shape.",
    parameters: [
      { name: "file", type: "text", about: "the attachment's name" },
      {
        name: "fill",
        type: "fill rule",
        about: "which places count as inside where outlines overlap: nonzero or evenodd",
        default: "as the file has it",
      },
    ],
    returns: "shape",
    example: 'outline("shore.txt")',
    run(args, sheet) {
      const items = attached(args, sheet).items.flatMap((item) => (item.kind === "shape" ? [item] : []));
      if (items.length === 0) throw new ArgumentError("file", `"${args.text("file").value}" holds no outline`);
      return new Shape({
        outline: { subpaths: items.flatMap(({ outline }) => outline.subpaths) },
        fillRule: args.has("fill") ? args.rule("fill") : items[0].fillRule,
        tolerance: sheet.tolerance(),
      });
    },
  },
  {
    name: "points",
    about: "The points in a file attached to the sheet; a list.",
    parameters: [{ name: "file", type: "text", about: "the attachment's name" }],
    returns: "list",
    example: 'points("stops.csv")',
    run(args, sheet) {
      const points = attached(args, sheet).items.flatMap((item) => (item.kind === "points" ? item.points : []));
      if (points.length === 0) throw new ArgumentError("file", `"${args.text("file").value}" holds no points`);
      return { type: "list", items: points.map(([x, y]) => ({ type: "point", x, y })) };
    },
  },
];

function attached(args: Bound, sheet: SheetContext): Imported {
  const { value: name } = args.text("file");
  const file = sheet.attached(name);
  if (file instanceof Error) throw new ArgumentError("file", `"${name}" cannot be read: ${file.message}`);
  if (file) return file;
  const names = sheet.attachmentNames();
  const hint = suggestion(name, names) || (names.length ? `; there are ${names.join(", ")}` : "; Import adds one");
  throw new ArgumentError("file", `nothing called "${name}" is attached to this sheet${hint}`);
}
