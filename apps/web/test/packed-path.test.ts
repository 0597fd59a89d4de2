import { type Path, parsePathData } from "@vertexon/geometry";
import fc from "fast-check";
import { packPath, unpackPath } from "../src/worker/packed-path";

test("a packed path comes back bit for bit, also through another thread; straight segments are one array", () => {
  const number = fc.oneof(fc.double({ noNaN: true, noDefaultInfinity: true }), fc.constantFrom(0, -0, 1));
  const line = fc.tuple(number, number).map(([x, y]) => `L${x} ${y}`);
  const curve = fc.array(fc.integer({ min: -9, max: 9 }), { minLength: 6, maxLength: 6 }).map((v) => `C${v.join(" ")}`);
  const subpath = fc
    .tuple(number, number, fc.array(fc.oneof({ weight: 6, arbitrary: line }, curve), { maxLength: 8 }), fc.boolean())
    .map(([x, y, rest, closed]) => `M${x} ${y}${rest.join("")}${closed ? "Z" : ""}`);
  fc.assert(
    fc.property(fc.array(subpath, { maxLength: 3 }), (parts) => {
      const path = parsePathData(parts.join(""));
      const back: Path = unpackPath(structuredClone(packPath(path)));
      expect(back).toEqual(path);
      for (const [k, { segments }] of packPath(path).subpaths.entries())
        expect(Array.isArray(segments)).toBe(path.subpaths[k].segments.some(({ kind }) => kind !== "line"));
    }),
  );
});
