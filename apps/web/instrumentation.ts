/** Opens the database when the server starts, so that a folder in use is said at once and the first page is quick. */
export async function register() {
  if (process.env.NEXT_RUNTIME === "nodejs") await (await import("./src/server/start")).start();
}
