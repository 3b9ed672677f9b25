import { expect, test } from "@playwright/test";
import { v7 } from "uuid";
import { refOf } from "../../src/core/model/machine/revision";
import { ROOT } from "../paths";
import { E27 } from "./support/hidden-fault";
import { Server } from "./support/server";

const server = new Server();
test.beforeAll(() => server.start("--empty"));
test.afterAll(() => server.remove());

const post = (body: BodyInit, headers: Record<string, string> = {}) =>
  fetch(`${server.url}/api/entries`, { method: "POST", body, headers: { "content-type": "application/json", ...headers } });
const opened = () => ({
  id: v7(),
  job: v7(),
  at: new Date().toISOString(),
  by: "T",
  kind: "opened",
  body: { customer: "C", place: "P", liveTests: false },
});
const total = async () => ((await (await fetch(`${server.url}/api/jobs`)).json()) as { total: number }).total;

test("bad input at the border: a clear answer with the field, nothing written, the server still up", async () => {
  const good = opened();
  const cases: [string, Promise<Response>, number, string][] = [
    ["not JSON", post("{"), 400, "not JSON"],
    ["not an object", post("[]"), 400, "expected object"],
    ["no entries", post(JSON.stringify({ entries: [] })), 400, "entries"],
    ["a kind that is none", post(JSON.stringify({ entries: [{ ...good, kind: "No Kind!" }] })), 400, "entries.0.kind"],
    ["a version that is none", post(JSON.stringify({ entries: [{ ...good, version: 0 }] })), 400, "version"],
    ["a field too much", post(JSON.stringify({ entries: [{ ...good, admin: true }] })), 400, "admin"],
    [
      "a field too much in the body",
      post(JSON.stringify({ entries: [{ ...good, body: { ...good.body, colour: "blue" } }] })),
      400,
      "colour",
    ],
    ["bad id", post(JSON.stringify({ entries: [{ ...good, id: "1" }] })), 400, "entries.0.id"],
    [
      "bad body",
      post(JSON.stringify({ entries: [{ ...opened(), kind: "reading", body: { between: ["H1", "H2"], unit: "ohm", value: -1 } }] })),
      400,
      "entries.0.body.value",
    ],
    ["unknown job", post(JSON.stringify({ entries: [{ ...opened(), kind: "energised", body: {} }] })), 404, "first entry must be of kind"],
    ["5 MB", post(JSON.stringify({ entries: ["x".repeat(5_000_000)] })), 413, "larger than 1 MB"],
    ["not typed as JSON", post("entries", { "content-type": "application/xml" }), 415, "expected application/json"],
    ["another site", post(JSON.stringify({ entries: [good] }), { origin: "http://elsewhere.example" }), 403, "elsewhere.example"],
    ["unknown stage", fetch(`${server.url}/api/jobs?stage=napping`), 400, "expected one of intake"],
    ["bad page", fetch(`${server.url}/api/jobs?page=-1`), 400, "a page number from 1"],
    ["unknown job by id", fetch(`${server.url}/api/jobs/${v7()}`), 404, "there is no job"],
    [
      "unknown revision",
      fetch(`${server.url}/api/machines/orrinshaw-e27/0123456789abcdef`),
      404,
      "there is no machine orrinshaw-e27 in revision",
    ],
    ["bad revision", fetch(`${server.url}/api/machines/orrinshaw-e27/latest`), 404, "there is no machine"],
    ["bad job id", fetch(`${server.url}/api/jobs/..%2f..%2fetc`), 404, ""],
  ];
  for (const [name, request, status, words] of cases) {
    const response = await request;
    const text = await response.text();
    expect([name, response.status]).toEqual([name, status]);
    expect(text, name).toContain(words);
    expect(text).not.toMatch(/node_modules|at .*\.(ts|mjs):/);
  }
  expect(await total()).toBe(0);
  expect((await post(JSON.stringify({ entries: [good] }), { origin: server.url })).status).toBe(200);
  expect(await total()).toBe(1);
});

test("the sheet of a revision is had by its name, and saved permanently", async () => {
  const ref = refOf(E27);
  const response = await fetch(`${server.url}/api/machines/${ref.id}/${ref.revision}`);
  expect(response.status).toBe(200);
  expect(((await response.json()) as { machine: unknown }).machine).toEqual(JSON.parse(JSON.stringify(E27)));
});

test("a page that is not there says so, and pages carry a strict policy", async ({ page }) => {
  const missing = await page.goto(`${server.url}/jobs/${v7()}`);
  expect(missing?.status()).toBe(404);
  await expect(page.getByRole("heading")).toContainText("No job");
  expect((await page.goto(`${server.url}/nowhere`))?.status()).toBe(404);
  expect((await page.goto(`${server.url}/jobs?stage=napping`))?.status()).toBe(400);
  const policy = (await page.goto(`${server.url}/jobs`))?.headers()["content-security-policy"] ?? "";
  expect(policy).toContain("default-src 'none'");
  expect(policy).not.toContain("unsafe");
});

test("what is typed is shown as text, never run", async ({ page }) => {
  const entry = {
    ...opened(),
    body: {
      customer: "<img src=x onerror=document.title='bad'>",
      place: "</script><script>document.title='bad'</script>",
      liveTests: false,
    },
  };
  expect((await post(JSON.stringify({ entries: [entry] }))).status).toBe(200);
  for (const path of ["/jobs", `/jobs/${entry.job}`]) {
    await page.goto(server.url + path);
    await expect(page.getByText("</script>").first()).toBeVisible();
    expect(await page.title()).not.toBe("bad");
  }
});

test("a second server on the same data folder says so and leaves", async () => {
  const second = new Server(server.data);
  const { spawnSync } = await import("node:child_process");
  const { resolve } = await import("node:path");
  const { status, stderr } = spawnSync(resolve(ROOT, "yennic"), ["demo"], {
    encoding: "utf8",
    env: { ...process.env, YENNIC_DATA: second.data, YENNIC_PORT: String(server.port + 1) },
  });
  expect(status).toBe(2);
  expect(stderr).toContain("is in use by process");
});
