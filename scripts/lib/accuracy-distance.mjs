/** How far off distances are: samples against single answers, closed forms against their outlines, contours against their level. */
export function distanceAccuracy(kernel, random) {
  const between = (low, high) => low + (high - low) * random();
  const off = { samples: 0, forms: {}, contours: 0 };
  for (let k = 0; k < 20; k++) {
    const n = 3 + Math.floor(random() * 40);
    const ring = Float64Array.from({ length: 2 * n }, (_, i) => {
      const radius = between(0.3, 1);
      const angle = (2 * Math.PI * (i >> 1)) / n;
      return i & 1 ? radius * Math.sin(angle) : radius * Math.cos(angle);
    });
    const { polygons } = kernel.cleaned([ring], "nonzero");
    const shape = kernel.operandOf(polygons);
    const grid = { x: -1.5, y: -1.5, cell: 3 / 64, columns: 64, rows: 64 };
    const index = kernel.distanceIndex(shape);
    index.field(grid).forEach((value, i) => {
      const [x, y] = [grid.x + ((i % 64) + 0.5) * grid.cell, grid.y + (Math.floor(i / 64) + 0.5) * grid.cell];
      off.samples = Math.max(off.samples, Math.abs(value - kernel.signedDistance(x, y, shape).distance));
    });
    const tolerance = 0.01;
    const blend = kernel.blendedUnion(
      kernel.shapeField(shape),
      kernel.formField(
        kernel.distanceToCircle,
        { x: 0.8, y: 0, radius: 0.4 },
        { minX: 0.4, minY: -0.4, maxX: 1.2, maxY: 0.4 },
      ),
      0.3,
      "parabola",
    );
    off.contours = Math.max(off.contours, kernel.levelSet(blend, between(0, 0.3), tolerance).error / tolerance);
  }
  const held = (name, at, data) => {
    const path = kernel.pathIndex(kernel.parsePathData(data), "nonzero");
    for (let k = 0; k < 2000; k++) {
      const [x, y] = [between(-3, 3), between(-3, 3)];
      off.forms[name] = Math.max(off.forms[name] ?? 0, Math.abs(at(x, y) - path.distance(x, y).distance));
    }
  };
  const quarters = (rx, ry) =>
    `M ${rx} 0 A ${rx} ${ry} 0 0 1 0 ${ry} A ${rx} ${ry} 0 0 1 ${-rx} 0 A ${rx} ${ry} 0 0 1 0 ${-ry} A ${rx} ${ry} 0 0 1 ${rx} 0 Z`;
  held("circle", (x, y) => kernel.distanceToCircle(x, y, { x: 0, y: 0, radius: 1 }), quarters(1, 1));
  held(
    "box",
    (x, y) => kernel.distanceToBox(x, y, { x: -1, y: -0.5, width: 2, height: 1 }),
    "M -1 -0.5 h 2 v 1 h -2 Z",
  );
  for (const ratio of [2, 100, 10_000])
    held(
      `ellipse, 1 to ${ratio}`,
      (x, y) => kernel.distanceToEllipse(x, y, { x: 0, y: 0, rx: 1, ry: 1 / ratio }),
      quarters(1, 1 / ratio),
    );
  const star = kernel.starForm(0, 0, 5, 1, 0.4, 0.2);
  const tips = Array.from({ length: 10 }, (_, k) => {
    const [radius, angle] = [k % 2 ? 0.4 : 1, 0.2 + (k * Math.PI) / 5];
    return `${radius * Math.cos(angle)} ${radius * Math.sin(angle)}`;
  });
  held("star", (x, y) => kernel.distanceToStar(x, y, star), `M ${tips.join(" L ")} Z`);
  return off;
}
