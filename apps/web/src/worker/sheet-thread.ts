import type { Attachment, Progress, TextEdit } from "@vertexon/notation";
import { type Remote, wrap } from "comlink";
import { type Asking, LongWorkers } from "./long-workers";
import { mergeViews } from "./merge-views";
import type { Answer, Asked, Kind, LongKind } from "./questions";
import type { SheetService } from "./sheet-service";
import type { SheetView } from "./sheet-view";

/** What leads from one script to another. */
export interface Change {
  base: string;
  edits: readonly TextEdit[];
}

interface Request {
  script: string;
  change: Change | null;
  resolve: (view: SheetView) => void;
  reject: (error: Error) => void;
}

/** An evaluation that was given up for a newer one or by the user. */
export class CancelledError extends Error {
  override readonly name = "CancelledError";
}

/** A question whose worker was ended is asked so often. */
const MOST_TRIES = 3;

/** A running evaluation is given up for a newer script only after this many milliseconds. */
const PATIENCE = 400;

/**
 * The worker that evaluates a sheet. A new script waits for the one being evaluated, unless that takes long: then the
 * worker is ended and a new one starts on the newest script. Scripts in between are skipped.
 */
export class SheetThread {
  private worker: Worker | null = null;
  private remote: Remote<SheetService> | null = null;
  private running: { since: number; abandon: (why: Error) => void; over: Promise<void>; end: () => void } | null = null;
  /** What ends each question that is not answered yet. */
  private readonly asked = new Set<(why: Error) => void>();
  private waiting: Request | null = null;
  private last: string | null = null;
  /** What was made of it: the next view leaves out what is the same. */
  private shown: SheetView | null = null;
  private attachments: readonly Attachment[] = [];
  private readonly longWorkers = new LongWorkers();
  private restart: ReturnType<typeof setTimeout> | null = null;

  /** Calls `told` with the progress of the running evaluation. */
  constructor(private readonly told: (progress: Progress) => void = () => {}) {}

  /** Loads the worker before there is anything to evaluate. */
  start(): void {
    this.service();
  }

  /** What is attached to the sheet, from the next evaluation on; a worker that starts anew gets it again. */
  attach(attachments: readonly Attachment[]): void {
    if (attachments === this.attachments) return;
    this.attachments = attachments;
    if (this.remote) void this.remote.attach([...attachments]);
  }

  /** `change` says how the script came from one before: a long one need not be sent then. */
  evaluate(script: string, change: Change | null = null): Promise<SheetView> {
    this.waiting?.reject(new CancelledError());
    return new Promise((resolve, reject) => {
      this.waiting = { script, change, resolve, reject };
      if (!this.running) this.next();
      else {
        const left = PATIENCE - (performance.now() - this.running.since);
        if (this.restart === null) this.restart = setTimeout(() => this.giveUp(), Math.max(0, left));
      }
    });
  }

  /**
   * Asks the worker about a view. The answer is about that view and no other: a question waits while a script is being
   * evaluated, and fails with {@link CancelledError} when that gave another view. Without a view the question is about
   * what was evaluated last, whatever that is.
   */
  async ask<K extends Kind>(view: SheetView | null, kind: K, asked: Asked<K>): Promise<Answer<K>> {
    for (let tries = 1; ; tries++) {
      while (this.running) await this.running.over;
      if (view && view !== this.shown) throw new CancelledError();
      try {
        return await this.answered(kind, asked);
      } catch (error) {
        // The worker was ended for something else: the next one knows the same sheet.
        if (!(error instanceof CancelledError) || tries === MOST_TRIES) throw error;
      }
    }
  }

  /** Asks a worker of its own about a view, which takes as long as it takes; null where another view is the newest. */
  askLong<K extends LongKind>(
    view: SheetView,
    kind: K,
    asked: Asked<K>,
    tell: (soFar: Answer<K>) => void,
  ): Asking<Answer<K>> | null {
    const { last, attachments } = this;
    if (view !== this.shown || last === null) return null;
    return this.longWorkers.ask({ script: last, attachments }, kind, asked, tell);
  }

  private answered<K extends Kind>(kind: K, asked: Asked<K>): Promise<Answer<K>> {
    return new Promise((resolve, reject) => {
      this.asked.add(reject);
      (this.service().ask(kind, asked) as Promise<Answer<K>>)
        .then(resolve, reject)
        .finally(() => this.asked.delete(reject));
    });
  }

  cancel(): void {
    this.waiting?.reject(new CancelledError());
    this.waiting = null;
    this.stop();
  }

  close(): void {
    this.longWorkers.close();
    this.last = null;
    this.cancel();
  }

  private next(): void {
    const { waiting } = this;
    if (!waiting) return;
    this.waiting = null;
    let abandoned = false;
    let end = (): void => {};
    const over = new Promise<void>((resolve) => {
      end = resolve;
    });
    this.running = {
      since: performance.now(),
      over,
      end,
      abandon: (why) => {
        abandoned = true;
        waiting.reject(why);
      },
    };
    const { script, change } = waiting;
    const service = this.service();
    const sent = change && change.base === this.last ? service.edit(change.edits) : service.update(script);
    sent.then(
      (view) => {
        if (abandoned) return;
        this.last = script;
        this.shown = mergeViews(this.shown, view);
        waiting.resolve(this.shown);
        this.done();
      },
      (error) => {
        if (abandoned) return;
        waiting.reject(error);
        this.done();
      },
    );
  }

  private done(): void {
    if (this.restart !== null) clearTimeout(this.restart);
    this.restart = null;
    this.running?.end();
    this.running = null;
    this.next();
  }

  private giveUp(): void {
    this.restart = null;
    this.stop();
    this.next();
  }

  private stop(why: Error = new CancelledError()): void {
    if (this.restart !== null) clearTimeout(this.restart);
    this.restart = null;
    this.running?.abandon(why);
    this.running?.end();
    this.running = null;
    this.worker?.terminate();
    this.worker = null;
    this.remote = null;
    for (const fail of this.asked) fail(why);
  }

  private service(): Remote<SheetService> {
    if (this.remote) return this.remote;
    this.worker = new Worker(new URL("./sheet.worker.ts", import.meta.url), { type: "module" });
    // What ends the worker itself, such as running out of memory, answers no question.
    this.worker.addEventListener("error", (event) => {
      event.preventDefault(); // said by whoever waits for it, not once more by the page
      this.stop(new Error(event.message || "the worker ended, perhaps for lack of memory"));
      this.next();
    });
    this.worker.addEventListener("message", ({ data }) => {
      if (this.running && data?.progress) this.told(data.progress);
    });
    this.remote = wrap<SheetService>(this.worker);
    if (this.attachments.length) void this.remote.attach([...this.attachments]);
    if (this.last !== null) void this.remote.restore(this.last);
    return this.remote;
  }
}
