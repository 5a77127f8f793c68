// Who may know whom: docs/architecture.md, "Layers". Types alone may cross from server to studio.
const layer = (name) => `^src/${name}/`;
const tests = "\\.(test|test-kit)\\.tsx?$";

const may = {
  core: ["core"],
  data: ["core", "data"],
  standins: ["core", "standins"],
  server: ["core", "data", "standins", "server"],
  visitor: ["core", "visitor"],
  studio: ["core", "studio"],
  app: ["studio", "server", "app"],
};

const layers = Object.keys(may);

module.exports = {
  forbidden: [
    ...layers.map((name) => ({
      name: `${name}-knows-only-its-own`,
      severity: "error",
      from: { path: layer(name), pathNot: tests },
      to: {
        path: `^src/(${layers.filter((other) => !may[name].includes(other)).join("|")})/`,
        ...(name === "studio" ? { dependencyTypesNot: ["type-only"] } : {}),
      },
    })),
    {
      name: "core-is-pure",
      severity: "error",
      comment: "No React, no Next, no Node in the core; only small pure libraries.",
      from: { path: layer("core"), pathNot: tests },
      to: {
        pathNot: [
          "^src/core/",
          "node_modules/(joi|culori|temporal-polyfill|prosemirror-(model|transform)|ical\\.js|rrule|lru-cache|htmlparser2|minisearch|ibantools|@orama/stemmers)/",
          "node_modules/@types/culori/",
        ],
      },
    },
    {
      name: "visitors-load-no-heavy-libraries",
      severity: "error",
      from: { path: layer("visitor"), pathNot: tests },
      to: { path: "node_modules/(joi|temporal-polyfill|culori|react)/", reachable: true },
    },
    {
      name: "one-way-out",
      severity: "error",
      comment: "Hosts outside are called from server/outside/fetch.ts alone; its connections.test.ts tells the rest.",
      from: { path: "^src/", pathNot: ["^src/server/outside/fetch\\.ts$", tests] },
      to: { path: "^(node:)?(https|http2|tls|dgram|dns)(/promises)?$", dependencyTypesNot: ["type-only"] },
    },
    {
      name: "no-circular",
      severity: "error",
      from: {},
      // Of types, too: who must know whom is read off the imports.
      to: { circular: true },
    },
  ],
  options: {
    tsConfig: { fileName: "tsconfig.json" },
    tsPreCompilationDeps: true,
    doNotFollow: { path: "node_modules" },
    enhancedResolveOptions: {
      exportsFields: ["exports"],
      conditionNames: ["import", "require", "node", "default", "types"],
      extensions: [".ts", ".tsx", ".mjs", ".js", ".css"],
    },
  },
};
