import { expect, type Page } from "@playwright/test";
import type { Camera } from "../src/sheet/plan/camera";

export const POND = `plan 200 by 160, y down, unit px
tolerance 0.05
pond = circle((80, 60), radius: 40)
stone = rect((100, 40), width: 60, height: 50)
both = pond union stone
`;

/** Makes a sheet with a script and opens it. */
export async function openSheet(page: Page, script: string, name = "Test sheet"): Promise<string> {
  const response = await page.request.post("/api/sheets", { data: { name, note: "", script } });
  const { id } = await response.json();
  await page.goto(`/sheets/${id}`);
  // A fresh browser loads everything anew, perhaps beside another one.
  await expect(page.getByTestId("panel")).toBeVisible({ timeout: 20_000 });
  return id;
}

/** Replaces the whole script by typing over it. */
export async function writeScript(page: Page, script: string): Promise<void> {
  await page.getByRole("textbox", { name: "Script" }).click();
  await page.keyboard.press("Control+a");
  await page.keyboard.insertText(script);
}

/** Adds to the end of the script, as a paste does. */
export async function appendScript(page: Page, text: string): Promise<void> {
  await page.getByRole("textbox", { name: "Script" }).click();
  await page.keyboard.press("Control+End");
  await page.keyboard.insertText(text);
}

/** The part of the script that is in view. */
export async function scriptText(page: Page): Promise<string> {
  return (await page.locator(".cm-line").allTextContents()).join("\n");
}

/** Where a place of the plan lies on the page. */
export async function onPage(page: Page, x: number, y: number): Promise<{ x: number; y: number }> {
  const canvas = page.getByTestId("plan");
  await expect(canvas).toHaveAttribute("data-camera", /scale/);
  const camera: Camera = JSON.parse((await canvas.getAttribute("data-camera"))!);
  const box = (await canvas.boundingBox())!;
  const sign = camera.yDown ? 1 : -1;
  return {
    x: box.x + (26 + camera.width) / 2 + (x - camera.x) * camera.scale,
    y: box.y + (26 + camera.height) / 2 + sign * (y - camera.y) * camera.scale,
  };
}

export async function station(page: Page, name: string): Promise<void> {
  await page.getByRole("navigation", { name: "Stations" }).getByRole("button", { name }).click();
  await expect(page.getByTestId("panel")).toHaveAccessibleName(`${name} panel`);
}

/** Chooses a form in the Hand off panel by its title. */
export async function chooseForm(page: Page, title: string): Promise<void> {
  const field = page.getByLabel("form", { exact: true });
  await expect(async () => {
    await field.click();
    await field.fill(title);
    await page.locator(".ant-select-item-option").getByText(title, { exact: true }).click({ timeout: 2000 });
    // A click on a list that is just closing chooses nothing.
    await expect(page.locator(".handoff-field", { has: field })).toContainText(title, { timeout: 3000 });
  }).toPass();
}

/** Waits until the server has confirmed everything. */
export async function saved(page: Page): Promise<void> {
  await expect(page.getByTestId("save-state")).toHaveText(/^saved \d\d:\d\d$/);
}

/** The whole script as the server has it, once everything is saved. */
export async function savedScript(page: Page): Promise<string> {
  await saved(page);
  const id = new URL(page.url()).pathname.split("/").at(-1);
  // The server may close a connection just when it is used again.
  return (await (await page.request.get(`/api/sheets/${id}`, { maxRetries: 1 })).json()).script;
}
