import { rmSync } from "node:fs";
import { test } from "@playwright/test";
import { Server } from "./server";

let shared: Server | undefined;
let up: Promise<void> | undefined;

/** One server a worker, for tests that each have a job of their own on it. Who ends the server, or counts what it has, starts one instead. */
export function sharedServer(): Server {
  shared ??= endedWithWorker();
  const server = shared;
  test.beforeAll(() => {
    up ??= server.start("--empty");
    return up;
  });
  return server;
}

function endedWithWorker(): Server {
  const server = new Server();
  process.once("exit", () => {
    void server.kill();
    rmSync(server.data, { recursive: true, force: true });
  });
  return server;
}
