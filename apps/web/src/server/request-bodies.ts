import { array, number, object, string } from "yup";

/** A script may be no longer than this many characters. */
export const MOST_SCRIPT = 1_000_000;
/** An attached file may be no longer than this many characters. */
export const MOST_ATTACHED = 16_000_000;
/** A request's body may be no longer than this many bytes. */
export const MOST_BODY = 4_200_000;
/** That of a request which carries attached files. */
export const MOST_BODY_WITH_FILES = 68_000_000;

const name = string().trim().min(1).max(120);
const note = string().trim().max(200);
const script = string().max(MOST_SCRIPT);
const unknown = ({ unknown: names }: { unknown?: string }) => `no field "${names}" is known here`;

export const attachmentBody = object({
  name: string()
    .trim()
    .min(1)
    .max(120)
    .matches(/^[^"\n/\\]*$/, "an attachment's name holds no quotation marks or slashes")
    .required(),
  content: string().max(MOST_ATTACHED).required(),
})
  .noUnknown(true, unknown)
  .strict();

export const newSheetBody = object({
  name: name.required(),
  note: note.default(""),
  script: script.defined(),
  attachments: array()
    .of(attachmentBody)
    .max(40)
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
  revision: number().integer().min(1).required(),
})
  .noUnknown(true, unknown)
  .strict()
  .test(
    "something",
    "expected a name or a script to change",
    (value) => value.name !== undefined || value.script !== undefined,
  );

export const sheetId = string().uuid().required();
