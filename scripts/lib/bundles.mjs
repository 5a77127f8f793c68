// What esbuild bundles from a tree: the process, the visitors' scripts, and what reads files apart.
import { existsSync, readdirSync } from "node:fs";
import { join } from "node:path";

const build = ".webitor/build";

/** For Node.js; its packages stay where they are. */
export const forNode = [
  "--bundle",
  "--platform=node",
  "--format=esm",
  "--target=node20",
  "--packages=external",
  "--log-level=warning",
];

/** The process. */
export const esbuildMain = () => ["src/main.ts", ...forNode, `--outfile=${build}/main.mjs`];

/** What runs beside the process and ends: migrations, the demo's data, `npm run site`. */
export const esbuildTools = () => [
  ...["migrate", "demo-data", "site-cli"].map((tool) => `scripts/${tool}.ts`),
  ...forNode,
  "--splitting",
  `--outdir=${build}/tools`,
  "--out-extension:.js=.mjs",
];

const kindsWith = (root, file) =>
  readdirSync(join(root, "src/visitor"))
    .map((name) => `src/visitor/${name}/${file}`)
    .filter((path) => existsSync(join(root, path)));

/** Visitors' scripts: the loader and one for each kind of widget, named by their content; what they share is a chunk. */
export const esbuildVisitor = (root) => [
  ...kindsWith(root, "main.ts"),
  "--bundle",
  "--minify",
  "--splitting",
  "--format=esm",
  "--target=es2022",
  "--legal-comments=none",
  "--outbase=src/visitor",
  "--entry-names=[dir]-[hash]",
  "--chunk-names=shared-[hash]",
  `--outdir=${build}/visitor`,
  `--metafile=${build}/visitor.json`,
  "--log-level=warning",
];

/** Scripts of pages of sites built elsewhere, one a kind: whole, since modules of another site are not theirs to load. */
export const esbuildElsewhere = (root) => [
  ...kindsWith(root, "elsewhere.ts"),
  "--bundle",
  "--minify",
  "--format=iife",
  "--target=es2022",
  "--legal-comments=none",
  "--outbase=src/visitor",
  "--entry-names=[dir]",
  `--outdir=${build}/elsewhere`,
  "--log-level=warning",
];

/** What measures pages in a browser. */
export const esbuildCheck = () => [
  "src/studio/check/measure/main.ts",
  "--bundle",
  "--minify",
  "--format=iife",
  "--target=es2022",
  "--legal-comments=none",
  `--outfile=${build}/check.js`,
  "--log-level=warning",
];

/** The process beside, for what takes long. */
export const esbuildBackground = () => [
  "src/server/background/process.ts",
  ...forNode,
  `--outfile=${build}/background.mjs`,
];

/** With its packages in it and each task apart: a thread reads this anew for every file, and many files are slow to find. */
export const esbuildSandbox = () => [
  "src/server/sandbox/worker.ts",
  "--bundle",
  "--minify",
  "--splitting",
  "--platform=node",
  "--format=esm",
  "--target=node20",
  "--external:sharp",
  // What some packages ask for as CommonJS.
  "--banner:js=import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);",
  "--legal-comments=none",
  `--outdir=${build}/sandbox`,
  "--out-extension:.js=.mjs",
  "--log-level=warning",
];
