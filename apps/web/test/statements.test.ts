import { Sheet } from "@vertexon/notation";
import { STATEMENTS } from "../src/reference/statements";

test.each(STATEMENTS.map(({ title, script }) => [title, script]))("the example of “%s” has no mistake", (_, script) => {
  const { diagnostics, definitions } = new Sheet().update(script);
  expect(diagnostics).toEqual([]);
  expect(definitions.some(({ value }) => value?.type === "shape")).toBe(true);
});
