import { answer, readBody } from "../src/server/answer";
import { foreignRequest } from "../src/server/foreign-request";
import { attachmentBody, changeBody, newSheetBody } from "../src/server/request-bodies";

const from = (headers: Record<string, string>, configured?: string) => foreignRequest(new Headers(headers), configured);

test("requests are answered under our names only, and for our own pages", () => {
  for (const host of ["localhost", "localhost:3000", "127.0.0.1:8080", "[::1]:3000"]) {
    expect(from({ host })).toBeNull();
    expect(from({ host, origin: `http://${host}` })).toBeNull();
  }
  for (const host of ["example.org", "localhost.example.org", "127.0.0.1.example.org", "localhost:3000:1", "10.0.0.1"])
    expect(from({ host })).toContain("does not answer as");
  expect(from({})).toContain("does not answer");
  for (const origin of ["https://example.org", "http://localhost:4000", "null", "nonsense"])
    expect(from({ host: "localhost:3000", origin })).toContain(origin);
  expect(from({ host: "vertexon.example:3000" }, "vertexon.example:3000")).toBeNull();
});

const post = (body: string, type = "application/json") =>
  new Request("http://localhost/api", { method: "POST", body, headers: { "content-type": type } });
const statusOf = async (request: Request, schema = newSheetBody as Parameters<typeof readBody>[1]) =>
  (await answer(() => readBody(request, schema))).status;

test("whatever is sent gets a 4xx, never a 5xx", async () => {
  const good = { name: "A", note: "", script: "a = 1" };
  const json = (value: unknown): string => JSON.stringify(value);
  expect(await statusOf(post(json(good)))).toBe(200);
  expect(await statusOf(post(json(good), "text/plain"))).toBe(415);
  for (const body of [
    "[".repeat(100_000),
    "null",
    "{",
    json({ ...good, script: "\0" }),
    json({ ...good, script: "\ud800" }),
    json({ ...good, name: "\0" }),
    json({ ...good, attachments: [{ name: "..", content: "" }] }),
    json({ ...good, attachments: [{ name: "a\nb", content: "x" }] }),
    json({ ...good, attachments: [{ name: "a/b", content: "x" }] }),
    json({ ...good, attachments: "x" }),
    '{"__proto__": {"name": 1}, "name": "A", "script": ""}',
  ])
    expect(await statusOf(post(body))).toBe(400);
  for (const revision of [0, -1, 1.5, 1e300, 2 ** 31, "1", null])
    expect(await statusOf(post(json({ script: "a", revision })), changeBody)).toBe(400);
  expect(await statusOf(post(json({ script: "a", revision: 1, save: "no id" })), changeBody)).toBe(400);
  expect(await statusOf(post(json({ name: ".", content: "x" })), attachmentBody)).toBe(400);
});

test("what the server could not do is logged by its place, without anything that was sent", async () => {
  const logged = jest.spyOn(console, "error").mockImplementation(() => {});
  const response = await answer(() => Promise.reject(new Error("Failed query: select … params: my secret")));
  expect(response.status).toBe(500);
  expect(await response.text()).not.toContain("secret");
  expect(String(logged.mock.calls)).not.toContain("secret");
  logged.mockRestore();
});
