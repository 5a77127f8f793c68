// How a chat addresses whoever asks.
import { addressed, spokenIn } from "@/core/chat/answers/address";
import { closeLanguages } from "@/core/chat/understands/close-language";
import { newChat } from "../chat";
import { chatPageWords } from "../knows/page-words";
import { chatSchema } from "../schema";
import { chatSays } from "./say";

test("a language is spoken closely where the brief says so, and only there", () => {
  expect(spokenIn("de-AT", { close: ["de"] })).toBe("de-AT-x-close");
  expect(spokenIn("de-AT-x-close", { close: ["de"] })).toBe("de-AT-x-close");
  expect(spokenIn("de", { close: ["fr"] })).toBe("de");
  expect(spokenIn("en", { close: ["de", "fr"] })).toBe("en");
  // A tag that dates and numbers can be written in.
  expect(new Intl.DateTimeFormat("de-AT-x-close", { weekday: "long", timeZone: "UTC" }).format(0)).toBe("Donnerstag");
});

test.each(closeLanguages)("%s: nothing that is said closely is said politely as well", (language) => {
  const polite = /\b(?:Sie|Ihre?[nmrs]?|vous|votre|vos)\b/;
  const close = spokenIn(language, { close: [language] });
  const texts = (words: object) =>
    Object.entries(words).flatMap(([key, value]) => {
      const said = typeof value === "function" ? (value as (...given: unknown[]) => unknown)("3", "4") : value;
      return typeof said === "string" ? [[key, said] as const] : [];
    });
  for (const words of [chatSays(close), chatPageWords(close)])
    for (const [key, text] of texts(words)) {
      // "Sie öffnet sich" speaks of a page.
      const rest = text.replace("Sie öffnet sich", "");
      expect([key, polite.test(rest)]).toEqual([key, false]);
    }
  expect(chatSays(close).greeting).not.toBe(chatSays(language).greeting);
});

test("what is said alike stays as it is; a language without two ways has one", () => {
  expect(chatSays("de-x-close").soldOut("Krug")).toBe(chatSays("de").soldOut("Krug"));
  expect(addressed({ a: 1 }, {}, "constructor-x-close")).toEqual({ a: 1 });
});

test("a brief takes languages with two ways, each once", () => {
  const chat = newChat("Töpferei");
  const judged = (close: unknown) => chatSchema.validate({ ...chat, brief: { ...chat.brief, close } }).error?.message;
  expect(judged(["de", "fr"])).toBeUndefined();
  expect(judged(["en"])).toBeDefined();
  expect(judged(["de", "de"])).toBeDefined();
});
