import node from "@astrojs/node";
import react from "@astrojs/react";
import { defineConfig, passthroughImageService } from "astro/config";
import { packedFiles } from "./cli/pack-files.mjs";
import { handbook, linksToPages } from "./src/pages/_handbook.mjs";
import { serviceWorker } from "./src/service-worker/integration.mjs";

/** `client:shown`: alive once the benches that the page came with are here. */
const whenShown = {
  name: "when-shown",
  hooks: {
    "astro:config:setup": ({ addClientDirective }) =>
      addClientDirective({ name: "shown", entrypoint: "./src/islands/frame/when-shown.ts" }),
  },
};

export default defineConfig({
  output: "server",
  adapter: node({ mode: "middleware" }),
  integrations: [react(), whenShown, handbook(), serviceWorker(), packedFiles()],
  image: { service: passthroughImageService() },
  markdown: { rehypePlugins: [linksToPages], syntaxHighlight: false },
  redirects: { "/reckon": "/calculators" },
  telemetry: false,
  devToolbar: { enabled: false },
  security: { checkOrigin: false, allowedDomains: [{ hostname: "127.0.0.1" }, { hostname: "localhost" }] },
  build: { inlineStylesheets: "never" },
  vite: {
    worker: { format: "es" },
    build: {
      target: "es2022",
      rollupOptions: {
        // Files of a few hundred bytes cost a phone a request each.
        output: { experimentalMinChunkSize: 12_000 },
        onwarn(warning, warn) {
          // Zod 4 carries annotations that rollup does not know; they are harmless.
          if (warning.code !== "INVALID_ANNOTATION") warn(warning);
        },
      },
    },
  },
});
