import { integer, pgTable, primaryKey, text, timestamp, uuid } from "drizzle-orm/pg-core";
import type { PgliteDatabase } from "drizzle-orm/pglite";

/** A sheet is a name and a script; everything else is computed from the script. */
export const sheets = pgTable("sheets", {
  id: uuid("id").primaryKey().defaultRandom(),
  name: text("name").notNull(),
  /** What the sheet belongs to, in a few words. */
  note: text("note").notNull().default(""),
  script: text("script").notNull(),
  /** Counts changes, so that a stale copy cannot overwrite a newer one unseen. */
  revision: integer("revision").notNull().default(1),
  /** What the save that led to this revision called itself, so that the same save sent again is recognised. */
  lastSave: uuid("last_save"),
  createdAt: timestamp("created_at", { withTimezone: true }).notNull().defaultNow(),
  changedAt: timestamp("changed_at", { withTimezone: true }).notNull().defaultNow(),
  /** Deleted sheets stay until they are restored or the data folder is removed. */
  deletedAt: timestamp("deleted_at", { withTimezone: true }),
});

/** Bulk data that belongs to a sheet: named by its script, never changed, so that undoing an edit finds it again. */
export const attachments = pgTable(
  "attachments",
  {
    sheetId: uuid("sheet_id")
      .notNull()
      .references(() => sheets.id, { onDelete: "cascade" }),
    /** How it is addressed; its name is for the script. */
    id: uuid("id").notNull().unique().defaultRandom(),
    name: text("name").notNull(),
    content: text("content").notNull(),
  },
  (table) => [primaryKey({ columns: [table.sheetId, table.name] })],
);

export type Database = PgliteDatabase<{ sheets: typeof sheets; attachments: typeof attachments }>;
