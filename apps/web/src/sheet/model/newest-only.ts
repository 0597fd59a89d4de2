/** Runs jobs one after the other; of those that come while one is running only the newest waits. */
export class NewestOnly {
  private waiting: (() => Promise<void>) | null = null;
  private isRunning = false;

  submit(job: () => Promise<void>): void {
    this.waiting = job;
    if (!this.isRunning) void this.run();
  }

  private async run(): Promise<void> {
    this.isRunning = true;
    for (let job = this.waiting; job; job = this.waiting) {
      this.waiting = null;
      await job();
    }
    this.isRunning = false;
  }
}
