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
  constructor(name: string) {
    super(`nothing called "${name}" is attached to this sheet`);
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

/** All sheets that are not deleted, the last changed first, each with how many files are attached to it. */
export async function listSheets(db: Database): Promise<(SheetRow & { attached: number })[]> {
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

/** What is attached to a sheet, by name. */
export async function readAttachments(db: Database, sheetId: string): Promise<Attached[]> {
  await readSheet(db, sheetId);
  return db
    .select({ name: attachments.name, content: attachments.content })
    .from(attachments)
    .where(eq(attachments.sheetId, sheetId))
    .orderBy(asc(attachments.name));
}

/** Attaches a file to a sheet; once there, it stays as it is. The same again is no error. */
export async function attach(db: Database, sheetId: string, file: Attached): Promise<Attached> {
  await readSheet(db, sheetId);
  await db
    .insert(attachments)
    .values({ sheetId, ...file })
    .onConflictDoNothing();
  const [row] = await db
    .select()
    .from(attachments)
    .where(and(eq(attachments.sheetId, sheetId), eq(attachments.name, file.name)));
  if (row.content !== file.content) throw new NameTakenError(file.name);
  return file;
}

export async function detach(db: Database, sheetId: string, name: string): Promise<void> {
  await readSheet(db, sheetId);
  const [row] = await db
    .delete(attachments)
    .where(and(eq(attachments.sheetId, sheetId), eq(attachments.name, name)))
    .returning({ name: attachments.name });
  if (!row) throw new NoSuchAttachmentError(name);
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
  return db.transaction(async (tx) => {
    const [row] = await tx.insert(sheets).values(sheet).returning();
    if (files.length) await tx.insert(attachments).values(files.map((file) => ({ sheetId: row.id, ...file })));
    return row;
  });
}

export interface SheetChange {
  name?: string;
  script?: string;
  /** The revision that the change was made to. */
  revision: number;
}

/** Changes a sheet in one statement: either the whole change is there, or nothing. */
export async function changeSheet(db: Database, id: string, change: SheetChange): Promise<SheetRow> {
  const { revision, ...values } = change;
  const [row] = await db
    .update(sheets)
    .set({ ...values, revision: sql`${sheets.revision} + 1`, changedAt: new Date() })
    .where(and(eq(sheets.id, id), isNull(sheets.deletedAt), eq(sheets.revision, revision)))
    .returning();
  if (row) return row;
  throw new StaleSheetError((await readSheet(db, id)).revision);
}

export async function deleteSheet(db: Database, id: string): Promise<void> {
  const [row] = await db
    .update(sheets)
    .set({ deletedAt: new Date() })
    .where(and(eq(sheets.id, id), isNull(sheets.deletedAt)))
    .returning({ id: sheets.id });
  if (!row) throw new NoSuchSheetError(id);
}

export async function restoreSheet(db: Database, id: string): Promise<SheetRow> {
  const [row] = await db
    .update(sheets)
    .set({ deletedAt: null })
    .where(and(eq(sheets.id, id), isNotNull(sheets.deletedAt)))
    .returning();
  if (!row) throw new NoSuchSheetError(id);
  return row;
}
