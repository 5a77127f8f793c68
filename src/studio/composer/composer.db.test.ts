// The composer's state against the real server: tabs of a browser, a line that breaks, people at the same page.
import { builder } from "@/core/page/build";
import { findNode, type PageNode } from "@/core/page/node";
import { operations } from "@/server/operations";
import { problemResponse } from "@/server/problem";
import { type Person, type TestStudio, testStudio } from "@/server/testing/studio.test-kit";
import { moveTo, pasteAll, putAt } from "./several";
import { Composer } from "./store";

let built = 0;
const build = builder(() => `built${++built}`);

let studio: TestStudio;
/** What stands between browser and server: broken, or done by the server with the answer lost on the way. */
let line: "fine" | "broken" | "answerLost" | "signedOut" = "fine";
let person: Person = "designer";

function storage(): Storage {
  const kept = new Map<string, string>();
  return new Proxy(
    {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => void kept.set(key, value),
      removeItem: (key: string) => void kept.delete(key),
      clear: () => kept.clear(),
    } as unknown as Storage,
    {
      ownKeys: () => [...kept.keys()],
      getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }),
    },
  );
}

beforeAll(async () => {
  studio = await testStudio();
  const answer = async (url: string, { body }: { body: string }): Promise<Response> => {
    if (line === "broken") throw new TypeError("Failed to fetch");
    if (line === "signedOut") return Response.json({ code: "signedOut", title: "Please sign in." }, { status: 401 });
    const name = url.replace("/api/do/", "") as keyof typeof operations;
    try {
      const value = await operations[name].perform(studio.incoming(person), JSON.parse(body));
      if (line === "answerLost") throw new TypeError("Failed to fetch");
      return Response.json(value);
    } catch (error) {
      if (error instanceof TypeError) throw error;
      const problem = problemResponse(error);
      return new Response(problem.body, { status: problem.status, headers: problem.headers });
    }
  };
  Object.assign(globalThis, {
    fetch: answer,
    addEventListener: () => {},
    removeEventListener: () => {},
    document: { visibilityState: "visible" },
    location: { pathname: "/s/wrenfield/pages", assign: () => {} },
  });
});
afterAll(() => studio.close());

let opened: Composer[] = [];
beforeEach(() => {
  line = "fine";
  person = "designer";
  Object.assign(globalThis, { localStorage: storage() });
});
afterEach(() => {
  for (const composer of opened) composer.close();
  opened = [];
});

/** A tab of the browser with a page open; `again` is the same tab after a reload. */
async function tab(page: string, again?: Storage): Promise<{ composer: Composer; session: Storage }> {
  const session = again ?? storage();
  Object.assign(globalThis, { sessionStorage: session });
  const answer = (await studio.as("designer", "pages.open", { site: "wrenfield", page })) as {
    documents: ConstructorParameters<typeof Composer>[2];
  };
  const composer = new Composer("wrenfield", page, answer.documents, true);
  opened.push(composer);
  return { composer, session };
}

async function onServer(page: string): Promise<PageNode> {
  const answer = (await studio.as("designer", "pages.open", { site: "wrenfield", page })) as {
    documents: { kind: string; body: PageNode }[];
  };
  return answer.documents.find(({ kind }) => kind === "page")?.body as PageNode;
}

/** A page with a list on it, for tests of lists. */
const listed = "home";

const first = (root: PageNode, kind: string): PageNode => {
  const walk = (node: PageNode): PageNode | undefined =>
    node.kind === kind ? node : (node.children ?? []).map(walk).find((found) => found !== undefined);
  const found = walk(root);
  if (!found) throw new Error(`No ${kind} on this page`);
  return found;
};
const textOf = (root: PageNode, id: string) => findNode(root, id)?.content.text;
const settled = async (composer: Composer) => expect(await composer.settled()).toBe(true);

test("typed letters are one step back, and reach the server as they stand", async () => {
  const { composer } = await tab("home");
  const heading = first(composer.view.page, "heading");
  const before = heading.content.text;
  composer.select(heading.id);
  for (const text of ["", "H", "Ha", "Hands", "Hands ", "Hands i", "Hands in"])
    expect(composer.content.set(heading.id, "text", text)).toBeNull();
  await settled(composer);
  expect(textOf(await onServer("home"), heading.id)).toBe("Hands in");
  composer.undo();
  expect(textOf(composer.view.page, heading.id)).toBe("Hands ");
  composer.undo();
  composer.undo();
  expect(textOf(composer.view.page, heading.id)).toBe(before);
  composer.redo();
  composer.undo();
  await settled(composer);
  expect(await onServer("home")).toEqual(composer.view.page);
  expect(composer.view.sync.kind).toBe("saved");
});

