import path from "node:path";
import { PGlite } from "@electric-sql/pglite";
import { drizzle } from "drizzle-orm/pglite";
import { migrate } from "drizzle-orm/pglite/migrator";
import type { Database } from "../src/storage/schema";
import * as schema from "../src/storage/schema";
import {
  attach,
  changeSheet,
  createSheet,
  deleteSheet,
  detach,
  duplicateSheet,
  listSheets,
  MOST_FILES,
  NameTakenError,
  NoSuchAttachmentError,
  NoSuchSheetError,
  readAttachments,
  restoreSheet,
  StaleSheetError,
  TooManyFilesError,
} from "../src/storage/sheets";

let client: PGlite;
let db: Database;
beforeAll(async () => {
  client = new PGlite();
  db = drizzle(client, { schema });
  await migrate(db, { migrationsFolder: path.join(__dirname, "../drizzle") });
});
afterAll(() => client.close());

const files = [
  { name: "shore.csv", content: "1,2" },
  { name: "..", content: "dots" },
];
const sheetWith = (attachments = files) => createSheet(db, { name: "A", note: "", script: "a = 1", attachments });
const save = () => crypto.randomUUID();

test("the same save sent again is recognised; another one at the same revision is a conflict", async () => {
  const { id } = await sheetWith();
  const change = { script: "a = 2", revision: 1, save: save() };
  const first = await changeSheet(db, id, change);
  const again = await changeSheet(db, id, change);
  expect([first.revision, again.revision, again.script]).toEqual([2, 2, "a = 2"]);
  await expect(changeSheet(db, id, { ...change, save: save() })).rejects.toThrow(StaleSheetError);
  // Once somebody else has changed it, the old save is out of date, too.
  await changeSheet(db, id, { script: "a = 3", revision: 2, save: save() });
  await expect(changeSheet(db, id, change)).rejects.toThrow(StaleSheetError);
});

test("renaming, duplicating, deleting and restoring keep what is attached, and say how much", async () => {
  const { id } = await sheetWith();
  expect((await changeSheet(db, id, { name: "B", revision: 1 })).attached).toBe(2);
  const copy = await duplicateSheet(db, id);
  expect(copy).toMatchObject({ name: "B (copy)", attached: 2 });
  const contents = async (of: string) => (await readAttachments(db, of)).map(({ content }) => content).sort();
  expect(await contents(copy.id)).toEqual(await contents(id));
  await deleteSheet(db, id);
  expect((await listSheets(db)).some((sheet) => sheet.id === id)).toBe(false);
  await expect(readAttachments(db, id)).rejects.toThrow(NoSuchSheetError);
  expect((await restoreSheet(db, id)).attached).toBe(2);
});

test("a file is addressed by its identifier, whatever it is called", async () => {
  const { id } = await sheetWith();
  const [dots, shore] = await readAttachments(db, id);
  expect([dots.name, shore.name]).toEqual(["..", "shore.csv"]);
  await detach(db, id, dots.id);
  await expect(detach(db, id, dots.id)).rejects.toThrow(NoSuchAttachmentError);
  expect((await readAttachments(db, id)).map(({ name }) => name)).toEqual(["shore.csv"]);
  // That of another sheet is none of this one.
  const other = await sheetWith();
  await expect(detach(db, other.id, shore.id)).rejects.toThrow(NoSuchAttachmentError);
});

test("a file never changes, the same again is no error, and a sheet has one limit however files come", async () => {
  const { id } = await sheetWith([]);
  const first = await attach(db, id, files[0]);
  expect(await attach(db, id, files[0])).toEqual(first);
  await expect(attach(db, id, { ...files[0], content: "other" })).rejects.toThrow(NameTakenError);
  const many = Array.from({ length: MOST_FILES }, (_, i) => ({ name: `f${i}`, content: "x" }));
  for (const file of many.slice(1)) await attach(db, id, file);
  await expect(attach(db, id, { name: "one more", content: "x" })).rejects.toThrow(TooManyFilesError);
  expect(await readAttachments(db, id)).toHaveLength(MOST_FILES);
  await expect(sheetWith([...many, { name: "one more", content: "x" }])).rejects.toThrow(TooManyFilesError);
});
