// Languages as visitors' browsers and forms say them.
import { canonicalLanguage, preferredLanguage } from "./language";
import { languageSchema } from "./schema";
import { inLanguage } from "./words";

test.each([
  ["en", "en"],
  ["EN-ie", "en-IE"],
  ["de-AT", "de-AT"],
  ["zh-hant-tw", "zh-Hant-TW"],
  ["sl-rozaj", "sl-rozaj"],
])("%s is the language %s", (written, tag) => {
  expect(canonicalLanguage(written)).toBe(tag);
  expect(languageSchema.validate(written).value).toBe(tag);
});

test.each(["", "*", "x", "--", "en_US", "e", "engl", "en-", "-en", "i-klingon", "x-private", "en-u-ca-buddhist", "12"])(
  "%s is none, and is told how one is written",
  (written) => {
    expect(canonicalLanguage(written)).toBeNull();
    expect(languageSchema.validate(written).error?.message).toMatch(/^A language is .*en-IE\.$/);
  },
);

test("no tag is longer than one may be", () => {
  expect(canonicalLanguage(`en-${"abcdefgh-".repeat(40)}x`)).toBeNull();
});

test.each([
  ["de-AT, en;q=0.5", "de-AT"],
  ["*, fr;q=0.8", "fr"],
  ["en_US, --, x", "en"],
  ["constructor, __proto__", "en"],
  ["", "en"],
  [null, "en"],
  [";;;,,,q=1", "en"],
  [`${"*,".repeat(10_000)}de`, "en"],
])("of %s the first language is taken, or English", (accept, tag) => expect(preferredLanguage(accept)).toBe(tag));

test("words are those of the language, and English for every other, whatever it is called", () => {
  const words = { en: "hello", de: "hallo" };
  expect(inLanguage(words, "de-AT")).toBe("hallo");
  expect(inLanguage(words, "DE")).toBe("hallo");
  for (const tag of ["fr", "constructor", "__proto__", "toString", "", "-"])
    expect(inLanguage(words, tag)).toBe("hello");
});
