"use client";

import { App } from "antd";
import { fixed } from "./numbers";

/** A number in a fixed form; a click copies it at full precision. */
export function Figure({ value, decimals = 3, unit }: { value: number; decimals?: number; unit?: string }) {
  const { message } = App.useApp();
  const copy = async () => {
    await navigator.clipboard.writeText(String(value));
    message.success(`${value} copied`);
  };
  return (
    <button type="button" className="figure" title={`${value} · click to copy`} onClick={copy}>
      {fixed(value, decimals)}
      {unit && <span className="figure-unit"> {unit}</span>}
    </button>
  );
}
