import { type ChildProcess, spawn } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ROOT } from "../../paths";

/** The real program on a data folder of its own. */
export class Server {
  private child: ChildProcess | undefined;
  port = 0;

  constructor(readonly data = mkdtempSync(join(tmpdir(), "yennic-e2e-"))) {}

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  async start(...args: string[]): Promise<void> {
    this.port ||= await freePort();
    this.child = spawn(join(ROOT, "yennic"), ["demo", ...args], {
      env: { ...process.env, YENNIC_PORT: String(this.port), YENNIC_DATA: this.data },
      stdio: ["ignore", "ignore", "inherit"],
    });
    for (let i = 0; i < 1200; i++) {
      const ok = await fetch(`${this.url}/api/health`).then(
        (r) => r.ok,
        () => false,
      );
      if (ok) return;
      await new Promise((r) => setTimeout(r, 25));
    }
    throw new Error("the server did not come up");
  }

  /** SIGKILL: no chance to tidy up. */
  async kill(): Promise<void> {
    const child = this.child;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const gone = new Promise((r) => child.once("exit", r));
    child.kill("SIGKILL");
    await gone;
  }

  async remove(): Promise<void> {
    await this.kill();
    rmSync(this.data, { recursive: true, force: true });
  }
}

function freePort(): Promise<number> {
  return new Promise((done) => {
    const server = createServer();
    server.listen(0, "127.0.0.1", () => {
      const address = server.address();
      server.close(() => done(typeof address === "object" && address ? address.port : 0));
    });
  });
}
