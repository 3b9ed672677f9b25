import { createHash } from "node:crypto";
import type { MiddlewareHandler } from "astro";
import { errorJson } from "./server/gate/http";

/**
 * Own-origin check for every state-changing request, at every name that the gate lets in, and the security headers.
 * Inline scripts and styles that the framework writes into a page are allowed by their hashes, nothing else inline is.
 */
export const onRequest: MiddlewareHandler = async ({ request, isPrerendered }, next) => {
  if (!["GET", "HEAD", "OPTIONS"].includes(request.method)) {
    const origin = request.headers.get("origin");
    const site = request.headers.get("sec-fetch-site");
    const foreign =
      origin !== null
        ? URL.parse(origin)?.host !== request.headers.get("host")
        : site !== null && site !== "same-origin" && site !== "none";
    if (foreign) return errorJson(403, `a request from ${origin ?? site} may not change anything here`, "origin");
  }
  const response = await next();
  const type = response.headers.get("content-type") ?? "";
  if (!type.includes("text/html") || isPrerendered || process.env.NODE_ENV === "development") return response;
  const html = await response.text();
  const headers = new Headers(response.headers);
  headers.set("content-security-policy", policyFor(html));
  headers.set("cache-control", "no-store");
  headers.delete("content-length");
  return new Response(html, { status: response.status, headers });
};

/** A style element without anything of ours in it, which the chart library (apexcharts 4.7.0) puts into each chart for a legend. */
const LEGEND_STYLE = "'sha256-aSysLrDECVdJ6L+jLf8CC5QKLmwRuk/OZiZk9mYky8A='";

function policyFor(html: string): string {
  const scripts = hashes(html, /<script(?![^>]*\bsrc=)[^>]*>([\s\S]*?)<\/script>/g);
  const styles = hashes(html, /<style[^>]*>([\s\S]*?)<\/style>/g);
  return [
    "default-src 'none'",
    `script-src 'self' ${scripts}`,
    `style-src 'self' ${LEGEND_STYLE} ${styles}`,
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "manifest-src 'self'",
    "form-action 'self'",
    "base-uri 'none'",
    "frame-ancestors 'none'",
  ].join("; ");
}

const hashes = (html: string, pattern: RegExp): string =>
  [
    ...new Set(
      [...html.matchAll(pattern)].map(
        (m) =>
          `'sha256-${createHash("sha256")
            .update(m[1] ?? "")
            .digest("base64")}'`,
      ),
    ),
  ].join(" ");
