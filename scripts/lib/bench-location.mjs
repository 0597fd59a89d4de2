/**
 * Point location and its likes, in sorts of 1,000 doubles for 1,000 questions: building an index (in sorts of as many doubles as there
 * are edges) and asking it, over coast lines and over spiky stars; true curves; lines; which of many shapes.
 */
export function benchLocation(kernel, { best, coast, random, sortOf }) {
  const rows = {};
  const asked = 100_000;
  const values = random(2 * asked, 5).map((value) => 2 * value - 1);
  const thousand = sortOf(1000);
  const perThousand = (ask) => {
    const ms = best(3, () => {
      for (let i = 0; i < values.length; i += 2) ask(values[i], values[i + 1], i);
    });
    return Number((ms / (asked / 1000) / thousand).toPrecision(3));
  };
  const shapes = [
    ["coast", coast, [100, 10_000, 100_000, 1_000_000]],
    ["star", star, [10_000, 100_000]],
  ];
  for (const [name, ring, counts] of shapes)
    for (const n of counts) {
      const shape = { rings: [ring(n, 7, 0)], fillRule: "nonzero" };
      const index = kernel.locationIndex(shape);
      rows[`${name} of ${n} edges`] = {
        build: Number((best(3, () => kernel.locationIndex(shape)) / sortOf(n)).toPrecision(3)),
        locate: perThousand((x, y) => index.locate(x, y)),
      };
    }
  const curves = kernel.pathIndex(kernel.parsePathData(icon(random(200, 11))), "nonzero");
  rows["an icon of 50 curves"] = {
    locate: perThousand((x, y) => curves.locate(x, y)),
    distance: perThousand((x, y) => curves.distance(x, y)),
  };
  const hits = kernel.hitIndex({ rings: [coast(10_000, 7, 0)], fillRule: "nonzero" });
  rows["rays over a coast of 10000 edges"] = {
    locate: perThousand((x, y, i) => hits.ray(x, y, values[values.length - 1 - i], y + 0.3)),
  };
  const many = Array.from({ length: 10_000 }, (_, k) => ({
    rings: [coast(24, k, 0).map((value, i) => 0.02 * value + 2 * random(2, k)[i & 1] - 1)],
    fillRule: "nonzero",
  }));
  const among = kernel.shapesIndex(many);
  rows["which of 10000 shapes"] = { locate: perThousand((x, y) => among.topmost(x, y)) };
  for (const n of [100, 10_000]) {
    const [a, b] = [0, 0.9].map((shift, k) => kernel.cleaned([coast(n, 7 + k, shift)], "nonzero").polygons);
    const few = [{ outer: coast(40, 3, 0.9), holes: [] }];
    rows[`two coasts of ${n} edges`] = {
      relate: Number(best(3, () => kernel.relate(a, b)).toPrecision(3)),
      "part from 40 edges": Number(best(2, () => kernel.shortestParting(few, a)).toPrecision(3)),
    };
  }
  return rows;

  function star(n, seed) {
    const lengths = random(n, seed);
    return Float64Array.from({ length: 2 * n }, (_, i) => {
      const angle = (2 * Math.PI * (i >> 1)) / n;
      return (0.6 + 0.4 * lengths[i >> 1]) * (i & 1 ? Math.sin(angle) : Math.cos(angle));
    });
  }
}

/** An outline of 50 cubics around the origin. */
function icon(values) {
  const place = (angle, away) => `${away * Math.cos(angle)} ${away * Math.sin(angle)}`;
  let data = `M ${place(0, 0.8)}`;
  for (let i = 0; i < 50; i++) {
    const [from, to] = [(2 * Math.PI * i) / 50, (2 * Math.PI * (i + 1)) / 50];
    const end = i === 49 ? 0.8 : 0.7 + 0.2 * values[3 * i + 2];
    data += ` C ${place(from + 0.04, 0.6 + 0.4 * values[3 * i])} ${place(to - 0.04, 0.6 + 0.4 * values[3 * i + 1])} ${place(to, end)}`;
  }
  return `${data} Z`;
}
