import { expect, test } from "@playwright/test";
import { appendScript, chooseForm, onPage, savedScript, scriptText, station } from "./support";

test("the whole job: open the sample, paste an outline, flatten, subtract, probe, measure, copy, and find it again", async ({
  page,
}) => {
  await page.goto("/");
  await page.getByRole("button", { name: "Open Driftwood Dogleg" }).click();
  await expect(page.getByRole("button", { name: "Driftwood Dogleg", exact: true })).toBeVisible();
  await expect(page.getByTestId("define-vertices")).toHaveText("184");

  // Paste an outline with arcs and curves, and subtract it.
  await appendScript(
    page,
    '\nbunker = path("M 40 260 a 12 8 0 0 1 24 0 c 0 6 -4 8 -10 8 q -14 0 -14 -8 z")\nplay = green difference bunker\n',
  );
  await station(page, "Flatten");
  const row = page.getByRole("row", { name: /^bunker/ });
  await expect(row).toContainText("3");
  await row.click();
  await expect(page.getByTestId("flatten-error")).toHaveText(/^0\.0[0-4]\d+$/);
  const coarse = Number(await page.getByTestId("flatten-vertices").textContent());
  await page.getByLabel("tolerance, typed").fill("0.005");
  await page.getByLabel("tolerance, typed").press("Enter");
  await expect
    .poll(async () => Number(await page.getByTestId("flatten-vertices").textContent()))
    .toBeGreaterThan(2 * coarse);
  expect(await scriptText(page)).toContain("tolerance 0.005");

  await page.getByRole("row", { name: /^play/ }).click();
  await station(page, "Combine");
  await expect(page.getByTestId("panel").getByText("play = green difference bunker")).toBeVisible();
  await expect(page.getByText("balanced")).toBeVisible();
  await expect(page.getByRole("row", { name: /hole 1\.4.*bunker|hole.*bunker/ })).toBeVisible();

  // Ask about a place inside the bunker, and one in the lane.
  await station(page, "Probe");
  const inBunker = await onPage(page, 52, 262);
  await page.mouse.click(inBunker.x, inBunker.y);
  await expect(page.getByRole("row", { name: /asked 1 .*outside/ })).toBeVisible();
  const inLane = await onPage(page, 100, 200);
  await page.mouse.click(inLane.x, inLane.y);
  await expect(page.getByRole("row", { name: /asked 2 .*inside/ })).toBeVisible();

  // Read a distance under the pointer: the lane's upper bank lies at y = 190.
  await station(page, "Field");
  const place = await onPage(page, 100, 202);
  await page.mouse.move(place.x, place.y);
  await expect(page.getByTestId("strip-side")).toHaveText("inside");
  await expect
    .poll(async () => Number((await page.getByTestId("strip-distance").textContent())!.replace("−", "-")))
    .toBeCloseTo(-12, 0);

  await station(page, "Hand off");
  await chooseForm(page, "WKT");
  await page.getByRole("button", { name: "Copy", exact: true }).click();
  await expect(page.getByText(/vertices copied/)).toBeVisible();
  const copied = await page.evaluate(() => navigator.clipboard.readText());
  expect(copied).toMatch(/^POLYGON \(\(20 232, .*\)\)\n$/);
  expect(copied.match(/\), \(/g)).toHaveLength(4);

  const before = await savedScript(page);
  await page.reload();
  await expect(page.getByTestId("panel")).toBeVisible();
  expect(before).toContain("asked = probe(play, at: ((52, 262), (100, 200)))");
  expect(await savedScript(page)).toBe(before);
  await page.keyboard.press("4");
  await expect(page.getByRole("row", { name: /asked 1 .*outside/ })).toBeVisible();
});
