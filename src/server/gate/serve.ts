import { createServer, type IncomingMessage, type RequestListener, type Server, type ServerResponse } from "node:http";
import type { Socket } from "node:net";
import compression from "compression";
import { RateLimiterMemory, RateLimiterRes } from "rate-limiter-flexible";
import sirv from "sirv";
import { addressOf, type Gate, isLoopback, type Turned, turnedAway } from "./gate";
import { MOST_BEHIND } from "./limits";

/** Holds what one address may ask a second. This machine's own browsers and tools are not held back by what a network must be. */
const LIMITS = { own: 5000, others: 100 };
const OPEN_CONNECTIONS = 500;
/** And from one address: a stranger's half-open ones lock nobody else out. */
const OPEN_FROM_ONE = { own: 400, others: 40 };
const WATCH_MS = 1000;
const TABLES = "/tables/";
/** Says how often the access key may be tried from one address in a minute. */
const KEY_TRIES = 10;

const HEADERS: Readonly<Record<string, string>> = {
  "x-served-by": "yennic",
  "x-content-type-options": "nosniff",
  "x-frame-options": "DENY",
  "referrer-policy": "same-origin",
  "cross-origin-opener-policy": "same-origin",
  "cross-origin-resource-policy": "same-origin",
};
/** Scripts, styles, fonts and pictures: a worker's own script rules what the worker may do. */
const FILE_POLICY = "default-src 'none'; script-src 'self'; connect-src 'self'; worker-src 'self'; frame-ancestors 'none'";

interface Setup {
  readonly gate: Gate;
  /** Folder of the built files, and that of the tables of predictions, which may still be in the making. */
  readonly files: string;
  readonly tables: string;
  /** Pages and endpoints. */
  readonly application: RequestListener;
}

/** The web server: who may come in, how often, then files, then pages and endpoints. */
export function webServer({ gate, files, tables, application }: Setup): Server {
  const isWelcome = limiter();
  // Files were packed with the build; of what is made anew only pages are worth it, and a stream must not be held back.
  const packed = compression({ filter: (_, res) => String(res.getHeader("content-type")).startsWith("text/html") });
  const file = sirv(files, {
    etag: true,
    gzip: true,
    setHeaders: (res: ServerResponse, path: string) => {
      res.setHeader("content-security-policy", FILE_POLICY);
      res.setHeader("cache-control", path.startsWith("/_astro/") ? "public, max-age=31536000, immutable" : "no-cache");
    },
  });
  const table = sirv(tables, { dev: true, etag: true });
  const server = createServer((req, res) => {
    for (const [name, value] of Object.entries(HEADERS)) res.setHeader(name, value);
    isWelcome(req)
      .then((tooMany) => {
        const turned = tooMany ?? turnedAway(gate, req);
        if (turned) turn(res, turned);
        else if (req.url?.startsWith("/api/") || req.method === "POST") application(req, res);
        else if (req.url?.startsWith(TABLES)) {
          req.url = req.url.slice(TABLES.length - 1);
          table(req, res, () => void turn(res, { status: 404, message: "this table is not made yet" }));
        } else
          file(req, res, () => {
            packed(req as never, res as never, () => void application(req, res));
          });
      })
      .catch((error: unknown) => {
        console.error(error);
        turn(res, { status: 500, message: "the server failed; try again" });
      });
  });
  watchStreams(server, gate);
  capEachAddress(server);
  server.maxConnections = OPEN_CONNECTIONS;
  server.headersTimeout = 10_000;
  server.requestTimeout = 60_000;
  server.on("clientError", (_, socket) => {
    if (socket.writable) socket.end("HTTP/1.1 400 Bad Request\r\nconnection: close\r\n\r\n");
  });
  return server;
}

/** A stream ends once its reader is too far behind, or may not be here any more: a renewed key ends those of the old. */
function watchStreams(server: Server, gate: Gate): void {
  const open = new Map<ServerResponse, IncomingMessage>();
  server.on("request", (req: IncomingMessage, res: ServerResponse) => {
    open.set(res, req);
    res.once("close", () => open.delete(res));
  });
  const watch = () => {
    for (const [res, req] of open) if (res.headersSent && (isFarBehind(res) || turnedAway(gate, req) !== undefined)) res.destroy();
  };
  const timer = setInterval(watch, WATCH_MS).unref();
  server.on("close", () => clearInterval(timer));
}

/** A picture or a page takes a slow line as long as it takes: only what has no end must be kept up with. */
const isFarBehind = (res: ServerResponse): boolean =>
  res.writableLength > MOST_BEHIND && String(res.getHeader("content-type")).startsWith("text/event-stream");

function capEachAddress(server: Server): void {
  const open = new Map<string, number>();
  server.on("connection", (socket: Socket) => {
    const address = addressOf(socket.remoteAddress);
    const count = (open.get(address) ?? 0) + 1;
    if (count > (isLoopback(address) ? OPEN_FROM_ONE.own : OPEN_FROM_ONE.others)) {
      socket.destroy();
      return;
    }
    open.set(address, count);
    socket.once("close", () => {
      const left = (open.get(address) ?? 1) - 1;
      if (left > 0) open.set(address, left);
      else open.delete(address);
    });
  });
}

function turn(res: ServerResponse, { status, message, headers }: Turned): void {
  res.writeHead(status, { ...headers, "cache-control": "no-store", ...(message !== "" && { "content-type": "application/json" }) });
  res.end(message === "" ? undefined : JSON.stringify({ error: { message } }));
}

function limiter(): (req: IncomingMessage) => Promise<Turned | undefined> {
  const own = new RateLimiterMemory({ points: LIMITS.own, duration: 1 });
  const others = new RateLimiterMemory({ points: LIMITS.others, duration: 1 });
  const tries = new RateLimiterMemory({ points: KEY_TRIES, duration: 60 });
  return async (req) => {
    const address = addressOf(req.socket.remoteAddress);
    try {
      await (isLoopback(address) ? own : others).consume(address);
      if (req.method === "POST" && req.url?.startsWith("/key")) await tries.consume(address);
      return undefined;
    } catch (error) {
      if (!(error instanceof RateLimiterRes)) throw error;
      const seconds = Math.max(1, Math.ceil(error.msBeforeNext / 1000));
      return { status: 429, message: `too many requests from ${address}; wait ${seconds} s`, headers: { "retry-after": String(seconds) } };
    }
  };
}
