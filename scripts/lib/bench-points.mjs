// A million points of a file, asked about a coast of 10,000 edges in the Probe station.
import { makeSheet, withPage, zoomedAndPanned } from "./bench-page.mjs";

/** Resolves to the seconds until their picture is there, and the main thread's work in each frame of zooming and panning. */
export function benchPoints({ random }) {
  return withPage(async (bench) => {
    const { page } = bench;
    const noise = random(2_010_000, 7);
    let used = 0;
    const next = () => noise[used++];
    const rows = Array.from({ length: 1_000_000 }, () => `${(200 * next()).toFixed(3)},${(200 * next()).toFixed(3)}`);
    const vertices = Array.from({ length: 10_000 }, (_, k) => {
      const angle = (2 * Math.PI * k) / 10_000;
      const radius = 80 + 0.3 * next();
      return `(${(100 + radius * Math.cos(angle)).toFixed(3)}, ${(100 + radius * Math.sin(angle)).toFixed(3)})`;
    });
    await page.goto(await makeSheet(bench, `plan 200 by 200\nisle = polygon(${vertices.join(", ")})\n`));
    await page.waitForSelector("[data-testid=panel]");
    await page.getByRole("navigation", { name: "Stations" }).getByRole("button", { name: "Probe" }).click();
    await page.waitForTimeout(1500);
    const buffer = Buffer.from(`x,y\n${rows.join("\n")}\n`);
    const start = performance.now();
    await page.getByTestId("points-file").setInputFiles({ name: "million.csv", mimeType: "text/csv", buffer });
    await page.getByText("1,000,000 points, CSV").waitFor({ timeout: 120_000 });
    const seconds = Number(((performance.now() - start) / 1000).toFixed(1));
    await page.waitForTimeout(1500);
    return { seconds, ...(await zoomedAndPanned(bench)) };
  });
}
