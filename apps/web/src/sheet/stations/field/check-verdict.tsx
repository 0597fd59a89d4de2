import { Button } from "antd";
import { saveFile } from "@/client/save-file";
import { fixed, plural, small } from "@/format/numbers";
import type { CheckedField } from "@/worker/questions/check-field";
import { Facts } from "../parts/panel";

/** What makes somebody's field another one than ours, how it maps to the plan, and by how much it differs. */
export function CheckVerdict({ found, name, unit }: { found: CheckedField; name: string; unit: string }) {
  const { causes, greatest, mean, layout, otherSide, off, reading } = found;
  const { columns, rows, byColumns } = layout;
  return (
    <>
      <p className="field-verdict" data-testid="check-verdict">
        {causes.length > 0
          ? `${sentence(causes.map((cause) => TEXTS[cause](found, unit)))}.`
          : `As ours but for ${off.count > 0 ? plural(off.count, "sample") : `${small(mean)} on average`}.`}
      </p>
      <Facts
        rows={[
          [
            "samples",
            `${fixed(columns, 0)} × ${fixed(rows, 0)}, ${found.form}${byColumns ? ", column by column" : ""}`,
          ],
          ["values", mappingText(found, name), "check-mapping"],
          ["they lie", layoutText(found)],
          [
            "most off",
            `${small(Math.abs(greatest.difference))} at ${small(greatest.x)}, ${small(greatest.y)}`,
            "check-most",
          ],
          ["on average", small(mean)],
          ["on the other side", reading.isUnsigned ? "—" : `${fixed(100 * otherSide, 2)} % of the samples`],
          ["their outline", outlineText(found)],
          ["not compared", leftOutText(found), "check-left-out"],
          ["off by a tenth of a cell", plural(off.count, "sample"), "check-off"],
        ]}
      />
      {off.count > 0 && (
        <div className="field-row">
          <Button size="small" onClick={() => saveFile(`${name}-differences.csv`, asTable(off.rows), "text/csv")}>
            Save {off.rows.length < 4 * off.count ? `the ${fixed(off.rows.length / 4, 0)} largest` : "these"} as CSV
          </Button>
          <span className="quiet">where, theirs, ours, difference</span>
        </div>
      )}
    </>
  );
}

const TEXTS: Record<CheckedField["causes"][number], (found: CheckedField, unit: string) => string> = {
  "columns and rows exchanged": () => "columns and rows exchanged",
  "x turned over": () => "x turned over",
  "y turned over": () => "y turned over",
  "inside and outside swapped": () => "inside and outside swapped",
  "without a sign": () => "without a sign: inside they are as outside",
  squared: () => "squares of distances",
  "measured in cells": ({ scale }, unit) => `measured in cells of ${small(Math.abs(scale))} ${unit}`,
  longer: ({ scale }) => `${small(Math.abs(1 / scale))} times as long as ours`,
  "greater everywhere": ({ offset }, unit) =>
    `${offset < 0 ? "greater" : "less"} than ours by ${small(Math.abs(offset))} ${unit} everywhere`,
  "sampled at corners": () => "sampled at corners, half a cell off",
  "half a cell off": (found, unit) =>
    `half a cell off: sampled at ${shiftText(found)} ${unit} from ${placesText(found)}`,
  shifted: (found, unit) => `shifted: sampled at ${shiftText(found)} ${unit} from ${placesText(found)}`,
  "0 inside": () => "0 everywhere inside",
  "0 outside": () => "0 everywhere outside",
  clamped: () => "clamped",
  "not finite": ({ notFinite }) => `${plural(notFinite, "sample")} without a finite number`,
  "another sign at some places": () => "another sign at samples that are off",
  "measured between pixels": () => "measured from pixel to pixel, not to the outline",
  "not Euclidean": () => "not Euclidean",
  "another outline": () => "another outline",
};

function sentence(causes: readonly string[]): string {
  const text = causes.join("; ");
  return text[0].toUpperCase() + text.slice(1);
}

function mappingText({ scale, offset, reading }: CheckedField, name: string): string {
  const left = reading.isUnsigned ? `|${name}|` : name;
  const right = `${small(scale)} · ${reading.isSquared ? "√value" : "value"}`;
  return `${left} = ${right}${offset === 0 ? "" : ` ${offset < 0 ? "−" : "+"} ${small(Math.abs(offset))}`}`;
}

function layoutText(found: CheckedField): string {
  const { box, isMirrored, isFlipped, shift } = found.layout;
  const order = `from ${isMirrored ? "greatest" : "least"} x and ${isFlipped ? "greatest" : "least"} y`;
  const moved = shift.x === 0 && shift.y === 0 ? "" : `${shiftText(found)} from `;
  return `${order}, at ${moved}${placesText(found)} of ${small(box.width)} × ${small(box.height)} from (${small(box.x)}, ${small(box.y)})`;
}

/** In plan units. */
function shiftText({ layout: { box, columns, rows, atCorners, shift } }: CheckedField): string {
  const [across, down] = [columns, rows].map((count) => (atCorners ? Math.max(1, count - 1) : count));
  return `(${small((shift.x * box.width) / across)}, ${small((shift.y * box.height) / down)})`;
}

function placesText({ layout: { atCorners } }: CheckedField): string {
  return atCorners ? "corners" : "cell centres";
}

function outlineText({ outline, reading }: CheckedField): string {
  if (outline.length > 0) return "dashed on the plan; crosses are where it is off most";
  return reading.isUnsigned
    ? "not drawn: values have no sign"
    : "not drawn: cells are not square, or no value is below 0";
}

function leftOutText({ clamped, notFinite }: CheckedField): string {
  const parts = [
    ...(clamped > 0 ? [`${plural(clamped, "sample")} at an end of the range`] : []),
    ...(notFinite > 0 ? [`${plural(notFinite, "sample")} without a finite number`] : []),
  ];
  return parts.join(", ") || "none";
}

/** Rows of x, y, their value and ours, with the difference. */
function asTable(rows: Float64Array): string {
  const lines = ["x,y,theirs,ours,difference"];
  for (let i = 0; i < rows.length; i += 4)
    lines.push([...rows.subarray(i, i + 4), rows[i + 2] - rows[i + 3]].join(","));
  return `${lines.join("\n")}\n`;
}
