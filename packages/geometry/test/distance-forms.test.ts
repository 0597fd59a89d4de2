import fc from "fast-check";
import {
  type ArcForm,
  arcForm,
  combine,
  complement,
  distanceToArc,
  distanceToBox,
  distanceToCapsule,
  distanceToCircle,
  distanceToCircularSegment,
  distanceToCorners,
  distanceToEllipse,
  distanceToRing,
  distanceToRingSector,
  distanceToRoundedBox,
  distanceToSector,
  distanceToSegment,
  distanceToStar,
  formField,
  operandOf,
  parallelogramForm,
  parsePathData,
  pathField,
  pathIndex,
  regularForm,
  rhombusForm,
  type Slope,
  shapeField,
  starForm,
  strokeOf,
  triangleForm,
  unionField,
} from "../src";

/** A closed form, and its outline as path data. */
interface Case {
  name: string;
  at(x: number, y: number, slope?: Slope): number;
  data: string;
  /** Of lines that enclose nothing. */
  isOpen?: boolean;
}

const length = fc.double({ min: 0.5, max: 40, noNaN: true });
const place = fc.oneof(fc.double({ min: -60, max: 60, noNaN: true }), fc.integer({ min: -60, max: 60 }));
const angle = fc.oneof(fc.double({ min: -7, max: 7, noNaN: true }), fc.constantFrom(0, Math.PI / 2, -Math.PI));

const on = (cx: number, cy: number, r: number, a: number): string => `${cx + r * Math.cos(a)} ${cy + r * Math.sin(a)}`;
/** To the end of an arc, in two halves, so that its ends tell its centre. */
const around = (cx: number, cy: number, r: number, from: number, sweep: number): string => {
  const flag = sweep > 0 ? 1 : 0;
  return [1, 2].map((k) => `A ${r} ${r} 0 0 ${flag} ${on(cx, cy, r, from + (k * sweep) / 2)}`).join(" ");
};
const polygon = (corners: ArrayLike<number>): string => `M ${Array.from(corners).join(" ")} Z`;
/** In quarters: arcs of half a turn tell their centre to half of the digits. */
const full = (cx: number, cy: number, rx: number, ry: number, isBack = false): string => {
  const way = isBack
    ? [
        [0, -1],
        [-1, 0],
        [0, 1],
        [1, 0],
      ]
    : [
        [0, 1],
        [-1, 0],
        [0, -1],
        [1, 0],
      ];
  const arcs = way.map(([u, v]) => `A ${rx} ${ry} 0 0 ${isBack ? 0 : 1} ${cx + u * rx} ${cy + v * ry}`);
  return `M ${cx + rx} ${cy} ${arcs.join(" ")} Z`;
};

const parts = fc
  .record({
    x: place,
    y: place,
    r: length,
    start: angle,
    sweep: fc.double({ min: 0.1, max: 6.2, noNaN: true }),
    inner: fc.double({ min: 0.1, max: 0.9, noNaN: true }),
  })
  .map(({ x, y, r, start, sweep, inner }): Case[] => {
    const form: ArcForm = arcForm(x, y, r, start, sweep);
    const back = arcForm(x, y, r, start + sweep, -sweep);
    const begin = on(x, y, r, start);
    const small = inner * r;
    const ring = `M ${begin} ${around(x, y, r, start, sweep)} L ${on(x, y, small, start + sweep)} ${around(x, y, small, start + sweep, -sweep)} Z`;
    return [
      {
        name: "arc",
        at: (u, v, s) => distanceToArc(u, v, form, s),
        data: `M ${begin} ${around(x, y, r, start, sweep)} ${around(x, y, r, start + sweep, -sweep)}`,
        isOpen: true,
      },
      {
        name: "sector",
        at: (u, v, s) => distanceToSector(u, v, back, s),
        data: `M ${begin} ${around(x, y, r, start, sweep)} L ${x} ${y} Z`,
      },
      {
        name: "circular segment",
        at: (u, v, s) => distanceToCircularSegment(u, v, form, s),
        data: `M ${begin} ${around(x, y, r, start, sweep)} Z`,
      },
      { name: "ring sector", at: (u, v, s) => distanceToRingSector(u, v, { ...back, inner: small }, s), data: ring },
      {
        name: "ring",
        at: (u, v, s) => distanceToRing(u, v, { x, y, inner: small, outer: r }, s),
        data: `${full(x, y, r, r)} ${full(x, y, small, small, true)}`,
      },
      { name: "circle", at: (u, v, s) => distanceToCircle(u, v, { x, y, radius: r }, s), data: full(x, y, r, r) },
    ];
  });

