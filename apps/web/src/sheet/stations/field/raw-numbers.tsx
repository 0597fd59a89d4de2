import { Button, Checkbox, InputNumber, Select } from "antd";
import { useState } from "react";
import { fixed } from "@/format/numbers";
import type { RawForm } from "@/worker/field-file";

interface Props {
  /** How many there are. */
  bytes: number;
  /** What the samples lie over: a first guess at their columns and rows. */
  plan: { width: number; height: number };
  raw: RawForm | null;
  onRaw(raw: RawForm): void;
}

const TYPES: { value: RawForm["type"]; label: string; size: number }[] = [
  { value: "float32", label: "32-bit floats", size: 4 },
  { value: "float64", label: "64-bit floats", size: 8 },
  { value: "uint8", label: "bytes", size: 1 },
  { value: "uint16", label: "16-bit integers", size: 2 },
];

/** How plain numbers stand in a file that says nothing of itself. */
export function RawNumbers({ bytes, plan, raw, onRaw }: Props) {
  const [form, setForm] = useState<RawForm>(() => raw ?? guessed(bytes, plan));
  const { columns, rows, type, bigFirst } = form;
  const { size } = TYPES.find(({ value }) => value === type)!;
  const wanted = size * columns * rows;
  return (
    <>
      <p className="quiet">{fixed(bytes, 0)} bytes of plain numbers, without a word about how they stand.</p>
      <div className="field-row">
        {(["columns", "rows"] as const).map((key) => (
          <InputNumber
            key={key}
            size="small"
            min={1}
            precision={0}
            value={form[key]}
            onChange={(next) => next && setForm({ ...form, [key]: next })}
            aria-label={`${key} of the file`}
            suffix={key}
            style={{ width: 130 }}
          />
        ))}
        <Select
          size="small"
          value={type}
          options={TYPES}
          onChange={(next) => setForm({ ...form, type: next })}
          aria-label="type of the numbers"
          style={{ width: 140 }}
        />
      </div>
      <div className="field-row">
        {size > 1 && (
          <Checkbox checked={bigFirst} onChange={({ target }) => setForm({ ...form, bigFirst: target.checked })}>
            most significant byte first
          </Checkbox>
        )}
        <span className={wanted === bytes ? "quiet" : "warning"}>{fixed(wanted, 0)} bytes</span>
        <Button size="small" type="primary" disabled={wanted !== bytes} onClick={() => onRaw(form)}>
          Read them so
        </Button>
      </div>
    </>
  );
}

/** Columns and rows as the plan's sides are, if there are numbers of a type that make them up; else a square, or one row. */
function guessed(bytes: number, { width, height }: Props["plan"]): RawForm {
  for (const { value: type, size } of TYPES) {
    const count = bytes / size;
    const columns = Math.round(Math.sqrt((count * width) / height));
    const rows = Math.round(count / columns);
    if (columns > 1 && rows > 1 && columns * rows === count) return { columns, rows, type, bigFirst: false };
  }
  const side = Math.round(Math.sqrt(bytes / 4));
  return { columns: side || 1, rows: side || 1, type: "float32", bigFirst: false };
}
