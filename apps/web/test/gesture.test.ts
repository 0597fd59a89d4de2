/** @jest-environment jsdom */
import { Gesture } from "../src/sheet/plan/gesture";

const pointer = (type: string, id: number, x: number, y: number, pointerType = "touch") =>
  Object.assign(new Event(type), { pointerId: id, offsetX: x, offsetY: y, pointerType }) as unknown as PointerEvent;

function started(pointerType = "touch") {
  const element = document.createElement("div");
  const steps: unknown[] = [];
  const record = {
    move: (at: number[]) => void steps.push(["move", ...at]),
    pinch: (middle: number[], step: number[], factor: number) => void steps.push(["pinch", ...middle, ...step, factor]),
    end: (how: string) => void steps.push([how]),
  };
  const gesture = new Gesture(element, pointer("pointerdown", 1, 10, 10, pointerType), record, () =>
    steps.push(["over"]),
  );
  return { element, steps, gesture };
}

test("a drag belongs to its pointer: others neither move nor end it", () => {
  const { element, steps } = started("mouse");
  element.dispatchEvent(pointer("pointermove", 2, 90, 90));
  element.dispatchEvent(pointer("pointerup", 2, 90, 90));
  element.dispatchEvent(pointer("pointermove", 1, 20, 10));
  element.dispatchEvent(pointer("pointerup", 1, 20, 10));
  element.dispatchEvent(pointer("pointermove", 1, 50, 50));
  expect(steps).toEqual([["move", 20, 10], ["over"], ["let go"]]);
});

test("a second finger ends the drag and makes it zoom and pan; a third changes nothing", () => {
  const { element, steps, gesture } = started();
  gesture.join(pointer("pointerdown", 2, 30, 10));
  gesture.join(pointer("pointerdown", 3, 70, 70));
  element.dispatchEvent(pointer("pointermove", 2, 50, 10));
  element.dispatchEvent(pointer("pointermove", 3, 0, 0));
  element.dispatchEvent(pointer("pointerup", 1, 10, 10));
  expect(steps).toEqual([["pinched"], ["pinch", 30, 10, 10, 0, 2], ["over"]]);
});