test("a wrong value is refused before it is sent, and the page stays as it was", async () => {
  const { composer } = await tab("home");
  const heading = first(composer.view.page, "heading");
  expect(composer.content.set(heading.id, "level", 9)).toEqual(expect.any(String));
  expect(composer.view.sync.kind).toBe("saved");
  expect(composer.content.set("nothing", "text", "x")).toBe("This block is gone.");
});

test("sections are added, copied, moved, pasted and removed, and the selection goes along", async () => {
  const { composer } = await tab("visit");
  const sections = () => (composer.view.page.children ?? []).map(({ id }) => id);
  const [one, two] = sections() as [string, string];
  const count = sections().length;
  composer.blocks.moveBy(one, -1);
  expect(sections()[0]).toBe(one);
  composer.blocks.moveBy(one, 1);
  expect(sections().slice(0, 2)).toEqual([two, one]);
  composer.blocks.duplicate(one);
  const copy = composer.view.selection?.node as string;
  expect(sections().indexOf(copy)).toBe(2);
  expect(composer.node(copy)?.children?.[0]?.id).not.toBe(composer.node(one)?.children?.[0]?.id);
  composer.blocks.remove(copy);
  expect(composer.view.selection?.node).toBe(sections()[2] ?? sections()[1]);
  composer.select(one);
  expect(pasteAll(composer, [composer.node(two) as PageNode])).toBeNull();
  expect(sections()).toHaveLength(count + 1);
  await settled(composer);
  expect(await onServer("visit")).toEqual(composer.view.page);
  for (let step = 0; step < 20; step++) composer.undo();
  await settled(composer);
  expect(sections().slice(0, 2)).toEqual([one, two]);
});

test("a block goes from the start of a bar over its middle to its end and back, by keys; a section goes nowhere", async () => {
  const { composer } = await tab("home");
  const bar = build.bar({}, [build.logo(), build.words("Since 1998")], [], []);
  expect(putAt(composer, { parent: composer.view.page.id, index: 0 }, build.section("Bar", {}, bar))).toBeNull();
  const parts = () => composer.node(bar.id)?.children?.map(({ children = [] }) => children.map(({ kind }) => kind));
  const logo = bar.children?.[0]?.children?.[0]?.id ?? "";
  composer.blocks.moveAcross(logo, 1);
  expect(parts()).toEqual([["richText"], ["logo"], []]);
  composer.blocks.moveAcross(logo, 1);
  composer.blocks.moveAcross(logo, 1);
  expect(parts()).toEqual([["richText"], [], ["logo"]]);
  composer.undo();
  composer.undo();
  expect(parts()).toEqual([["logo", "richText"], [], []]);
  const order = composer.view.page.children?.map(({ id }) => id);
  composer.blocks.moveAcross(composer.view.page.children?.[0]?.id ?? "", 1);
  expect(composer.view.page.children?.map(({ id }) => id)).toEqual(order);
});

test("what comes where only sections stand gets one of its own; sections that are pasted stay apart whatever they are called", async () => {
  const { composer } = await tab(listed);
  const rootId = composer.view.page.id;
  const names = () => (composer.view.page.children ?? []).map(({ content }) => content.name);
  const before = names();
  const quote = (id: string): PageNode => ({
    id,
    kind: "quote",
    content: { text: "Lovely.", who: "" },
    look: { base: {} },
  });
  const pasted = (id: string): PageNode => ({
    id,
    kind: "section",
    content: { name: "Pasted" },
    look: { base: {} },
    children: [],
  });
  composer.select(null);
  expect(pasteAll(composer, [quote("q1"), quote("q2"), pasted("p1"), pasted("p2"), quote("q3")])).toBeNull();
  const came = (composer.view.page.children ?? []).slice(before.length);
  expect(came.map(({ children }) => children?.length)).toEqual([2, 0, 0, 1]);
  composer.undo();
  expect(names()).toEqual(before);

  expect(putAt(composer, { parent: rootId, index: 1 }, quote("q4"))).toBeNull();
  expect(names()).toEqual([before[0], "New section", ...before.slice(1)]);
  expect(putAt(composer, { parent: "gone", index: 0 }, quote("q5"))).toBe("This place is gone.");

  // A place is counted while what is moved still stands at its old one.
  const [one] = composer.view.page.children ?? [];
  expect(moveTo(composer, one?.id ?? "", { parent: rootId, index: 1 })).toBeNull();
  expect(names()[0]).toBe(before[0]);
  expect(moveTo(composer, one?.id ?? "", { parent: rootId, index: 2 })).toBeNull();
  expect(names().slice(0, 2)).toEqual(["New section", before[0]]);
  expect(moveTo(composer, "gone", { parent: rootId, index: 0 })).toBe("This place is gone.");
  composer.undo();
  composer.undo();
  expect(names()).toEqual(before);
  await settled(composer);
});

