// What a question wants, by the words that people use, in three languages; and in which language it is.
import { isAngry, takesUp, wantedIn } from "./intents";
import { languageOf, readable } from "./language";

const first = (question: string, language = "en") => wantedIn(question, language)[0]?.intent ?? "open";

test.each([
  ["When are you open?", "hours"],
  ["opening hours pls", "hours"],
  ["what time do you close on Friday", "hours"],
  ["are you open now", "openNow"],
  ["still open?", "openNow"],
  ["how much is it", "price"],
  ["what does a wheel cost", "price"],
  ["where are you", "place"],
  ["what's your address", "place"],
  ["your phone number?", "contact"],
  ["is anything free on Saturday", "times"],
  ["I'd like to book a wheel", "times"],
  ["where is my order", "order"],
  ["track my order", "order"],
  ["is the mug in stock", "stock"],
  ["do you have mugs", "stock"],
  ["can I talk to a real person", "person"],
  ["speak to a human please", "person"],
  ["hi", "greeting"],
  ["thank you", "thanks"],
  ["bye", "goodbye"],
  ["what should I wear", "open"],
])("“%s” wants %s", (question, intent) => {
  expect(first(question)).toBe(intent);
});

test.each([
  ["Wann habt ihr geöffnet?", "hours"],
  ["Öffnungszeiten", "hours"],
  ["Habt ihr jetzt offen?", "openNow"],
  ["Was kostet ein Kurs?", "price"],
  ["Wie komme ich zu euch?", "place"],
  ["Ist am Samstag noch etwas frei?", "times"],
  ["Ich möchte einen Termin buchen", "times"],
  ["Wo bleibt meine Bestellung", "order"],
  ["Ich will mit jemandem sprechen", "person"],
  ["Danke", "thanks"],
  ["Was soll ich anziehen", "open"],
])("auf Deutsch: „%s“", (question, intent) => {
  expect(first(question, "de")).toBe(intent);
});

test.each([
  ["Quels sont vos horaires ?", "hours"],
  ["Êtes-vous ouverts maintenant ?", "openNow"],
  ["Combien coûte un cours ?", "price"],
  ["Où êtes-vous ?", "place"],
  ["Y a-t-il une place libre samedi ?", "times"],
  ["Où est ma commande ?", "order"],
  ["Je veux parler à quelqu’un", "person"],
  ["Merci beaucoup", "thanks"],
])("en français : « %s »", (question, intent) => {
  expect(first(question, "fr")).toBe(intent);
});

test.each([
  ["how many hours does a firing take", "hours"],
  ["is the glaze lead-free", "times"],
  ["do I have to book for a flat", "times"],
])("“%s” only sounds like %s", (question, intent) => {
  expect(wantedIn(question, "en").map((one) => one.intent)).not.toContain(intent);
});

test("politeness around a question is no wish of its own", () => {
  expect(wantedIn("Hello, thanks, when are you open?", "en").map(({ intent }) => intent)).toEqual(["hours"]);
});

test("anger is told from words and from shouting, not from a name in capitals", () => {
  expect(isAngry("this is useless", "en")).toBe(true);
  expect(isAngry("WHY DOES NOBODY ANSWER ME!", "en")).toBe(true);
  expect(isAngry("das ist eine Frechheit", "de")).toBe(true);
  expect(isAngry("OK!", "en")).toBe(false);
  expect(isAngry("When is KILN night?", "en")).toBe(false);
});

test("a question that takes up another begins so, and says little else", () => {
  expect(takesUp("and on Sunday?", "en")).toBe(true);
  expect(takesUp("und am Sonntag?", "de")).toBe(true);
  expect(takesUp("et dimanche ?", "fr")).toBe(true);
  expect(takesUp("sand and clay", "en")).toBe(false);
  expect(takesUp("and what would it cost if I came with all eleven of my friends from the office", "en")).toBe(false);
});

test.each([
  ["When are you open?", "en-IE", "en-IE"],
  ["Wann habt ihr offen?", "en-IE", "de"],
  ["Wann habt ihr offen?", "en-IE", "de-AT", ["en-IE", "de-AT"]],
  ["Quels sont vos horaires ?", "en-IE", "fr"],
  ["Stoneware?", "de", "de"],
  ["???", "fr", "fr"],
] as const)("“%s” on a page in %s is in %s", (question, page, wanted, languages: readonly string[] = ["en-IE"]) => {
  expect(languageOf(question, languages, page)).toBe(wanted);
});

test.each([
  ["When?", "words"],
  ["1240", "words"],
  ["🙂 !!", "nothing"],
  ["", "nothing"],
  ["営業時間は", "script"],
  ["営業 hours", "words"],
] as const)("“%s” is %s", (question, wanted) => {
  expect(readable(question)).toBe(wanted);
});
