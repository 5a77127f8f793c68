// Answers from engines and from passages, in the words of the site: what is free, what it costs, what is there, and when two places
// are equally near.
import { bench, conversation, engineOf, facts, freeAt, knowledge, mug, now, said, wheel } from "../sample.test-kit";

const pages = [
  ["/visit", "By car", "Leave it at the boat slip."],
  ["/visit", "By bus", "Bus 7 to Quay Bridge."],
  ["/classes", "What should I wear?", "Something that may get muddy."],
  ["/classes", "Clay", "Ten kilograms are in the price."],
  ["/shop", "Clay", "A bag holds ten kilograms."],
] as const;

const ask = (question: string, live: Parameters<typeof conversation>[2] = {}) =>
  conversation(engineOf({}, pages), [question], live)[0];

test("free times are buttons, each with its service, and the page where it is offered", () => {
  const reply = ask("is the evening wheel free on saturday", {
    live: { times: [freeAt("wheel", "2026-11-28", "10:00", "12:00")] },
  });
  expect(said(reply)).toBe("Evening wheel, free on Sat, 28 November:");
  expect(reply?.buttons).toMatchObject([
    { kind: "book", text: "Sat, 28 November, 10:00", service: "wheel", start: "2026-11-28T10:00", href: "/classes" },
    { kind: "book", text: "Sat, 28 November, 12:00" },
  ]);
});

test("nothing free on the day that was asked for: that is said, and the next day is offered", () => {
  const later = { ...freeAt("wheel", "2026-12-01", "18:00"), later: true };
  const reply = ask("is the evening wheel free on saturday", { live: { times: [later] } });
  expect(said(reply)).toBe(
    "Evening wheel: nothing free Sat, 28 November. Evening wheel, free next on Tue, 1 December:",
  );
  expect(reply?.buttons).toHaveLength(1);
});

test("nothing free at all is said without a button", () => {
  const reply = ask("when is the next evening wheel", {
    live: { times: [{ ...freeAt("wheel", "2026-11-25"), later: true }] },
  });
  expect(said(reply)).toContain("nothing free in the next weeks");
  expect(reply?.buttons).toEqual([]);
});

test("what a word is needed for is asked about for everything that needs it", () => {
  const { need } = engineOf().hear({ question: "is a room free on saturday", before: null, page: "en-IE", now });
  expect(need).toEqual({
    of: "times",
    services: ["wheel", "bench"],
    from: "2026-11-28",
    to: "2026-11-28",
    after: null,
    before: null,
  });
});

test("a part of the day is kept for booking", () => {
  const { need } = engineOf().hear({
    question: "open bench free tomorrow afternoon?",
    before: null,
    page: "en-IE",
    now,
  });
  expect(need).toMatchObject({ services: ["bench"], from: "2026-11-26", after: "12:00", before: "18:00" });
});

test("a price is that of the engine, with what it was before", () => {
  expect(said(ask("how much is the evening wheel"))).toBe("Evening wheel: €38.00. It was €45.00 before.");
  expect(
    said(ask("what does the bell mug cost", { live: { stock: { mug: { has: true, price: 1900, earlier: 2200 } } } })),
  ).toBe("Bell mug: from €19.00. It was €22.00 before.");
});

test("stock is told as it is at that moment", () => {
  const has = (left: boolean) => ({ live: { stock: { mug: { has: left, price: 2200, earlier: null } } } });
  expect(said(ask("is the bell mug in stock", has(true)))).toBe("Bell mug is in stock. Bell mug: €22.00.");
  expect(said(ask("do you have the bell mug", has(false)))).toBe("Bell mug is sold out.");
});

test("two prices are both told where two things are meant", () => {
  const two = conversation(engineOf(), ["how much is the evening wheel", "and the open bench?"]);
  expect(said(two[1])).toBe("Open bench: €9.00.");
});

test("hours now, on a day, and of the week", () => {
  expect(said(ask("are you open now"))).toBe("Open now, until 18:00.");
  expect(said(ask("are you open on monday"))).toBe("Mon, 30 November: closed.");
  expect(ask("when are you open")?.lines).toHaveLength(8);
  expect(said(ask("this weekend open?", {}))).not.toContain("Monday");
});

