// Every way in which a site's content comes, by everyone: what asks for more than making sites is not live by another door.

import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { and, eq } from "drizzle-orm";
import type { Role } from "@/core/account/rights";
import { newWholePage } from "@/core/wholepage/wholepage";
import { findSite } from "@/data/site/queries";
import { widgets } from "@/data/widget/tables";
import { runSiteCommand } from "../../../scripts/lib/site-commands";
import type { OperationName } from "../operations";
import { Problem } from "../problem";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { tally } from "../testing/tally.test-kit";
import { exportSite, importSite } from "./file";

let studio: TestStudio;
let folder: string;
let file: Uint8Array;
const counter = { ...newWholePage, script: "document.title = 'counted'" };

/** What somebody's command came to: done, or the status of its refusal. */
const outcome = (command: Promise<unknown>): Promise<"done" | number> =>
  command.then(
    () => "done" as const,
    (error: unknown) => (error instanceof Problem ? error.status : Promise.reject(error)),
  );
const as = (role: Role, name: OperationName, input: object) => studio.as(role, name, input as never) as Promise<never>;

/** The code for whole pages that a site has: whether it is on; null for none. */
async function codeOn(site: string): Promise<boolean | null> {
  const row = await findSite(studio.context.db, site);
  const [code] = row
    ? await studio.context.db
        .select({ settings: widgets.settings })
        .from(widgets)
        .where(and(eq(widgets.siteId, row.id), eq(widgets.kind, "wholepage")))
    : [];
  return code ? (code.settings as { enabled: boolean }).enabled : null;
}

/** Puts code on every page of a site, as an owner does. */
async function putCode(site: string): Promise<{ id: string; revision: number }> {
  const { id } = (await as("owner", "widgets.add", { site, kind: "wholepage", name: "Counter" })) as { id: string };
  await as("owner", "widgets.save", { site, widget: id, name: "Counter", settings: counter, revision: 0 });
  return { id, revision: 1 };
}

async function publish(site: string): Promise<string> {
  const { release } = (await as("owner", "publish.start", { site })) as { release: string };
  await studio.work();
  return release;
}

beforeAll(async () => {
  studio = await testStudio();
  folder = mkdtempSync(join(tmpdir(), "allowed-"));
  // Without pictures: making their forms is no part of this.
  const settings = { language: "en", zone: "Europe/Paris", currency: "EUR", description: "", mailFrom: "a@b.example" };
  await as("owner", "sites.create", { key: "plain", name: "Plain", starter: "workshop", settings });
  await as("owner", "sites.copy", { site: "plain", key: "with-code", name: "With code" });
  await putCode("with-code");
  file = await exportSite(studio.context, (await findSite(studio.context.db, "with-code")) as never);
  writeFileSync(join(folder, "site.zip"), file);
});
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await studio.close();
});

let nth = 0;
const freshKey = () => `brought-${++nth}`;

