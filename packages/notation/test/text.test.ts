import { applyEdits, formatScript, occurrencesAt, renameEdits, Sheet } from "../src";

const script = `pond = circle((20, 20), radius: 9)
fn hoop(pond, width = size) = pond difference pond.scale(width)
size = 0.5 from 0.1 to 1
edge = hoop(pond, width: size) union (each size from 1 to 2: pond.move(size, 0))
emit pond as wkt
`;

const at = (word: string, from = 0): number => script.indexOf(word, from);

test("a name is found wherever it stands, but not where a parameter or a repetition hides it", () => {
  const pond = occurrencesAt(script, at("pond"))!;
  expect(pond.definition).toEqual({ from: 0, to: 4 });
  expect(pond.places.map(({ from }) => script.slice(0, from).split("\n").length)).toEqual([1, 4, 4, 5]);
  const size = occurrencesAt(script, at("size", at("size =")))!;
  expect(size.places).toHaveLength(3);
  expect(occurrencesAt(script, at("hoop("))).toMatchObject({ isFunction: true, places: { length: 2 } });
  expect(occurrencesAt(script, at("radius"))).toBeNull();
});

test("renaming changes every place and nothing else, and keeps every value", () => {
  const renamed = applyEdits(script, renameEdits(script, occurrencesAt(script, 1)!, "lake"));
  expect(renamed).toContain("fn hoop(pond, width = size) = pond difference");
  expect(renamed).toContain("emit lake as wkt");
  const values = (text: string) =>
    new Sheet().update(text).definitions.map(({ value }) => value && JSON.stringify(value));
  expect(new Sheet().update(renamed).diagnostics).toEqual([]);
  expect(values(renamed)).toHaveLength(values(script).length);
});

test.each(["size", "3ponds", "union", "each", "a b"])("%p cannot be the new name", (next) => {
  expect(() => renameEdits(script, occurrencesAt(script, 1)!, next)).toThrow();
});

test("tidying aligns, indents and trims, changes no value, and is done after once", () => {
  const untidy = `

plan 100 by 100   
a=3


bank   =  (1, 2)   // a comment
long_name = circle(bank,
     radius: a) // more
      union circle((9, 9), radius: 1)
list = polygon(
 (0, 0), (4, 0), (0, 4)
)
path = path("M 0 0
   L 4 0   L 0 4 Z")
`;
  const tidy = formatScript(untidy);
  expect(tidy).toBe(`plan 100 by 100
a = 3

bank      = (1, 2)   // a comment
long_name = circle(bank,
  radius: a) // more
  union circle((9, 9), radius: 1)
list      = polygon(
  (0, 0), (4, 0), (0, 4)
)
path      = path("M 0 0
   L 4 0   L 0 4 Z")
`);
  expect(formatScript(tidy)).toBe(tidy);
  const areas = (text: string) =>
    new Sheet().update(text).definitions.map(({ value }) => (value?.type === "shape" ? value.area : null));
  expect(areas(tidy)).toEqual(areas(untidy));
});

test("a shape that clips a picture is renamed there as well", () => {
  const script = 'lane = circle((50, 50), radius: 30)\npicture "sketch.png", fade 40%, clip lane\n';
  const found = occurrencesAt(script, 0)!;
  expect(found.places).toHaveLength(2);
  expect(applyEdits(script, renameEdits(script, found, "green"))).toContain("clip green");
});
