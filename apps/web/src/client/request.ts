/** Asks the server; throws an error with a sentence for the user when it refuses or does not answer. */
export async function request<T>(method: string, path: string, body?: unknown): Promise<T> {
  let response: Response;
  try {
    response = await fetch(path, {
      method,
      headers: body === undefined ? undefined : { "content-type": "application/json" },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
  } catch {
    throw new Error("the server does not answer; nothing was changed");
  }
  const answer = response.status === 204 ? undefined : await response.json();
  if (!response.ok) throw new Error(answer.error);
  return answer;
}