const straight = fc
  .record({
    x: place,
    y: place,
    w: length,
    h: length,
    a: angle,
    tips: fc.integer({ min: 3, max: 12 }),
    share: fc.double({ min: 0.2, max: 0.95, noNaN: true }),
    corner: fc.tuple(place, place, place, place),
  })
  .map(({ x, y, w, h, a, tips, share, corner: [px, py, qx, qy] }): Case[] => {
    const most = Math.min(w, h);
    const radii = [0.1, 0.45, 0, 0.3].map((part) => part * most) as [number, number, number, number];
    const [p, q, r, s] = radii;
    const rounded = `M ${x + p} ${y} H ${x + w - q} A ${q} ${q} 0 0 1 ${x + w} ${y + q} V ${y + h - r} H ${x + s} A ${s} ${s} 0 0 1 ${x} ${y + h - s} V ${y + p} A ${p} ${p} 0 0 1 ${x + p} ${y} Z`;
    const triangle = triangleForm(x, y, x + w, y + h, px, py);
    const slanted = parallelogramForm(x, y, w, 0.3 * h, -0.4 * w, h);
    const rhombus = rhombusForm(x, y, w, h);
    const star = starForm(x, y, tips, w, share * w * Math.cos(Math.PI / tips), a);
    const regular = regularForm(x, y, tips, w, a);
    const tipsOf = (inner: number) =>
      Array.from({ length: 2 * tips }, (_, k) => on(x, y, k % 2 ? inner : w, a + (k * Math.PI) / tips));
    const bar = { x0: x, y0: y, x1: qx, y1: qy };
    const long = Math.hypot(qx - x, qy - y);
    const facing = long > 0 ? Math.atan2(qy - y, qx - x) : 0;
    const quarter = Math.PI / 2;
    const capsule = `M ${on(x, y, h, facing + quarter)} ${around(x, y, h, facing + quarter, 2 * quarter)} L ${on(qx, qy, h, facing - quarter)} ${around(qx, qy, h, facing - quarter, 2 * quarter)} Z`;
    return [
      {
        name: "box",
        at: (u, v, g) => distanceToBox(u, v, { x, y, width: w, height: h }, g),
        data: `M ${x} ${y} h ${w} v ${h} h ${-w} Z`,
      },
      {
        name: "rounded box",
        at: (u, v, g) => distanceToRoundedBox(u, v, { x, y, width: w, height: h, radii }, g),
        data: rounded,
      },
      { name: "triangle", at: (u, v, g) => distanceToCorners(u, v, triangle, g), data: polygon(triangle) },
      { name: "parallelogram", at: (u, v, g) => distanceToCorners(u, v, slanted, g), data: polygon(slanted) },
      { name: "rhombus", at: (u, v, g) => distanceToCorners(u, v, rhombus, g), data: polygon(rhombus) },
      {
        name: "star",
        at: (u, v, g) => distanceToStar(u, v, star, g),
        data: `M ${tipsOf(share * w * Math.cos(Math.PI / tips)).join(" ")} Z`,
      },
      {
        name: "regular polygon",
        at: (u, v, g) => distanceToStar(u, v, regular, g),
        data: `M ${tipsOf(w * Math.cos(Math.PI / tips)).join(" ")} Z`,
      },
      {
        name: "segment",
        at: (u, v, g) => distanceToSegment(u, v, bar, g),
        data: `M ${x} ${y} L ${qx} ${qy}`,
        isOpen: true,
      },
      { name: "capsule", at: (u, v, g) => distanceToCapsule(u, v, { ...bar, radius: h }, g), data: capsule },
    ];
  });

const ellipse = fc
  .record({ x: place, y: place, long: length, ratio: fc.double({ min: 0, max: 4, noNaN: true }), isTall: fc.boolean() })
  .map(({ x, y, long, ratio, isTall }): Case[] => {
    const short = long * 10 ** -ratio;
    const [rx, ry] = isTall ? [short, long] : [long, short];
    return [
      { name: "ellipse", at: (u, v, s) => distanceToEllipse(u, v, { x, y, rx, ry }, s), data: full(x, y, rx, ry) },
    ];
  });

/** Places anywhere, and on the axes, the centre and the rims of what is asked. */
const asked = fc.array(fc.tuple(place, place), { minLength: 4, maxLength: 4 });

/** Of the size of what is asked; path data tell arcs by their ends, which costs digits. */
const CLOSE = 2e-11;

