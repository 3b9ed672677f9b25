import type { IncomingMessage } from "node:http";
import { holdsKey } from "./access-key";

/** A request that does not come in, as it is answered. */
export interface Turned {
  readonly status: number;
  readonly message: string;
  readonly headers?: Readonly<Record<string, string>>;
}

/** Whom a server lets in. */
export interface Gate {
  /** Host names that are ours, in lower case, without a port. */
  readonly hosts: ReadonlySet<string>;
  /** Data folder with the access key. */
  readonly keyIn: string;
  /** The key is asked for on this machine too: the server listens beyond it. */
  readonly always: boolean;
}

/** As much of a request as the gate looks at. */
interface Caller {
  readonly method?: string | undefined;
  readonly url?: string | undefined;
  readonly headers: IncomingMessage["headers"];
  readonly socket: { readonly remoteAddress?: string | undefined };
}

const LOOPBACK = ["localhost", "127.0.0.1", "[::1]"];
export const isLoopback = (host: string): boolean => [...LOOPBACK, "::1"].includes(host);

const METHODS = ["GET", "HEAD", "POST", "OPTIONS"];
const ALLOW = { allow: METHODS.join(", ") };
const MAX_URL = 4000;

/** Pages and files without which nobody could show the key, and the word whether the server is well. */
const OPEN = /^\/(key|shell|sw\.js|mark\.svg|manifest\.webmanifest|api\/health|_astro\/.*)$/;
/** Holds what the framework would answer by itself and this program does not use. */
const UNUSED = /^\/_(?!astro\/)/;

/** Why a request is not let in; `undefined` when it is. */
export function turnedAway({ hosts, keyIn, always }: Gate, request: Caller): Turned | undefined {
  const { method = "", url = "" } = request;
  if (!METHODS.includes(method))
    return { status: 405, message: `${method.slice(0, 20)} is not done here; expected ${METHODS.join(", ")}`, headers: ALLOW };
  if (method === "OPTIONS") return { status: 204, message: "", headers: ALLOW };
  if (url.length > MAX_URL) return { status: 414, message: `the address is ${url.length} characters long; expected at most ${MAX_URL}` };
  const host = hostOf(request.headers.host);
  if (!hosts.has(host)) {
    const named = host.slice(0, 80);
    return { status: 421, message: `“${named}” is not a name of this server; if it should be, name it in YENNIC_HOSTS` };
  }
  const path = url.split("?")[0] ?? "";
  // Whatever is looked at here must be what is answered: no “/_astro/../api” that becomes “/api” further on.
  if (pathOf(url) !== path)
    return {
      status: 400,
      message: `${path.slice(0, 80)} is not how this address is written; expected one path without “..”, “//” or a host`,
    };
  if (UNUSED.test(path)) return { status: 404, message: `there is nothing at ${path.slice(0, 80)}; the pages begin at /jobs` };
  if ((!always && isOwn(request, host)) || OPEN.test(path) || holdsKey(keyIn, request.headers.cookie)) return undefined;
  if (path.startsWith("/api/")) return { status: 401, message: "this browser has not shown the access key: open /key and enter it" };
  return { status: 303, message: "", headers: { location: `/key?to=${encodeURIComponent(url)}` } };
}

/** Headers by which a proxy says that somebody else asks. */
const FORWARDED = /^(forwarded|via|x-real-ip|x-client-ip|true-client-ip|cf-connecting-ip|x-forwarded-.*)$/;

/** Asked on this machine, by its own name, and for nobody else. */
const isOwn = ({ headers, socket }: Caller, host: string): boolean =>
  isLoopback(host) && isLoopback(addressOf(socket.remoteAddress)) && !Object.keys(headers).some((h) => FORWARDED.test(h));

/** An address as it is written elsewhere: IPv4 is not written as IPv6. */
export const addressOf = (address: string | undefined): string => (address ?? "").replace(/^::ffff:/, "");

/** The path that an address comes to; `undefined` where it is none of this server. */
function pathOf(url: string): string | undefined {
  if (!/^\/(?!\/)/.test(url)) return undefined;
  try {
    return new URL(url, "http://localhost").pathname;
  } catch {
    return undefined;
  }
}

/** The host name of a `Host` header without its port, in lower case. */
const hostOf = (header: string | undefined): string => (header ?? "").toLowerCase().replace(/:\d+$/, "").replace(/\.$/, "");

/** Names that are ours: the loopback ones, the one that is listened on, and those in a list with commas. */
export function hostsOf(listening: string, named = ""): ReadonlySet<string> {
  const more = named.split(",").map((n) => n.trim().toLowerCase());
  return new Set([
    ...LOOPBACK,
    ...(["0.0.0.0", "::"].includes(listening) ? [] : [listening.toLowerCase()]),
    ...more.filter((n) => n !== ""),
  ]);
}
