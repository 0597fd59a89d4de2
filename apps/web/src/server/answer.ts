import { NextResponse } from "next/server";
import { type Schema, ValidationError } from "yup";
import { FolderInUseError } from "../storage/lock";
import {
  NameTakenError,
  NoSuchAttachmentError,
  NoSuchSheetError,
  StaleSheetError,
  TooManyFilesError,
} from "../storage/sheets";
import { MOST_BODY } from "./request-bodies";

/** A request that cannot be answered, with its HTTP status. */
class RequestError extends Error {
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message);
  }
}

/** Runs a handler and answers with what it returns as JSON; what it throws becomes `{ error }` with a fitting status. */
export async function answer(run: () => Promise<unknown>, status = 200): Promise<NextResponse> {
  try {
    const value = await run();
    return value === undefined ? new NextResponse(null, { status: 204 }) : NextResponse.json(value, { status });
  } catch (error) {
    const problem = statusOf(error);
    if (problem === 500) log(error);
    const message = problem === 500 ? "the server could not do this; its log says where" : (error as Error).message;
    return NextResponse.json({ error: message }, { status: problem });
  }
}

/** Where it failed, and nothing of what was asked or kept: messages of the database hold both. */
function log(error: unknown): void {
  const { name = "Error", stack = "" } = error instanceof Error ? error : {};
  const places = stack.split("\n").filter((line) => line.startsWith("    at "));
  console.error(`Vertexon: ${name}\n${places.slice(0, 12).join("\n")}`);
}

function statusOf(error: unknown): number {
  if (error instanceof RequestError) return error.status;
  if (error instanceof ValidationError) return 400;
  if (error instanceof NoSuchSheetError || error instanceof NoSuchAttachmentError) return 404;
  if (error instanceof StaleSheetError || error instanceof NameTakenError) return 409;
  if (error instanceof TooManyFilesError) return 413;
  if (error instanceof FolderInUseError) return 503;
  return 500;
}

/** Reads and checks a JSON body. Stops reading at the limit, whatever length was announced. */
export async function readBody<T>(request: Request, schema: Schema<T>, most = MOST_BODY): Promise<T> {
  if (!/^application\/json\b/i.test(request.headers.get("content-type") ?? ""))
    throw new RequestError(415, 'the body must be JSON, and say so: "content-type: application/json"');
  const text = await limitedText(request, most);
  let body: unknown;
  try {
    body = JSON.parse(text);
  } catch (error) {
    throw new RequestError(400, `the body is not JSON: ${(error as Error).message}`);
  }
  if (typeof body !== "object" || body === null || Array.isArray(body))
    throw new RequestError(400, "the body must be a JSON object");
  return schema.validate(body, { abortEarly: true });
}

async function limitedText(request: Request, most: number): Promise<string> {
  if (!request.body) throw new RequestError(400, "the body is missing");
  const reader = request.body.getReader();
  const chunks: Uint8Array[] = [];
  let size = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    size += value.length;
    if (size > most) {
      await reader.cancel();
      throw new RequestError(413, `the body is larger than ${most} bytes`);
    }
    chunks.push(value);
  }
  return Buffer.concat(chunks).toString("utf8");
}
