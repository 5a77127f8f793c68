// A large site's heavy commands are done by a background process: the same answers, the same refusals, also when it dies.
import { existsSync, readdirSync, readFileSync } from "node:fs";
import { setImmediate } from "node:timers/promises";
import { and, eq } from "drizzle-orm";
import { documents } from "@/data/page/tables";
import { releaseFiles } from "@/data/release/tables";
import { findSite } from "@/data/site/queries";
import { largeSite } from "../../../tests/bench/sample";
import { storeNewSite } from "../site/file";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { inBackground, start } from "./background";

let studio: TestStudio;
beforeAll(async () => {
  studio = await testStudio();
  const site = { ...largeSite("many-pages", 60), widgets: [], media: [] };
  await storeNewSite(studio.context, studio.studioId, site, new Map());
});
afterAll(() => studio.close());

/** What the system says of a process (proc_pid_stat(5)), from its state on. */
const statOf = (pid: number | string): readonly string[] => {
  const text = readFileSync(`/proc/${pid}/stat`, "utf8");
  return text.slice(text.lastIndexOf(")") + 2).split(" ");
};

/** Background processes that this one has started. */
const children = (): readonly number[] =>
  readdirSync("/proc").flatMap((name) => {
    try {
      const ours = /^\d+$/.test(name) && Number(statOf(name)[1]) === process.pid;
      return ours && readFileSync(`/proc/${name}/cmdline`, "utf8").includes("background.mjs") ? [Number(name)] : [];
    } catch {
      // Ended meanwhile.
      return [];
    }
  });

test("a release of many pages is begun and put together in the background, and is whole", async () => {
  const started = (await studio.as("designer", "publish.start", { site: "many-pages", leaveOut: [] })) as {
    job: string;
    release: string;
  };
  await studio.work();
  expect(await studio.as("designer", "jobs.read", { site: "many-pages", job: started.job })).toMatchObject({
    state: "done",
    done: 61,
    total: 61,
  });
  const pages = await studio.context.db
    .select({ path: releaseFiles.path })
    .from(releaseFiles)
    .where(and(eq(releaseFiles.releaseId, started.release), eq(releaseFiles.type, "text/html; charset=utf-8")));
  // Sixty, and the one for what is not there.
  expect(pages).toHaveLength(61);
  expect((await findSite(studio.context.db, "many-pages"))?.liveReleaseId).toBe(started.release);
  expect(children().length).toBeGreaterThan(0);
});

test("where it may, it takes only what others leave: it is of the idle class before it does anything", async () => {
  const child = await start(".webitor/build/background.mjs", "idle");
  const { pid = 0 } = child;
  // The program that sets the class becomes the process.
  while (!readFileSync(`/proc/${pid}/cmdline`, "utf8").startsWith(process.execPath)) await setImmediate();
  expect(statOf(pid)[38]).toBe(existsSync("/usr/bin/chrt") ? "5" : "0");
  child.kill("SIGKILL");
});

test("where it is to have a low share it makes itself a nice one, and where it is to have its share it does not", async () => {
  const [low, equal] = [
    await start(".webitor/build/background.mjs", "low"),
    await start(".webitor/build/background.mjs", "equal"),
  ];
  // Which of the two is ready first does not matter: what is asked of the other is asked once it has answered.
  const ready = new Promise((resolve) => equal.once("message", resolve));
  equal.send({ id: 1, settings: studio.context.settings, task: "release", given: { release: "none" } });
  while (statOf(low.pid ?? 0)[16] !== "19") await setImmediate();
  await ready;
  expect(statOf(equal.pid ?? 0)[16]).toBe("0");
  for (const one of [low, equal]) one.kill("SIGKILL");
});

test("what changed is told, and what is refused is refused with the same words", async () => {
  await studio.context.db.update(documents).set({ title: "Another title" }).where(eq(documents.id, "page7"));
  const changes = (await studio.as("editor", "publish.changes", { site: "many-pages" })) as { changes: unknown[] };
  expect(changes.changes).toHaveLength(1);
  await expect(studio.as("editor", "publish.start", { site: "many-pages", leaveOut: [] })).rejects.toMatchObject({
    status: 403,
  });
  await expect(studio.as("stranger", "publish.changes", { site: "many-pages" })).rejects.toMatchObject({ status: 404 });
  await expect(studio.as("owner", "publish.look", { site: "many-pages", release: "none" })).rejects.toMatchObject({
    status: 404,
    fields: [{ path: "request", message: expect.stringContaining("not here") }],
  });
  await expect(
    studio.as("owner", "publish.start", { site: "many-pages", leaveOut: [{ of: "tune", id: "x" }] } as never),
  ).rejects.toMatchObject({ status: 422 });
});

test("who waits for a process that is killed hears of it, and the next command is done by another", async () => {
  const { release } = (await studio.as("owner", "publish.start", { site: "many-pages", leaveOut: [] })) as {
    release: string;
  };
  const before = children();
  const waits = inBackground(studio.context, "release", { release }, async () => {
    for (const pid of children()) process.kill(pid, "SIGKILL");
  });
  await expect(waits).rejects.toThrow("before its end");
  // The one for operations was killed too, and this process may not know of it yet.
  expect(await studio.as("owner", "publish.changes", { site: "many-pages" })).toMatchObject({ changes: [{}] });
  expect(children().some((pid) => before.includes(pid))).toBe(false);
  await studio.work();
  expect((await findSite(studio.context.db, "many-pages"))?.liveReleaseId).toBe(release);
});

test("a release whose job another process has taken is not gone on with", async () => {
  // It stands in the navigation, so that every page is to be rendered.
  await studio.context.db.update(documents).set({ title: "In the navigation" }).where(eq(documents.id, "page2"));
  const { release } = (await studio.as("owner", "publish.start", { site: "many-pages", leaveOut: [] })) as {
    release: string;
  };
  const taken = inBackground(studio.context, "release", { release }, () =>
    Promise.reject(new Error("taken by another")),
  );
  await expect(taken).rejects.toThrow("taken by another");
  await studio.work();
  expect((await findSite(studio.context.db, "many-pages"))?.liveReleaseId).toBe(release);
});
