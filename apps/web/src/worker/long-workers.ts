import type { Attachment } from "@vertexon/notation";
import { type Remote, wrap } from "comlink";
import type { LongService } from "./long-service";
import type { Answer, Asked, LongKind } from "./questions";

/** A sheet that is asked about. */
export interface Source {
  script: string;
  attachments: readonly Attachment[];
}

/** A question that was asked, and how to give it up. */
export interface Asking<T> {
  answer: Promise<T>;
  /** Nobody wants the answer any more: it never comes then. */
  cancel(): void;
}

interface Helper {
  worker: Worker;
  remote: Remote<LongService>;
  /** What it holds, so that it is not sent again. */
  attachments: readonly Attachment[];
  /** Rejects when the worker itself ends, such as for lack of memory: it answers nothing any more. */
  broken: Promise<never>;
  isBroken: boolean;
  /** Hears of what is known of the present question. */
  tell: (soFar: unknown) => void;
}

interface Job {
  run(helper: Helper): Promise<void>;
  isWanted: boolean;
  /** Ends the worker that it runs in; null while it waits, and once it is done. */
  end: (() => void) | null;
}

/** Milliseconds that a worker has to finish an answer that nobody wants any more; then it is ended. */
const PATIENCE = 400;

/** Workers for questions that take long: as many as there are cores, less one for the page. Questions wait for a free one. */
export class LongWorkers {
  private readonly free: Helper[] = [];
  private readonly waiting: Job[] = [];
  private readonly running = new Set<Job>();

  constructor(private readonly most = Math.max(1, (globalThis.navigator?.hardwareConcurrency ?? 2) - 1)) {}

  /** Asks about a sheet; `tell` hears of what is known on the way. */
  ask<K extends LongKind>(
    { script, attachments }: Source,
    kind: K,
    asked: Asked<K>,
    tell: (soFar: Answer<K>) => void,
  ): Asking<Answer<K>> {
    const job: Job = { isWanted: true, end: null, run: async () => {} };
    const answer = new Promise<Answer<K>>((resolve, reject) => {
      job.run = async (helper) => {
        try {
          helper.tell = (soFar) => job.isWanted && tell(soFar as Answer<K>);
          const asking = async () => {
            if (helper.attachments !== attachments) await helper.remote.attach([...attachments]);
            helper.attachments = attachments;
            return (await helper.remote.ask(script, kind, asked)) as Answer<K>;
          };
          const found = await Promise.race([asking(), helper.broken]);
          if (job.isWanted) resolve(found);
        } catch (error) {
          if (job.isWanted) reject(error as Error);
        }
      };
    });
    this.waiting.push(job);
    this.next();
    return { answer, cancel: () => this.cancel(job) };
  }

  close(): void {
    for (const job of this.waiting.splice(0)) job.isWanted = false;
    for (const job of this.running) job.end?.();
    for (const { worker } of this.free.splice(0)) worker.terminate();
  }

  private cancel(job: Job): void {
    if (!job.isWanted) return;
    job.isWanted = false;
    const place = this.waiting.indexOf(job);
    if (place >= 0) this.waiting.splice(place, 1);
    else setTimeout(() => job.end?.(), PATIENCE);
  }

  private next(): void {
    while (this.running.size < this.most) {
      const job = this.waiting.shift();
      if (!job) return;
      const helper = this.free.pop() ?? helperOf();
      const over = (): void => {
        job.end = null;
        this.running.delete(job);
      };
      job.end = () => {
        over();
        helper.worker.terminate();
        this.next();
      };
      this.running.add(job);
      void job.run(helper).finally(() => {
        if (!job.end) return; // its worker was ended
        over();
        if (helper.isBroken) helper.worker.terminate();
        else this.free.push(helper);
        this.next();
      });
    }
  }
}

function helperOf(): Helper {
  const worker = new Worker(new URL("./long.worker.ts", import.meta.url), { type: "module" });
  let fail = (_: Error): void => {};
  const broken = new Promise<never>((_, reject) => {
    fail = reject;
  });
  broken.catch(() => undefined); // said by the question that waits, if any
  const helper: Helper = {
    worker,
    remote: wrap<LongService>(worker),
    attachments: [],
    broken,
    isBroken: false,
    tell: () => {},
  };
  worker.addEventListener("error", (event) => {
    event.preventDefault();
    helper.isBroken = true;
    fail(new Error(event.message || "the worker ended, perhaps for lack of memory"));
  });
  worker.addEventListener("message", ({ data }) => {
    if (data && "soFar" in data) helper.tell(data.soFar);
  });
  return helper;
}
