// npm run site: what its commands do, their words and exit codes.
import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import type { Settings } from "@/server/settings";
import { type TestStudio, testStudio } from "@/server/testing/studio.test-kit";
import { runSiteCommand } from "./lib/site-commands";

let studio: TestStudio;
let folder: string;
beforeAll(async () => {
  studio = await testStudio();
  folder = mkdtempSync(join(tmpdir(), "site-cli-"));
});
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await studio.close();
});

interface Told {
  readonly code: number | null;
  readonly said: string;
  readonly wrong: string;
}

/** A command's command, words and exit code. */
async function siteWith(settings: Partial<Settings>, ...args: string[]): Promise<Told> {
  const told = { said: "", wrong: "" };
  const context = { ...studio.context, settings: { ...studio.context.settings, ...settings } };
  const code = await runSiteCommand(context, args, {
    say: (words) => {
      told.said += `${words}\n`;
    },
    complain: (words) => {
      told.wrong += `${words}\n`;
    },
  });
  return { code, ...told };
}
const site = (...args: string[]) => siteWith({}, ...args);

/** The same in a process of its own, as it is used. */
function siteInProcess(...args: string[]): Told {
  const { status, stdout, stderr } = spawnSync(process.execPath, [".webitor/build/tools/site-cli.mjs", ...args], {
    env: {
      ...process.env,
      WEBITOR_DATABASE_URL: studio.context.settings.databaseUrl,
      WEBITOR_SECRET: studio.context.settings.secret,
      WEBITOR_LOG_LEVEL: "silent",
    },
    encoding: "utf8",
  });
  return { code: status, said: stdout, wrong: stderr };
}

test("it is a process with an exit code, whose refusals are no news", () => {
  expect(siteInProcess("list")).toEqual({
    code: 0,
    said: "wrenfield\tWrenfield Clayworks\tnot published\n",
    wrong: "",
  });
  expect(siteInProcess("publish", "nowhere")).toEqual({ code: 1, said: "", wrong: "There is no site “nowhere”.\n" });
});

test("a site goes out, comes in under another key as the same, is published and listed", async () => {
  const first = join(folder, "one.zip");
  const second = join(folder, "two.zip");
  expect(await site("export", "wrenfield", first)).toMatchObject({
    code: 0,
    said: expect.stringContaining("written to"),
  });
  expect((await site("import", first, "--as", "riverside")).said).toBe("riverside: 8 pages, 2 widgets, 9 pictures\n");
  await site("export", "riverside", second);
  const json = (file: string) => strFromU8(unzipSync(readFileSync(file))["site.json"] as Uint8Array);
  expect(json(second).replace('"key": "riverside"', '"key": "wrenfield"')).toBe(json(first));
  expect((await site("publish", "riverside")).said).toContain("riverside: release 1");
  const { said } = await site("list");
  expect(said).toContain("riverside\tWrenfield Clayworks\tlive");
  expect(said).toContain("wrenfield\tWrenfield Clayworks\tnot published");
});

test("the booking part alone replaces a site's; one without is refused", async () => {
  expect((await site("booking", "wrenfield", "demo/oddlane")).said).toBe("wrenfield: 2 services, 3 resources\n");
  expect((await site("booking", "wrenfield", "demo/wrenfield")).said).toBe("wrenfield: 5 services, 12 resources\n");
  expect(await site("booking", "nowhere", "demo/wrenfield")).toMatchObject({
    code: 1,
    wrong: "There is no site “nowhere”.\n",
  });
});

test("what can't be read ends with 1 and names the path; nothing is imported by halves", async () => {
  const good = readFileSync(join(folder, "one.zip"));
  const files = unzipSync(good);
  const broken = JSON.parse(strFromU8(files["site.json"] as Uint8Array));
  broken.key = "half-done";
  broken.booking.resources[0].week[0].to = "08:00";
  const file = join(folder, "broken.zip");
  writeFileSync(file, zipSync({ ...files, "site.json": strToU8(JSON.stringify(broken)) }));
  const refused = await site("import", file);
  expect(refused.code).toBe(1);
  expect(refused.wrong).toMatch(/^booking\.resources\[0\]\.week\[0\]: This ends before it begins/);
  expect((await site("list")).said).not.toContain("half-done");
  expect(await site("export", "half-done", join(folder, "x.zip"))).toMatchObject({ code: 1 });
});

test("a lost password comes back by a link, for whoever runs the server", async () => {
  expect(await site("recover", "ROWAN@m.example")).toMatchObject({
    code: 0,
    said: expect.stringMatching(/\/recover\/[\w-]{40}\n$/),
  });
  expect(await site("recover", "nobody@m.example")).toMatchObject({
    code: 1,
    wrong: expect.stringContaining("Nobody has"),
  });
});

test("every page is measured by the browser of the machine; without one it says so", async () => {
  const told = await site("check", "wrenfield");
  expect(told.wrong).toBe("");
  expect(told.said).toMatch(/^wrenfield: 8 pages at 6 widths, 0 stop a release$/m);
  expect(told.code).toBe(0);
  expect(await siteWith({ browser: "/nowhere/browser" }, "check", "wrenfield")).toMatchObject({
    code: 1,
    wrong: expect.stringContaining("There is no Chromium on this machine"),
  });
});
