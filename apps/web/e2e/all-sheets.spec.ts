import { expect, test } from "@playwright/test";
import { POND, saved, scriptText } from "./support";

test("new, rename, duplicate, search, delete and undo", async ({ page }) => {
  const name = `Lane ${Date.now()}`;
  const response = await page.request.post("/api/sheets", { data: { name, note: "", script: POND } });
  expect(response.status()).toBe(201);
  await page.goto("/");
  const card = (text: string) => page.getByTestId("sheet-card").filter({ has: page.getByText(text, { exact: true }) });
  await expect(card(name).locator("svg path")).toHaveCount(1);

  await page.getByRole("button", { name: `More for ${name}` }).click();
  await page.getByRole("menuitem", { name: "Rename" }).click();
  await page.getByRole("textbox", { name: "Name of the sheet" }).fill(`${name} b`);
  await page.keyboard.press("Enter");
  await expect(card(`${name} b`)).toBeVisible();

  await page.getByRole("button", { name: `More for ${name} b` }).click();
  await page.getByRole("menuitem", { name: "Duplicate" }).click();
  await expect(card(`${name} b (copy)`)).toBeVisible();

  await page.getByRole("textbox", { name: "Search by name" }).fill(name);
  await expect(page.getByTestId("sheet-card")).toHaveCount(2);
  await page.getByRole("textbox", { name: "Search by name" }).fill("no such name");
  await expect(page.getByText("No sheet's name holds “no such name”.")).toBeVisible();
  await page.getByRole("textbox", { name: "Search by name" }).fill(name);

  await page.getByRole("button", { name: `More for ${name} b (copy)` }).click();
  await page.getByRole("menuitem", { name: "Delete" }).click();
  await expect(page.getByTestId("sheet-card")).toHaveCount(1);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByTestId("sheet-card")).toHaveCount(2);
  await page.reload();
  await expect(card(`${name} b (copy)`)).toBeVisible();
});

test("a sheet's picture shows the plan where it begins", async ({ page }) => {
  const name = `Centred ${Date.now()}`;
  const script = "plan -160 to 160 by -80 to 80, y up\nplate = rect((-160, -80), width: 320, height: 160)\n";
  await page.request.post("/api/sheets", { data: { name, note: "", script } });
  await page.goto("/");
  const card = page.getByTestId("sheet-card").filter({ has: page.getByText(name, { exact: true }) });
  const [frame, plate] = [card.locator("svg"), card.locator("svg path")];
  await expect(plate).toHaveCount(1);
  const [outer, inner] = [(await frame.boundingBox())!, (await plate.boundingBox())!];
  expect(inner.x).toBeGreaterThanOrEqual(outer.x);
  expect(inner.x + inner.width).toBeLessThanOrEqual(outer.x + outer.width);
  expect(inner.width).toBeGreaterThan(0.95 * outer.width);
});

test("a new sheet opens with something to change, and its name is changed in place", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("button", { name: "New sheet" }).click();
  await page.waitForURL(/\/sheets\//);
  await expect(page.getByTestId("define-vertices")).not.toHaveText("0");
  await page.getByRole("button", { name: "New sheet" }).click();
  await page.getByRole("textbox", { name: "Name of the sheet" }).fill("Pebble Run");
  await page.keyboard.press("Enter");
  await saved(page);
  await page.getByRole("button", { name: "All sheets" }).click();
  await expect(page.getByRole("button", { name: "Open Pebble Run" })).toBeVisible();
});

test("two windows on one sheet: the older copy is refused, and nothing is lost", async ({ page, context }) => {
  const made = await page.request.post("/api/sheets", { data: { name: "Shared", note: "", script: POND } });
  const { id } = await made.json();
  await page.goto(`/sheets/${id}`);
  const other = await context.newPage();
  await other.goto(`/sheets/${id}`);
  const write = async (window: typeof page, text: string) => {
    await window.getByRole("textbox", { name: "Script" }).click();
    await window.keyboard.press("Control+End");
    await window.keyboard.insertText(text);
  };
  await write(page, "first = 1\n");
  await saved(page);
  await write(other, "second = 2\n");
  await expect(other.getByTestId("save-state")).toContainText("not saved: changed elsewhere");
  await other.getByRole("button", { name: "Save mine as a copy" }).click();
  await expect(other.getByRole("button", { name: "Shared (my copy)" })).toBeVisible();
  await expect.poll(() => scriptText(other)).toContain("second = 2");
});

test("while the server does not answer, the sheet says so, and saves when it does again", async ({ page }) => {
  const made = await page.request.post("/api/sheets", { data: { name: "Offline", note: "", script: POND } });
  await page.goto(`/sheets/${(await made.json()).id}`);
  await expect(page.getByTestId("panel")).toBeVisible();
  await page.route("**/api/sheets/*", (route) => route.abort());
  await page.getByRole("textbox", { name: "Script" }).click();
  await page.keyboard.press("Control+End");
  await page.keyboard.insertText("more = 1\n");
  await expect(page.getByTestId("save-state")).toContainText("not saved: the server does not answer");
  await page.unroute("**/api/sheets/*");
  await saved(page);
});