/** The ways in, each as somebody goes it: what it came to, and the site that has it now. */
const ways: Readonly<Record<string, (role: Role) => Promise<{ came: "done" | number; site: string }>>> = {
  "a new widget": async (role) => {
    const site = freshKey();
    await as("owner", "sites.copy", { site: "plain", key: site, name: site });
    return { came: await outcome(as(role, "widgets.add", { site, kind: "wholepage", name: "Mine" })), site };
  },
  "one switched on again": async (role) => {
    const site = freshKey();
    await as("owner", "sites.copy", { site: "plain", key: site, name: site });
    const { id, revision } = await putCode(site);
    const save = { site, widget: id, name: "Counter", settings: { ...counter, enabled: false }, revision };
    await as("owner", "widgets.save", save);
    const on = { ...save, settings: counter, revision: revision + 1 };
    return { came: await outcome(as(role, "widgets.save", on)), site };
  },
  "a copy of a site": async (role) => {
    const site = freshKey();
    return { came: await outcome(as(role, "sites.copy", { site: "with-code", key: site, name: site })), site };
  },
  "a site file": async (role) => {
    const site = freshKey();
    // Its route asks first who makes sites at all.
    if (role === "editor") return { came: 403, site };
    const by = { account: role, role };
    return { came: await outcome(importSite(studio.context, "marrowfield", file, { key: site, by })), site };
  },
  "a site file from the command line, in somebody’s name": async (role) => {
    const site = freshKey();
    const mail = { owner: "rowan@m.example", designer: "ines@m.example", editor: "maren@m.example" }[role];
    const args = ["import", join(folder, "site.zip"), "--as", site, "--by", mail];
    const code = await runSiteCommand(studio.context, args, { say: () => {}, complain: () => {} });
    return { came: code === 0 ? "done" : 403, site };
  },
  "a change taken back": async (role) => {
    const site = freshKey();
    await as("owner", "sites.copy", { site: "with-code", key: site, name: site });
    await publish(site);
    const row = await findSite(studio.context.db, site);
    const [code] = await studio.context.db
      .select({ id: widgets.id })
      .from(widgets)
      .where(and(eq(widgets.siteId, row?.id ?? ""), eq(widgets.kind, "wholepage")));
    await as("owner", "widgets.remove", { site, widget: code?.id ?? "" });
    return { came: await outcome(as(role, "publish.takeBack", { site, of: "widget", id: code?.id ?? "" })), site };
  },
  "blocks that name it, from the clipboard": async (role) => {
    const site = freshKey();
    await as("owner", "sites.copy", { site: "plain", key: site, name: site });
    const nodes = [{ id: "carried1", kind: "widget", content: { widget: "counter", as: "flow", text: "" }, look: {} }];
    await outcome(as(role, "shelf.carry", { site, from: "with-code", nodes }));
    return { came: 403, site };
  },
};

describe.each(Object.keys(ways))("%s", (way) => {
  test.each(["owner", "designer", "editor"] as const)("brought by the %s", async (role) => {
    tally("ways in");
    const { came, site } = (await ways[way]?.(role)) ?? { came: 0, site: "" };
    // Done with the code asleep, or refused; only an owner has it live.
    if (role === "owner" && came === "done") expect(await codeOn(site)).toBe(true);
    else expect(await codeOn(site)).not.toBe(true);
    if (role === "editor") expect(came).toBe(403);
  });
});

test("what came switched off is told by its name, and the rest came as it was", async () => {
  const by = { account: "designer", role: "designer" as const };
  const { site, held } = await importSite(studio.context, "marrowfield", file, { key: freshKey(), by });
  expect(held).toEqual(["Counter"]);
  expect(
    site.widgets.map(({ settings }) => (settings as { enabled: boolean }).enabled).filter((on) => !on),
  ).toHaveLength(1);
  expect(await as("designer", "sites.copy", { site: "with-code", key: freshKey(), name: "x" })).toMatchObject({
    held: ["Counter"],
  });
});

test("an earlier release with code that is not live now is an owner’s to go back to; one without is a designer’s", async () => {
  const site = freshKey();
  await as("owner", "sites.copy", { site: "plain", key: site, name: site });
  const plain = await publish(site);
  const { id } = await putCode(site);
  const coded = await publish(site);
  const back = (role: Role, release: string) => outcome(as(role, "publish.goBack", { site, release }));
  expect(await back("designer", plain)).toBe("done");
  expect(await back("designer", coded)).toBe(403);
  expect(await back("owner", coded)).toBe("done");
  // The same code in both: nothing comes that was not there.
  await as("designer", "widgets.add", { site, kind: "popup", name: "News" });
  const later = await publish(site);
  expect(await back("designer", coded)).toBe("done");
  expect(await back("designer", later)).toBe("done");
  await expect(as("designer", "widgets.remove", { site, widget: id })).rejects.toMatchObject({ status: 403 });
});
