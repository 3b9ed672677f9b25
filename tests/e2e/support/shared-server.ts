import { rmSync } from "node:fs";
import { test } from "@playwright/test";
import { Server } from "./server";

type Filled = "empty" | "demo";

const shared = new Map<Filled, { readonly server: Server; up?: Promise<void> }>();

/** One server a worker, for tests that each have a job of their own on it. Who ends the server, or counts what it has, starts one instead. */
export function sharedServer(filled: Filled = "empty"): Server {
  const one = shared.get(filled) ?? { server: endedWithWorker() };
  shared.set(filled, one);
  test.beforeAll(() => {
    one.up ??= one.server.start(...(filled === "empty" ? ["--empty"] : []));
    return one.up;
  });
  return one.server;
}

function endedWithWorker(): Server {
  const server = new Server();
  process.once("exit", () => {
    void server.kill();
    rmSync(server.data, { recursive: true, force: true });
  });
  return server;
}