test("a broken line keeps edits over a reload, and they are sent once when it is back", async () => {
  const { composer, session } = await tab("classes");
  const heading = first(composer.view.page, "heading");
  line = "broken";
  composer.content.set(heading.id, "text", "Typed on the train");
  expect(await composer.settled()).toBe(false);
  expect(composer.view.sync).toEqual({ kind: "waiting", edits: 1 });
  composer.close();
  opened = [];
  line = "fine";
  const { composer: reloaded } = await tab("classes", session);
  await settled(reloaded);
  expect(textOf(reloaded.view.page, heading.id)).toBe("Typed on the train");
  expect(textOf(await onServer("classes"), heading.id)).toBe("Typed on the train");
});

test("an answer that is lost on the way: the batch is sent again, and changes nothing twice", async () => {
  const { composer } = await tab("classes");
  const section = composer.view.page.children?.[0] as PageNode;
  const before = composer.view.page.children?.length ?? 0;
  line = "answerLost";
  composer.blocks.duplicate(section.id);
  expect(await composer.settled()).toBe(false);
  const reached = composer.reached();
  line = "fine";
  await settled(composer);
  await reached;
  expect(composer.view.sync.kind).toBe("saved");
  expect((await onServer("classes")).children).toHaveLength(before + 1);
  composer.undo();
  await settled(composer);
});

test("two tabs at one page: both edits stand in both", async () => {
  const { composer: left } = await tab("journal");
  const { composer: right } = await tab("journal");
  const heading = first(left.view.page, "heading");
  const section = left.view.page.children?.[0] as PageNode;
  left.content.set(heading.id, "text", "From the left");
  right.looks.set(section.id, "base", "surface", "ink");
  await settled(left);
  await settled(right);
  // Whichever of the two was stored first.
  await Promise.all([left.following.follow(), right.following.follow()]);
  expect(textOf(right.view.page, heading.id)).toBe("From the left");
  left.looks.set(section.id, "base", "above", 40);
  await settled(left);
  expect(left.view.page.children?.[0]?.look.base).toMatchObject({ surface: "ink", above: 40 });
  expect(await onServer("journal")).toEqual(left.view.page);
});

test("words in a section that somebody removed meanwhile are refused with the reason, the rest is kept", async () => {
  const { composer: left } = await tab("kiln-hire");
  const { composer: right } = await tab("kiln-hire");
  const section = left.view.page.children?.[1] as PageNode;
  const lost = first(section, "heading");
  const kept = first(left.view.page.children?.[0] as PageNode, "heading");
  left.blocks.remove(section.id);
  await settled(left);
  right.content.set(lost.id, "text", `${lost.content.text} Too late`);
  right.content.set(kept.id, "text", "In time");
  await settled(right);
  expect(right.view.lost).toEqual([
    { reason: "Somebody removed the block you wrote in.", words: expect.stringContaining("Too late") },
  ]);
  right.forgetLost();
  expect(right.view.lost).toEqual([]);
  expect(textOf(await onServer("kiln-hire"), kept.id)).toBe("In time");
  expect(right.view.page).toEqual(await onServer("kiln-hire"));
  left.undo();
  await settled(left);
});

test("an editor's layout is taken back with the reason; their words stay", async () => {
  const { composer } = await tab("shop");
  const heading = first(composer.view.page, "heading");
  const before = composer.view.page;
  person = "editor";
  composer.looks.set(heading.id, "base", "size", 5);
  await composer.settled();
  expect(composer.view.sync).toMatchObject({ kind: "refused", message: expect.stringContaining("ask a designer") });
  expect(composer.view.page).toEqual(before);
  composer.content.set(heading.id, "text", "An editor's words");
  await composer.settled();
  expect(textOf(await onServer("shop"), heading.id)).toBe("An editor's words");
});

test("two tabs write in one heading: both keep their words, and going back takes one's own", async () => {
  const { composer: left } = await tab("visit");
  const { composer: right } = await tab("visit");
  const heading = first(left.view.page, "heading");
  const before = String(heading.content.text);
  left.content.set(heading.id, "text", `Come and ${before}`);
  right.content.set(heading.id, "text", `${before} today`);
  await settled(left);
  await settled(right);
  await Promise.all([left.following.follow(), right.following.follow()]);
  expect(textOf(left.view.page, heading.id)).toBe(`Come and ${before} today`);
  expect(left.view.page).toEqual(right.view.page);
  left.undo();
  await settled(left);
  expect(textOf(await onServer("visit"), heading.id)).toBe(`${before} today`);
});

