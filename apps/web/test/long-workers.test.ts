import type { Attachment } from "@vertexon/notation";
import { expose } from "comlink";
import { LongService } from "../src/worker/long-service";
import { LongWorkers } from "../src/worker/long-workers";

/** Never gets over taking files. */
class StuckByFiles extends LongService {
  override attach(files: Attachment[]): Promise<void> | void {
    return files.length ? new Promise(() => {}) : super.attach(files);
  }
}

let last: FakeWorker | null = null;
let started = 0;
let ended = 0;

/** A worker in the same thread, until it is ended. */
class FakeWorker extends EventTarget {
  private readonly inner: EventTarget & { postMessage(data: unknown): void };
  private isOver = false;
  constructor() {
    super();
    last = this;
    started++;
    const post = (to: EventTarget, data: unknown) =>
      setTimeout(() => !this.isOver && to.dispatchEvent(Object.assign(new Event("message"), { data })));
    this.inner = Object.assign(new EventTarget(), { postMessage: (data: unknown) => post(this, data) });
    this.postMessage = (data) => post(this.inner, data);
    expose(new StuckByFiles((soFar) => post(this, { soFar })), this.inner as unknown as MessagePort);
  }
  postMessage: (data: unknown) => void;
  terminate(): void {
    this.isOver = true;
    ended++;
  }
}

beforeEach(() => {
  [started, ended] = [0, 0];
  globalThis.Worker = FakeWorker as unknown as typeof Worker;
});

const source = { script: "a = circle((50, 50), radius: 20)\nb = rect((0, 0), width: 4, height: 3)\n", attachments: [] };
const none = () => {};

test("long questions wait for one of so many workers, which answer one after the other", async () => {
  const workers = new LongWorkers(2);
  const asked = ["a", "b", "b", "a", "none"].map((name) => workers.ask(source, "measures", { name }, none));
  const found = await Promise.all(asked.map(({ answer }) => answer));
  expect(found.map((measures) => measures?.area.toFixed(0))).toEqual(["1253", "12", "12", "1253", undefined]);
  expect([started, ended]).toEqual([2, 0]);
  workers.close();
  expect(ended).toBe(2);
});

test("of what nobody wants any more one leaves the queue, one finishes, and one takes too long and is ended", async () => {
  const workers = new LongWorkers(1);
  const [first, second, third] = ["a", "a", "b"].map((name) => workers.ask(source, "measures", { name }, none));
  second.cancel();
  first.cancel();
  expect((await third.answer)?.area).toBeCloseTo(12, 9);
  expect([started, ended]).toEqual([1, 0]);

  const attachments = [{ name: "never", content: "" }];
  const stuck = workers.ask({ ...source, attachments }, "measures", { name: "a" }, none);
  const next = workers.ask(source, "measures", { name: "b" }, none);
  await new Promise((resolve) => setTimeout(resolve, 20));
  stuck.cancel();
  expect((await next.answer)?.area).toBeCloseTo(12, 9);
  expect([started, ended]).toEqual([2, 1]);
});

test("what fails is passed on, and the worker answers the next", async () => {
  const workers = new LongWorkers(1);
  const request = { name: "b", kind: "pieces" as const, most: 2 };
  await expect(workers.ask(source, "mesh", request, none).answer).rejects.toThrow();
  expect((await workers.ask(source, "mesh", { ...request, most: 4 }, none).answer)?.cells).toHaveLength(1);
  expect(started).toBe(1);
});

test("a worker that ends by itself is said, and another one answers the next", async () => {
  const workers = new LongWorkers(1);
  const attachments = [{ name: "never", content: "" }];
  const lost = expect(workers.ask({ ...source, attachments }, "measures", { name: "a" }, none).answer).rejects.toThrow(
    "memory",
  );
  last?.dispatchEvent(Object.assign(new Event("error"), { message: "out of memory" }));
  await lost;
  expect((await workers.ask(source, "measures", { name: "b" }, none).answer)?.area).toBeCloseTo(12, 9);
  expect(started).toBe(2);
});

test("what a sweep has found is told on the way", async () => {
  const workers = new LongWorkers(1);
  const number = { from: source.script.indexOf("20)"), to: source.script.indexOf("20)") + 2 };
  const request = { name: "a", of: "radius", number, from: 1, to: 30, steps: 300, whole: false };
  const told: number[] = [];
  const { answer } = workers.ask(source, "sweep", { ...request }, ({ done }) => told.push(done));
  const { rows, done, steps } = await answer;
  expect([rows.length, rows[300].area?.toFixed(0), done]).toEqual([301, "2821", steps]);
  expect(told.every((each, i) => each > 0 && each <= steps && (i === 0 || each >= told[i - 1]))).toBe(true);
});
