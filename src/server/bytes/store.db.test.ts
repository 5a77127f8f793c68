// Both stores tell the same story, whatever stands behind them.
import { mkdtempSync, readdirSync, rmSync, utimesSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { eq } from "drizzle-orm";
import { storedBytes } from "@/data/bytes/tables";
import { type Context, sha256 } from "../context";
import { testContext } from "../testing/studio.test-kit";
import { databaseStore } from "./database";
import { folderStore } from "./folder";
import type { ByteStore } from "./store";

let context: Context;
let drop: () => Promise<void>;
const folder = mkdtempSync(join(tmpdir(), "webitor-bytes-"));
beforeAll(async () => {
  ({ context, drop } = await testContext());
});
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await drop();
});

const long = new Date("2020-01-01T00:00:00Z");
const kinds: readonly (readonly [string, () => ByteStore, (key: string) => unknown])[] = [
  [
    "database",
    () => databaseStore(context.db),
    (key) => context.db.update(storedBytes).set({ putAt: long }).where(eq(storedBytes.key, key)),
  ],
  ["folder", () => folderStore(folder), (key) => utimesSync(join(folder, key.slice(0, 2), key), long, long)],
];

describe.each(kinds)("bytes in the %s", (_name, make, putLongAgo) => {
  const key = (text: string) => sha256(text);
  const bytes = (text: string) => Buffer.from(text);

  test("are got as they were put, and nothing else is there", async () => {
    const store = make();
    await store.put(key("glaze"), bytes("glaze"));
    await store.put(`${key("glaze")}.br`, bytes("packed"));
    expect((await store.get(key("glaze")))?.toString()).toBe("glaze");
    expect((await store.get(`${key("glaze")}.br`))?.toString()).toBe("packed");
    expect(await store.get(key("slip"))).toBeNull();
    expect(await store.touch([key("glaze"), key("slip")])).toEqual(new Set([key("glaze")]));
  });

  test("many at once are as many one by one, also where two put the same", async () => {
    const store = make();
    const many = new Map(
      Array.from({ length: 30 }, (_, nth) => [key(`many ${nth}`), Buffer.alloc(400_000, nth)] as const),
    );
    await store.put(key("many 3"), many.get(key("many 3")) as Buffer);
    await Promise.all([store.putAll(many), store.putAll(new Map([...many].reverse())), store.putAll(new Map())]);
    for (const [one, whole] of many) expect((await store.get(one))?.equals(whole)).toBe(true);
  });

  test("are there once, whoever puts them at the same time", async () => {
    const store = make();
    const large = Buffer.alloc(300_000, "x");
    await Promise.all(Array.from({ length: 12 }, () => store.put(key("large"), large)));
    expect((await store.get(key("large")))?.equals(large)).toBe(true);
  });

  test("go when nobody has put them for long, and not when somebody did just now", async () => {
    const store = make();
    for (const text of ["old", "older", "new"]) await store.put(key(text), bytes(text));
    await putLongAgo(key("old"));
    await putLongAgo(key("older"));
    const before = new Date("2021-01-01T00:00:00Z");
    const due = [key("old"), key("older")].sort();
    expect(await store.putBefore(before, "", 10)).toEqual(due);
    expect(await store.putBefore(before, "", 1)).toEqual(due.slice(0, 1));
    expect(await store.putBefore(before, due[0] ?? "", 10)).toEqual(due.slice(1));
    // Put again between the look and the removal.
    await store.put(key("old"), bytes("old"));
    await store.remove(due, before);
    expect((await store.get(key("old")))?.toString()).toBe("old");
    expect(await store.get(key("older"))).toBeNull();
    expect((await store.get(key("new")))?.toString()).toBe("new");
  });
});

test("a folder takes no key that is no hash, and leaves no half files behind", async () => {
  const store = folderStore(folder);
  for (const key of ["../secret", "a", `${sha256("x")}.exe`, ""])
    await expect(store.put(key, Buffer.from("x"))).rejects.toThrow("No key of bytes");
  const files = readdirSync(folder, { recursive: true, encoding: "utf8" });
  expect(files.filter((file) => file.endsWith(".part"))).toEqual([]);
});
