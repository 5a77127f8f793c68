// What an echo goes through, from a new widget to a visitor's answer, in a tree that has the kind. Run by echo.test.ts.
import assert from "node:assert/strict";
import { eq, isNotNull } from "drizzle-orm";
import { type PageNode, withFreshIds } from "@/core/page/node";
import { readSiteFile } from "@/core/site/read";
import type { PageData } from "@/core/widget/released";
import { jobs } from "@/data/job/tables";
import { releaseFiles } from "@/data/release/tables";
import { findSite } from "@/data/site/queries";
import { publicApi } from "@/server/booking/api.test-kit";
import { releasedBytes } from "@/server/bytes/released";
import { openApi } from "@/server/edge/endpoints";
import { exportSite, importSite } from "@/server/site/file";
import { loadSite } from "@/server/site/whole";
import { type TestStudio, testStudio } from "@/server/testing/studio.test-kit";

const site = "wrenfield";

async function place(studio: TestStudio, widget: string) {
  const { documents } = (await studio.as("designer", "pages.open", { site, page: "home" })) as {
    documents: { kind: string; body: PageNode; revision: number }[];
  };
  const home = documents.find(({ kind }) => kind === "page");
  assert(home);
  const block = { id: "x", kind: "widget", content: { widget, as: "flow", text: "" }, look: { base: {} } } as const;
  await studio.as("designer", "pages.edit", {
    site,
    document: "home",
    batch: "place-echo",
    base: home.revision,
    edits: [
      {
        type: "insert",
        parent: home.body.children?.[0]?.id ?? "",
        index: 0,
        node: withFreshIds(block, () => "echo-spot"),
      },
    ],
  });
}

async function released(studio: TestStudio): Promise<string> {
  const row = await findSite(studio.context.db, site);
  const files = await studio.context.db
    .select({ path: releaseFiles.path, blob: releaseFiles.blob, packed: releaseFiles.packed })
    .from(releaseFiles)
    .where(eq(releaseFiles.releaseId, row?.liveReleaseId ?? ""));
  const home = files.find(({ path }) => path === "/");
  return (home && (await releasedBytes(studio.context.bytes, home)))?.toString() ?? "";
}

const studio = await testStudio();
try {
  const { context } = studio;
  const { id } = (await studio.as("designer", "widgets.add", { site, kind: "echo", name: "Echo" })) as { id: string };
  const { settings } = (await studio.as("designer", "widgets.read", { site, widget: id })) as { settings: object };
  assert.equal((settings as { text: string }).text, "Hello from Wrenfield Clayworks");
  await assert.rejects(
    studio.as("designer", "widgets.save", {
      site,
      widget: id,
      name: "Echo",
      revision: 0,
      settings: { ...settings, text: "" },
    }),
    (error: { fields?: { path: string }[] }) => error.fields?.[0]?.path === "settings.text",
  );

  await place(studio, id);
  await studio.as("owner", "publish.start", { site, leaveOut: [] });
  await studio.work();
  const failed = await context.db.select({ error: jobs.error }).from(jobs).where(isNotNull(jobs.error));
  assert.deepEqual(failed, []);
  const html = await released(studio);
  assert.match(html, new RegExp(`<p class="w-echo[^>]*data-w="${id}">Hello from Wrenfield Clayworks</p>`));
  const data = JSON.parse(/id="widgets">(.*?)<\/script>/.exec(html)?.[1] ?? "{}") as PageData;
  assert.deepEqual(data.widgets.find((one) => one.id === id)?.form, { text: "Hello from Wrenfield Clayworks" });
  assert.match(data.scripts.echo ?? "", /^\.\/echo-\w+\.js$/);

  const api = publicApi(context);
  assert((openApi.paths as Record<string, unknown>)["/echoes"]);
  const said = await api.call("POST", "/echoes", { body: { said: "Hello yourself", email: "nuala@post.example" } });
  assert.equal(said.status, 202);
  const wrong = await api.call("POST", "/echoes", { body: { said: "", email: "nuala@post.example" } });
  assert.equal(wrong.status, 422);
  await studio.work();
  const echoes = (await studio.as("designer", "desk.echoes", { site })) as { said: string }[];
  assert.deepEqual(
    echoes.map((echo) => echo.said),
    ["Hello yourself"],
  );
  const results = (await studio.as("designer", "widgets.results", { site, widget: id, days: 7 })) as {
    series: { said: number[] };
  };
  assert.equal(results.series.said.at(-1), 1);
  const erased = await studio.as("designer", "desk.erase", { site, email: "nuala@post.example" });
  assert.equal((erased as { echoes: number }).echoes, 1);

  const row = await findSite(context.db, site);
  assert(row);
  const whole = { ...(await loadSite(context.db, row)), echo: { before: "> " as const } };
  const faulty = readSiteFile(JSON.stringify({ ...whole, echo: { before: "?" } }));
  assert.equal(faulty.ok ? "" : faulty.faults[0]?.path, "echo.before");
  const files = new Map<string, Uint8Array>();
  files.set(
    "site.json",
    new TextEncoder().encode(
      JSON.stringify({
        ...whole,
        key: "echoing",
        media: [],
        pages: whole.pages.map((page) => ({ ...page, body: { ...page.body, children: [] } })),
        header: { ...whole.header, children: [] },
        footer: { ...whole.footer, children: [] },
        widgets: whole.widgets.filter(({ kind }) => kind === "echo"),
        settings: { ...whole.settings, favicon: undefined, sharing: undefined },
      }),
    ),
  );
  await importSite(context, studio.studioId, files);
  const other = await findSite(context.db, "echoing");
  assert(other);
  assert.deepEqual((await loadSite(context.db, other)).echo, { before: "> " });
  assert((await exportSite(context, other)).length > 100);
  console.log("echoed");
} finally {
  await studio.close();
}
