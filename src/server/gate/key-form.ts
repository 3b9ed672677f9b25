import { readLimited } from "./http";

/** The form holds a key, and nothing else. */
const MOST_BYTES = 4000;

/** The key that a form was sent with. Throws {@link HttpError} 413 where it is far more than a key. */
export async function keyGiven(request: Request): Promise<string | undefined> {
  const body = new TextDecoder().decode(await readLimited(request, MOST_BYTES, "send the key alone"));
  return new URLSearchParams(body).get("key") ?? undefined;
}

const HERE = "http://here.invalid";

/** Where to go once the door is open: an address of this server, never another's, however it is written. */
export function withinThisServer(wanted: string | null): string {
  const url = URL.parse(wanted ?? "/jobs", HERE);
  return url?.origin === HERE ? `${url.pathname}${url.search}` : "/jobs";
}

/** True where the browser speaks TLS, to this server or to a proxy before it. */
export const isOverTls = ({ url, headers }: Request): boolean =>
  [new URL(url).protocol, `${headers.get("x-forwarded-proto") ?? ""}:`, URL.parse(headers.get("origin") ?? "")?.protocol].includes(
    "https:",
  );
