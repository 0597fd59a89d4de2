// What is derived from outlines, each operation at a size and at a tenth of it: the time in sorts of as many doubles as
// there are vertices, and the exponent of its growth.

/** Rows of a table by name. */
export function benchDerived(kernel, { best, coast, random, sortOf }) {
  const rows = {};
  const style = { join: "round", cap: "butt", miterLimit: 4, tolerance: 1e-5, width: 1e-4 };
  const ring = (n) => kernel.polygonPath(coast(n, 7, 0));
  const shape = (n) => ({ rings: [coast(n, 7, 0)], fillRule: "nonzero" });
  const measure = (name, n, make, run, runs = 2) => {
    const times = [n / 10, n].map((size) => {
      const input = make(size);
      return best(runs, () => run(input, size));
    });
    rows[name] = {
      ms: Number(times[1].toPrecision(3)),
      sorts: Number((times[1] / sortOf(n)).toPrecision(3)),
      growth: `n^${Math.log10(times[1] / times[0]).toFixed(2)}`,
    };
  };
  measure("stroke of 100,000 segments", 100_000, ring, (path) => kernel.strokePath(path, style));
  measure("100,000 edges grown by little", 100_000, ring, (path) => kernel.offsetOutlines(path, 1e-5, style));
  // Rough edges and a distance of many of them: nearly all that lies beside the outline is buried.
  measure(
    "12,000 edges shrunk by much",
    12_000,
    ring,
    (path) => kernel.offsetOutlines(path, -0.2, { ...style, tolerance: 1e-4 }),
    1,
  );
  const gon = (n) =>
    kernel.polygonPath(
      Float64Array.from({ length: 2 * n }, (_, i) => Math.sin((Math.PI / n) * (i - (i % 2)) + (i % 2) * 1.5)),
    );
  measure(
    "a round outline of 10,000 edges shrunk to nothing",
    10_000,
    gon,
    (path) => kernel.offsetOutlines(path, -1.5, { ...style, tolerance: 1e-4 }),
    1,
  );
  const wave = () => kernel.parsePathData("M0 0C4 8 6 -8 10 0S16 8 20 0");
  measure("100,000 dashes", 100_000, wave, (path, n) => kernel.dashPath(path, [20 / n, 11 / n]));
  for (const tolerance of [1e-7, 1e-5, 1e-3, 1e-1])
    measure(
      `simplify 1,000,000 vertices to within ${tolerance}`,
      1_000_000,
      (n) => [{ vertices: coast(n, 7, 0), closed: true }],
      (outlines) => kernel.simplifyOutlines(outlines, tolerance),
      1,
    );
  const lines = (n) => {
    const places = random(4 * n, 3);
    return Array.from({ length: n }, (_, i) => Float64Array.from({ length: 4 }, (_, k) => 3 * places[4 * i + k] - 1.5));
  };
  measure("cut by 1,000 lines", 1000, lines, (all) => kernel.cut(shape(1000), all), 1);
  measure("100 × 100 tiles of 100,000 edges", 100_000, shape, (operand, n) => {
    const count = Math.round(Math.sqrt(n / 10));
    return kernel.tiles(operand, { x: -1, y: -1, width: 2 / count, height: 2 / count, columns: count, rows: count });
  });
  const hatched = (n) => ({ shape: shape(1000), step: 2 / n });
  measure("10,000 lines of a hatch", 10_000, hatched, ({ shape: operand, step }) =>
    kernel.hatchLines(operand, step, 0.3, { x: 0, y: 0 }),
  );
  measure("100,000 corners rounded", 100_000, ring, (path) =>
    kernel.cutCorners(path, { by: "length", size: 1e-5, form: "arc" }),
  );
  measure(
    "arcs fitted to 100,000 vertices",
    100_000,
    (n) => [{ vertices: coast(n, 7, 0), closed: true }],
    (outlines) => kernel.fitCurves(outlines, 1e-3, "arcs", 3),
    1,
  );
  return rows;
}
