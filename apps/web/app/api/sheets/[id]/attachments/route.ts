import { answer, readBody } from "@/server/answer";
import { attachmentBody, identifier, MOST_BODY_WITH_FILES } from "@/server/request-bodies";
import { database } from "@/storage/database";
import { attach, readAttachments } from "@/storage/sheets";

interface Context {
  params: Promise<{ id: string }>;
}

const idOf = async ({ params }: Context): Promise<string> => identifier.validate((await params).id);

export function GET(_request: Request, context: Context) {
  return answer(async () => readAttachments(await database(), await idOf(context)));
}

export function POST(request: Request, context: Context) {
  return answer(async () => {
    const id = await idOf(context);
    return attach(await database(), id, await readBody(request, attachmentBody, MOST_BODY_WITH_FILES));
  }, 201);
}