test.each([
  ["round parts", parts],
  ["straight shapes", straight],
  ["ellipses up to 1 to 10,000", ellipse],
])("closed forms are the distance to their outlines, with its gradient: %s", (_, cases) => {
  fc.assert(
    fc.property(cases, asked, (all, places) => {
      for (const { name, at, data, isOpen } of all) {
        const path = parsePathData(data);
        const index = pathIndex(path, "nonzero");
        const { x: ox, y: oy } = path.subpaths[0];
        for (const [x, y] of [...places, [ox, oy], [ox, places[0][1]]]) {
          const told = index.distance(x, y);
          const wanted = isOpen ? Math.abs(told.distance) : told.distance;
          const slope = { x: 0, y: 0 };
          const found = at(x, y, slope);
          if (Math.abs(found - wanted) > CLOSE * 200) throw new Error(`${name} at ${x}, ${y}: ${found} for ${wanted}`);
          expect(at(x, y)).toBeCloseTo(found, 11);
          if (!(Math.abs(Math.hypot(slope.x, slope.y) - 1) < 1e-9))
            throw new Error(`${name} at ${x}, ${y}: ${found}, gradient ${slope.x}, ${slope.y}`);
          // The foot lies on the boundary.
          const foot = at(x - found * slope.x, y - found * slope.y);
          if (!(Math.abs(foot) < 1e-9))
            throw new Error(`${name} at ${x}, ${y}: ${found}, its foot at ${foot}; ${data}`);
        }
      }
    }),
    { numRuns: 60 },
  );
});

test.each([
  ["round parts", parts],
  ["straight shapes", straight],
  ["ellipses", ellipse],
])("on the boundary the gradient is its normal: %s", (_, cases) => {
  let asked = 0;
  fc.assert(
    fc.property(cases, place, place, fc.double({ min: -16, max: -9, noNaN: true }), (all, x, y, power) => {
      for (const { name, at, data, isOpen } of all) {
        if (isOpen) continue;
        const path = parsePathData(data);
        const fields = [at, pathField(path, "nonzero", null).at];
        const { segments } = path.subpaths[0];
        if (segments.every(({ kind }) => kind === "line")) {
          const ring = Float64Array.from(segments.flatMap(({ x0, y0 }) => [x0, y0]));
          const { polygons } = combine(
            "union",
            { rings: [ring], fillRule: "nonzero" },
            { rings: [], fillRule: "nonzero" },
          );
          fields.push(shapeField(operandOf(polygons)).at);
        }
        for (const field of fields) {
          const slope = { x: 0, y: 0 };
          const distance = field(x, y, slope);
          const { x: nx, y: ny } = slope;
          const [fx, fy] = [x - distance * nx, y - distance * ny];
          // From a place away from the boundary the normal is known well, unless the foot is a corner.
          const isSmooth = [1e-3, -1e-3].every((by) => Math.abs(field(fx + by * nx, fy + by * ny) - by) < 1e-9);
          if (Math.abs(distance) < 0.1 || !isSmooth) continue;
          asked++;
          for (const by of [0, 10 ** power, -(10 ** power)]) {
            field(fx + by * nx, fy + by * ny, slope);
            const off = Math.hypot(slope.x - nx, slope.y - ny);
            if (!(off < 1e-4)) throw new Error(`${name}, ${by} beside ${fx}, ${fy}: off by ${off}; ${data}`);
          }
        }
      }
    }),
    { numRuns: 100 },
  );
  expect(asked).toBeGreaterThan(100);
});

test("a stroke of a closed form is as far as its rim", () => {
  const slope = { x: 0, y: 0 };
  const ring = (x: number, y: number) => strokeOf(distanceToCircle(x, y, { x: 0, y: 0, radius: 10 }, slope), 4, slope);
  for (const [x, y] of [
    [0, 5],
    [3, 9],
    [20, 1],
    [0, -11],
  ]) {
    expect(ring(x, y)).toBeCloseTo(distanceToRing(x, y, { x: 0, y: 0, inner: 8, outer: 12 }), 12);
    expect(ring(x - ring(x, y) * slope.x, y - ring(x, y) * slope.y)).toBeCloseTo(0, 12);
  }
});

