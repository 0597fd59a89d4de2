import type { Argument, Expression } from "../syntax";
import { type Checked, type Found, within } from "./finding";

type Call = Extract<Expression, { kind: "call" }>;

/** By function: two numbers, how many others come before them, and whether the first wants to be the larger one. */
const IN_ORDER: Record<string, { first: string; second: string; before: number; falls: boolean }> = {
  star: { first: "outer", second: "inner", before: 1, falls: true },
  field: { first: "cell", second: "reach", before: 0, falls: false },
};

/** Numbers that were given by place, and are likely in another order. */
export function checkArgumentOrder({ statement, text }: Checked): Found[] {
  return [...within(statement.value)].flatMap((expression) => {
    const order = expression.kind === "call" ? IN_ORDER[expression.name] : undefined;
    if (!order) return [];
    const [a, b, ...more] = numbersByPlace(expression as Call).slice(order.before);
    if (!a || !b || more.length > 0) return [];
    const [p, q] = [numberIn(a), numberIn(b)];
    if (order.falls ? p >= q : p <= q) return [];
    const [first, second] = [text.slice(a.from, a.to), text.slice(b.from, b.to)];
    return [
      {
        span: { from: a.from, to: b.to },
        message: `"${order.first}" is ${first} and "${order.second}" is ${second}: ${order.first} comes first, and is usually the ${order.falls ? "larger" : "smaller"} one`,
        mends: [
          {
            label: `Write ${second}, ${first}`,
            edits: [
              { from: a.from, to: a.to, insert: second },
              { from: b.from, to: b.to, insert: first },
            ],
          },
        ],
        marks: [],
      },
    ];
  });
}

function numbersByPlace({ args }: Call): Argument[] {
  return args.filter(({ name, value }) => name === null && value.kind === "number");
}

function numberIn({ value }: Argument): number {
  return value.kind === "number" ? value.value : Number.NaN;
}
