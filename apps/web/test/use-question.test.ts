/** @jest-environment jsdom */
import { act, renderHook } from "@testing-library/react";
import { useLongQuestion, useQuestion } from "../src/sheet/model/use-question";
import { CancelledError, type SheetThread } from "../src/worker/sheet-thread";
import type { SheetView } from "../src/worker/sheet-view";

interface Format {
  view: SheetView;
  format: "wkt" | "json";
}

/** A thread whose answers come when the test says so: each ends with what it is handed. */
function heldThread() {
  const asked: { answer(value: string): void; fail(error: Error): void }[] = [];
  const ask = () =>
    new Promise<string>((resolve, reject) => {
      asked.push({ answer: resolve, fail: reject });
    });
  return { asked, thread: { ask } as unknown as SheetThread };
}

const viewOf = (name: string): SheetView => ({ name }) as unknown as SheetView;

function hookOn(thread: SheetThread, first: Format | null) {
  return renderHook(
    ({ question }: { question: Format | null }) =>
      useQuestion({ thread, view: question?.view ?? null }, "handoff", question && { emission: question.format }),
    { initialProps: { question: first } },
  );
}

const settled = (run: () => void = () => {}) =>
  act(async () => {
    run();
    await new Promise((resolve) => setTimeout(resolve, 5));
  });

test("an answer goes when another word is asked, and stays for another evaluation of the same", async () => {
  const { asked, thread } = heldThread();
  const [one, two] = [viewOf("one"), viewOf("two")];
  const { result, rerender } = hookOn(thread, { view: one, format: "wkt" });
  await settled();
  expect(result.current.answered).toBeNull();
  await settled(() => asked[0].answer("POLYGON"));
  expect(result.current).toMatchObject({
    answered: { answer: "POLYGON", question: { emission: "wkt" } },
    isNewest: true,
  });

  rerender({ question: { view: two, format: "wkt" } });
  expect(result.current).toMatchObject({ answered: { answer: "POLYGON", question: { view: one } }, isNewest: false });
  await settled();
  rerender({ question: { view: two, format: "json" } });
  expect(result.current.answered).toBeNull();

  // The answer to the question before comes late: it is not that of the present one.
  await settled();
  await settled(() => asked[1].answer("POLYGON 2"));
  expect(result.current.answered).toBeNull();
  await settled(() => asked[2].answer("{}"));
  expect(result.current).toMatchObject({ answered: { answer: "{}", question: { emission: "json" } }, isNewest: true });
});

test("one question is on its way, and of those that come meanwhile only the newest is asked", async () => {
  const { asked, thread } = heldThread();
  const { result, rerender } = hookOn(thread, { view: viewOf("0"), format: "wkt" });
  await settled();
  for (let i = 1; i <= 20; i++) {
    rerender({ question: { view: viewOf(String(i)), format: "wkt" } });
    await settled();
  }
  expect(asked).toHaveLength(1);
  await settled(() => asked[0].answer("first"));
  expect(asked).toHaveLength(2);
  await settled(() => asked[1].answer("last"));
  expect(asked).toHaveLength(2);
  expect(result.current).toMatchObject({
    answered: { answer: "last", question: { view: { name: "20" } } },
    isNewest: true,
  });
});

test("what fails is said, what is given up is not, and no question has no answer", async () => {
  const { asked, thread } = heldThread();
  const { result, rerender } = hookOn(thread, { view: viewOf("one"), format: "wkt" });
  await settled();
  await settled(() => asked[0].fail(new Error("too large")));
  expect(result.current).toMatchObject({ answered: null, problem: "too large" });
  rerender({ question: { view: viewOf("two"), format: "wkt" } });
  await settled();
  expect(result.current.problem).toBeNull();
  await settled(() => asked[1].fail(new CancelledError()));
  expect(result.current).toMatchObject({ answered: null, problem: null });
  rerender({ question: null });
  expect(result.current).toEqual({ answered: null, isNewest: false, problem: null });
});

test("a long question tells what it has found, is given up for another one and when the panel goes, and can be stopped", async () => {
  const asked: { tell(soFar: unknown): void; answer(value: unknown): void; cancel: jest.Mock }[] = [];
  const askLong = (_view: unknown, _kind: unknown, _asked: unknown, tell: (soFar: unknown) => void) => {
    const cancel = jest.fn();
    return { cancel, answer: new Promise((answer) => asked.push({ tell, answer, cancel })) };
  };
  const thread = { askLong } as unknown as SheetThread;
  const view = viewOf("one");
  const { result, rerender, unmount } = renderHook(
    ({ name }: { name: string }) => useLongQuestion({ thread, view }, "measures", { name }),
    { initialProps: { name: "pond" } },
  );
  await settled(() => asked[0].tell("some"));
  expect(result.current).toMatchObject({ answered: { answer: "some" }, state: "running" });
  await settled(() => asked[0].answer("all"));
  expect(result.current).toMatchObject({ answered: { answer: "all" }, state: "done" });

  rerender({ name: "lane" });
  expect(result.current).toMatchObject({ answered: null, state: "running" });
  await settled(() => result.current.stop());
  expect(result.current.state).toBe("stopped");
  expect(asked[1].cancel).toHaveBeenCalled();
  await settled(() => result.current.again());
  expect(asked).toHaveLength(3);
  unmount();
  expect(asked[2].cancel).toHaveBeenCalled();
});
