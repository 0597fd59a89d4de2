/**
 * Distances, in millions of samples a second on one core, and how many that is for the time of sorting as many doubles: fields of
 * 1024 by 1024 over coast lines, closed forms, compositions, all written into the same array; contours by milliseconds.
 */
export function benchDistance(kernel, { best, coast, sortOf }) {
  const side = 1024;
  const grid = { x: -1.2, y: -1.2, cell: 2.4 / side, columns: side, rows: side };
  const values = new Float64Array(side * side);
  const sort = sortOf(side * side);
  const rows = {};
  const row = (name, run) => {
    const ms = best(3, run);
    rows[name] = {
      "M samples/s": Number((side ** 2 / ms / 1000).toPrecision(3)),
      sorts: Number((ms / sort).toPrecision(3)),
    };
  };
  for (const n of [10, 1000, 10_000, 100_000, 1_000_000]) {
    const index = kernel.distanceIndex({ rings: [coast(n, 7, 0)], fillRule: "nonzero" });
    row(`field, ${n} edges`, () => index.field(grid, { values }));
  }
  const box = { minX: -1, minY: -1, maxX: 1, maxY: 1 };
  const part = kernel.arcForm(0, 0, 0.7, 0.3, 2);
  const forms = {
    circle: kernel.formField(kernel.distanceToCircle, { x: 0.1, y: 0, radius: 0.5 }, box),
    box: kernel.formField(kernel.distanceToBox, { x: -0.5, y: -0.3, width: 1, height: 0.6 }, box),
    "rounded box": kernel.formField(
      kernel.distanceToRoundedBox,
      { x: -0.5, y: -0.3, width: 1, height: 0.6, radii: [0.1, 0.2, 0.05, 0.15] },
      box,
    ),
    capsule: kernel.formField(kernel.distanceToCapsule, { x0: -0.5, y0: 0, x1: 0.4, y1: 0.3, radius: 0.2 }, box),
    ring: kernel.formField(kernel.distanceToRing, { x: 0, y: 0, inner: 0.4, outer: 0.7 }, box),
    sector: kernel.formField(kernel.distanceToSector, part, box),
    "circular segment": kernel.formField(kernel.distanceToCircularSegment, part, box),
    star: kernel.formField(kernel.distanceToStar, kernel.starForm(0, 0, 5, 0.8, 0.4, 0), box),
    triangle: kernel.formField(kernel.distanceToCorners, kernel.triangleForm(-0.5, -0.5, 0.6, -0.3, 0, 0.6), box),
    ellipse: kernel.formField(kernel.distanceToEllipse, { x: 0, y: 0, rx: 0.8, ry: 0.3 }, box),
  };
  for (const [name, form] of Object.entries(forms)) row(name, () => form.sample(grid, values));
  const { circle, capsule } = forms;
  row("union of two", () => kernel.unionField([circle, capsule]).sample(grid, values));
  row("blend of two", () => kernel.blendedUnion(circle, capsule, 0.2, "parabola").sample(grid, values));
  row("difference of two", () => kernel.differenceField(circle, capsule).sample(grid, values));
  row("one of two", () => kernel.xorField(circle, capsule).sample(grid, values));
  row("blend with a fillet", () => kernel.blendedUnion(circle, capsule, 0.2, "circle").sample(grid, values));
  row("turned", () =>
    kernel.placedField(capsule, { a: 0.8, b: 0.6, c: -0.6, d: 0.8, e: 0, f: 0 }).sample(grid, values),
  );
  row("shell", () => kernel.shellField(circle, 0.1).sample(grid, values));
  const disc = (x, y, radius) =>
    kernel.formField(
      kernel.distanceToCircle,
      { x, y, radius },
      { minX: x - radius, minY: y - radius, maxX: x + radius, maxY: y + radius },
    );
  const leaf = kernel.formField(
    kernel.distanceToEllipse,
    { x: 0.7, y: 0, rx: 0.2, ry: 0.05 },
    { minX: 0.5, minY: -0.05, maxX: 0.9, maxY: 0.05 },
  );
  const tooth = kernel.formField(
    kernel.distanceToBox,
    { x: 0.7, y: -0.01, width: 0.2, height: 0.02 },
    { minX: 0.7, minY: -0.01, maxX: 0.9, maxY: 0.01 },
  );
  // Along a spiral, as densely in its middle as at its rim.
  const scattered = (count, make) => {
    const step = 0.93 / Math.sqrt(count);
    return Array.from({ length: count }, (_, i) =>
      make(step * Math.sqrt(i) * Math.cos(2.4 * i), step * Math.sqrt(i) * Math.sin(2.4 * i), step),
    );
  };
  const discs = [30, 300, 3000].map((count) => scattered(count, (x, y, step) => disc(x, y, step / 3)));
  const hexagons = scattered(300, (x, y, step) => {
    const ring = Float64Array.from(
      { length: 12 },
      (_, i) => (i & 1 ? y : x) + step * (i & 1 ? Math.sin : Math.cos)(((i >> 1) * Math.PI) / 3),
    );
    return kernel.shapeField({ rings: [ring], fillRule: "nonzero" });
  });
  const turn = { a: 0.8, b: 0.6, c: -0.6, d: 0.8, e: 0, f: 0 };
  const planks = scattered(300, (x, y, step) => {
    const plank = { x: -step / 2, y: -step / 8, width: step, height: step / 4 };
    const box = { minX: plank.x, minY: plank.y, maxX: step / 2, maxY: step / 8 };
    const [cos, sin] = [Math.cos, Math.sin].map((of) => of(Math.atan2(y, x)));
    const placing = { a: cos, b: sin, c: -sin, d: cos, e: x, f: y };
    return kernel.placedField(kernel.formField(kernel.distanceToBox, plank, box), placing);
  });
  const many = {
    ...Object.fromEntries(discs.map((some) => [`union of ${some.length} discs`, () => kernel.unionField(some)])),
    "union of 300 overlapping hexagons": () => kernel.unionField(hexagons),
    "union of 300 turned boxes": () => kernel.unionField(planks),
    "turned union of 300 discs": () => kernel.placedField(kernel.unionField(discs[1]), turn),
    "9 around a centre": () => kernel.aroundField(disc(0.6, 0, 0.1), 0, 0, 9),
    "25 on a grid": () => kernel.repeatedField(disc(-0.8, -0.8, 0.1), { stepX: 0.4, stepY: 0.4, columns: 5, rows: 5 }),
    "12 ellipses around a centre": () => kernel.aroundField(leaf, 0, 0, 12),
    "100 close together around a centre": () => kernel.aroundField(tooth, 0, 0, 100),
  };
  // A new field of many parts learns first which of them count where.
  for (const [name, make] of Object.entries(many)) {
    const made = make();
    row(name, () => made.sample(grid, values));
    row(`${name}, made anew`, () => make().sample(grid, values));
  }
  const lane = kernel.parsePathData("M -0.5 -0.2 H 0.5 A 0.2 0.2 0 0 1 0.5 0.2 H -0.5 A 0.2 0.2 0 0 1 -0.5 -0.2 Z");
  row("true curves: two lines and two arcs", () => kernel.pathField(lane, "nonzero", box).sample(grid, values));
  const drop = kernel.parsePathData(
    "M 0 -0.8 C 0.6 -0.8 0.9 0.1 0.3 0.5 S -0.2 0.9 -0.5 0.5 S -0.9 0 -0.6 -0.4 S -0.3 -0.8 0 -0.8 Z",
  );
  row("true curves: four Béziers", () => kernel.pathField(drop, "nonzero", box).sample(grid, values));
  const shape = (n, place = (v) => v) => kernel.shapeField({ rings: [coast(n, 7, 0).map(place)], fillRule: "nonzero" });
  for (const n of [10, 1000]) {
    const turned = kernel.placedField(shape(n), turn);
    row(`turned shape of ${n} edges`, () => turned.sample(grid, values));
  }
  const small = shape(100, (v, i) => 0.15 * v + (i % 2 === 0 ? 0.7 : 0));
  const ring = kernel.aroundField(small, 0, 0, 9);
  row("9 shapes of 100 edges around a centre", () => ring.sample(grid, values));
  const index = kernel.distanceIndex({ rings: [coast(1000, 7, 0)], fillRule: "nonzero" });
  index.field(grid, { values });
  const levels = Array.from({ length: 20 }, (_, k) => -0.4 + 0.05 * k);
  const ms = (run) => ({ ms: Number(best(3, run).toPrecision(3)) });
  rows["20 contours of 1024 by 1024"] = ms(() => kernel.contours(grid, values, levels));
  const blend = kernel.blendedUnion(circle, capsule, 0.2, "parabola");
  rows["a contour within 0.001 of the level"] = ms(() => kernel.levelSet(blend, 0.05, 0.001));
  return rows;
}
