// Who may do what: every operation of the table, tried by everyone.
import { type OperationName, operations, type Takes } from "./operations";
import { Problem } from "./problem";
import { type Person, type TestStudio, testStudio } from "./testing/studio.test-kit";

let studio: TestStudio;
beforeAll(async () => {
  studio = await testStudio();
});
afterAll(() => studio.close());

const statusOf = async (work: Promise<unknown>) =>
  work.then(
    () => 200,
    (error: unknown) => (error instanceof Problem ? error.status : Promise.reject(error)),
  );

const onSites = (Object.keys(operations) as OperationName[]).filter((name) => operations[name].scope === "site");

test("there are operations on sites to be tried", () => expect(onSites.length).toBeGreaterThan(20));

describe.each(onSites)("%s", (name) => {
  const tried = (person: Person, input: object = {}) =>
    statusOf(studio.as(person, name, { site: "wrenfield", ...input } as Takes<typeof name>));

  test("answers a member of another studio as if the site were not there", async () => {
    expect(await tried("stranger")).toBe(404);
    expect(await statusOf(studio.as("stranger", name, { site: "no-such-site" } as Takes<typeof name>))).toBe(404);
  });

  test("wants a session", async () => expect(await tried("nobody")).toBe(401));

  test("holds to its role", async () => {
    if (operations[name].role === "editor") expect(await tried("editor", { nonsense: 1 })).not.toBe(403);
    else expect(await tried("editor")).toBe(403);
  });
});

test("a page, widget, job, mail or release of another site can't be reached through one's own", async () => {
  await studio.as("stranger", "sites.create", {
    key: "mine-alone",
    name: "Mine",
    starter: "workshop",
    settings: { language: "en", zone: "Europe/Paris", currency: "EUR", description: "", mailFrom: "a@b.example" },
  });
  const mine = { site: "mine-alone" };
  const tried: [OperationName, object][] = [
    ["pages.open", { page: "home" }],
    ["pages.edit", { document: "home", batch: "b1", base: 0, edits: [{ type: "remove", node: "w1" }] }],
    ["pages.change", { page: "classes", title: "x", slug: "x", description: "", inNavigation: true }],
    ["pages.remove", { page: "classes" }],
    ["pages.duplicate", { page: "classes" }],
    ["jobs.read", { job: "any" }],
    ["mail.read", { mail: "any" }],
    ["publish.goBack", { release: "any" }],
  ];
  for (const [name, input] of tried)
    expect(await statusOf(studio.as("stranger", name, { ...mine, ...input } as never))).toBe(404);
  expect(await statusOf(studio.as("stranger", "desk.erase", { ...mine, email: "x@y.example" } as never))).toBe(404);
});

test("an editor may change words, and no layout, through the same operation", async () => {
  const edit = (batch: string, edits: object[]) =>
    statusOf(
      studio.as("editor", "pages.edit", { site: "wrenfield", document: "home", batch, base: 0, edits } as never),
    );
  const open = (await studio.as("editor", "pages.open", { site: "wrenfield", page: "home" })) as {
    documents: { kind: string; body: { children: { id: string }[] } }[];
  };
  const section = open.documents.find((document) => document.kind === "page")?.body.children[0]?.id;
  expect(await edit("e1", [{ type: "setLook", node: section, width: "base", field: "surface", value: "ink" }])).toBe(
    403,
  );
  expect(await edit("e2", [{ type: "remove", node: section }])).toBe(403);
  const heading = JSON.stringify(open.documents.find((document) => document.kind === "page")).match(
    /"id":"(w\d+)","kind":"heading"/,
  )?.[1];
  expect(await edit("e3", [{ type: "setContent", node: heading, field: "text", value: "By an editor." }])).toBe(200);
});

test("the last owner can't be removed or made less, not even twice at once", async () => {
  const both = await Promise.all([
    statusOf(studio.as("owner", "people.change", { id: "owner", role: "editor" })),
    statusOf(studio.as("owner", "people.remove", { id: "owner" })),
  ]);
  expect(both).toEqual([422, 422]);
  expect(await statusOf(studio.as("designer", "people.remove", { id: "owner" }))).toBe(403);
  expect(await statusOf(studio.as("owner", "people.remove", { id: "stranger" }))).toBe(404);
});
