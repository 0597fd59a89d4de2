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

  constructor(
    private readonly id: string,
    private revision: number,
    private readonly report: (state: SaveState) => void,
  ) {}

  get unsaved(): boolean {
    return this.busy || this.stale || Object.keys(this.pending).length > 0;
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
    if (!held && Object.keys(this.pending).length > 0 && !this.stale) this.schedule(PAUSE);
  }

  /** Sends what is waiting at once; the page may be going away. */
  flush(): void {
    if (Object.keys(this.pending).length > 0 && !this.busy && !this.stale) void this.send(true);
  }

  /** Gives up what is not saved: it was kept elsewhere, or another copy was chosen. */
  discard(): void {
    this.pending = {};
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
    if ((this.held && !keepalive) || this.busy || Object.keys(this.pending).length === 0) return;
    const change = this.pending;
    this.pending = {};
    this.busy = true;
    this.report({ kind: "saving" });
    try {
      const response = await fetch(`/api/sheets/${this.id}`, {
        method: "PATCH",
        headers: { "content-type": "application/json" },
        body: JSON.stringify({ ...change, revision: this.revision }),
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
        const more = Object.keys(this.pending).length > 0;
        this.report(more ? { kind: "waiting" } : { kind: "saved", at: new Date(answer.changedAt) });
        if (more) this.schedule(PAUSE);
      }
    } catch {
      this.pending = { ...change, ...this.pending };
      this.report({ kind: "failed", message: "the server does not answer; your text is kept here and sent again" });
      this.schedule(RETRY);
    } finally {
      this.busy = false;
    }
  }
}