test("a tab whose section another tab removed goes on with the rest, and is told when it wrote in it", async () => {
  const { composer: left } = await tab("journal");
  const { composer: right } = await tab("journal");
  const section = left.view.page.children?.[1] as PageNode;
  const heading = first(section, "heading");
  right.content.set(heading.id, "text", "Written here");
  await settled(right);
  right.select(heading.id);
  await left.following.follow();
  left.blocks.remove(section.id);
  await settled(left);
  await right.following.follow();
  expect(right.view.selection).toBeNull();
  expect(right.view.page).toEqual(left.view.page);
  expect(right.view.lost).toMatchObject([{ words: expect.stringContaining("Written here") }]);
});

test("signed out while writing: the words are kept, over a reload too, and sent once somebody is signed in", async () => {
  const { composer, session } = await tab("kiln-hire");
  const heading = first(composer.view.page, "heading");
  line = "signedOut";
  composer.content.set(heading.id, "text", "Typed while signed out");
  expect(await composer.settled()).toBe(false);
  expect(composer.view.sync).toMatchObject({ kind: "signedOut", edits: 1 });
  composer.close();
  opened = [];
  line = "fine";
  const { composer: again } = await tab("kiln-hire", session);
  await settled(again);
  expect(textOf(await onServer("kiln-hire"), heading.id)).toBe("Typed while signed out");
});

test("a batch that was stored though its answer was lost is not made twice when the tab is opened anew", async () => {
  const { composer, session } = await tab(listed);
  const list = first(composer.view.page, "list");
  const count = (list.content.items as unknown[]).length;
  line = "answerLost";
  expect(composer.lines.add(list.id, "items", { text: "Once" })).toEqual(expect.any(String));
  expect(await composer.settled()).toBe(false);
  composer.close();
  opened = [];
  line = "fine";
  const { composer: other } = await tab(listed);
  other.lines.add(list.id, "items", { text: "Another's" }, null);
  await settled(other);
  const { composer: again } = await tab(listed, session);
  await settled(again);
  const items = findNode(await onServer(listed), list.id)?.content.items as { text: string }[];
  expect(items).toHaveLength(count + 2);
  expect(items.filter((item) => item.text === "Once")).toHaveLength(1);
  await other.following.follow();
  expect(other.view.page).toEqual(again.view.page);
});

test("edits left behind at an older revision are carried over what came since", async () => {
  const { composer, session } = await tab("classes");
  const list = first(composer.view.page, "list");
  const [one, two] = list.content.items as [{ id: string; text: string }, { id: string; text: string }];
  line = "broken";
  composer.content.set(list.id, `items.${two.id}.text`, `${two.text} (written offline)`);
  expect(await composer.settled()).toBe(false);
  composer.close();
  opened = [];
  line = "fine";
  const { composer: other } = await tab("classes");
  other.lines.remove(list.id, "items", one.id);
  other.content.set(list.id, `items.${two.id}.text`, `New: ${two.text}`);
  await settled(other);
  const { composer: again } = await tab("classes", session);
  await settled(again);
  const items = findNode(await onServer("classes"), list.id)?.content.items as { text: string }[];
  expect(items[0]?.text).toBe(`New: ${two.text} (written offline)`);
});

test("a line parted in two is one step, and the words stay in their order", async () => {
  const { composer } = await tab("home");
  const list = first(composer.view.page, "list");
  const [one] = list.content.items as [{ id: string; text: string }];
  const words = one.text;
  const made = composer.lines.split(list.id, "items", one.id, "text", 4);
  const items = () => findNode(composer.view.page, list.id)?.content.items as { id: string; text: string }[];
  expect(items()[0]?.text).toBe(words.slice(0, 4));
  expect(items()[1]).toEqual({ id: made, text: words.slice(4).trimStart() });
  composer.lines.move(list.id, "items", made as string, -1);
  expect(items()[0]?.id).toBe(made);
  composer.undo();
  composer.undo();
  expect(items()[0]?.text).toBe(words);
  await settled(composer);
});

