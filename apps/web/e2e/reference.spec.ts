import { expect, test } from "@playwright/test";
import { scriptText } from "./support";

test("the reference shows every function with a picture, finds by word, and opens its examples as sheets", async ({
  page,
}) => {
  await page.goto("/");
  await page.getByRole("button", { name: "Notation" }).click();
  await expect(page.getByRole("heading", { name: "circle(at, radius)" })).toBeVisible();
  expect(await page.getByTestId("entry").count()).toBeGreaterThan(50);
  await page.getByRole("textbox", { name: "Search the notation" }).fill("spiral");
  await expect(page.getByTestId("entry")).toHaveCount(1);
  await expect(page.getByTestId("entry").locator("svg path")).toHaveCount(1);
  await page.getByRole("button", { name: "Open spiral as a sheet" }).click();
  await page.waitForURL(/\/sheets\//);
  await expect.poll(() => scriptText(page)).toContain("example = spiral((50, 50), from: 5, to: 45, turns: 3)");
  await expect(page.getByTestId("define-vertices")).not.toHaveText("0");
});

test("lines that enclose nothing have a picture, too", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("button", { name: "Notation" }).click();
  await page.getByRole("textbox", { name: "Search the notation" }).fill("parallel lines");
  const picture = page.getByTestId("entry").locator("svg path").first();
  await expect(picture).toHaveAttribute("d", /^M[\d.]+ [\d.]+L/);
});
