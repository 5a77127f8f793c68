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

const hooks = require("node:async_hooks");
/**
 * What circus keeps of the test that runs, for a worker that runs one at a time. Node's own would follow every promise of the
 * worker, once for each file that was ever run in it: a tenth of the tests' time.
 */
class OneAtATime {
  #store;
  getStore() {
    return this.#store;
  }
  run(store, work) {
    const before = this.#store;
    this.#store = store;
    const back = () => {
      this.#store = before;
    };
    let done;
    try {
      done = work();
    } catch (error) {
      back();
      throw error;
    }
    if (typeof done?.finally === "function") return done.finally(back);
    back();
    return done;
  }
}

/** Circus anew: its state and its listeners are a file's own. */
function freshCircus() {
  delete require.cache[circus];
  delete globalThis[handlers];
  const { AsyncLocalStorage } = hooks;
  hooks.AsyncLocalStorage = OneAtATime;
  try {
    return require(circus);
  } finally {
    hooks.AsyncLocalStorage = AsyncLocalStorage;
  }
}

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
  // Jest asks for a hundred lines of every stack, which every statement pays for: its driver notes where it came from.
  Error.stackTraceLimit = 10;
  const restore = keepGlobals();
  const console = globalThis.console;
  globalThis.console = environment.global.console;
  try {
    const { initialize, runAndTransformResultsToJestFormat } = freshCircus();
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