describe("shared sections", () => {
  /** The placement of the demo's shared section on a page, and the ids of its heading there and in the definition. */
  async function place(page: string, again?: Storage) {
    const { composer, session } = await tab(page, again);
    const placement = (composer.view.page.children ?? []).find(({ kind }) => kind === "shared") as PageNode;
    const body = composer.view.shared.get("come-by") as PageNode;
    return { composer, session, placement: placement.id, heading: first(body, "heading").id };
  }
  const shownAs = (composer: Composer, id: string) => composer.node(id)?.content.text;

  test("words typed where it stands are this page's alone, letter by letter one step back", async () => {
    const { composer, placement, heading } = await place("journal");
    const here = `${placement}~${heading}`;
    const before = shownAs(composer, here);
    for (const text of ["R", "Re", "Read on"]) expect(composer.content.set(here, "text", text, "one")).toBeNull();
    expect(shownAs(composer, here)).toBe("Read on");
    await settled(composer);
    const { composer: other } = await place("visit");
    const there = (other.view.page.children ?? []).find(({ kind }) => kind === "shared")?.id;
    expect(shownAs(other, `${there}~${heading}`)).toBe(before);
    composer.undo();
    expect(shownAs(composer, here)).toBe(before);
    expect(composer.content.set(here, "level", 4)).toContain("belongs to the shared section");
    await settled(composer);
  });

  test("worked on in its place nothing is sent until it is kept; it outlives a reload, and another tab follows", async () => {
    const { composer, session, placement, heading } = await place("journal");
    const { composer: other, placement: elsewhere } = await place("visit");
    composer.inPlace.open(placement);
    expect(composer.content.set(heading, "text", "Come at last")).toBeNull();
    await settled(composer);
    await other.following.follow();
    expect(shownAs(other, `${elsewhere}~${heading}`)).not.toBe("Come at last");
    expect(composer.view.inPlace?.edits).toBeGreaterThan(0);
    composer.close();
    const { composer: again } = await tab("journal", session);
    await settled(again);
    expect(again.view.inPlace).toMatchObject({ at: placement, shared: "come-by" });
    expect(again.inPlace.states?.after).not.toEqual(again.inPlace.states?.before);
    expect(await again.inPlace.keep()).toBe(true);
    expect(again.view.inPlace).toBeNull();
    await other.following.follow();
    expect(shownAs(other, `${elsewhere}~${heading}`)).toBe("Come at last");
  });

  test("put back it is as it was; while it is changed no other is opened; it never gets into itself", async () => {
    const { composer, placement, heading } = await place("journal");
    const body = composer.view.shared.get("come-by") as PageNode;
    composer.inPlace.open(placement);
    expect(composer.content.set(heading, "text", "Not for long")).toBeNull();
    const itself: PageNode = {
      id: "itself",
      kind: "shared",
      content: { shared: "come-by", fills: [] },
      look: { base: {} },
    };
    expect(composer.blocks.insert(body.id, 1, itself)).toContain("“Come by” › “Come by”");
    composer.inPlace.putBack();
    expect(composer.view.shared.get("come-by")).toEqual(body);
    expect(composer.view.selection?.node).toBe(placement);
    composer.undo();
    expect(composer.view.shared.get("come-by")).toEqual(body);
  });

  test("kept while the line is broken it goes once it is fine, and what is done then is held back again", async () => {
    const { composer, placement, heading } = await place("journal");
    const { composer: other, placement: elsewhere } = await place("visit");
    composer.inPlace.open(placement);
    expect(composer.content.set(heading, "text", "Sent late")).toBeNull();
    line = "broken";
    expect(await composer.inPlace.keep()).toBe(false);
    expect(composer.view.inPlace).not.toBeNull();
    line = "fine";
    await settled(composer);
    await other.following.follow();
    expect(shownAs(other, `${elsewhere}~${heading}`)).toBe("Sent late");
    expect(composer.content.set(heading, "text", "Held again")).toBeNull();
    await settled(composer);
    await other.following.follow();
    expect(shownAs(other, `${elsewhere}~${heading}`)).toBe("Sent late");
    composer.inPlace.putBack();
  });
});

test("a command of more edits than travel at once reaches the server whole, and is one step back", async () => {
  const { composer } = await tab("privacy");
  const [section] = composer.view.page.children ?? [];
  if (!section) throw new Error("no section");
  const edits = Array.from({ length: 700 }, (_, nth) => ({
    type: "insert" as const,
    parent: section.id,
    index: 0,
    node: { id: `many${nth}`, kind: "divider" as const, content: {}, look: { base: {} } },
  }));
  expect(composer.edit("privacy", edits)).toBeNull();
  await settled(composer);
  expect(await onServer("privacy")).toEqual(composer.view.page);
  expect(composer.view.lost).toEqual([]);
  composer.undo();
  await settled(composer);
  expect(await onServer("privacy")).toEqual(composer.view.page);
  expect(composer.node("many0")).toBeNull();
});
