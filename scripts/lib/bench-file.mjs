// A made-up GeoJSON of 120 isles with 240,000 vertices, as a sheet takes it: each row in sorts of as many coordinates.

import { makeSheet, withPage, zoomedAndPanned } from "./bench-page.mjs";

/** Rows of a table by name. */
export function benchFile(Sheet, { random, sortOf }) {
  const content = isles(120, 2000, random);
  const unit = sortOf(2 * 240_000);
  const rows = {};
  for (const [name, script] of [
    ["read and listed", 'a = outlines("isles.geojson")'],
    ["united", 'b = outlines("isles.geojson")\na = union (b)'],
    ["grown by 2, round", 'b = outline("isles.geojson")\na = b.offset(2)'],
    ["simplified to within 0.5", 'b = outline("isles.geojson")\na = b.simplify(0.5)'],
  ]) {
    const sheet = new Sheet();
    sheet.attach([{ name: "isles.geojson", content }]);
    const start = performance.now();
    const { definitions } = sheet.update(`plan -3200 to 3200 by -2500 to 2500\n${script}`);
    const { value } = definitions.at(-1);
    for (const shape of value.type === "list" ? value.items : [value]) shape.polygons.length;
    const ms = performance.now() - start;
    rows[name] = { ms: Math.round(ms), sorts: Number((ms / unit).toPrecision(3)) };
  }
  return rows;
}

/**
 * Opens that file's sheet in Chromium, then zooms and pans over it. Resolves to the seconds until the plan shows it, and
 * the main thread's work in each frame, in milliseconds.
 */
export function benchFrames({ random }) {
  return withPage(async (bench) => {
    const { page } = bench;
    const files = [{ name: "isles.geojson", content: isles(120, 2000, random) }];
    const script = 'plan -3200 to 3200 by -2500 to 2500\nisles = outlines("isles.geojson")\n';
    const address = await makeSheet(bench, script, files);
    const start = performance.now();
    await page.goto(address);
    await page.waitForSelector("[data-testid=panel]");
    const seconds = Number(((performance.now() - start) / 1000).toFixed(1));
    await page.waitForTimeout(1500);
    return { seconds, ...(await zoomedAndPanned(bench)) };
  });
}

/** Round isles in rows and columns, each with waves of its own and a little noise. */
function isles(count, vertices, random) {
  const noise = random(count * (vertices + 20), 11);
  let next = 0;
  const features = Array.from({ length: count }, (_, k) => {
    const [x, y] = [-2900 + 520 * (k % 12), -1900 + 420 * Math.floor(k / 12)];
    const radius = 90 + 90 * noise[next++];
    const waves = Array.from({ length: 8 }, () => 0.1 * noise[next++]);
    const ring = Array.from({ length: vertices }, (_, i) => {
      const angle = (2 * Math.PI * i) / vertices;
      const swell = waves.reduce((sum, wave, j) => sum + wave * Math.sin((j + 2) * angle + j), 1);
      const r = radius * swell + 0.2 * noise[next++];
      return [x + r * Math.cos(angle), y + r * Math.sin(angle)].map((value) => Number(value.toFixed(3)));
    });
    const coordinates = [[...ring, ring[0]]];
    return { type: "Feature", properties: { name: `isle ${k + 1}` }, geometry: { type: "Polygon", coordinates } };
  });
  return JSON.stringify({ type: "FeatureCollection", features });
}
