import { NextResponse } from "next/server";
import { type Schema, ValidationError } from "yup";
import { FolderInUseError } from "../storage/lock";
import { NameTakenError, NoSuchAttachmentError, NoSuchSheetError, StaleSheetError } from "../storage/sheets";
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
    if (problem === 500) console.error(error);
    const message = problem === 500 ? "the server could not do this; its log says why" : (error as Error).message;
    return NextResponse.json({ error: message }, { status: problem });
  }
}

function statusOf(error: unknown): number {
  if (error instanceof RequestError) return error.status;
  if (error instanceof ValidationError) return 400;
  if (error instanceof NoSuchSheetError || error instanceof NoSuchAttachmentError) return 404;
  if (error instanceof StaleSheetError || error instanceof NameTakenError) return 409;
  if (error instanceof FolderInUseError) return 503;
  return 500;
}

/** Reads and checks a JSON body. Stops reading at the limit, whatever length was announced. */
export async function readBody<T>(request: Request, schema: Schema<T>, most = MOST_BODY): Promise<T> {
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
