// Jest's testRunner: runs a bundled test file (`bundle.mjs`) with Jest's own circus, in the worker's realm and not in a
// virtual machine of the file's own. Modules are so read once a worker; what a file did to the globals is undone after it.
import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import { pathToFileURL } from "node:url";
import fc from "fast-check";
import { outOf } from "./bundle.mjs";

const require = createRequire(import.meta.url);
const circus = join(dirname(require.resolve("jest-circus/runner")), "jestAdapterInit.js");

// What properties try is the same in every run of a commit; where one fails, seed and smallest case are told.
fc.configureGlobal({ seed: Number(process.env.WEBITOR_SEED ?? 1) });

const handlers = Symbol.for("EVENT_HANDLERS");

/** Undoes what is done from now on to globals and the environment. */
function keepGlobals() {
  const before = Object.getOwnPropertyDescriptors(globalThis);
  const env = { ...process.env };
  return () => {
    for (const key of Object.keys(Object.getOwnPropertyDescriptors(globalThis)))
      if (!Object.hasOwn(before, key)) delete globalThis[key];
    for (const [key, was] of Object.entries(before)) {
      const now = Object.getOwnPropertyDescriptor(globalThis, key);
      if (now?.value !== was.value || now?.get !== was.get) Object.defineProperty(globalThis, key, was);
    }
    for (const key of Object.keys(process.env)) if (!Object.hasOwn(env, key)) delete process.env[key];
    Object.assign(process.env, env);
  };
}

export default async function runTestFile(globalConfig, config, environment, runtime, testPath, sendMessageToJest) {
  // Jest asks for a hundred lines of every stack, which whatever makes many errors pays for.
  Error.stackTraceLimit = 25;
  const restore = keepGlobals();
  const console = globalThis.console;
  globalThis.console = environment.global.console;
  try {
    // Its state and its listeners are a file's own.
    delete require.cache[circus];
    delete globalThis[handlers];
    const { initialize, runAndTransformResultsToJestFormat } = require(circus);
    await initialize({
      ...{ config, globalConfig, runtime, sendMessageToJest, testPath, localRequire: require },
      environment: { global: globalThis },
      parentProcess: process,
      setGlobalsForRuntime: () => {},
    });
    await import(pathToFileURL(outOf(testPath)).href);
    const now = Date.now();
    return await runAndTransformResultsToJestFormat({
      ...{ config, globalConfig, testPath },
      setupAfterEnvPerfStats: { setupAfterEnvStart: now, setupAfterEnvEnd: now },
    });
  } finally {
    globalThis.console = console;
    restore();
  }
}