test("where it is and how to reach it come from the settings", () => {
  expect(said(ask("what is your address"))).toBe("Lower Quay, Wrenfield");
  expect(said(ask("your phone number please"))).toContain(facts.phone);
});

test("orders are behind one's own page or a code, and never told without", () => {
  const reply = ask("where is my order 1041");
  expect(reply?.buttons).toEqual([
    { kind: "prove", text: "Tell me here" },
    { kind: "link", text: "Your own page", href: "/mine" },
  ]);
  expect(said(reply)).not.toContain("1041");
});

test("one word that two places are about is asked back, with both as buttons", () => {
  const twice = engineOf({}, [
    ["/a", "Glaze colours", "Six of them."],
    ["/b", "Glaze recipes", "Six of them."],
  ]);
  const [reply] = conversation(twice, ["glaze"]);
  expect(reply).toMatchObject({
    kind: "choice",
    buttons: [
      { kind: "ask", text: "Glaze colours" },
      { kind: "ask", text: "Glaze recipes" },
    ],
  });
});

test("what nothing is said about is not known, however near other words are", () => {
  for (const question of [
    "do you have a helicopter",
    "can I leave my helicopter at the boat slip of Mars",
    "wear a helicopter",
  ])
    expect([question, ask(question)?.kind]).toEqual([question, "unknown"]);
});

test("of a long passage the sentences that carry the question are said, in their order and as they stand", () => {
  const long = Array.from(
    { length: 20 },
    (_, nth) => `The room number ${nth} is painted in another colour every spring.`,
  );
  const engine = engineOf({}, [
    ["/rooms", "Rooms", ...long, "The kettle stands in the green room.", "Tea is free there."],
  ]);
  const [reply] = conversation(engine, ["where does the kettle stand"]);
  expect(said(reply)).toContain("The kettle stands in the green room.");
  expect(said(reply).length).toBeLessThanOrEqual(360);
  const all = [...long, "The kettle stands in the green room.", "Tea is free there."];
  const places = (reply?.lines ?? []).map(({ text }) => all.indexOf(text));
  expect(places).toEqual([...places].sort((a, b) => a - b));
  expect(places).not.toContain(-1);
});

test("the chat speaks the asker's language around what the site says", () => {
  const german = conversation(engineOf(), ["Habt ihr am Montag geöffnet?", "und am Samstag?"]);
  expect(german.map(said)).toEqual(["Mo., 30. November: geschlossen.", "Sa., 28. November: 10:00–14:00."]);
  expect(said(conversation(engineOf(), ["Quels sont vos horaires lundi ?"])[0])).toContain("fermé");
  expect(said(conversation(engineOf(), ["Wie viel kostet Open bench?"])[0])).toBe("Open bench: 9,00\u00a0€.");
});

test("a brief tone says it in fewer words", () => {
  const terse = engineOf({ brief: { ...knowledge().brief, tone: "brief" } });
  expect(conversation(terse, ["a helicopter?"])[0]?.lines).toHaveLength(1);
  expect(conversation(engineOf(), ["a helicopter?"])[0]?.lines).toHaveLength(2);
});

test("every answer says what it was made of", () => {
  const reply = ask("where do I park");
  expect(reply?.why.map(({ code }) => code)).toEqual(["chat.heard", "chat.passage"]);
  expect(reply?.looked.filter(({ chosen }) => chosen).map(({ heading }) => heading)).toEqual(["By car"]);
  expect(reply?.sources).toEqual([
    { title: "visit › By car", href: "/visit", words: "Leave it at the boat slip.", kind: "page" },
  ]);
});

test("names that are said with a slip are still those names", () => {
  for (const question of ["how much is the evening whele", "cost of open bnech"])
    expect(ask(question)?.from).toEqual({ of: "live", what: "price" });
});

test("what goes and comes while it is asked", () => {
  const engine = engineOf({}, pages);
  expect(conversation(engine, ["where do I park"])[0]?.kind).toBe("answer");
  engine.drop("page:/visit");
  expect(conversation(engine, ["where do I park"])[0]?.kind).toBe("unknown");
  engine.know({ ...knowledge(), subjects: [bench, mug] });
  expect(said(conversation(engine, ["how much is the evening wheel"])[0])).not.toContain(wheel.name);
});
