// Whether pieces of pages are valid HTML.
import { HtmlValidate } from "html-validate";

const validator = new HtmlValidate({
  extends: ["html-validate:standard"],
  rules: {
    "void-style": "off",
    "no-trailing-whitespace": "off",
    "no-implicit-button-type": "off",
    "no-redundant-role": "off",
    "long-title": "off",
    "no-inline-style": "off",
  },
});

/** That something is valid where it stands in a page. */
export async function expectValid(html: string): Promise<void> {
  const page = `<!DOCTYPE html><html lang="en"><head><meta charset="utf-8"><title>Page</title></head><body><main>${html}</main></body></html>`;
  const report = await validator.validateString(page);
  expect(
    report.results.flatMap(({ messages }) => messages.map(({ ruleId, message }) => `${ruleId}: ${message}`)),
  ).toEqual([]);
}
