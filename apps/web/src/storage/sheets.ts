import { and, desc, eq, isNotNull, isNull, sql } from "drizzle-orm";
import { type Database, sheets } from "./schema";

export type SheetRow = typeof sheets.$inferSelect;

/** The change was made to a copy that is not the newest. */
export class StaleSheetError extends Error {
  override readonly name = "StaleSheetError";
  constructor(readonly revision: number) {
    super(`this sheet was changed elsewhere in the meantime (it is at revision ${revision} now): load it again first`);
  }
}

export class NoSuchSheetError extends Error {
  override readonly name = "NoSuchSheetError";
  constructor(id: string) {
    super(`there is no sheet ${id}`);
  }
}

/** All sheets that are not deleted, the last changed first. */
export function listSheets(db: Database): Promise<SheetRow[]> {
  return db.select().from(sheets).where(isNull(sheets.deletedAt)).orderBy(desc(sheets.changedAt), sheets.name);
}

export async function readSheet(db: Database, id: string): Promise<SheetRow> {
  const [row] = await db
    .select()
    .from(sheets)
    .where(and(eq(sheets.id, id), isNull(sheets.deletedAt)));
  if (!row) throw new NoSuchSheetError(id);
  return row;
}

export async function createSheet(
  db: Database,
  sheet: { name: string; note: string; script: string },
): Promise<SheetRow> {
  const [row] = await db.insert(sheets).values(sheet).returning();
  return row;
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
