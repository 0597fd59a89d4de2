import {
  type Form,
  INDEX_TYPES,
  type IndexType,
  LAYOUTS,
  type Layout,
  NUMBER_TYPES,
  type NumberType,
  SHAPE_KINDS,
  type ShapeKind,
} from "@vertexon/geometry";
import type { Expression } from "../syntax";

/** How something is handed off, as far as it was said; null for what the form does by itself. */
export interface HandoffOptions {
  decimals: number | "exact";
  /** How shapes are taken; by themselves results as regions, outlines as they were written. */
  as: ShapeKind | null;
  layout: Layout | null;
  numbers: NumberType | null;
  indices: IndexType | null;
  /** Where the target's y goes. */
  axis: "up" | "down" | null;
  /** The place of the plan that is the target's origin. */
  origin: { x: number; y: number } | null;
  /** The target's units to a plan unit. */
  factor: number;
  /** Coordinates are shares of the plan's box, 0 to 1, or percentages. */
  shares: boolean;
  /** The definition of the template. */
  with: string | null;
}

export const DEFAULT_OPTIONS: HandoffOptions = {
  decimals: 3,
  as: null,
  layout: null,
  numbers: null,
  indices: null,
  axis: null,
  origin: null,
  factor: 1,
  shares: false,
  with: null,
};

/** An option of `emit`: how it is read, and how it is written. */
interface Option {
  /** What it takes, in words; empty for words that stand alone. */
  takes: string;
  /** What it says of the options, or null where its value is none of those. */
  read(value: Expression | null): Partial<HandoffOptions> | null;
  /** What is wrong with it in a form, or null. */
  problem?(options: HandoffOptions, form: Form): string | null;
}

/** All options by their words; `to` is the file's name, which every form has. */
export const emitOptions: ReadonlyMap<string, Option> = new Map<string, Option>([
  ...SHAPE_KINDS.map((as): [string, Option] => [
    as,
    {
      takes: "",
      read: (value) => (value ? null : { as }),
      problem: (_, { holds, title }) =>
        (as === "triangles" || as === "fans") && !holds.kinds.includes("triangles")
          ? `${title} holds no triangles`
          : null,
    },
  ]),
  [
    "decimals",
    {
      takes: "a whole number from 0 to 17, or exact",
      read: (value) => {
        if (isWord(value, "exact")) return { decimals: "exact" };
        const count = numberIn(value);
        return count !== null && Number.isInteger(count) && count >= 0 && count <= 17 ? { decimals: count } : null;
      },
    },
  ],
  [
    "layout",
    {
      takes: LAYOUTS.join(", "),
      read: (value) => oneOf(value, LAYOUTS, (layout) => ({ layout })),
      problem: ({ layout }, { layouts, title }) =>
        layout && !layouts.includes(layout) ? `${title} has ${layouts.join(", ") || "one layout only"}` : null,
    },
  ],
  [
    "numbers",
    {
      takes: NUMBER_TYPES.join(", "),
      read: (value) => oneOf(value, NUMBER_TYPES, (numbers) => ({ numbers })),
      problem: ({ numbers, decimals }, { numbers: types, title }) => {
        if (numbers && !types.includes(numbers)) return `${title} has ${types.join(", ")}`;
        return numbers?.startsWith("int") && decimals !== 0 ? "integers need decimals 0" : null;
      },
    },
  ],
  [
    "indices",
    {
      takes: INDEX_TYPES.join(", "),
      read: (value) => oneOf(value, INDEX_TYPES, (indices) => ({ indices })),
      problem: ({ as }) => (as === "triangles" || as === "fans" ? null : "only triangles and fans have indices"),
    },
  ],
  ["axis", { takes: "up or down", read: (value) => oneOf(value, ["up", "down"] as const, (axis) => ({ axis })) }],
  [
    "origin",
    {
      takes: "a point written as numbers, such as (0, 240)",
      read: (value) => {
        if (value?.kind !== "tuple" || value.items.length !== 2) return null;
        const [x, y] = value.items.map(numberIn);
        return x !== null && y !== null ? { origin: { x, y } } : null;
      },
    },
  ],
  [
    "factor",
    {
      takes: "a number greater than 0",
      read: (value) => {
        const factor = numberIn(value);
        return factor !== null && factor > 0 && Number.isFinite(factor) ? { factor } : null;
      },
    },
  ],
  [
    "shares",
    {
      takes: "",
      read: (value) => (value ? null : { shares: true }),
      problem: ({ origin, factor }, { hasShares, title }) => {
        if (hasShares === false) return `${title} has lengths in px only`;
        return origin || factor !== 1 ? "shares of the plan's box have no origin and no factor" : null;
      },
    },
  ],
  [
    "with",
    { takes: "the name of a template", read: (value) => (value?.kind === "name" ? { with: value.name } : null) },
  ],
]);

/** The options as they stand behind the form, those that are not as by themselves. */
export function optionsText(options: HandoffOptions): string {
  const { decimals, as, layout, numbers, indices, axis, origin, factor, shares, with: template } = options;
  return [
    as,
    layout && `layout ${layout}`,
    `decimals ${decimals}`,
    numbers && `numbers ${numbers}`,
    indices && `indices ${indices}`,
    shares && "shares",
    axis && `axis ${axis}`,
    origin && `origin (${origin.x}, ${origin.y})`,
    factor !== 1 && `factor ${factor}`,
    template && `with ${template}`,
  ]
    .filter((text) => text)
    .join(", ");
}

function isWord(value: Expression | null, word: string): boolean {
  return value?.kind === "name" && value.name === word;
}

function oneOf<T extends string>(
  value: Expression | null,
  words: readonly T[],
  made: (word: T) => Partial<HandoffOptions>,
): Partial<HandoffOptions> | null {
  const word = words.find((each) => isWord(value, each));
  return word ? made(word) : null;
}

function numberIn(value: Expression | null): number | null {
  if (value?.kind === "negation") {
    const number = numberIn(value.operand);
    return number === null ? null : -number;
  }
  return value?.kind === "number" ? value.value : null;
}
