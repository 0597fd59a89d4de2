import { and, asc, count, desc, eq, isNotNull, isNull, sql } from "drizzle-orm";
import { attachments, type Database, sheets } from "./schema";

export type SheetRow = typeof sheets.$inferSelect;

/** The change was made to a copy that is not the newest. */
export class StaleSheetError extends Error {
  override readonly name = "StaleSheetError";
  constructor(readonly revision: number) {
    super(`this sheet was changed elsewhere in the meantime (it is at revision ${revision} now): load it again first`);
  }
}

export class NoSuchAttachmentError extends Error {
  override readonly name = "NoSuchAttachmentError";
  constructor() {
    super("no such file is attached to this sheet");
  }
}

/** A sheet may hold no more files than this, and no more characters in them all together. */
export const MOST_FILES = 40;
const MOST_FILE_TEXT = 64_000_000;

/** What is attached to a sheet is at its limit. */
export class TooManyFilesError extends Error {
  override readonly name = "TooManyFilesError";
  constructor() {
    super(`a sheet holds at most ${MOST_FILES} files with ${MOST_FILE_TEXT / 1e6} million characters all together`);
  }
}

export class NoSuchSheetError extends Error {
  override readonly name = "NoSuchSheetError";
  constructor(id: string) {
    super(`there is no sheet ${id}`);
  }
}

/** A sheet of that attachment name holds something else already. */
export class NameTakenError extends Error {
  override readonly name = "NameTakenError";
  constructor(name: string) {
    super(`"${name}" is attached to this sheet already, with another content; give it another name`);
  }
}

export interface Attached {
  name: string;
  content: string;
}

/** A sheet with how many files are attached to it. */
export type ListedSheet = SheetRow & { attached: number };

/** All sheets that are not deleted, the last changed first. */
export async function listSheets(db: Database): Promise<ListedSheet[]> {
  const rows = await db
    .select()
    .from(sheets)
    .where(isNull(sheets.deletedAt))
    .orderBy(desc(sheets.changedAt), sheets.name);
  const counts = await db
    .select({ id: attachments.sheetId, attached: count() })
    .from(attachments)
    .groupBy(attachments.sheetId);
  const byId = new Map(counts.map(({ id, attached }) => [id, attached]));
  return rows.map((row) => ({ ...row, attached: byId.get(row.id) ?? 0 }));
}

async function listed(db: Database, row: SheetRow): Promise<ListedSheet> {
  const [{ attached }] = await db
    .select({ attached: count() })
    .from(attachments)
    .where(eq(attachments.sheetId, row.id));
  return { ...row, attached };
}

/** What is attached to a sheet, by name. */
export async function readAttachments(db: Database, sheetId: string): Promise<(Attached & { id: string })[]> {
  await readSheet(db, sheetId);
  return db
    .select({ id: attachments.id, name: attachments.name, content: attachments.content })
    .from(attachments)
    .where(eq(attachments.sheetId, sheetId))
    .orderBy(asc(attachments.name));
}

/** Attaches a file to a sheet; once there, it stays as it is. The same again is no error. */
export async function attach(db: Database, sheetId: string, file: Attached): Promise<Attached & { id: string }> {
  return db.transaction(async (tx) => {
    await readSheet(tx, sheetId);
    await tx
      .insert(attachments)
      .values({ sheetId, ...file })
      .onConflictDoNothing();
    const held = await tx
      .select({ id: attachments.id, name: attachments.name, size: sql<number>`length(${attachments.content})` })
      .from(attachments)
      .where(eq(attachments.sheetId, sheetId));
    requireRoom(held.map(({ size }) => Number(size)));
    const [row] = await tx
      .select({ id: attachments.id, name: attachments.name, content: attachments.content })
      .from(attachments)
      .where(and(eq(attachments.sheetId, sheetId), eq(attachments.name, file.name)));
    if (row.content !== file.content) throw new NameTakenError(file.name);
    return row;
  });
}

/** Throws {@link TooManyFilesError} where files of these lengths are more than a sheet holds. */
function requireRoom(sizes: readonly number[]): void {
  if (sizes.length > MOST_FILES || sizes.reduce((sum, size) => sum + size, 0) > MOST_FILE_TEXT)
    throw new TooManyFilesError();
}

export async function detach(db: Database, sheetId: string, id: string): Promise<void> {
  await readSheet(db, sheetId);
  const [row] = await db
    .delete(attachments)
    .where(and(eq(attachments.sheetId, sheetId), eq(attachments.id, id)))
    .returning({ name: attachments.name });
  if (!row) throw new NoSuchAttachmentError();
}

export async function readSheet(db: Database, id: string): Promise<SheetRow> {
  const [row] = await db
    .select()
    .from(sheets)
    .where(and(eq(sheets.id, id), isNull(sheets.deletedAt)));
  if (!row) throw new NoSuchSheetError(id);
  return row;
}

export interface NewSheet {
  name: string;
  note: string;
  script: string;
  attachments?: readonly Attached[];
}

/** A sheet and what is attached to it, all of it or nothing. */
export async function createSheet(db: Database, { attachments: files = [], ...sheet }: NewSheet): Promise<SheetRow> {
  requireRoom(files.map(({ content }) => content.length));
  return db.transaction(async (tx) => {
    const [row] = await tx.insert(sheets).values(sheet).returning();
    if (files.length) await tx.insert(attachments).values(files.map((file) => ({ sheetId: row.id, ...file })));
    return row;
  });
}

/** A copy of a sheet with all that is attached to it. */
export async function duplicateSheet(db: Database, id: string): Promise<ListedSheet> {
  return db.transaction(async (tx) => {
    const { name, note, script } = await readSheet(tx, id);
    const files = await readAttachments(tx, id);
    const row = await createSheet(tx, {
      name: `${name.slice(0, 112)} (copy)`,
      note,
      script,
      attachments: files.map((file) => ({ name: file.name, content: file.content })),
    });
    return listed(tx, row);
  });
}

export interface SheetChange {
  name?: string;
  script?: string;
  /** The revision that the change was made to. */
  revision: number;
  /** What this save is called: sent again, because its answer was lost, it is recognised and changes nothing. */
  save?: string;
}

/** Changes a sheet in one statement: either the whole change is there, or nothing. */
export async function changeSheet(db: Database, id: string, change: SheetChange): Promise<ListedSheet> {
  const { revision, save, ...values } = change;
  const [row] = await db
    .update(sheets)
    .set({ ...values, revision: sql`${sheets.revision} + 1`, lastSave: save ?? null, changedAt: new Date() })
    .where(and(eq(sheets.id, id), isNull(sheets.deletedAt), eq(sheets.revision, revision)))
    .returning();
  if (row) return listed(db, row);
  const now = await readSheet(db, id);
  if (save !== undefined && now.lastSave === save && now.revision === revision + 1) return listed(db, now);
  throw new StaleSheetError(now.revision);
}

export async function deleteSheet(db: Database, id: string): Promise<void> {
  const [row] = await db
    .update(sheets)
    .set({ deletedAt: new Date() })
    .where(and(eq(sheets.id, id), isNull(sheets.deletedAt)))
    .returning({ id: sheets.id });
  if (!row) throw new NoSuchSheetError(id);
}

export async function restoreSheet(db: Database, id: string): Promise<ListedSheet> {
  const [row] = await db
    .update(sheets)
    .set({ deletedAt: null })
    .where(and(eq(sheets.id, id), isNotNull(sheets.deletedAt)))
    .returning();
  if (!row) throw new NoSuchSheetError(id);
  return listed(db, row);
}
