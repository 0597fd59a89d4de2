import { answer, readBody } from "@/server/answer";
import { changeBody, identifier } from "@/server/request-bodies";
import { database } from "@/storage/database";
import { changeSheet, deleteSheet, readSheet } from "@/storage/sheets";

interface Context {
  params: Promise<{ id: string }>;
}

const idOf = async ({ params }: Context): Promise<string> => identifier.validate((await params).id);

export function GET(_request: Request, context: Context) {
  return answer(async () => readSheet(await database(), await idOf(context)));
}

export function PATCH(request: Request, context: Context) {
  return answer(async () => {
    const id = await idOf(context);
    return changeSheet(await database(), id, await readBody(request, changeBody));
  });
}

export function DELETE(_request: Request, context: Context) {
  return answer(async () => deleteSheet(await database(), await idOf(context)));
}
