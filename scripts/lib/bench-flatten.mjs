/** Curves of each kind, at a tolerance that makes hundreds of vertices of them. */
const CURVES = [
  ["quadratic", "M 0 0 Q 500 900 1000 0", 0.001],
  ["quadratic, skewed", "M 0 0 Q 50 900 1000 100", 0.001],
  ["cubic, S", "M 0 0 C 300 900 700 -900 1000 0", 0.001],
  ["cubic, bow", "M 0 0 C 300 900 700 900 1000 0", 0.001],
  ["cubic, loop", "M 0 0 C 1300 900 -300 900 1000 0", 0.001],
  ["arc of a circle", "M 0 0 A 500 500 0 0 1 900 100", 0.001],
  ["arc of an ellipse", "M 0 0 A 700 300 20 0 1 900 100", 0.001],
];

/** Rows by kind of segment: vertices a second on long and short curves, ratio to evaluation, count to the limit. */
export function benchFlatten(kernel) {
  const rational = kernel.rationalQuadratic([0, 0, 500, 900, 1000, 0], [1, 2, 1]);
  return Object.fromEntries([
    ...CURVES.map(([name, d, tolerance]) => [name, rowOf(kernel, kernel.parsePathData(d), tolerance)]),
    ["rational quadratic", rowOf(kernel, outlineOf(rational), 0.001)],
  ]);
}

function outlineOf(segment) {
  return { subpaths: [{ x: segment.x0, y: segment.y0, segments: [segment], closed: false }] };
}

function rowOf(kernel, path, tolerance) {
  const [segment] = path.subpaths[0].segments;
  const chordsAt = (limit) => kernel.flattenPath(path, { tolerance: limit }).subpaths[0].vertices.length / 2 - 1;
  const long = chordsAt(tolerance);
  const evaluate = EVALUATE[segment.kind];
  const [flattened, evaluated] = interleaved(
    () => kernel.flattenPath(path, { tolerance }),
    () => evaluate(segment, long + 1),
  );
  let coarse = tolerance;
  while (chordsAt(coarse) > 10) coarse *= 1.1;
  const short = chordsAt(coarse);
  const many = { subpaths: [{ ...path.subpaths[0], segments: Array.from({ length: 1000 }, () => segment) }] };
  const [together] = interleaved(
    () => kernel.flattenPath(many, { tolerance: coarse }),
    () => {},
    1,
  );
  return {
    vertices: long,
    "million a second": round(long / flattened / 1000),
    "ratio to evaluation": round(flattened / evaluated),
    "count to limit": round(long / Math.ceil(limitOf(kernel, segment) / Math.sqrt(8 * tolerance)), 3),
    "vertices, short": short,
    "short, million a second": round((1000 * short) / together / 1000),
  };
}

/** Milliseconds a call, the least of many samples taken in turn, so that both see the same machine. */
function interleaved(first, second, calls = 20) {
  const best = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY];
  for (let k = 0; k < 120; k++)
    [first, second].forEach((run, i) => {
      const start = performance.now();
      for (let c = 0; c < calls; c++) run();
      best[i] = Math.min(best[i], (performance.now() - start) / calls);
    });
  return best;
}

/** Plain loops over uniform parameters. */
const EVALUATE = {
  quadratic({ x0, y0, x1, y1, x2, y2 }, n) {
    const out = new Float64Array(2 * n);
    for (let i = 0; i < n; i++) {
      const t = i / (n - 1);
      const s = 1 - t;
      out[2 * i] = s * s * x0 + 2 * s * t * x1 + t * t * x2;
      out[2 * i + 1] = s * s * y0 + 2 * s * t * y1 + t * t * y2;
    }
    return out;
  },
  rational({ x0, y0, x1, y1, x2, y2, weight }, n) {
    const out = new Float64Array(2 * n);
    for (let i = 0; i < n; i++) {
      const t = i / (n - 1);
      const s = 1 - t;
      const [a, b, c] = [s * s, 2 * weight * s * t, t * t];
      const sum = a + b + c;
      out[2 * i] = (a * x0 + b * x1 + c * x2) / sum;
      out[2 * i + 1] = (a * y0 + b * y1 + c * y2) / sum;
    }
    return out;
  },
  cubic({ x0, y0, x1, y1, x2, y2, x3, y3 }, n) {
    const out = new Float64Array(2 * n);
    for (let i = 0; i < n; i++) {
      const t = i / (n - 1);
      const s = 1 - t;
      const [a, b, c, d] = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t];
      out[2 * i] = a * x0 + b * x1 + c * x2 + d * x3;
      out[2 * i + 1] = a * y0 + b * y1 + c * y2 + d * y3;
    }
    return out;
  },
  arc({ cx, cy, ux, uy, vx, vy, start, sweep }, n) {
    const out = new Float64Array(2 * n);
    for (let i = 0; i < n; i++) {
      const angle = start + (sweep * i) / (n - 1);
      const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
      out[2 * i] = cx + ux * cos + vx * sin;
      out[2 * i + 1] = cy + uy * cos + vy * sin;
    }
    return out;
  },
};

/** The integral of sqrt(|curvature|) along a segment. */
function limitOf(kernel, segment) {
  let sum = 0;
  const n = 20_000;
  for (let i = 0; i < n; i++) {
    const { dx, dy, ddx, ddy } = kernel.derivativesAt(segment, (i + 0.5) / n);
    sum += Math.sqrt(Math.abs(dx * ddy - dy * ddx) / Math.hypot(dx, dy)) / n;
  }
  return sum;
}

function round(value, digits = 2) {
  return Number(value.toFixed(digits));
}
