import type { FlattenOptions, Placement, Spacing } from "@vertexon/geometry";
import { flattenEdits, type PixelFlattening, writeNumber, writtenPixels } from "@vertexon/notation";
import { InputNumber, Select } from "antd";
import { useAnswers } from "../../model/answers";
import { useChoice } from "../../model/choice";
import { useEdits } from "../../model/edits";
import { NumberField } from "../parts/number-field";
import type { Target } from "./tolerance";

/** By what a shape's curves are flattened. */
type Way = "sheet" | "tolerance" | "pixels" | "count" | "turn";

const WAYS: { value: Way; label: string }[] = [
  { value: "sheet", label: "as the sheet" },
  { value: "tolerance", label: "by error" },
  { value: "pixels", label: "by pixels" },
  { value: "count", label: "by count" },
  { value: "turn", label: "by turn" },
];
const SPACINGS: { value: Spacing; label: string }[] = [
  { value: "error", label: "even error" },
  { value: "length", label: "even length" },
  { value: "parameter", label: "even parameter" },
];
const PLACEMENTS: { value: Placement; label: string }[] = [
  { value: "on", label: "on the curve" },
  { value: "balanced", label: "error on both sides" },
  { value: "area", label: "area kept" },
  { value: "outside", label: "outside" },
];

/** How the chosen shape is flattened in place of the sheet's tolerance; every choice is written behind its definition. */
export function OwnWay({ target }: { target: Target }) {
  const { view, script } = useAnswers();
  const { shape } = useChoice();
  const { edit } = useEdits();
  if (!shape) return null;
  const { flattening, hasOwnFlattening } = shape.shape;
  const span = view.definitions.find(({ name }) => name === shape.definition)?.span;
  const pixels = span ? writtenPixels(script, span) : null;
  const way = hasOwnFlattening ? (pixels ? "pixels" : wayOf(flattening)) : "sheet";
  const write = (args: string | null) =>
    edit((current, script) => {
      const definition = current.definitions.find(({ name }) => name === shape.definition);
      return definition ? flattenEdits(script, definition.span, args) : null;
    });
  const byError = (tolerance: number, placement: Placement) => write(argumentsOf({ tolerance, placement }));
  const byPixels = (told: PixelFlattening, placement: Placement) => write(pixelArguments(told, placement));
  const byCount = (count: number, spacing: Spacing) => write(argumentsOf({ count, spacing }));
  const choose = (next: Way) => {
    if (next === "sheet") write(null);
    else if (next === "tolerance") byError(view.tolerance, "on");
    else if (next === "pixels") byPixels({ ...target, pixels: 0.25 }, "on");
    else if (next === "count") byCount(12, "error");
    else write(argumentsOf({ turn: Math.PI / 18 }));
  };
  const { tolerance = view.tolerance, placement = "on", count = 12, spacing = "error", turn = 0 } = flattening;
  return (
    <div className="own-way">
      <span className="mono">{shape.definition}</span>
      <Select size="small" value={way} options={WAYS} onChange={choose} aria-label="how it is flattened" />
      {way === "tolerance" && (
        <>
          <InputNumber
            size="small"
            min={1e-9}
            step={tolerance / 10}
            value={tolerance}
            onChange={(next) => next && byError(next, placement)}
            aria-label="its tolerance"
          />
          <Select
            size="small"
            value={placement}
            options={PLACEMENTS}
            onChange={(next) => byError(tolerance, next)}
            aria-label="where vertices lie"
          />
        </>
      )}
      {way === "pixels" && pixels && (
        <>
          <Select
            size="small"
            value={placement}
            options={PLACEMENTS}
            onChange={(next) => byPixels(pixels, next)}
            className="own-way-place"
            aria-label="where vertices lie"
          />
          <span className="own-way-pixels">
            <NumberField
              min={1e-6}
              value={pixels.pixels}
              onChange={(next) => next && byPixels({ ...pixels, pixels: next }, placement)}
              className="own-way-field"
              aria-label="its error in pixels"
            />
            pixels at
            <NumberField
              min={1e-3}
              value={pixels.magnification}
              onChange={(next) => next && byPixels({ ...pixels, magnification: next }, placement)}
              className="own-way-field"
              aria-label="its magnification"
            />
            ratio
            <NumberField
              min={1e-3}
              value={pixels.ratio}
              onChange={(next) => next && byPixels({ ...pixels, ratio: next }, placement)}
              className="own-way-field"
              aria-label="its ratio"
            />
          </span>
        </>
      )}
      {way === "count" && (
        <>
          <InputNumber
            size="small"
            min={1}
            max={1 << 20}
            precision={0}
            value={count}
            onChange={(next) => next && byCount(next, spacing)}
            aria-label="chords a curve"
          />
          <Select
            size="small"
            value={spacing}
            options={SPACINGS}
            onChange={(next) => byCount(count, next)}
            aria-label="what the count divides evenly"
          />
        </>
      )}
      {way === "turn" && (
        <InputNumber
          size="small"
          min={0.01}
          max={180}
          value={Number(((turn * 180) / Math.PI).toFixed(4))}
          suffix="deg"
          onChange={(next) => next && write(argumentsOf({ turn: (next * Math.PI) / 180 }))}
          aria-label="turn a chord in degrees"
        />
      )}
    </div>
  );
}

/** What stands in the brackets of flatten for a way of flattening. */
export function argumentsOf({ tolerance, placement = "on", count, spacing = "error", turn }: FlattenOptions): string {
  const parts: string[] = [];
  if (tolerance !== undefined) parts.push(number(tolerance));
  if (placement !== "on") parts.push(`place: ${placement}`);
  if (count !== undefined) parts.push(`count: ${count}`);
  if (count !== undefined && spacing !== "error") parts.push(`by: ${spacing}`);
  if (turn !== undefined) parts.push(`turn: ${number((turn * 180) / Math.PI)}deg`);
  return parts.join(", ");
}

function pixelArguments({ pixels, magnification, ratio }: PixelFlattening, placement: Placement): string {
  const parts = [`pixels: ${number(pixels)}`];
  if (magnification !== 1) parts.push(`magnification: ${number(magnification)}`);
  if (ratio !== 1) parts.push(`ratio: ${number(ratio)}`);
  if (placement !== "on") parts.push(`place: ${placement}`);
  return parts.join(", ");
}

function number(value: number): string {
  return writeNumber(value, Math.max(2, 3 - Math.floor(Math.log10(value))));
}

function wayOf({ turn, count }: FlattenOptions): Exclude<Way, "sheet" | "pixels"> {
  if (count !== undefined) return "count";
  return turn !== undefined ? "turn" : "tolerance";
}
