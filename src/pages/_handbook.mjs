import { copyFileSync, mkdirSync, readdirSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";

const SCREENSHOTS = fileURLToPath(new URL("../../docs/screenshots", import.meta.url));
const PICTURES = "handbook/pictures";

/** Puts the handbook's pictures where its pages find them. */
export const handbook = () => ({
  name: "handbook",
  hooks: {
    "astro:build:done": ({ dir }) => {
      const folder = join(fileURLToPath(dir), PICTURES);
      mkdirSync(folder, { recursive: true });
      for (const name of readdirSync(SCREENSHOTS)) copyFileSync(join(SCREENSHOTS, name), join(folder, name));
    },
  },
});

/** Pages of the handbook name each other and their pictures as files, as the source is read; here these are addresses. */
export const linksToPages = () => (tree) => {
  const visit = ({ properties, children = [] }) => {
    for (const name of ["href", "src"]) if (typeof properties?.[name] === "string") properties[name] = addressOf(properties[name]);
    children.forEach(visit);
  };
  visit(tree);
};

const addressOf = (path) =>
  path
    .replace(/^README\.md(?=#|$)/, "/handbook")
    .replace(/^(\w+)\.md(?=#|$)/, "/handbook/$1")
    .replace(/^\.\.\/screenshots\//, `/${PICTURES}/`);
