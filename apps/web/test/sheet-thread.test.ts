import { expose } from "comlink";
import { CancelledError, SheetThread } from "../src/worker/sheet-thread";
import type { SheetView } from "../src/worker/sheet-view";

/** What the workers were asked, and how each answers: at once, or when it is told to. */
const log: string[] = [];
let slow = new Map<string, () => void>();
let workers: FakeWorker[] = [];

const viewOf = (script: string) => ({ definitions: [], of: script });

const service = {
  restore(script: string): void {
    log.push(`restore ${script}`);
  },
  edit(edits: unknown[]): Promise<unknown> {
    log.push(`edit ${JSON.stringify(edits)}`);
    return Promise.resolve(viewOf("edited"));
  },
  ask(_: string, { name }: { name: string }): Promise<unknown> {
    log.push(`ask ${name}`);
    if (!name.startsWith("slow")) return Promise.resolve(`about ${name}`);
    return new Promise((resolve) => slow.set(name, () => resolve(`about ${name}`)));
  },
  update(script: string): Promise<unknown> {
    log.push(script);
    if (script === "broken") return Promise.reject(new Error("it broke"));
    if (!script.startsWith("slow")) return Promise.resolve(viewOf(script));
    return new Promise((resolve) => slow.set(script, () => resolve(viewOf(script))));
  },
};

/** A worker in the same thread: two ends that pass messages to each other until it is ended. */
class FakeWorker extends EventTarget {
  ended = false;
  private readonly inside = new EventTarget();
  constructor() {
    super();
    workers.push(this);
    const inner = Object.assign(this.inside, {
      postMessage: (data: unknown) => this.pass(this, data),
    });
    expose(service, inner as unknown as MessagePort);
  }
  postMessage(data: unknown): void {
    this.pass(this.inside, data);
  }
  terminate(): void {
    this.ended = true;
  }
  private pass(to: EventTarget, data: unknown): void {
    queueMicrotask(() => {
      if (!this.ended) to.dispatchEvent(new MessageEvent("message", { data }));
    });
  }
}

beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ["queueMicrotask"] });
  log.length = 0;
  slow = new Map();
  workers = [];
  Object.assign(globalThis, { Worker: FakeWorker });
});
afterEach(() => jest.useRealTimers());

const settle = () => jest.advanceTimersByTimeAsync(0);

test("a script that came from the last one by edits is sent as those", async () => {
  const thread = new SheetThread();
  thread.start();
  expect(workers).toHaveLength(1);
  const edits = [{ from: 0, to: 1, insert: "b" }];
  await thread.evaluate("a");
  await thread.evaluate("b", { base: "a", edits });
  await thread.evaluate("c", { base: "a", edits });
  expect(log).toEqual(["a", `edit ${JSON.stringify(edits)}`, "c"]);
  expect(workers).toHaveLength(1);
});

test("scripts are evaluated one after the other; those in between are skipped", async () => {
  const thread = new SheetThread();
  const first = thread.evaluate("slow 1");
  const second = thread.evaluate("2");
  const third = thread.evaluate("3");
  await expect(second).rejects.toThrow(CancelledError);
  await settle();
  slow.get("slow 1")?.();
  expect(await first).toEqual(viewOf("slow 1"));
  expect(await third).toEqual(viewOf("3"));
  expect(log).toEqual(["slow 1", "3"]);
  expect(workers).toHaveLength(1);
});

test("a long evaluation gives way to a newer script: its worker is ended, another takes over", async () => {
  const thread = new SheetThread();
  await thread.evaluate("0");
  const long = thread.evaluate("slow 1");
  const given = expect(long).rejects.toThrow(CancelledError);
  await settle();
  const next = thread.evaluate("2");
  await jest.advanceTimersByTimeAsync(1000);
  await given;
  expect(await next).toEqual(viewOf("2"));
  expect(workers.map(({ ended }) => ended)).toEqual([true, false]);
  // The new worker was first told what was there before, so that questions about it have an answer.
  expect(log).toEqual(["0", "slow 1", "restore 0", "2"]);
});

test("progress is reported while an evaluation runs, beside the answers", async () => {
  const told: unknown[] = [];
  const thread = new SheetThread((progress) => told.push(progress));
  const long = thread.evaluate("slow 1");
  await settle();
  const progress = { name: "isles", done: 2, total: 7 };
  workers[0].dispatchEvent(new MessageEvent("message", { data: { progress } }));
  expect(told).toEqual([progress]);
  slow.get("slow 1")?.();
  await long;
  workers[0].dispatchEvent(new MessageEvent("message", { data: { progress } }));
  expect(told).toHaveLength(1);
});

test("without a newer script an evaluation may take as long as it takes, until it is cancelled", async () => {
  const thread = new SheetThread();
  const long = thread.evaluate("slow 1");
  await jest.advanceTimersByTimeAsync(60_000);
  expect(workers.map(({ ended }) => ended)).toEqual([false]);
  const given = expect(long).rejects.toThrow(CancelledError);
  thread.cancel();
  await given;
  expect(workers[0].ended).toBe(true);
  expect(await thread.evaluate("2")).toEqual(viewOf("2"));
});

test("a mistake of the worker is passed on, and its end is said", async () => {
  const thread = new SheetThread();
  await expect(thread.evaluate("broken")).rejects.toThrow("it broke");
  const lost = expect(thread.evaluate("slow 1")).rejects.toThrow("out of memory");
  await settle();
  workers[0].dispatchEvent(Object.assign(new Event("error"), { message: "out of memory" }));
  await lost;
  expect(await thread.evaluate("2")).toEqual(viewOf("2"));
});

const ask = (thread: SheetThread, view: SheetView | null, name: string) =>
  thread.ask(view, "inspection", { name, at: { x: 0, y: 0 } }) as unknown as Promise<string>;

test("a question is answered about its view, and fails once there is another", async () => {
  const thread = new SheetThread();
  const one = await thread.evaluate("1");
  expect(await ask(thread, one, "pond")).toBe("about pond");
  const long = thread.evaluate("slow 2");
  // The worker would answer about what it has evaluated by then.
  const asked = ask(thread, one, "pond");
  const late = expect(asked).rejects.toThrow(CancelledError);
  await settle();
  expect(log.filter((entry) => entry.startsWith("ask"))).toHaveLength(1);
  slow.get("slow 2")?.();
  const two = await long;
  await late;
  expect(await ask(thread, two, "pond")).toBe("about pond");
  expect(await ask(thread, null, "anything")).toBe("about anything");
});

test("a question whose worker was ended is asked again, of one that knows the same sheet", async () => {
  const thread = new SheetThread();
  const view = await thread.evaluate("1");
  const asked = ask(thread, view, "slow");
  await settle();
  thread.cancel();
  await settle();
  expect(log).toEqual(["1", "ask slow", "restore 1", "ask slow"]);
  slow.get("slow")?.();
  expect(await asked).toBe("about slow");
});
