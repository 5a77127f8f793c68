import { rateLimits } from "@/data/job/tables";
import type { Context } from "./context";
import { givePointsBack, limitFields, limits, takePoint } from "./limit";
import type { Problem } from "./problem";
import { testContext } from "./testing/studio.test-kit";

let context: Context;
let drop: () => Promise<void>;
beforeAll(async () => {
  ({ context, drop } = await testContext());
});
afterAll(() => drop());
beforeEach(() => context.db.delete(rateLimits));

const take = (who: string) =>
  takePoint(context, "signInAccount", who).then(
    () => null,
    (problem: Problem) => problem,
  );

test("simultaneous callers are counted apart: exactly the limit passes", async () => {
  const answers = await Promise.all(Array.from({ length: 40 }, () => take("ines")));
  expect(answers.filter((answer) => answer === null)).toHaveLength(limits.signInAccount.points);
});

test("who is refused learns when to come again, in the standard fields", async () => {
  for (let nth = 0; nth < limits.signInAccount.points; nth++) expect(await take("ines")).toBeNull();
  const refused = (await take("ines")) as Problem;
  expect(refused.status).toBe(429);
  expect(Number(refused.headers["retry-after"])).toBeLessThanOrEqual(limits.signInAccount.seconds);
  expect(refused.headers.ratelimit).toMatch(/^"signInAccount";r=0;t=\d+$/);
  expect(refused.headers["ratelimit-policy"]).toBe('"signInAccount";q=10;w=900');
  expect(await take("rowan")).toBeNull();
});

test("a window that has passed begins anew, and points can be given back", async () => {
  for (let nth = 0; nth < limits.signInAccount.points; nth++) await take("ines");
  await givePointsBack(context, "signInAccount", "ines");
  expect(await take("ines")).toBeNull();
  for (let nth = 1; nth < limits.signInAccount.points; nth++) await take("ines");
  expect(await take("ines")).not.toBeNull();
  await context.db.update(rateLimits).set({ expire: 1 });
  expect(await take("ines")).toBeNull();
});

test("less than nothing is left to nobody", () => {
  expect(limitFields("reading", { points: 5, seconds: 60 }, -3, 7).ratelimit).toBe('"reading";r=0;t=7');
});
