// The page of somebody's own: what they did, with the files that came of it, and the addresses they gave.
import { expectValid } from "@/core/render/valid.test-kit";
import { accountHtml, accountWords, askHtml, enterHtml } from "./account";

const line = {
  on: "5 Mar 2026",
  title: "Order <1001>",
  words: "€18.00 · paid",
  path: "/order?o=a&b",
  files: [
    { name: "Recipes.pdf", path: "/_w/v1/shop/download?d=x", words: "5 times, until Sat 4 Apr" },
    { name: "Old <file>.pdf", path: "", words: "over" },
  ],
};

test("files can be fetched as long as they may, addresses stand once below, and nothing typed is markup", () => {
  const page = accountHtml("en-IE", "<nuala>@post.example", [line], [["Nuala <b>", "3 Quay Street"]]);
  expect(page).toContain('<a href="/_w/v1/shop/download?d=x" download>Recipes.pdf</a> · 5 times');
  expect(page).toContain("Old &lt;file&gt;.pdf · over");
  expect(page).toContain("<address>Nuala &lt;b&gt;<br>3 Quay Street</address>");
  expect(page).toContain("Order &lt;1001&gt;");
  expect(page).not.toMatch(/<nuala>|<b>|<file>/);
  expect(accountHtml("en-IE", "n@post.example", [])).not.toContain(accountWords("en").addresses);
});

test.each(["en", "de-AT", "fr", "da"])("every state of it is valid HTML in %s", async (language) => {
  for (const inner of [
    askHtml(language, {}),
    askHtml(language, { fault: "This is no e-mail address.", email: "nuala@" }),
    askHtml(language, { said: accountWords(language).sent("n@post.example") }),
    enterHtml(language, "t", "n@post.example"),
    accountHtml(language, "n@post.example", [line], [["Nuala", "3 Quay Street"]]),
  ]) {
    await expectValid(inner);
  }
});
