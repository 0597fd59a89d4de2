/** The look: drafting film. One accent, one counter-accent; the canvas and Ant Design use the same tokens. */
export const tokens = {
  paper: "#F3F5F0",
  sheet: "#FAFBF8",
  band: "#E7EAE3",
  ink: "#1F2A2C",
  quiet: "#5A6664",
  rule: "#D5DBD3",
  ruleStrong: "#BFC7BD",
  plum: "#8A3B5C",
  plumWash: "#F2E6EB",
  olive: "#6B7026",
  warning: "#8A5A00",
  sans: "'Noto Sans', sans-serif",
  mono: "'Noto Sans Mono', monospace",
} as const;

/** The same as CSS variables: `--rule-strong` is ruleStrong. */
export const tokenVariables: Readonly<Record<`--${string}`, string>> = Object.fromEntries(
  Object.entries(tokens).map(([name, value]) => [`--${name.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`)}`, value]),
);

/** Fills for shapes, told apart by lightness as well as by hue. */
export const tones = ["#A9BB7E", "#7C9CB0", "#CFA765", "#9C88AE", "#7FB0A2", "#C48A74", "#8C9A9A"] as const;

/** #RRGGBB as three numbers from 0 to 255. */
export function rgb(colour: string): [number, number, number] {
  const n = Number.parseInt(colour.slice(1), 16);
  return [n >> 16, (n >> 8) & 255, n & 255];
}

export function withAlpha(colour: string, alpha: number): string {
  return `rgba(${rgb(colour).join(", ")}, ${alpha})`;
}
