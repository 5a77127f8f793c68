// What a tab leaves behind, and who may take it up: the tab itself, or another once it is closed.
import { jest } from "@jest/globals";
import { keep, leftInOthers, tabName, takeLeft } from "./unsent";

function storage(): Storage {
  const kept = new Map<string, string>();
  const methods = {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
    removeItem: (key: string) => void kept.delete(key),
  };
  return new Proxy(methods as unknown as Storage, {
    ownKeys: () => [...kept.keys()],
    getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }),
  });
}

/** The browser's locks, as far as tabs use them: a name is held until its tab is closed. */
function locks() {
  const held = new Set<string>();
  return {
    held,
    manager: {
      request: (name: string, _options: object, work: (lock: object | null) => unknown) => {
        if (held.has(name)) return Promise.resolve(work(null));
        held.add(name);
        return Promise.resolve(work({ name }));
      },
      query: async () => ({ held: [...held].map((name) => ({ name })) }),
    },
  };
}

let last = 0;
const newId = () => `tab${++last}`;
const left = { revision: 3, batches: [{ batch: "b1", edits: [] }] };
let browser: ReturnType<typeof locks>;
beforeEach(() => {
  browser = locks();
  Object.assign(globalThis, { localStorage: storage(), sessionStorage: storage() });
  Object.defineProperty(globalThis, "navigator", { configurable: true, value: { locks: browser.manager } });
});

test("a tab keeps its name over a reload; one that was doubled gets a name of its own", async () => {
  const session = sessionStorage;
  const name = await tabName(newId);
  expect(await tabName(newId)).toBe(name);
  // Closed and opened anew: the same session, its lock free again.
  browser.held.clear();
  Object.assign(globalThis, { sessionStorage: Object.assign(storage(), {}) });
  sessionStorage.setItem("webitor.tab", session.getItem("webitor.tab") ?? "");
  expect(await tabName(newId)).toBe(name);
  // Doubled by the browser: its storage came along while the first still lives.
  Object.assign(globalThis, { sessionStorage: storage() });
  sessionStorage.setItem("webitor.tab", name);
  expect(await tabName(newId)).not.toBe(name);
});

test("what a living tab has not sent is its own; once it is closed another takes it, and takes it once", async () => {
  const name = await tabName(newId);
  keep("wrenfield", "home", name, left);
  expect(await takeLeft("wrenfield", "home", "other")).toEqual([]);
  browser.held.clear();
  expect(await takeLeft("wrenfield", "visit", "other")).toEqual([]);
  expect(await takeLeft("wrenfield", "home", "other")).toMatchObject([left]);
  expect(await takeLeft("wrenfield", "home", "other")).toEqual([]);
});

test("a tab takes up its own after a reload, and nothing is left of what was sent", async () => {
  keep("wrenfield", "home", "mine", left);
  expect(await takeLeft("wrenfield", "home", "mine")).toMatchObject([left]);
  keep("wrenfield", "home", "mine", left);
  keep("wrenfield", "home", "mine", { revision: 4, batches: [] });
  expect(await takeLeft("wrenfield", "home", "mine")).toEqual([]);
});

test("without locks a tab counts as closed once it has long been still", async () => {
  Object.defineProperty(globalThis, "navigator", { configurable: true, value: {} });
  keep("wrenfield", "home", "still", left);
  expect(await takeLeft("wrenfield", "home", "other")).toEqual([]);
  // Clock: it is set ahead of what was kept by it.
  const now = jest.spyOn(Date, "now").mockReturnValue(Date.now() + 700_000);
  expect(await takeLeft("wrenfield", "home", "other")).toMatchObject([left]);
  now.mockRestore();
});

test("a storage that is full or forbidden loses nothing that stands in memory", async () => {
  Object.assign(globalThis, {
    localStorage: {
      setItem: () => {
        throw new Error("full");
      },
    },
  });
  expect(() => keep("wrenfield", "home", "mine", left)).not.toThrow();
  expect(await takeLeft("wrenfield", "home", "mine")).toEqual([]);
});

test("changes that another tab has not kept are told, by the document, and its own are not", () => {
  const edit = { type: "remove", node: "n1" } as const;
  keep("wrenfield", "shared1", "here", { revision: 3, batches: [{ batch: "b1", edits: [edit] }] });
  keep("wrenfield", "shared1", "there", { revision: 3, batches: [{ batch: "b2", edits: [edit, edit] }] });
  keep("oddlane", "shared2", "there", { revision: 3, batches: [{ batch: "b3", edits: [edit] }] });
  expect([...leftInOthers("wrenfield", ["shared1", "shared2"], "here")]).toEqual([["shared1", 2]]);
  expect([...leftInOthers("wrenfield", ["shared1"], "there")]).toEqual([["shared1", 1]]);
  keep("wrenfield", "shared1", "there", { revision: 4, batches: [] });
  expect(leftInOthers("wrenfield", ["shared1"], "here").size).toBe(0);
});
