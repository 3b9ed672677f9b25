import "astro";

declare module "astro" {
  interface AstroClientDirectives {
    /** Alive once the benches that the page came with are here. */
    "client:shown"?: boolean;
  }
}
