import { functions } from "../library";
import { type Argument, type Call, within } from "../syntax";
import type { Checked, Found } from "./finding";

/** Numbers that were given by place, and are likely in another order. */
export function checkArgumentOrder({ statement, text }: Checked): Found[] {
  return [...within(statement.value)].flatMap((expression) => {
    if (expression.kind !== "call") return [];
    const { order, parameters = [] } = functions.get(expression.name) ?? {};
    if (!order) return [];
    const before = parameters.slice(
      0,
      parameters.findIndex(({ name }) => name === order.first),
    );
    const numbers = before.filter(({ type }) => type === "number").length;
    const [a, b, ...more] = numbersByPlace(expression).slice(numbers);
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
