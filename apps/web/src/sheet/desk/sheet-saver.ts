import { unsavableIn } from "@vertexon/notation";

/** What is known about the copy on the server. */
export type SaveState =
  | { kind: "saved"; at: Date }
  | { kind: "waiting" }
  | { kind: "saving" }
  | { kind: "failed"; message: string }
  | { kind: "stale"; message: string };

interface Change {
  name?: string;
  script?: string;
}

/** Typing may go on this long before it is saved, in milliseconds. */
const PAUSE = 500;
/** After a failure it is tried again after this long. */
const RETRY = 4000;

/**
 * Saves a sheet's changes one after the other. "Saved" is said only when the server has confirmed everything that was
 * changed until then; what it has not confirmed is kept and sent again.
 */
export class SheetSaver {
  private pending: Change = {};
  private timer: ReturnType<typeof setTimeout> | null = null;
  private busy = false;
  private stale = false;
  private held = false;
  /** The change that was sent last and not answered, with the name of that save: sent again it is the same save. */
  private unanswered: { change: Change; save: string } | null = null;

  constructor(
    private readonly id: string,
    private revision: number,
    private readonly report: (state: SaveState) => void,
  ) {}

  get unsaved(): boolean {
    return this.busy || this.stale || this.waits;
  }

  private get waits(): boolean {
    return this.unanswered !== null || Object.keys(this.pending).length > 0;
  }

  change(change: Change): void {
    this.pending = { ...this.pending, ...change };
    if (this.stale) return;
    if (!this.busy) this.report({ kind: "waiting" });
    this.schedule(PAUSE);
  }

  /** While something is dragged nothing is sent: every step of it is soon out of date. */
  hold(held: boolean): void {
    this.held = held;
    if (!held && this.waits && !this.stale) this.schedule(PAUSE);
  }

  /** Sends what is waiting at once; the page may be going away. */
  flush(): void {
    if (this.waits && !this.busy && !this.stale) void this.send(true);
  }

  /** Gives up what is not saved: it was kept elsewhere, or another copy was chosen. */
  discard(): void {
    this.pending = {};
    this.unanswered = null;
    this.stale = false;
    if (this.timer) clearTimeout(this.timer);
  }

  close(): void {
    this.flush();
    if (this.timer) clearTimeout(this.timer);
  }

  private schedule(delay: number): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.send(false), delay);
  }

  private async send(keepalive: boolean): Promise<void> {
    if ((this.held && !keepalive) || this.busy || !this.waits) return;
    const { change, save } = this.unanswered ?? { change: this.pending, save: crypto.randomUUID() };
    const bad = unsavableIn(`${change.name ?? ""}${change.script ?? ""}`)[0];
    if (bad) {
      // The server would never take it: said until it is gone, and not tried.
      this.report({ kind: "failed", message: `the character ${bad.name} cannot be saved: remove it from the script` });
      return;
    }
    if (!this.unanswered) this.pending = {};
    this.unanswered = null;
    this.busy = true;
    this.report({ kind: "saving" });
    try {
      const response = await fetch(`/api/sheets/${this.id}`, {
        method: "PATCH",
        headers: { "content-type": "application/json" },
        body: JSON.stringify({ ...change, revision: this.revision, save }),
        // The standard allows such requests no more than 64 KiB.
        keepalive: keepalive && JSON.stringify(change).length < 60_000,
      });
      const answer = await response.json();
      if (!response.ok) {
        this.pending = { ...change, ...this.pending };
        this.stale = response.status === 409;
        this.report({ kind: this.stale ? "stale" : "failed", message: answer.error });
        if (response.status >= 500) this.schedule(RETRY);
      } else {
        this.revision = answer.revision;
        const more = this.waits;
        this.report(more ? { kind: "waiting" } : { kind: "saved", at: new Date(answer.changedAt) });
        if (more) this.schedule(PAUSE);
      }
    } catch {
      // It may have been saved, and only the answer is lost.
      this.unanswered = { change, save };
      this.report({ kind: "failed", message: "the server does not answer; your text is kept here and sent again" });
      this.schedule(RETRY);
    } finally {
      this.busy = false;
    }
  }
}
