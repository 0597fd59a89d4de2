import type { Attachment } from "@vertexon/notation";
import { AskedSheet } from "./asked-sheet";
import { type Answer, type Asked, type LongKind, longQuestions } from "./questions";

/** Answers one long question after the other, each about a script of its own; what they have in common is kept. */
export class LongService {
  private readonly sheet = new AskedSheet();

  /** `tell` hears of what is known on the way. */
  constructor(private readonly tell: (soFar: unknown) => void) {}

  attach(attachments: Attachment[]): Promise<void> | void {
    this.sheet.attach(attachments);
  }

  ask<K extends LongKind>(script: string, kind: K, asked: Asked<K>): Answer<K> | Promise<Answer<K>> {
    this.sheet.takeUp(script);
    const answer = longQuestions[kind] as (
      sheet: AskedSheet,
      asked: Asked<K>,
      tell: (soFar: Answer<K>) => void,
    ) => Answer<K> | Promise<Answer<K>>;
    return answer(this.sheet, asked, this.tell);
  }
}
