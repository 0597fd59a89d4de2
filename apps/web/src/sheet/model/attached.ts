import type { Attachment } from "@vertexon/notation";
import { neededContext } from "./context";

/** A file as the server keeps it. */
export interface Attached extends Attachment {
  id: string;
}

/** What is attached to the sheet. */
export interface Attachments {
  /** Null until they are known. */
  files: readonly Attached[] | null;
  /** Set when they could not be asked for. */
  problem: string | null;
  /** Attaches files one after the other; rejects at the first that the server refuses. */
  add(files: readonly Attachment[]): Promise<void>;
  remove(file: Attached): Promise<void>;
}

export const [AttachedContext, useAttached] = neededContext<Attachments>();
