/**
 * Why a request is not answered: its Host or Origin is none of ours; null for one that is. Ours are the loopback names, at
 * any port, and the configured host. A page of another site can reach a server on this computer, and a name of another
 * site can be made to lead here; both show in these headers.
 */
export function foreignRequest(headers: Pick<Headers, "get">, configured?: string): string | null {
  const host = headers.get("host");
  if (!isOurs(host, configured)) return `this server does not answer as "${host ?? ""}"`;
  const origin = headers.get("origin");
  if (origin === null) return null;
  const from = hostOf(origin);
  return from !== null && from === host ? null : `this server does not answer requests from "${origin}"`;
}

function isOurs(host: string | null, configured: string | undefined): boolean {
  if (!host) return false;
  if (configured && host.toLowerCase() === configured.toLowerCase()) return true;
  return /^(?:localhost|127\.0\.0\.1|\[::1\])(?::\d{1,5})?$/i.test(host);
}

function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host;
  } catch {
    return null;
  }
}
