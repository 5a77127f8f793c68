// Code on every page: what it names has to be listed before it goes live.
import { wholepageFacts } from "./facts";
import { wholepageJudge } from "./judge";
import { newWholePage, wholePageSchema } from "./wholepage";
import { wholepage as kind } from "./widget";

const problems = (more: object) =>
  [...(wholepageJudge.problems?.({ ...newWholePage, ...more } as never, {} as never) ?? [])].map(
    ({ code, weight, values }) => [weight, code, ...Object.values(values ?? {})],
  );

test("a script of another host stops a release until its origin is listed", () => {
  const html = '<script src="https://counter.example/c.js" async></script><img src="https://counter.example/p.gif">';
  expect(problems({ html })).toEqual([["stops", "check.codeNotListed", "https://counter.example"]]);
  expect(problems({ html, origins: ["https://counter.example"] })).toEqual([]);
  expect(problems({ html: '<script src="https://[bad/c.js"></script>' })).toEqual([]);
  expect(problems({})).toEqual([["look", "check.emptyCode"]]);
  expect(problems({ enabled: false })).toEqual([]);
});

test("what a script says stands in its own field, where the page’s policy names it by its hash", () => {
  const fault = (html: string) => wholePageSchema.validate({ ...newWholePage, html }).error?.details[0];
  expect(fault("<script>alert(1)</script>")?.message).toContain("“Script”");
  expect(fault("<SCRIPT >alert(1)")?.path).toEqual(["html"]);
  expect(fault('<script src="https://a.example/x.js"></script>')).toBeUndefined();
});

test("what it reaches and leaves is told, for consent; a page is told nothing that only the designer needs", () => {
  const settings = { ...newWholePage, origins: ["https://counter.example"], sets: ["visits"] };
  expect([...(kind.sends?.(settings, () => "") ?? [])]).toMatchObject([
    { origin: "https://counter.example", purpose: "statistics" },
    { sets: ["visits"], purpose: "statistics" },
  ]);
  expect(kind.released(settings, {} as never, null)).toEqual({
    where: "end",
    html: "",
    script: "",
    purpose: "statistics",
  });
  expect(wholepageFacts.asks?.right).toBe("code.change");
  expect(wholepageFacts.asks?.asleep(settings)).toEqual({ ...settings, enabled: false });
});
