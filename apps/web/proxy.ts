import { type NextRequest, NextResponse } from "next/server";
import { foreignRequest } from "@/server/foreign-request";

/** Requests of other sites, and under other names than ours, are refused before anything looks at them. */
export function proxy(request: NextRequest): NextResponse {
  const problem = foreignRequest(request.headers, process.env.VERTEXON_HOST);
  return problem ? NextResponse.json({ error: problem }, { status: 403 }) : NextResponse.next();
}
