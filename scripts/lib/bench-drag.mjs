import { makeSheet, onPage, traced, withPage } from "./bench-page.mjs";

const DEFINITIONS = 200;
const VERTICES = 100;
const MOVES = 180;

/**
 * Drags one vertex of a sheet of 200 definitions and 20,000 vertices in Chromium. Resolves to the main thread's work in
 * each frame, in milliseconds: 50th and 95th percentile and the greatest.
 */
export function benchDrag() {
  return withPage(async (bench) => {
    const { page } = bench;
    await page.goto(await makeSheet(bench, script()));
    await page.waitForSelector("[data-testid=panel]");
    await page.waitForTimeout(1500);
    const at = await onPage(page, 10, 5);
    await page.mouse.click(at.x, at.y);
    await page.waitForTimeout(500);
    const grip = await onPage(page, 14, 5);
    await page.mouse.move(grip.x, grip.y);
    await page.mouse.down();
    const move = async (i) => {
      await page.mouse.move(grip.x + 6 * Math.sin(i / 9), grip.y + i / 12);
      await page.waitForTimeout(12);
    };
    // Picking the vertex up is not part of the drag.
    for (let i = 1; i <= 10; i++) await move(i);
    const work = await traced(bench, async () => {
      for (let i = 11; i <= MOVES; i++) await move(i);
    });
    await page.mouse.up();
    return work;
  });
}

/** Small rings in rows, each of as many corners as are written. */
function script() {
  const lines = ["plan 320 by 240, y down, unit px"];
  for (let d = 0; d < DEFINITIONS; d++) {
    const [x, y] = [10 + 15 * (d % 20), 5 + 22 * Math.floor(d / 20)];
    const corners = Array.from({ length: VERTICES }, (_, i) => {
      const angle = (2 * Math.PI * i) / VERTICES;
      return `(${(x + 4 * Math.cos(angle)).toFixed(3)}, ${(y + 4 * Math.sin(angle)).toFixed(3)})`;
    });
    lines.push(`ring${d} = polygon(${corners.join(", ")})`);
  }
  return `${lines.join("\n")}\n`;
}
