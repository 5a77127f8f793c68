// The outbox page by page.
import { nanoid } from "nanoid";
import { mails } from "@/data/mail/tables";
import { findSite } from "@/data/site/queries";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";

let studio: TestStudio;
const site = "wrenfield";
beforeAll(async () => {
  studio = await testStudio();
});
afterAll(() => studio.close());

interface Page {
  readonly rows: readonly { readonly id: string; readonly subject: string; readonly createdAt: string }[];
  readonly more: string | null;
}

async function write(count: number, siteId: string) {
  const now = studio.context.now().getTime();
  await studio.context.db.insert(mails).values(
    Array.from({ length: count }, (_, nth) => ({
      id: nanoid(16),
      siteId,
      sender: "hello@wrenfield.example",
      recipient: "nuala@post.example",
      subject: `Letter ${nth}`,
      text: "",
      html: "",
      withdrawUrl: "",
      calendar: null,
      state: "outbox" as const,
      // Many of one moment: a reminder to everybody is written at once.
      createdAt: new Date(now + Math.floor(nth / 50) * 1000),
    })),
  );
}

test("every letter is on one page and no letter on two, also of those written in one moment and while others come", async () => {
  const siteId = (await findSite(studio.context.db, site))?.id ?? "";
  await write(170, siteId);
  const seen: Page["rows"][number][] = [];
  for (let before: string | null = null; ; ) {
    const page = (await studio.as("owner", "mail.list", { site, before })) as Page;
    seen.push(...page.rows);
    // What is written meanwhile stands before the first page.
    if (before === null) await write(3, siteId);
    before = page.more;
    if (before === null) break;
  }
  expect(new Set(seen.map(({ id }) => id)).size).toBe(seen.length);
  expect(seen).toHaveLength(170 + 3);
  const times = seen.map(({ createdAt }) => createdAt);
  expect(times).toEqual([...times].sort().reverse());
});

test("the place in another site's list is none in this one's", async () => {
  await studio.as("stranger", "sites.create", {
    key: "elsewhere",
    name: "Elsewhere",
    starter: "workshop",
    settings: { language: "en", zone: "Europe/Paris", currency: "EUR", description: "", mailFrom: "a@b.example" },
  });
  await write(2, (await findSite(studio.context.db, "elsewhere"))?.id ?? "");
  expect(((await studio.as("stranger", "mail.list", { site: "elsewhere", before: null })) as Page).rows).toHaveLength(
    2,
  );
  const theirs = (await studio.as("owner", "mail.list", { site, before: null })) as Page;
  expect(await studio.as("stranger", "mail.list", { site: "elsewhere", before: theirs.rows[0]?.id ?? "" })).toEqual({
    rows: [],
    more: null,
  });
});