test("in a list each form has the values that it has place by place", () => {
  const arc = arcForm(1, 2, 12, 0.4, 2.1);
  // Along rows, where one place is next to the one before, and anywhere; the middle of all, far away, and a place that is none.
  const row = Array.from({ length: 61 }, (_, k) => k - 30);
  const places = [-14, -3.5, 0, 2, 17].flatMap((y) => row.map((x) => [x, y]));
  for (let k = 0; k < 300; k++) places.push([40 * Math.sin(7 * k), 30 * Math.cos(k * k)]);
  places.push([Number.NaN, 0], [1, 2], [1 + 1e-300, 2 - 1e-200], [13, 2], [1e30, -3e29], [-2, 1e70]);
  for (const k of [300, 170, 160, 80, 45, 20]) places.push([10 ** -k, 0], [0, 10 ** -k], [10 ** -k, 3 * 10 ** -k]);
  const [xs, ys] = [0, 1].map((i) => Float64Array.from(places, (place) => place[i]));
  const check = <T>(distance: (x: number, y: number, form: T) => number, form: T): void => {
    const values = new Float64Array(xs.length);
    formField(distance, form, { minX: 0, minY: 0, maxX: 0, maxY: 0 }).list(xs, ys, values);
    values.forEach((value, i) => {
      const wanted = distance(xs[i], ys[i], form);
      const size = Math.max(40, Math.abs(xs[i]), Math.abs(ys[i]));
      if (!(Math.abs(value - wanted) <= 1e-15 * size) && !Number.isNaN(xs[i]))
        throw new Error(`${distance.name} at ${xs[i]}, ${ys[i]}: ${value} for ${wanted}`);
    });
  };
  check(distanceToArc, arc);
  check(distanceToSector, arc);
  check(distanceToCircularSegment, arc);
  check(distanceToRingSector, { ...arc, inner: 5 });
  check(distanceToRing, { x: 1, y: 2, inner: 5, outer: 12 });
  check(distanceToCircle, { x: 1, y: 2, radius: 12 });
  check(distanceToBox, { x: -9, y: -7, width: 20, height: 11 });
  check(distanceToRoundedBox, { x: -9, y: -7, width: 20, height: 11, radii: [1, 2, 3, 4] });
  check(distanceToSegment, { x0: -9, y0: -7, x1: 10, y1: 4 });
  check(distanceToCapsule, { x0: -9, y0: -7, x1: 10, y1: 4, radius: 3 });
  check(distanceToCorners, triangleForm(-9, -7, 10, 4, 0, 15));
  check(distanceToCorners, rhombusForm(1, 2, 8, 5));
  check(distanceToCorners, triangleForm(-9, -7, 10, 4, 10, 4));
  check(distanceToEllipse, { x: 1, y: 2, rx: 14, ry: 3 });
  check(distanceToEllipse, { x: 1, y: 2, rx: 3e-3, ry: 14 });
  check(distanceToEllipse, { x: 0, y: 0, rx: 14, ry: 14 * (1 - 1e-15) });
  for (const x of [0, 1]) check(distanceToEllipse, { x, y: 2 * x, rx: 12, ry: 12 });
  check(distanceToStar, starForm(1, 2, 5, 14, 6, 0.3));
  check(distanceToStar, starForm(1, 2, 17, 14, 6, 0.3));
  check(distanceToStar, regularForm(1, 2, 3, 14, 0.3));
  // One that has no loop of its own.
  check((x: number, y: number, scale: number) => scale * Math.hypot(x, y), 2);
});

test("in a list places far away change nothing for those that follow", () => {
  const field = formField(distanceToEllipse, { x: 1, y: 2, rx: 14, ry: 3 }, { minX: -13, minY: -1, maxX: 15, maxY: 5 });
  for (const far of [1e30, 1e70, 1e150])
    for (const many of [1, 2, 3, 4]) {
      const xs = Float64Array.from({ length: 72 }, (_, i) => (i % 36 < many ? far : (i % 36) - 20));
      const values = new Float64Array(72);
      field.list(
        xs,
        xs.map((x) => (x === far ? far : 5)),
        values,
      );
      const wanted = xs.map((x) => field.at(x, x === far ? far : 5));
      const wrong = values.findIndex((value, i) => !(Math.abs(value - wanted[i]) <= 1e-15 * Math.max(40, wanted[i])));
      expect({ far, many, wrong }).toEqual({ far, many, wrong: -1 });
    }
});

