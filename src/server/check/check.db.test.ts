// What measuring found is kept for the state a page is in, stops a release where it breaks the page, and is asked for by hashes.
import type { LayoutFinding } from "@/core/check/layout";
import { findSite } from "@/data/site/queries";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { layoutStates, measuredPages } from "./states";

let studio: TestStudio;
const site = "wrenfield";
beforeAll(async () => {
  studio = await testStudio();
});
afterAll(() => studio.close());

const row = async () => {
  const found = await findSite(studio.context.db, site);
  if (!found) throw new Error("gone");
  return found;
};
const states = async () =>
  new Map((await layoutStates(studio.context.db, await row())).map(({ page, state }) => [page, state]));
const open = async (page: string, document = page) => {
  const { documents } = (await studio.as("designer", "pages.open", { site, page })) as {
    documents: readonly { id: string; revision: number; body: { id: string; children: { id: string }[] } }[];
  };
  const found = documents.find(({ id }) => id === document);
  if (!found) throw new Error("gone");
  return found;
};
let batch = 0;
const rename = async (page: string, document = page) => {
  const { revision, body } = await open(page, document);
  await studio.as("designer", "pages.edit", {
    site,
    document,
    batch: `check${++batch}`,
    base: revision,
    edits: [{ type: "setContent", node: body.children[0]?.id ?? "", field: "name", value: `Name ${batch}` }],
  });
};
const sideways: LayoutFinding = {
  code: "layout.sideways",
  node: "w1",
  region: "main",
  widths: [320, 390],
  values: { px: 40, block: "Prices" },
};
const keep = async (page: string, findings: readonly LayoutFinding[]) =>
  studio.as("editor", "checks.keep", { site, page, state: (await states()).get(page) ?? "", findings } as never);
const found = async (page: string) =>
  (await measuredPages(studio.context.db, await row())).find((one) => one.page === page)?.findings;

test("an edit changes the state of its page alone; one of the header that of all pages it stands on", async () => {
  const before = await states();
  await rename("visit");
  const after = await states();
  expect([...after].filter(([page, state]) => before.get(page) !== state).map(([page]) => page)).toEqual(["visit"]);
  await rename("visit", "header");
  const last = await states();
  const changed = [...last].filter(([page, state]) => after.get(page) !== state).map(([page]) => page);
  expect(changed).toContain("home");
  // It has a header of its own.
  expect(changed).not.toContain("thanks");
});

test("what was found holds as long as the page is as it was", async () => {
  expect(await found("home")).toBeNull();
  await keep("home", [sideways]);
  expect(await found("home")).toEqual([sideways]);
  await rename("home");
  expect(await found("home")).toBeNull();
});

test("a finding that breaks a page stops its release, unless the page is left out", async () => {
  await keep("home", []);
  await studio.as("designer", "publish.start", { site } as never);
  await studio.work();
  await rename("home");
  await keep("home", [sideways]);
  const { findings, unmeasured } = (await studio.as("designer", "publish.changes", { site })) as {
    findings: readonly { weight: string; document: string }[];
    unmeasured: number;
  };
  expect(findings.filter(({ weight }) => weight === "stops")).toMatchObject([{ document: "home" }]);
  expect(unmeasured).toBeGreaterThan(0);
  await expect(studio.as("designer", "publish.start", { site } as never)).rejects.toMatchObject({
    status: 422,
    code: "stopped",
  });
  await rename("visit");
  await studio.as("designer", "publish.start", { site, leaveOut: [{ of: "page", id: "home" }] } as never);
  await studio.work();
  await keep("home", [{ ...sideways, code: "layout.longLine" }]);
  await studio.as("designer", "publish.start", { site } as never);
  await studio.work();
});

test("what was measured in a state that is over by now is not kept", async () => {
  const before = (await states()).get("visit") ?? "";
  await rename("visit");
  const late = { site, page: "visit", state: before, findings: [sideways] };
  expect(await studio.as("editor", "checks.keep", late as never)).toEqual({ kept: false });
  expect(await found("visit")).toBeNull();
  await expect(studio.as("editor", "checks.keep", { ...late, page: "nowhere" } as never)).rejects.toMatchObject({
    status: 404,
  });
});

test("strangers keep nothing, and a page’s state is a hash", async () => {
  await expect(
    studio.as("stranger", "checks.keep", { site, page: "home", state: "0".repeat(64), findings: [] } as never),
  ).rejects.toMatchObject({ status: 404 });
  await expect(
    studio.as("editor", "checks.keep", { site, page: "home", state: "newest", findings: [] } as never),
  ).rejects.toMatchObject({ status: 422 });
});

test("the list of sites counts what was found last; a page that is gone counts no more", async () => {
  const counted = async () =>
    ((await studio.as("designer", "sites.list", {})) as { key: string; findings: number }[]).find(
      ({ key }) => key === site,
    )?.findings ?? 0;
  await keep("kiln-hire", []);
  await keep("classes", []);
  const before = await counted();
  await keep("kiln-hire", [sideways]);
  await keep("classes", [sideways, { ...sideways, node: "w2" }]);
  expect(await counted()).toBe(before + 3);
  await keep("classes", [sideways]);
  expect(await counted()).toBe(before + 2);
  await studio.as("designer", "pages.remove", { site, page: "classes" });
  expect(await counted()).toBe(before + 1);
});
