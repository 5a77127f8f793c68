// The calendar on pages of other sites: what an allowed one gets, what the others read, and what stands in the page for
// whoever builds them.
import { eq } from "drizzle-orm";
import type { BookingSetUp } from "@/core/booking/booking";
import { releaseFiles } from "@/data/release/tables";
import { media } from "@/data/site/tables";
import type { Gives, OperationName } from "@/server/operations";
import { publishNow } from "../../../scripts/lib/studio";
import { answerVisitor } from "../edge/visitors";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";

let studio: TestStudio;
/** Of the demo's place. */
const allowed = "https://riverside-makers.example";

beforeAll(async () => {
  studio = await testStudio();
  // A photograph of a service and of a person.
  const photographs = await studio.context.db.select().from(media).where(eq(media.type, "image/jpeg")).limit(2);
  const { setUp } = (await studio.as("designer", "booking.readSetUp", { site: "wrenfield" })) as {
    setUp: BookingSetUp;
  };
  const [thrown, seen] = photographs.map(({ hash }) => hash);
  await studio.as("designer", "booking.replaceSetUp", {
    site: "wrenfield",
    setUp: {
      ...setUp,
      services: setUp.services.map((one) => (one.id === "first-throw" ? { ...one, picture: thrown } : one)),
      resources: setUp.resources.map((one) => (one.id === "maren" ? { ...one, picture: seen } : one)),
    },
  });
  await publishNow(studio.context, { id: "owner", name: "Rowan", email: "r@m.example" }, "wrenfield", () => {});
});
afterAll(() => studio.close());

const call = (path: string, headers: Record<string, string> = {}, method = "GET") =>
  answerVisitor(studio.context, new Request(`http://wrenfield.localhost${path}`, { method, headers }), {
    siteKey: "wrenfield",
    address: "203.0.113.9",
    path,
  });
const as = async <N extends OperationName>(person: "designer" | "editor", name: N, input: object): Promise<Gives<N>> =>
  (await studio.as(person, name, { site: "wrenfield", ...input })) as never;

test("a page of an allowed site gets the services, the brand's colours, and nothing that is not a visitor's to know", async () => {
  const response = await call("/booking/calendar/elsewhere", { origin: allowed });
  expect(response.status).toBe(200);
  expect(response.headers.get("access-control-allow-origin")).toBe(allowed);
  expect(response.headers.get("vary")).toBe("Origin");
  const body = await response.json();
  expect(body).toMatchObject({ language: "en-IE", brand: { "--c-accent": expect.stringMatching(/^#/) } });
  expect(body.form.services.map(({ name }: { name: string }) => name)).toContain("First throw");
  // Photographs are small files of the live release, under the address of the site they belong to.
  const shown = body.form.services.flatMap((one: { picture: string; resources: { picture: string }[] }) =>
    [one.picture, ...one.resources.map(({ picture }) => picture)].filter(Boolean),
  );
  expect(new Set(shown).size).toBe(2);
  expect(Object.keys(body.form.pictures).sort()).toEqual([...new Set(shown)].sort());
  for (const address of Object.values(body.form.pictures) as string[]) {
    expect(address).toMatch(/^http:\/\/wrenfield\.localhost(:\d+)?\/_a\/[0-9a-f]{24}-(\d+)\.webp$/);
    const path = new URL(address).pathname;
    const [row] = await studio.context.db.select().from(releaseFiles).where(eq(releaseFiles.path, path));
    expect(row?.type).toBe("image/webp");
  }
  expect(Object.keys(body.brand).filter((name) => name.startsWith("--f-"))).toEqual([]);
  expect(JSON.stringify(body)).not.toContain("desk@wrenfield.example");
});

test.each([
  "https://somewhere-else.example",
  "https://riverside-makers.example.evil.example",
  "http://riverside-makers.example",
  "null",
])("a page of %s reads why it has no calendar, and can't book either", async (origin) => {
  const response = await call("/booking/calendar/elsewhere", { origin });
  expect(response.status).toBe(403);
  // Its script can read the sentence.
  expect(response.headers.get("access-control-allow-origin")).toBe(origin);
  expect((await response.json()).title).toContain(`may not stand on pages of ${origin}`);
  const days = await call("/booking/calendar/services", { origin });
  expect(days.headers.get("access-control-allow-origin")).toBeNull();
  expect((await call("/booking/calendar/holds", { origin, "content-type": "application/json" }, "POST")).status).toBe(
    403,
  );
});

test("a calendar that is none is told as one, to any page", async () => {
  const response = await call("/booking/nothing/elsewhere", { origin: "https://somewhere-else.example" });
  expect([response.status, response.headers.get("access-control-allow-origin")]).toEqual([
    404,
    "https://somewhere-else.example",
  ]);
});

test("the script is one file for everybody, asked for again by its tag", async () => {
  const response = await call("/booking/elsewhere.js");
  expect(response.headers.get("content-type")).toBe("text/javascript; charset=utf-8");
  expect(response.headers.get("cross-origin-resource-policy")).toBe("cross-origin");
  const etag = response.headers.get("etag") ?? "";
  expect((await call("/booking/elsewhere.js", { "if-none-match": etag })).status).toBe(304);
  expect(await response.text()).toContain("site-booking");
});

test("the page for whoever builds the other site holds both lines, in nobody's frame", async () => {
  const response = await call("/booking/calendar/snippet");
  const html = await response.text();
  expect(html).toContain("&lt;div data-booking=&quot;calendar&quot;&gt;");
  expect(html).toContain("/_w/v1/booking/elsewhere.js");
  expect(html).toContain(allowed);
  expect(response.headers.get("content-security-policy")).toContain("frame-ancestors 'none'");
});

test("the workspace tells what a page would get; bad addresses are told at the field; editors do not ask", async () => {
  const widget = "calendar";
  expect(await as("designer", "booking.tryElsewhere", { widget, origin: `${allowed}/classes?x=1` })).toMatchObject({
    origin: allowed,
    shows: expect.arrayContaining(["First throw"]),
    refused: "",
  });
  expect(await as("designer", "booking.tryElsewhere", { widget, origin: "http://localhost:81" })).toMatchObject({
    shows: [],
    refused: expect.stringContaining("http://localhost:81"),
  });
  for (const origin of ["", "riverside", "javascript:alert(1)", "file:///etc/passwd"])
    await expect(as("designer", "booking.tryElsewhere", { widget, origin })).rejects.toMatchObject({
      fields: [{ path: "origin", message: "Write an address of the other site as https://its-host.example." }],
    });
  await expect(as("editor", "booking.tryElsewhere", { widget, origin: allowed })).rejects.toMatchObject({
    status: 403,
  });
});
