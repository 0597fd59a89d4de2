import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { freePort, serve } from "./server.mjs";
import { ensureBuilt } from "./setup.mjs";

const DEFINITIONS = 200;
const VERTICES = 100;
const MOVES = 180;

/**
 * Drags one vertex of a sheet of 200 definitions and 20,000 vertices in Chromium. Resolves to the main thread's work in
 * each frame, in milliseconds: 50th and 95th percentile and the greatest.
 */
export async function benchDrag() {
  await ensureBuilt();
  const { chromium } = await import("@playwright/test");
  const executablePath = process.env.CHROMIUM ?? "/usr/bin/chromium";
  const data = mkdtempSync(path.join(tmpdir(), "vertexon-drag-"));
  const port = await freePort();
  const server = await serve({ port, data });
  let browser = null;
  try {
    browser = await chromium.launch({ executablePath, args: ["--no-sandbox", "--disable-gpu"] });
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const base = `http://127.0.0.1:${port}`;
    const made = await page.request.post(`${base}/api/sheets`, { data: { name: "Drag", note: "", script: script() } });
    await page.goto(`${base}/sheets/${(await made.json()).id}`);
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
    await browser.startTracing(page, {
      categories: ["disabled-by-default-devtools.timeline", "devtools.timeline"],
    });
    for (let i = 11; i <= MOVES; i++) await move(i);
    const trace = JSON.parse((await browser.stopTracing()).toString());
    await page.mouse.up();
    return workByFrame(trace.traceEvents);
  } finally {
    await browser?.close();
    server.kill("SIGTERM");
    await new Promise((resolve) => server.once("exit", resolve));
    rmSync(data, { recursive: true, force: true });
  }
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

async function onPage(page, x, y) {
  const canvas = page.getByTestId("plan");
  const camera = JSON.parse(await canvas.getAttribute("data-camera"));
  const box = await canvas.boundingBox();
  return {
    x: box.x + (26 + camera.width) / 2 + (x - camera.x) * camera.scale,
    y: box.y + (26 + camera.height) / 2 + (y - camera.y) * camera.scale,
  };
}

/** What the application does itself: its script and the style and layout that it asks for, garbage collection included. */
const OWN = new Set(
  "FunctionCall EventDispatch FireAnimationFrame HandlePostMessage TimerFire Layout UpdateLayoutTree MinorGC MajorGC".split(
    " ",
  ),
);

/**
 * The main thread's work from one frame to the next, in ms: the application's own in processor time, which does not
 * count what other processes took meanwhile, and all tasks by the clock, without the commit, where the thread waits for
 * a compositor that has no GPU here and paints on the same cores.
 */
function workByFrame(events) {
  const marks = events.filter(({ name }) => name === "BeginCommitCompositorFrame");
  const { pid, tid } = marks[0] ?? {};
  const starts = marks.filter((e) => e.pid === pid).map(({ ts }) => ts);
  const own = new Float64Array(Math.max(0, starts.length - 1));
  const all = new Float64Array(own.length);
  const add = (to, ts, microseconds) => {
    const frame = starts.findLastIndex((start) => start <= ts);
    if (frame >= 0) to[Math.min(frame, to.length - 1)] += microseconds / 1000;
  };
  let until = 0;
  for (const { name, ts, dur, tdur } of events
    .filter((e) => e.pid === pid && e.tid === tid && e.ph === "X")
    .sort((a, b) => a.ts - b.ts || b.dur - a.dur)) {
    if (name === "RunTask") add(all, ts, dur);
    if (name === "Commit") add(all, ts, -dur);
    if (!OWN.has(name) || ts + dur <= until) continue; // what lies inside another one is counted with it
    add(own, ts, tdur);
    until = ts + dur;
  }
  return { "own, processor time": percentiles(own), "with painting, clock": percentiles(all) };
}

function percentiles(values) {
  const sorted = [...values].sort((a, b) => a - b);
  const at = (share) => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))];
  const round = (value) => Number(value?.toFixed(1));
  return { frames: sorted.length, median: round(at(0.5)), p95: round(at(0.95)), greatest: round(sorted.at(-1)) };
}
