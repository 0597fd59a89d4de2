import { type SaveState, SheetSaver } from "../src/sheet/desk/sheet-saver";

interface Sent {
  body: Record<string, unknown>;
  answer(status: number, body: unknown): void;
  fail(): void;
}

let sent: Sent[];
let states: SaveState[];
const kinds = () => states.map(({ kind }) => kind);
const settle = () => jest.advanceTimersByTimeAsync(0);

beforeEach(() => {
  jest.useFakeTimers();
  sent = [];
  states = [];
  globalThis.fetch = jest.fn(
    (_url, init) =>
      new Promise((resolve, reject) => {
        sent.push({
          body: JSON.parse(String(init?.body)),
          answer: (status, body) => resolve(new Response(JSON.stringify(body), { status })),
          fail: () => reject(new Error("no network")),
        });
      }),
  ) as typeof fetch;
});
afterEach(() => jest.useRealTimers());

const saver = () => new SheetSaver("id", 1, (state) => states.push(state));
const confirmed = (revision: number) => ({ revision, changedAt: "2026-11-25T10:00:00Z" });

test("changes are gathered, sent with their revision, and saved only when confirmed", async () => {
  const s = saver();
  s.change({ script: "a" });
  s.change({ script: "ab" });
  expect(s.unsaved).toBe(true);
  await jest.advanceTimersByTimeAsync(600);
  expect(sent.map(({ body }) => body)).toEqual([{ script: "ab", revision: 1, save: expect.any(String) }]);
  expect(kinds()).toEqual(["waiting", "waiting", "saving"]);
  sent[0].answer(200, confirmed(2));
  await settle();
  expect(kinds().at(-1)).toBe("saved");
  expect(s.unsaved).toBe(false);
  s.change({ name: "N" });
  await jest.advanceTimersByTimeAsync(600);
  expect(sent[1].body).toMatchObject({ name: "N", revision: 2 });
});

test("what is typed while a change is on its way is sent after it, and nothing is called saved before", async () => {
  const s = saver();
  s.change({ script: "a" });
  await jest.advanceTimersByTimeAsync(600);
  s.change({ script: "ab" });
  await jest.advanceTimersByTimeAsync(5000);
  expect(sent).toHaveLength(1);
  sent[0].answer(200, confirmed(2));
  await settle();
  expect(kinds().at(-1)).toBe("waiting");
  await jest.advanceTimersByTimeAsync(600);
  expect(sent[1].body).toMatchObject({ script: "ab", revision: 2 });
});

test("without an answer the very same save is sent again, and after it what came since", async () => {
  const s = saver();
  s.change({ script: "a" });
  await jest.advanceTimersByTimeAsync(600);
  sent[0].fail();
  await settle();
  expect(states.at(-1)).toMatchObject({ kind: "failed", message: expect.stringContaining("does not answer") });
  s.change({ name: "N" });
  expect(s.unsaved).toBe(true);
  await jest.advanceTimersByTimeAsync(5000);
  // The server may have it: by its name it tells that this is no conflict.
  expect(sent[1].body).toEqual(sent[0].body);
  sent[1].answer(200, confirmed(2));
  await jest.advanceTimersByTimeAsync(600);
  expect(sent[2].body).toMatchObject({ name: "N", revision: 2 });
  expect(sent[2].body.save).not.toBe(sent[0].body.save);
});

test("what can never be saved is said at once, and not tried", async () => {
  const s = saver();
  s.change({ script: "a = 1\0" });
  await jest.advanceTimersByTimeAsync(60_000);
  expect(sent).toHaveLength(0);
  expect(states.at(-1)).toMatchObject({ kind: "failed", message: expect.stringContaining("U+0000") });
  expect(s.unsaved).toBe(true);
  s.change({ script: "a = 1" });
  await jest.advanceTimersByTimeAsync(600);
  expect(sent[0].body).toMatchObject({ script: "a = 1" });
});

test("a stale change stays unsaved until it is given up, and is not sent again by itself", async () => {
  const s = saver();
  s.change({ script: "a" });
  await jest.advanceTimersByTimeAsync(600);
  sent[0].answer(409, { error: "changed elsewhere" });
  await settle();
  expect(states.at(-1)).toEqual({ kind: "stale", message: "changed elsewhere" });
  s.change({ script: "ab" });
  await jest.advanceTimersByTimeAsync(60_000);
  expect(sent).toHaveLength(1);
  expect(s.unsaved).toBe(true);
  s.discard();
  expect(s.unsaved).toBe(false);
});

test("flush sends at once, close too", async () => {
  const s = saver();
  s.change({ script: "a" });
  s.flush();
  expect(sent).toHaveLength(1);
  sent[0].answer(200, confirmed(2));
  await settle();
  s.change({ script: "ab" });
  s.close();
  expect(sent).toHaveLength(2);
});

test("while something is dragged nothing is sent, unless the page goes away; the last text is sent after it", async () => {
  const s = saver();
  s.hold(true);
  s.change({ script: "a" });
  await jest.advanceTimersByTimeAsync(5000);
  expect(sent).toHaveLength(0);
  expect(s.unsaved).toBe(true);
  s.change({ script: "ab" });
  s.hold(false);
  await jest.advanceTimersByTimeAsync(600);
  expect(sent.map(({ body }) => body.script)).toEqual(["ab"]);
  sent[0].answer(200, confirmed(2));
  await settle();
  s.hold(true);
  s.change({ script: "abc" });
  s.flush();
  expect(sent[1].body.script).toBe("abc");
});
