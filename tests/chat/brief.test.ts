// The brief: what is not talked about, what is always added, and when a person is called; what was not known, gathered; questions
// proposed from a site.
import { type Brief, type Chat, newChat } from "@/core/chat/chat";
import { gather } from "@/core/chat/group";
import { proposeTests } from "@/core/chat/knows/propose";
import { chatSchema } from "@/core/chat/schema";
import type { Turn } from "@/core/chat/understands/interpret";
import { oddlaneChat, wrenfieldChat } from "../../scripts/demo-sites/chat";
import { now } from "./asking";
import { engineFor, knowledgeFor, knownPages, siteFile } from "./site";

const site = siteFile("wrenfield");

function askWith(brief: Partial<Brief>, questions: readonly string[], at = now) {
  const chat: Chat = { ...wrenfieldChat, brief: { ...wrenfieldChat.brief, ...brief } };
  const engine = engineFor(site, chat);
  let before: Turn | null = null;
  return questions.map((question) => {
    const { heard } = engine.hear({ question, before, page: "en-IE", now: at });
    const reply = engine.reply(heard, null, at);
    before = reply.turn;
    return {
      kind: reply.kind,
      said: reply.lines.map(({ text }) => text).join(" "),
      codes: reply.why.map(({ code }) => code),
    };
  });
}
const person = (part: Partial<Brief["person"]>) => ({ person: { ...wrenfieldChat.brief.person, ...part } });

test("the demo's chats and a new one are what their schema allows", () => {
  for (const chat of [wrenfieldChat, oddlaneChat, newChat("A site")])
    expect(chatSchema.validate(chat).error).toBeUndefined();
});

test("a topic that is kept out gets its own words and nothing else", () => {
  const [reply] = askWith({}, ["I had an injury at the wheel, when are you open?"]);
  expect(reply).toMatchObject({ kind: "instead", said: expect.stringContaining("health and insurance") });
  expect(reply?.said).not.toContain("14:00");
});

test("what is always added stands below the answer, and below an “I don't know”", () => {
  const [clay, nothing] = askWith({}, [
    "I have eczema, what should I wear?",
    "eczema and a swimming pool and a helicopter",
  ]);
  expect(clay?.said).toMatch(/muddy up to the elbows.*tell us about allergies/);
  expect(nothing).toMatchObject({ kind: "unknown", said: expect.stringContaining("tell us about allergies") });
});

test("a brief that forbids everything still says its sentence", () => {
  const forbidden = { avoids: [{ id: "all", words: ["*"], says: "Please ring us." }] };
  for (const reply of askWith(forbidden, ["When are you open?", "hello", "do you have a pool"]))
    expect(reply).toMatchObject({ kind: "instead", said: "Please ring us." });
});

test("a person is called when it was asked in vain as often as was set, and not before", () => {
  const kinds = askWith(person({ afterUnknown: 3 }), [
    "a pool?",
    "a helicopter?",
    "When are you open?",
    "a pool?",
    "a sauna?",
    "a bar?",
  ]).map(({ kind }) => kind);
  expect(kinds).toEqual(["unknown", "unknown", "answer", "unknown", "unknown", "person"]);
  expect(askWith(person({ afterUnknown: 0 }), ["a pool?", "a sauna?", "a bar?"]).map(({ kind }) => kind)).toEqual([
    "unknown",
    "unknown",
    "unknown",
  ]);
});

test.each([
  ["THIS IS A DISGRACE!!! ANSWER ME!", "chat.angry"],
  ["your website is useless", "chat.angry"],
  ["we plan a team event", "chat.callsPerson"],
  ["can I talk to a real person", "chat.wantsPerson"],
  ["I have a budget of €800 for a party", "chat.overAmount"],
  ["first throw for 20 people please", "chat.overAmount"],
])("“%s” calls a person", (question, code) => {
  const [reply] = askWith({}, [question]);
  expect(reply).toMatchObject({ kind: "person", codes: expect.arrayContaining([code]) });
});

test("outside of the hours it says when somebody is there again", () => {
  const sunday = Date.parse("2026-11-29T12:00:00Z");
  expect(askWith({}, ["can I talk to a real person"], sunday)[0]?.said).toContain("Tuesday 14:00");
  expect(
    askWith(
      person({ hours: [[], [], [], [], [], [], [{ from: "09:00", to: "17:00" }]] }),
      ["can I talk to a real person"],
      sunday,
    )[0]?.said,
  ).toBe("I am passing this on to a person. Until somebody is here I go on answering.");
});

test("hours asked about a holiday are those of that day", () => {
  const closed = {
    ...site,
    settings: {
      ...site.settings,
      exceptions: [{ from: "2026-12-24", to: "2026-12-26", spans: [], words: "Christmas" }],
    },
  };
  const engine = engineFor(closed, wrenfieldChat);
  const { heard } = engine.hear({ question: "are you open on 24 December?", before: null, page: "en-IE", now });
  expect(engine.reply(heard, null, now).lines[0]?.text).toBe("Thu, 24 December: closed.");
});

test("questions that mean the same are counted as one, whatever their words around it", () => {
  const at = (question: string, nth: number) => ({ question, at: nth });
  const groups = gather(
    [at("do you ship to Canada", 1), at("ship to canada?", 2), at("a pool?", 3), at("shipping to canada please", 4)],
    "en",
  );
  expect(groups.map(({ question, count }) => [question, count])).toEqual([
    ["ship to canada?", 3],
    ["a pool?", 1],
  ]);
  expect(gather([], "en")).toEqual([]);
});

test("proposed questions are the site's own, each with the place that answers it, and every one of them is right", () => {
  const pages = knownPages(site);
  const { tables, subjects } = knowledgeFor(site, wrenfieldChat, pages);
  const proposed = proposeTests({ pages, tables, subjects, hasHours: true }, new Set(["what should i wear?"]));
  const questions = proposed.map(({ question }) => question);
  expect(questions).toContain("Can I bring a child?");
  expect(questions).toContain("How much is Glaze night?");
  expect(questions).not.toContain("What should I wear?");
  expect(new Set(questions).size).toBe(questions.length);
});