test("in a list ellipses of any size and shape have the values that they have place by place, on their axes and next to them too", () => {
  const ratio = fc.oneof(
    fc.constantFrom(1, 1 - 2 ** -53, 1 - 1e-12, 0.5, 1e-4, 1e-9),
    fc.double({ min: 1e-4, max: 1, noNaN: true }),
  );
  // In longer half-axes: the ends of the axes, those of the medial axis (1 - r r), and what is next to all of them.
  const way = (r: number) => {
    const special = [
      0,
      1,
      r,
      1 - r * r,
      (1 - r * r) * (1 - 2 ** -53),
      1e-20,
      1e-39,
      1e-40,
      1e-41,
      1e-60,
      1e-155,
      1e-170,
      5e-324,
    ];
    return fc
      .tuple(
        fc.oneof(fc.constantFrom(...special), fc.double({ min: 0, max: 3, noNaN: true })),
        fc.constantFrom(1, -1, r, 1e3, 1e13, 1e70),
      )
      .map(([u, by]) => u * by);
  };
  const list = ratio.chain((r) =>
    fc.record({
      r: fc.constant(r),
      isTall: fc.boolean(),
      size: fc.constantFrom(1, 1, 3e5, 1e30, 1e-100, 1e100),
      middle: fc.constantFrom(0, 0, 0.7),
      // Places of a run are mostly next to each other.
      runs: fc.array(fc.tuple(way(r), way(r), fc.constantFrom(0, 1e-9, 0.01), fc.integer({ min: 1, max: 70 })), {
        minLength: 1,
        maxLength: 30,
      }),
    }),
  );
  fc.assert(
    fc.property(list, ({ r, isTall, size, middle, runs }) => {
      const form = { x: middle * size, y: 0, rx: isTall ? r * size : size, ry: isTall ? size : r * size };
      const places = runs.flatMap(([u, v, by, many]) => Array.from({ length: many }, (_, i) => [u + i * by, v]));
      const xs = Float64Array.from(places, ([u, v]) => ((isTall ? v : u) + middle) * size);
      const ys = Float64Array.from(places, ([u, v]) => (isTall ? u : v) * size);
      const values = new Float64Array(places.length);
      formField(distanceToEllipse, form, { minX: -size, minY: -size, maxX: size, maxY: size }).list(xs, ys, values);
      values.forEach((value, i) => {
        const wanted = distanceToEllipse(xs[i], ys[i], form);
        const most = 1e-15 * Math.max(size, Math.abs(xs[i]), Math.abs(ys[i]));
        if (!(Math.abs(value - wanted) <= most)) throw new Error(`at ${xs[i]}, ${ys[i]}: ${value} for ${wanted}`);
      });
    }),
    { numRuns: 300 },
  );
});

test("lists may be long, forms of many parts stand beside each other, and what has too many is measured all the same", () => {
  const box = { minX: -20, minY: -20, maxX: 20, maxY: 20 };
  const burr = formField(distanceToStar, starForm(0, 0, 3000, 14, 13, 0.3), box);
  const field = unionField([
    formField(distanceToStar, starForm(3, 1, 17, 9, 4, 0.3), box),
    formField(distanceToCorners, triangleForm(-19, -7, -3, 4, -14, 15), box),
    formField(distanceToEllipse, { x: -2, y: -9, rx: 3, ry: 8 }, box),
  ]);
  const n = 9001;
  const [xs, ys] = [7, 11].map((k) => Float64Array.from({ length: n }, (_, i) => 20 * Math.sin(k * i + k)));
  for (const { list, at } of [field, complement(field), burr]) {
    const values = new Float64Array(n);
    list(xs, ys, values);
    values.forEach((value, i) => {
      if (!(Math.abs(value - at(xs[i], ys[i])) <= 3e-14)) throw new Error(`at ${xs[i]}, ${ys[i]}: ${value}`);
    });
  }
});

test("triangles and parallelograms far from the origin have the distances of those near it", () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: -20, max: 20 }), { minLength: 8, maxLength: 8 }), (numbers) => {
      // On a lattice that doubles have out there too; products of such coordinates lose the area.
      const [ax, ay, bx, by, cx, cy, px, py] = numbers.map((k) => k / 64);
      fc.pre((bx - ax) * (cy - ay) !== (by - ay) * (cx - ax));
      const far = 2 ** 40;
      const forms = (x: number, y: number) => [
        triangleForm(x + ax, y + ay, x + bx, y + by, x + cx, y + cy),
        parallelogramForm(x + ax, y + ay, bx - ax, by - ay, cx - ax, cy - ay),
      ];
      const [here, there] = [forms(0, 0), forms(far, -far)];
      for (const [k, form] of there.entries())
        expect(distanceToCorners(far + px, py - far, form)).toBe(distanceToCorners(px, py, here[k]));
    }),
  );
});
