import { editorParser, Sheet } from "../src";

const evaluated = (script: string, attachments: { name: string; content: string }[] = []) => {
  const sheet = new Sheet();
  sheet.attach(attachments);
  return sheet.update(script);
};

/** Messages with their places, and the names that have no value. */
const outcomeOf = (script: string, attachments?: { name: string; content: string }[]) => {
  const { diagnostics, definitions } = evaluated(script, attachments);
  return {
    errors: diagnostics
      .filter(({ severity }) => severity === "error")
      .map(({ message, line }) => `${line}: ${message}`),
    failed: definitions.filter(({ value }) => value === null).map(({ name }) => name),
  };
};

const other = "other = rect((0, 0), 10, 10)";
const nested = (open: string, inner: string, close = "", times = 1000) =>
  `r = ${open.repeat(times)}${inner}${close.repeat(times)}`;

test.each([
  ["a tolerance finer than doubles", "tolerance 1e-15\nr = each k from 1 to 3: circle((100, 100), radius: k)", /finer/],
  ["brackets", nested("(", "1", ")"), /nested more than 150 deep/],
  ["brackets past what the parser can hold", nested("(", "1", ")", 30_000), /nested more than 150 deep/],
  ["signs", nested("-", "1"), /nested more than 150 deep/],
  ["calls", nested("sqrt(", "1", ")"), /nested more than 150 deep/],
  ["conditions", nested("if 1 < 2 then ", "1", " else 2"), /nested more than 150 deep/],
  ["repetitions", nested("each k from 0 to 0: ", "1"), /nested more than 150 deep/],
  ["very long sums", `r = ${"1 + ".repeat(5000)}1`, /more than 1000 operators in a row/],
  ["a character that no text can be saved with", "r = 1\0", /U\+0000 cannot be saved/],
  ["half of a surrogate pair", 'r = path("\ud800")', /U\+D800 cannot be saved/],
])("%s are a message at their definition, and nothing else fails", (_, script, message) => {
  const { errors, failed } = outcomeOf(`${script}\n${other}`);
  expect(errors.filter((error) => !message.test(error) || error.startsWith("3:"))).toEqual([]);
  expect(errors.length).toBeGreaterThan(0);
  expect(failed).not.toContain("other");
});

test("long chains compute: operands, summands, methods, and definitions in any order", () => {
  const one = "c = rect((0, 0), 5, 5)";
  const chain = Array.from({ length: 5000 }, (_, i) => `a${i} = a${i + 1} + 1`);
  for (const script of [
    `${one}\nr = c${" union c".repeat(402)}`,
    `n = 1\nr = n${" + n".repeat(900)}`,
    `${one}\nr = c${".move(0, 0)".repeat(900)}`,
    `fn f(x) = a0 + x\nr = f(1)\n${chain.join("\n")}\na5000 = 1`,
  ])
    expect(outcomeOf(script)).toEqual({ errors: [], failed: [] });
  const circle = Array.from({ length: 5000 }, (_, i) => `a${i} = a${(i + 1) % 5000} + 1`);
  expect(outcomeOf(circle.join("\n")).errors.join("\n")).toContain("computed from itself");
});

const svg = (inner: string, before = "") => `${before}<svg xmlns="http://www.w3.org/2000/svg">${inner}</svg>`;

test.each([
  ["x.svg", svg('<path d="M0 0h9v9z"/>', '<!DOCTYPE svg [<!ENTITY e SYSTEM "file:///etc/hosts">]>')],
  ["x.svg", svg("<g>".repeat(20_000) + "</g>".repeat(20_000))],
  ["x.geojson", "[".repeat(20_000) + "]".repeat(20_000)],
  ["x.geojson", '{"type":"GeometryCollection","geometries":['.repeat(5000) + "]}".repeat(5000)],
  ["x.csv", "\0\0"],
])("an attachment that cannot be read is a message where it is used: %s", (name, content) => {
  const { errors, failed } = outcomeOf(`a = outline("${name}")\n${other}`, [{ name, content }]);
  expect(errors).toEqual([expect.stringMatching(new RegExp(`^1: "${name}"`))]);
  expect(failed).toEqual(["a"]);
});

test("the editor's parser leaves a script plain that is nested too deeply, and reads all others", () => {
  expect(editorParser().parse("r = 1 + 2").topNode.firstChild?.name).toBe("Definition");
  expect(editorParser().parse(nested("sqrt(", "1", ")", 30_000)).length).toBeGreaterThan(30_000);
});
