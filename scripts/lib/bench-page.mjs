import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { freePort, serve } from "./server.mjs";
import { ensureBuilt } from "./setup.mjs";

/** Runs `measure` with a page of Chromium, its browser and the address of an application without sheets of its own. */
export async function withPage(measure) {
  await ensureBuilt();
  const { chromium } = await import("@playwright/test");
  const executablePath = process.env.CHROMIUM ?? "/usr/bin/chromium";
  const data = mkdtempSync(path.join(tmpdir(), "vertexon-bench-"));
  const port = await freePort();
  const server = await serve({ port, data });
  let browser = null;
  try {
    browser = await chromium.launch({ executablePath, args: ["--no-sandbox", "--disable-gpu"] });
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    return await measure({ page, browser, base: `http://127.0.0.1:${port}` });
  } finally {
    await browser?.close();
    server.kill("SIGTERM");
    await new Promise((resolve) => server.once("exit", resolve));
    rmSync(data, { recursive: true, force: true });
  }
}

/** Makes a sheet, with files attached to it, and resolves to its address. */
export async function makeSheet({ page, base }, script, files = []) {
  const made = await page.request.post(`${base}/api/sheets`, { data: { name: "Bench", note: "", script } });
  const { id } = await made.json();
  for (const data of files) await page.request.post(`${base}/api/sheets/${id}/attachments`, { data });
  return `${base}/sheets/${id}`;
}

/** Where a place of the plan lies on the page. */
export async function onPage(page, x, y) {
  const canvas = page.getByTestId("plan");
  const camera = JSON.parse(await canvas.getAttribute("data-camera"));
  const box = await canvas.boundingBox();
  return {
    x: box.x + (26 + camera.width) / 2 + (x - camera.x) * camera.scale,
    y: box.y + (26 + camera.height) / 2 + (y - camera.y) * camera.scale,
  };
}

/** The main thread's work in each frame while `act` goes on, as {@link workByFrame} counts it. */
export async function traced({ page, browser }, act) {
  await browser.startTracing(page, {
    categories: ["disabled-by-default-devtools.timeline", "devtools.timeline"],
  });
  await act();
  return workByFrame(JSON.parse((await browser.stopTracing()).toString()).traceEvents);
}

/** The main thread's work in each frame of zooming in and out, and of moving the plan about. */
export async function zoomedAndPanned(bench) {
  const { page } = bench;
  const box = await page.getByTestId("plan").boundingBox();
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  const zooming = await traced(bench, async () => {
    for (let i = 0; i < 120; i++) {
      await page.mouse.wheel(0, i < 60 ? -60 : 60);
      await page.waitForTimeout(12);
    }
  });
  await page.waitForTimeout(500);
  await page.mouse.down({ button: "middle" });
  const panning = await traced(bench, async () => {
    for (let i = 0; i < 120; i++) {
      await page.mouse.move(x + 90 * Math.sin(i / 9), y + i / 2);
      await page.waitForTimeout(12);
    }
  });
  await page.mouse.up({ button: "middle" });
  return { zooming, panning };
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
