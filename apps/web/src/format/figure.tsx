"use client";

import { useCopy } from "@/client/use-copy";
import { fixed } from "./numbers";
import { usePlanDigits } from "./plan-digits";
import "./format.css";

interface Props {
  value: number;
  /** What it measures on the plan, for as many decimals as the plan's size asks for. */
  of?: "length" | "area";
  decimals?: number;
  unit?: string;
}

/** A number in a fixed form; a click copies it at full precision. */
export function Figure({ value, of = "length", decimals, unit }: Props) {
  const copy = useCopy();
  const digits = usePlanDigits();
  return (
    <button
      type="button"
      className="figure"
      title={`${value} · click to copy`}
      onClick={() => copy(String(value), `${value} copied`)}
    >
      {fixed(value, decimals ?? (of === "area" ? digits.area + 2 : digits.length + 1))}
      {unit && <span className="figure-unit"> {unit}</span>}
    </button>
  );
}
