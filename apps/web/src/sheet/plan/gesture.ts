type Place = [number, number];

/** What a gesture does; places are in pixels of the element. */
interface Steps {
  /** The first pointer moved, alone. */
  move(at: Place, event: PointerEvent): void;
  /** Two fingers moved: their middle by a step, and their distance by a factor. */
  pinch(middle: Place, step: Place, factor: number): void;
  /** It is over: let go, taken over by a second finger, or cancelled by the browser. */
  end(how: "let go" | "pinched" | "cancelled", event: PointerEvent): void;
}

/**
 * One press on an element until it is let go. Other pointers than the one that pressed change nothing, but for a second
 * finger, which makes it a gesture of two.
 */
export class Gesture {
  private readonly first: { id: number; at: Place };
  private second: { id: number; at: Place } | null = null;

  constructor(
    private readonly element: HTMLElement,
    event: PointerEvent,
    private readonly steps: Steps,
    private readonly over: () => void,
  ) {
    this.first = { id: event.pointerId, at: placeOf(event) };
    for (const type of ["pointermove", "pointerup", "pointercancel"] as const) element.addEventListener(type, this);
  }

  /** Another pointer was pressed meanwhile. */
  join(event: PointerEvent): void {
    if (this.second || event.pointerType !== "touch") return;
    this.second = { id: event.pointerId, at: placeOf(event) };
    this.steps.end("pinched", event);
  }

  handleEvent(event: PointerEvent): void {
    const pointer = [this.first, this.second].find((each) => each?.id === event.pointerId);
    if (!pointer) return;
    if (event.type === "pointermove") this.follow(pointer, event);
    else this.finish(event);
  }

  private follow(pointer: { at: Place }, event: PointerEvent): void {
    const before = this.second && spanOf(this.first.at, this.second.at);
    pointer.at = placeOf(event);
    if (this.second && before) {
      const after = spanOf(this.first.at, this.second.at);
      const step: Place = [after.middle[0] - before.middle[0], after.middle[1] - before.middle[1]];
      this.steps.pinch(after.middle, step, after.length / before.length);
    } else this.steps.move(pointer.at, event);
  }

  private finish(event: PointerEvent): void {
    for (const type of ["pointermove", "pointerup", "pointercancel"] as const)
      this.element.removeEventListener(type, this);
    this.over();
    if (!this.second) this.steps.end(event.type === "pointerup" ? "let go" : "cancelled", event);
  }
}

function placeOf({ offsetX, offsetY }: PointerEvent): Place {
  return [offsetX, offsetY];
}

function spanOf(p: Place, q: Place): { middle: Place; length: number } {
  return { middle: [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2], length: Math.max(1, Math.hypot(q[0] - p[0], q[1] - p[1])) };
}
