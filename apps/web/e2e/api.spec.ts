import { expect, test } from "@playwright/test";

const good = { name: "A sheet", note: "", script: "a = 1" };

test.describe("bodies are checked, and errors are JSON with a fitting status", () => {
  for (const [what, body, message] of [
    ["no name", { ...good, name: undefined }, "name is a required field"],
    ["an empty name", { ...good, name: "  " }, "name"],
    ["a long name", { ...good, name: "x".repeat(121) }, "name must be at most 120 characters"],
    ["a script that is no text", { ...good, script: 5 }, "script must be a `string` type"],
    [
      "a script that is too long",
      { ...good, script: "x".repeat(1_000_001) },
      "script must be at most 1000000 characters",
    ],
    ["an unknown field", { ...good, colour: "red" }, 'no field "colour" is known here'],
    ["a list", [good], "the body must be a JSON object"],
  ] as const)
    test(what, async ({ request }) => {
      const response = await request.post("/api/sheets", { data: body });
      expect(response.status()).toBe(400);
      expect((await response.json()).error).toContain(message);
    });

  test("no JSON, and more than the limit", async ({ request }) => {
    const headers = { "content-type": "application/json" };
    const broken = await request.post("/api/sheets", { headers, data: Buffer.from('{"name": ') });
    expect([broken.status(), (await broken.json()).error]).toEqual([
      400,
      expect.stringContaining("the body is not JSON"),
    ]);
    const anySheet = "/api/sheets/00000000-0000-4000-8000-000000000000";
    const large = await request.patch(anySheet, { headers, data: Buffer.alloc(4_200_001, " ") });
    expect([large.status(), (await large.json()).error]).toEqual([413, "the body is larger than 4200000 bytes"]);
  });
});

test("a sheet's life: made, read, changed, a stale change refused, deleted, restored", async ({ request }) => {
  const { id, revision } = await (await request.post("/api/sheets", { data: good })).json();
  expect(revision).toBe(1);
  const path = `/api/sheets/${id}`;
  const changed = await request.patch(path, { data: { script: "a = 2", revision: 1 } });
  expect(await changed.json()).toMatchObject({ script: "a = 2", name: "A sheet", revision: 2 });
  const stale = await request.patch(path, { data: { script: "a = 3", revision: 1 } });
  expect(stale.status()).toBe(409);
  expect((await (await request.get(path)).json()).script).toBe("a = 2");
  expect((await request.patch(path, { data: { revision: 2 } })).status()).toBe(400);
  expect((await request.delete(path)).status()).toBe(204);
  for (const gone of [
    await request.get(path),
    await request.delete(path),
    await request.patch(path, { data: { name: "b", revision: 2 } }),
  ])
    expect(gone.status()).toBe(404);
  expect((await request.post(`${path}/restore`)).status()).toBe(200);
  expect((await request.post(`${path}/restore`)).status()).toBe(404);
  expect((await (await request.get(path)).json()).name).toBe("A sheet");
});

test("addresses that are no sheets", async ({ request, page }) => {
  expect((await request.get("/api/sheets/not-an-id")).status()).toBe(400);
  expect((await request.get("/api/sheets/00000000-0000-4000-8000-000000000000")).status()).toBe(404);
  await page.goto("/sheets/00000000-0000-4000-8000-000000000000");
  await expect(page.getByText("There is no such sheet")).toBeVisible();
});

test("attachments: made with the sheet or later, never changed, removed, all or nothing", async ({ request }) => {
  const shore = { name: "shore.csv", content: "x,y\n1,2\n3,4\n" };
  const made = await request.post("/api/sheets", { data: { ...good, attachments: [shore] } });
  const { id } = await made.json();
  const path = `/api/sheets/${id}/attachments`;
  expect(await (await request.get(path)).json()).toMatchObject([shore]);
  const stops = { name: "a stop & more.csv", content: "x,y\n5,6\n" };
  const kept = await (await request.post(path, { data: stops })).json();
  expect((await request.post(path, { data: stops })).status()).toBe(201);
  const other = await request.post(path, { data: { ...stops, content: "another" } });
  expect([other.status(), (await other.json()).error]).toEqual([
    409,
    expect.stringContaining("attached to this sheet"),
  ]);
  const listed = (await (await request.get("/api/sheets")).json()).find((sheet: { id: string }) => sheet.id === id);
  expect(listed.attached).toBe(2);
  expect((await request.delete(`${path}/${kept.id}`)).status()).toBe(204);
  expect((await request.delete(`${path}/${kept.id}`)).status()).toBe(404);
  expect((await request.delete(`${path}/${encodeURIComponent(stops.name)}`)).status()).toBe(400);
  expect(await (await request.get(path)).json()).toMatchObject([shore]);

  const twice = await request.post("/api/sheets", { data: { ...good, name: "Twice", attachments: [shore, shore] } });
  expect([twice.status(), (await twice.json()).error]).toEqual([400, "two attachments have one name"]);
  const sheets = await (await request.get("/api/sheets")).json();
  expect(sheets.some(({ name }: { name: string }) => name === "Twice")).toBe(false);
});

test("other sites, other names and bodies that do not say what they are get no answer", async ({ request, page }) => {
  const sheets = "/api/sheets";
  expect((await request.get(sheets, { headers: { host: "example.org" } })).status()).toBe(403);
  expect((await request.post(sheets, { data: good, headers: { origin: "https://example.org" } })).status()).toBe(403);
  const plain = await request.post(sheets, { data: JSON.stringify(good), headers: { "content-type": "text/plain" } });
  expect(plain.status()).toBe(415);
  const response = (await page.goto("/"))!;
  const headers = response.headers();
  expect(headers["content-security-policy"]).toContain("frame-ancestors 'none'");
  expect(headers["content-security-policy"]).not.toContain("'unsafe-eval'");
  expect([headers["x-content-type-options"], headers["x-powered-by"]]).toEqual(["nosniff", undefined]);
  await expect(page.getByTestId("sheet-card").first()).toBeVisible();
});
