// The chat as a kind of widget: what it points at, what a page carries of it, what stands there without script, what is wrong with it.
import type { Surroundings } from "@/core/kind/holder";
import { type Chat, newChat, type OwnAnswer } from "./chat";
import { chatForm } from "./html";
import { chatJudge } from "./judge";
import { chatSchema } from "./schema";
import { chat } from "./widget";

const hash = "a".repeat(64);
const answer: OwnAnswer = {
  ...{ id: "dogs", questions: ["Can I bring my dog?"], text: "Yes.", picture: hash, widget: "letters" },
  ...{ from: null, to: "2026-03-01" },
};
const settings: Chat = { ...newChat("Wrenfield"), answers: [answer] };

test("it points at its pictures and at the widgets that its answers open", () => {
  expect([...(chat.refs?.(settings) ?? [])]).toEqual([
    { of: "media", id: hash, path: "answers[0].picture" },
    { of: "widget", id: "letters", path: "answers[0].widget" },
  ]);
});

test("a page carries what its script shows, and neither the test set nor what is known", () => {
  const resolve = {
    pageHref: () => null,
    picture: () => ({ large: "/l", small: "/s", width: 1, height: 1, alt: "A dog" }),
    ...{ language: "en", currency: "EUR", zone: "Europe/Dublin" },
  };
  const released = chat.released(settings, resolve, null);
  expect(released).toMatchObject({
    name: "Ask Wrenfield",
    pictures: { [hash]: { src: "/s", alt: "A dog" } },
    zone: "Europe/Dublin",
  });
  expect(Object.keys(released as object)).not.toEqual(expect.arrayContaining(["tests"]));
  expect(JSON.stringify(released)).not.toContain("Can I bring my dog?");
});

test("a chat that says nothing, and an answer that has run out, are worth a look", () => {
  const site = { today: "2026-03-05" } as Surroundings;
  const mute = { ...settings, brief: { ...settings.brief, avoids: [{ id: "all", words: ["*"], says: "No." }] } };
  expect([...(chatJudge.problems?.(mute, site) ?? [])].map(({ code }) => code)).toEqual([
    "check.chatSaysNothing",
    "check.chatAnswerOver",
  ]);
  expect([...(chatJudge.problems?.({ ...mute, enabled: false }, site) ?? [])]).toEqual([]);
});

test("without script a question leads to a page, and names of strangers are no markup", () => {
  const form = chatForm("chat", { close: [], name: "<b>Us</b>", helps: "Hours" }, "de", '"><script>');
  expect(form).toContain('action="/_w/v1/chat/chat/answers"');
  expect(form).not.toMatch(/<b>|"><script>/);
  expect(form).toContain("Ihre Frage");
});

test.each([
  [{ answers: [{ ...answer, questions: [] }] }, "Write the question in at least one wording."],
  [{ answers: [{ ...answer, from: "2026-04-01" }] }, "“To” must not be before “from”."],
  [
    { answers: [{ ...answer, link: { text: "x", href: "javascript:alert(1)" } }] },
    "A link is a path such as /classes, or an address that begins with https://.",
  ],
  [{ synonyms: [["alone"]] }, "A group needs at least two words that mean the same."],
  [{ stopBelow: 0 }, "The share is at least 1 %."],
  [{ keepDays: 0 }, "A conversation is kept for a day at least."],
  [
    {
      tables: [
        {
          id: "t",
          name: "T",
          row: "",
          nameColumn: 0,
          columns: [{ name: "A", kind: "words", unit: "" }],
          rows: [["a", "b"]],
        },
      ],
    },
    "Every row of a table has as many cells as there are columns.",
  ],
  [{ tests: [{ id: "t", question: "  ", expects: { of: "unknown" } }] }, "Write the question."],
])("what can't be is refused with a sentence: %j", (part, message) => {
  expect(chatSchema.validate({ ...settings, ...part }).error?.details[0]?.message).toBe(message);
});
