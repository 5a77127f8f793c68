// Signing in and out, sessions, passwords, and the people of a studio.
import { eq } from "drizzle-orm";
import { sessions, users } from "@/data/account/tables";
import { rateLimits } from "@/data/job/tables";
import type { Context } from "../context";
import { operations } from "../operations";
import type { Problem } from "../problem";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { accountOf, hashPassword, sessionDays, signIn, signOut } from "./session";

let studio: TestStudio;
let context: Context;
const password = "clay-and-chains";
const address = "ines@m.example";

beforeAll(async () => {
  studio = await testStudio();
  context = studio.context;
  await context.db.update(users).set({ passwordHash: await hashPassword(password) });
}, 60_000);
afterAll(() => studio.close());
beforeEach(() => context.db.delete(rateLimits));

const refusal = (work: Promise<unknown>): Promise<Problem> =>
  work.then(
    () => {
      throw new Error("This was not refused");
    },
    (error: Problem) => error,
  );
const atTime = (now: Date): Context => ({ ...context, now: () => now });

test("a session is known by its token, of which the table holds only a hash", async () => {
  const token = await signIn(context, "INES@m.example", password, "192.0.2.1");
  expect(await accountOf(context, token)).toMatchObject({ email: address });
  const rows = await context.db.select().from(sessions);
  expect(JSON.stringify(rows)).not.toContain(token);
  await signOut(context, token);
  expect(await accountOf(context, token)).toBeNull();
  expect(await accountOf(context, "made-up")).toBeNull();
  expect(await accountOf(context, null)).toBeNull();
});

test("a session ends after two weeks, and ended ones are swept when somebody signs in", async () => {
  const token = await signIn(context, address, password, "192.0.2.1");
  const end = context.now().getTime() + sessionDays * 86_400_000;
  expect(await accountOf(atTime(new Date(end - 60_000)), token)).not.toBeNull();
  expect(await accountOf(atTime(new Date(end + 1000)), token)).toBeNull();
  await signIn(atTime(new Date(end + 1000)), address, password, "192.0.2.1");
  expect(await context.db.select().from(sessions)).toHaveLength(1);
});

test("a wrong password and an unknown address are the same refusal", async () => {
  const wrong = await refusal(signIn(context, address, "wrong", "192.0.2.1"));
  const unknown = await refusal(signIn(context, "nobody@m.example", "wrong", "192.0.2.1"));
  expect(wrong.toJSON()).toEqual(unknown.toJSON());
  expect(wrong.status).toBe(401);
});

test("ten wrong tries lock an account for a while, from wherever they come; the right password forgives", async () => {
  for (let nth = 0; nth < 9; nth++) await refusal(signIn(context, address, "wrong", `192.0.2.${nth}`));
  await signIn(context, address, password, "192.0.2.99");
  for (let nth = 0; nth < 10; nth++) await refusal(signIn(context, address, "wrong", `192.0.2.${nth}`));
  const locked = await refusal(signIn(context, address, password, "192.0.2.99"));
  expect(locked.status).toBe(429);
  expect(Number(locked.headers["retry-after"])).toBeGreaterThan(800);
  // Somebody else is not locked out by it.
  expect(await signIn(context, "rowan@m.example", password, "192.0.2.99")).toEqual(expect.any(String));
});

test("one address of the network has thirty tries over all accounts, also all at once", async () => {
  const tries = await Promise.all(
    Array.from({ length: 36 }, (_, nth) => refusal(signIn(context, `guess${nth}@m.example`, "x", "198.51.100.1"))),
  );
  expect(tries.filter(({ status }) => status === 401)).toHaveLength(30);
  expect(tries.filter(({ status }) => status === 429)).toHaveLength(6);
}, 60_000);

test("a new password ends every other session, and the old one is needed for it", async () => {
  const here = await signIn(context, address, password, "192.0.2.1");
  const elsewhere = await signIn(context, address, password, "192.0.2.2");
  const change = (current: string, next: string) =>
    operations["account.changePassword"].perform(
      { ...studio.incoming("designer"), sessionToken: here },
      { current, password: next },
    );
  expect((await refusal(change("wrong", "a-longer-password"))).fields[0]?.path).toBe("current");
  expect((await refusal(change(password, "short"))).fields[0]?.message).toBe("A password has at least 10 characters.");
  await change(password, "a-longer-password");
  expect(await accountOf(context, elsewhere)).toBeNull();
  expect(await accountOf(context, here)).not.toBeNull();
  expect((await refusal(signIn(context, address, password, "192.0.2.1"))).status).toBe(401);
  await change("a-longer-password", password);
});

test("signing in sets the session by the operation, and out takes it away", async () => {
  const cookies: (string | null)[] = [];
  const incoming = { ...studio.incoming("nobody"), setSession: (token: string | null) => void cookies.push(token) };
  await operations["account.signIn"].perform(incoming, { email: address, password });
  const token = cookies[0] as string;
  expect(await accountOf(context, token)).toMatchObject({ email: address });
  await operations["account.signOut"].perform(
    { ...incoming, account: await accountOf(context, token), sessionToken: token },
    {},
  );
  expect([cookies.at(-1), await accountOf(context, token)]).toEqual([null, null]);
});

test("people are added by an owner, once, and lose their sessions with their account", async () => {
  const add = (who: "owner" | "designer") =>
    studio.as(who, "people.add", {
      name: "Tobi",
      email: "tobi@m.example",
      password: "wheel-and-water",
      role: "editor",
    });
  expect((await refusal(add("designer"))).status).toBe(403);
  const { id } = (await add("owner")) as { id: string };
  expect((await refusal(add("owner"))).fields[0]).toMatchObject({ path: "email" });
  const token = await signIn(context, "tobi@m.example", "wheel-and-water", "192.0.2.5");
  await studio.as("owner", "people.change", { id, role: "designer" });
  expect((await studio.as("owner", "people.list", {})) as object[]).toContainEqual(
    expect.objectContaining({ email: "tobi@m.example", role: "designer" }),
  );
  await studio.as("owner", "people.remove", { id });
  expect(await accountOf(context, token)).toBeNull();
  expect(await context.db.select().from(users).where(eq(users.id, id))).toEqual([]);
});
