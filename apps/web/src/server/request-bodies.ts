import { unsavableIn } from "@vertexon/notation";
import { array, number, object, string } from "yup";
import { MOST_FILES } from "../storage/sheets";

/** A script may be no longer than this many characters. */
const MOST_SCRIPT = 1_000_000;
/** An attached file may be no longer than this many characters. */
const MOST_ATTACHED = 16_000_000;
/** A request's body may be no longer than this many bytes. */
export const MOST_BODY = 4_200_000;
/** That of a request which carries attached files. */
export const MOST_BODY_WITH_FILES = 68_000_000;

/** Text that can be kept: without U+0000 and halves of surrogate pairs. */
const text = () =>
  string().test(
    "savable",
    ({ path }) => `${path} holds a character that cannot be saved`,
    (value) => {
      return value === undefined || unsavableIn(value).length === 0;
    },
  );

const name = text().trim().min(1).max(120);
const note = text().trim().max(200);
const script = text().max(MOST_SCRIPT);
const unknown = ({ unknown: names }: { unknown?: string }) => `no field "${names}" is known here`;

export const attachmentBody = object({
  name: text()
    .trim()
    .min(1)
    .max(120)
    .matches(/^[^"/\\\p{Cc}]*$/u, "an attachment's name holds no quotation marks, slashes or control characters")
    .matches(/[^.]/, "an attachment's name is more than dots")
    .required(),
  content: text().max(MOST_ATTACHED).required(),
})
  .noUnknown(true, unknown)
  .strict();

export const newSheetBody = object({
  name: name.required(),
  note: note.default(""),
  script: script.defined(),
  attachments: array()
    .of(attachmentBody)
    .max(MOST_FILES)
    .test(
      "names",
      "two attachments have one name",
      (files = []) => new Set(files.map((file) => file.name)).size === files.length,
    ),
})
  .noUnknown(true, unknown)
  .strict();

export const changeBody = object({
  name: name.optional(),
  script: script.optional(),
  revision: number().integer().min(1).max(2_147_483_646).required(),
  save: string().uuid(),
})
  .noUnknown(true, unknown)
  .strict()
  .test(
    "something",
    "expected a name or a script to change",
    (value) => value.name !== undefined || value.script !== undefined,
  );

/** The identifier of a sheet or an attachment. */
export const identifier = string().uuid().required();
