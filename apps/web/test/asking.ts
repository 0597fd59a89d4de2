import { AskedSheet } from "../src/worker/asked-sheet";
import { type Asked, type Kind, type LongKind, longQuestions, questions } from "../src/worker/questions";

type All = typeof questions & typeof longQuestions;

/** Answers questions about a script at once, in the test's own thread. */
export function asking(script: string) {
  const sheet = new AskedSheet();
  sheet.update(script);
  return <K extends Kind | LongKind>(kind: K, asked: Asked<K>): ReturnType<All[K]> => {
    const all = { ...questions, ...longQuestions };
    const answer = all[kind] as unknown as (sheet: AskedSheet, asked: Asked<K>, tell: () => void) => ReturnType<All[K]>;
    return answer(sheet, asked, () => {});
  };
}
