// Signing in and out, sessions, passwords, second factors, letters, and the people of a studio.
import { jest } from "@jest/globals";
import { eq, like } from "drizzle-orm";
import { Secret, TOTP } from "otpauth";
import { accountLinks, members, securityEvents, sessions, studios, users } from "@/data/account/tables";
import { jobs, rateLimits } from "@/data/job/tables";
import { mails } from "@/data/mail/tables";
import type { Context } from "../context";
import type { Incoming } from "../operation";
import { type OperationName, operations } from "../operations";
import type { Problem } from "../problem";
import { type Person, type TestStudio, testStudio } from "../testing/studio.test-kit";
import { hashPassword } from "./password";
import { accountOf, confirmedMinutes, cookieHeader, idleMinutes, sessionHours, signIn, tokenIn } from "./session";

let studio: TestStudio;
let context: Context;
const password = "clay-and-chains";
const address = "ines@m.example";
const caller = (nth: number) => ({ address: `192.0.${nth}.1`, agent: "A test (Plain; 64) of ours" });

beforeAll(async () => {
  studio = await testStudio();
  context = studio.context;
  await context.db.update(users).set({ passwordHash: await hashPassword(password) });
});
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
const later = (minutes: number) => atTime(new Date(context.now().getTime() + minutes * 60_000));

async function enter(email: string, secret = password, nth = 1, code = ""): Promise<string> {
  const found = await signIn(context, { email, password: secret, code }, caller(nth));
  if ("needs" in found) throw new Error("A code is needed");
  return found.token;
}

/** A caller with a session of theirs. */
async function callOf(person: Exclude<Person, "nobody">, token: string): Promise<Incoming> {
  const known = await accountOf(context, token);
  return { ...studio.incoming(person), account: known?.account ?? null, session: known?.session ?? null };
}

const perform = (incoming: Incoming, name: OperationName, input: object = {}) =>
  operations[name].perform(incoming, input) as Promise<never>;

const lettersTo = async (recipient: string) => {
  // Some are written behind the answer.
  await studio.work();
  return context.db.select().from(mails).where(eq(mails.recipient, recipient)).orderBy(mails.createdAt);
};

const linkIn = async (recipient: string) => {
  const rows = await lettersTo(recipient);
  return rows.map(({ text }) => /\/(?:join|recover)\/([\w-]+)/.exec(text)?.[1]).findLast(Boolean) as string;
};

describe("sessions", () => {
  test("are known by their token, of which the table holds only a hash", async () => {
    const token = await enter("INES@m.example");
    expect((await accountOf(context, token))?.account).toMatchObject({ email: address });
    expect(JSON.stringify(await context.db.select().from(sessions))).not.toContain(token);
    await perform(await callOf("designer", token), "account.signOut");
    expect(await accountOf(context, token)).toBeNull();
    expect(await accountOf(context, "made-up")).toBeNull();
    expect(await accountOf(context, null)).toBeNull();
  });

  test("end after a while without a command, and after half a day whatever is done", async () => {
    const token = await enter(address);
    expect(await accountOf(later(idleMinutes - 1), token)).not.toBeNull();
    // That look was a command; from then on the while begins anew. What a screen asks by itself is none.
    expect(await accountOf(later(2 * idleMinutes - 3), token, true)).not.toBeNull();
    expect(await accountOf(later(2 * idleMinutes), token)).toBeNull();
    const busy = await enter(address);
    for (let minutes = 20; minutes < sessionHours * 60; minutes += 20)
      expect(await accountOf(later(minutes), busy)).not.toBeNull();
    expect(await accountOf(later(sessionHours * 60), busy)).toBeNull();
  });

  test("are listed, and ended one by one or all others at once", async () => {
    const [here, there, elsewhere] = [await enter(address), await enter(address, password, 2), await enter(address)];
    const own = await callOf("designer", here);
    const list = (await perform(own, "account.sessions")) as { id: string; own: boolean; device: string }[];
    expect(list.filter((one) => one.own)).toHaveLength(1);
    expect(list[0]?.device).toBe("Plain; 64");
    const known = await accountOf(context, there);
    await perform(own, "account.endSession", { id: known?.session.publicId });
    expect(await accountOf(context, there)).toBeNull();
    await perform(own, "account.signOutEverywhere");
    expect([await accountOf(context, elsewhere), (await accountOf(context, here))?.account.email]).toEqual([
      null,
      address,
    ]);
    // Nobody ends another's.
    const others = await accountOf(context, await enter("rowan@m.example"));
    expect((await refusal(perform(own, "account.endSession", { id: others?.session.publicId }))).status).toBe(404);
  });

  test("have a cookie that is bound to the host with HTTPS", () => {
    expect(cookieHeader({ https: true }, "t")).toMatch(
      /^__Host-webitor_session=t; Path=\/; HttpOnly; SameSite=Lax; Secure; Max-Age=\d+$/,
    );
    expect(tokenIn({ https: true }, "webitor_session=planted; __Host-webitor_session=own")).toBe("own");
    expect(tokenIn({ https: false }, `webitor_session=${"x".repeat(5000)}`)).toBeNull();
    expect(tokenIn({ https: false }, null)).toBeNull();
  });
});

describe("signing in", () => {
  test("an unknown address and a wrong password get the same answer", async () => {
    const wrong = await refusal(enter(address, "wrong"));
    const unknown = await refusal(enter("nobody@m.example", "wrong"));
    expect(wrong.toJSON()).toEqual(unknown.toJSON());
    expect(wrong.status).toBe(401);
  });

  test("ten wrong tries slow down the network they come from, and nobody else", async () => {
    const owner = "rowan@m.example";
    await enter(owner, password, 3);
    for (let nth = 0; nth < 10; nth++) await refusal(enter(owner, "wrong", 7));
    const notes = async () =>
      (await context.db.select().from(securityEvents).where(eq(securityEvents.kind, "signInSlowed"))).length;
    const before = await notes();
    const slowed = await refusal(enter(owner, password, 7));
    for (let nth = 0; nth < 5; nth++) await refusal(enter(owner, "wrong", 7));
    // Told once: who is slowed down writes no further rows.
    expect(await notes()).toBe(before + 1);
    expect(slowed.status).toBe(429);
    expect(Number(slowed.headers["retry-after"])).toBeGreaterThan(800);
    expect(await enter(owner, password, 3)).toEqual(expect.any(String));
    expect(await enter(address, password, 7)).toEqual(expect.any(String));
  });

  test("a hundred wrong tries from many networks close the door to new networks only", async () => {
    const owner = "rowan@m.example";
    await enter(owner, password, 3);
    for (let nth = 0; nth < 100; nth++) await refusal(enter(owner, "wrong", 20 + nth));
    expect((await refusal(enter(owner, password, 200))).status).toBe(429);
    expect(await enter(owner, password, 3)).toEqual(expect.any(String));
  });

  test("one network has thirty tries over all accounts, also all at once", async () => {
    const tries = await Promise.all(
      Array.from({ length: 36 }, (_, nth) => refusal(enter(`guess${nth}@m.example`, "x", 51))),
    );
    expect(tries.filter(({ status }) => status === 401)).toHaveLength(30);
    expect(tries.filter(({ status }) => status === 429)).toHaveLength(6);
  });

  test("sets the session by the operation", async () => {
    const cookies: (string | null)[] = [];
    const incoming = { ...studio.incoming("nobody"), setSession: (token: string | null) => void cookies.push(token) };
    await perform(incoming, "account.signIn", { email: address, password });
    expect((await accountOf(context, cookies[0]))?.account.email).toBe(address);
  });
});

describe("passwords", () => {
  test("have twelve characters, are none of the commonest, and end other sessions when they change", async () => {
    const [here, elsewhere] = [await enter(address), await enter(address, password, 2)];
    const own = await callOf("designer", here);
    const change = (current: string, next: string) =>
      perform(own, "account.changePassword", { current, password: next });
    expect((await refusal(change("wrong", "a-longer-password"))).fields[0]?.path).toBe("current");
    expect((await refusal(change(password, "elevenchars"))).fields[0]?.message).toMatch(/at least 12 characters/);
    expect((await refusal(change(password, "LeaveMeAlone"))).fields[0]).toMatchObject({ path: "password" });
    expect((await refusal(change(password, "abababababab"))).fields[0]?.message).toMatch(/same few characters/);
    await change(password, "a-longer-password");
    expect(await accountOf(context, elsewhere)).toBeNull();
    expect(await accountOf(context, here)).not.toBeNull();
    expect((await refusal(enter(address))).status).toBe(401);
    expect((await lettersTo(address)).at(-1)?.text).toMatch(/password was changed/);
    await change("a-longer-password", password);
  });

  test("are asked for again before sensitive commands", async () => {
    const token = await enter("rowan@m.example");
    const old = { ...(await callOf("owner", token)), context: later(confirmedMinutes + 1) };
    const sensitive = (Object.keys(operations) as OperationName[]).filter((name) =>
      ["people.invite", "people.change", "people.remove", "sites.remove", "calendars.create"].includes(name),
    );
    const inputs: Record<string, object> = {
      "people.invite": { name: "Tobi", email: "t@m.example", role: "editor", sites: "all" },
      "people.change": { id: "editor", role: "designer", sites: "all" },
      "people.remove": { id: "editor" },
      "sites.remove": { site: "wrenfield", name: "x" },
      "calendars.create": { site: "wrenfield", kind: "resource", of: "x" },
    };
    expect(sensitive).toHaveLength(5);
    for (const name of sensitive)
      expect(await refusal(perform(old, name, inputs[name]))).toMatchObject({ status: 403, code: "confirmPassword" });
    expect((await refusal(perform(old, "account.confirm", { password: "wrong" }))).fields[0]?.path).toBe("password");
    await perform({ ...old, context }, "account.confirm", { password });
    expect((await refusal(perform(await callOf("owner", token), "people.remove", { id: "owner" }))).status).toBe(422);
  });

  test("that are lost come back by a letter, once, within an hour", async () => {
    const here = await enter(address);
    const ask = (email: string) => perform(studio.incoming("nobody"), "account.askRecovery", { email });
    expect(await ask("nobody@m.example")).toEqual(await ask(address));
    const token = await linkIn(address);
    const follow = (secret: string, at = context) =>
      perform({ ...studio.incoming("nobody"), context: at }, "account.followLink", {
        token,
        purpose: "recovery",
        password: secret,
      });
    expect((await refusal(follow("short"))).fields[0]?.path).toBe("password");
    expect((await refusal(follow("a-new-password", later(61)))).status).toBe(404);
    const both = await Promise.allSettled([follow("wheel-and-water-1"), follow("wheel-and-water-2")]);
    expect(both.map(({ status }) => status).sort()).toEqual(["fulfilled", "rejected"]);
    expect(await accountOf(context, here)).toBeNull();
    expect((await refusal(follow("wheel-and-water-3"))).status).toBe(404);
    expect(JSON.stringify(await context.db.select().from(accountLinks))).not.toContain(token);
    await context.db.update(users).set({ passwordHash: await hashPassword(password) });
    // Five letters an hour, however often it is asked.
    const before = (await lettersTo(address)).length;
    for (let nth = 0; nth < 8; nth++) await ask(address);
    const letters = (await lettersTo(address)).length - before;
    expect(letters).toBeGreaterThan(0);
    expect(letters).toBeLessThanOrEqual(5);
  });
});

describe("the second factor", () => {
  // Clock: it stands still: within one step of the codes, however long the tests take.
  beforeAll(() => void jest.spyOn(Date, "now").mockReturnValue(Date.now()));
  afterAll(() => void jest.restoreAllMocks());
  // Clock: the one that stands still.
  const codeOf = (key: string, atMs = Date.now()) =>
    new TOTP({ secret: Secret.fromBase32(key) }).generate({ timestamp: atMs });
  let key: string;
  let codes: readonly string[];

  test("counts once a code of it was shown; each code works once", async () => {
    const own = await callOf("designer", await enter(address));
    ({ key } = (await perform(own, "account.newSecondFactor")) as { key: string });
    expect((await refusal(perform(own, "account.turnOnSecondFactor", { key, code: "000000" }))).fields[0]?.path).toBe(
      "code",
    );
    // The step before the present one is taken too; so the present one is still unused below.
    // Clock: the one that stands still.
    const on = await perform(own, "account.turnOnSecondFactor", { key, code: codeOf(key, Date.now() - 30_000) });
    codes = (on as { recoveryCodes: string[] }).recoveryCodes;
    expect(codes).toHaveLength(10);
    const [row] = await context.db.select().from(users).where(eq(users.email, address));
    expect(row?.totpKey).not.toContain(key);
    expect(await signIn(context, { email: address, password, code: "" }, caller(1))).toEqual({ needs: "code" });
    const code = codeOf(key);
    expect(await enter(address, password, 1, code)).toEqual(expect.any(String));
    expect((await refusal(enter(address, password, 1, code))).fields[0]?.path).toBe("code");
  });

  test("recovery codes work once each", async () => {
    const [code = ""] = codes;
    expect(await enter(address, password, 1, code.toUpperCase())).toEqual(expect.any(String));
    expect((await refusal(enter(address, password, 1, code))).status).toBe(401);
  });

  test("whoever knows the password tries ten codes, from wherever, and a right password gives none of them back", async () => {
    const tried: number[] = [];
    for (let nth = 0; nth < 14; nth++) {
      expect(await signIn(context, { email: address, password, code: "" }, caller(nth))).toEqual({ needs: "code" });
      tried.push((await refusal(enter(address, password, nth, "000000"))).status);
    }
    expect(tried).toEqual([...Array(10).fill(401), ...Array(4).fill(429)]);
    // The right one, too, waits; and is taken when it is over, as if nothing had been.
    const [, code = ""] = codes;
    expect((await refusal(enter(address, password, 1, code))).status).toBe(429);
    await context.db.delete(rateLimits);
    for (let nth = 0; nth < 9; nth++) await refusal(enter(address, password, nth, "000000"));
    expect(await enter(address, password, 1, code)).toEqual(expect.any(String));
    for (let nth = 0; nth < 9; nth++) expect((await refusal(enter(address, password, nth, "000000"))).status).toBe(401);
  });

  test("stands after a recovery by letter: a letter is one factor", async () => {
    // The clock stands still: of letters of one moment none is the last.
    await studio.work();
    await context.db.delete(mails);
    await perform(studio.incoming("nobody"), "account.askRecovery", { email: address });
    const followed = await perform(studio.incoming("nobody"), "account.followLink", {
      token: await linkIn(address),
      purpose: "recovery",
      password: "wheel-and-water",
    });
    expect(followed).toEqual({ signedIn: false });
    await context.db.update(users).set({ passwordHash: await hashPassword(password) });
  });

  test("can be made a duty by an owner who has one; who has none may set it up and nothing else", async () => {
    const owner = await callOf("owner", await enter("rowan@m.example"));
    expect((await refusal(perform(owner, "people.secondFactor", { duty: true }))).fields[0]?.path).toBe("duty");
    const own = (await perform(owner, "account.newSecondFactor")) as { key: string };
    await perform(owner, "account.turnOnSecondFactor", { key: own.key, code: codeOf(own.key) });
    await perform(owner, "people.secondFactor", { duty: true });
    const token = await enter("maren@m.example");
    const editor = await callOf("editor", token);
    for (const name of Object.keys(operations) as OperationName[]) {
      if (operations[name].scope !== "site") continue;
      const refused = await refusal(perform(editor, name, { site: "wrenfield" }));
      expect([name, refused.code]).toEqual([name, "secondFactorNeeded"]);
    }
    const hers = (await perform(editor, "account.newSecondFactor")) as { key: string };
    await perform(editor, "account.turnOnSecondFactor", { key: hers.key, code: codeOf(hers.key) });
    const ready = await callOf("editor", token);
    expect(ready.account?.needsSecondFactor).toBe(false);
    expect((await refusal(perform(ready, "account.turnOffSecondFactor"))).fields[0]?.path).toBe("code");
    await context.db.update(studios).set({ secondFactor: false });
    await perform(ready, "account.turnOffSecondFactor");
  });
});

describe("people", () => {
  test("are invited by a letter, once, choose their own password, and lose their sessions with their account", async () => {
    const invite = (who: Person) =>
      studio.as(who, "people.invite", { name: "Tobi", email: "tobi@m.example", role: "editor", sites: ["wrenfield"] });
    expect((await refusal(invite("designer"))).status).toBe(403);
    const { id } = (await invite("owner")) as { id: string };
    expect((await refusal(invite("owner"))).fields[0]).toMatchObject({ path: "email" });
    expect((await refusal(enter("tobi@m.example", ""))).status).toBe(401);
    const first = await linkIn("tobi@m.example");
    await studio.as("owner", "people.inviteAgain", { id });
    const token = await linkIn("tobi@m.example");
    const look = (secret: string) =>
      perform(studio.incoming("nobody"), "account.lookAtLink", { token: secret, purpose: "invitation" });
    expect((await refusal(look(first))).status).toBe(404);
    expect(await look(token)).toEqual({ name: "Tobi", email: "tobi@m.example" });
    await perform(studio.incoming("nobody"), "account.followLink", {
      token,
      purpose: "invitation",
      password: "wheel-and-water",
    });
    const session = await enter("tobi@m.example", "wheel-and-water", 5);
    await studio.as("owner", "people.change", { id, role: "designer", sites: "all" });
    expect(await studio.as("owner", "people.list", {})).toContainEqual(
      expect.objectContaining({ email: "tobi@m.example", role: "designer", sites: "all", joined: true }),
    );
    await studio.as("owner", "people.remove", { id });
    expect(await accountOf(context, session)).toBeNull();
    expect(await context.db.select().from(users).where(eq(users.id, id))).toEqual([]);
    expect((await lettersTo("tobi@m.example")).at(-1)?.text).toMatch(/no longer belong/);
  });

  test("what happened stands in the owners' list, with a reference, and in no other studio's", async () => {
    const { rows: events } = (await studio.as("owner", "people.events", { before: null })) as {
      rows: { what: string; who: string; reference: string }[];
    };
    const [stored] = await context.db.select().from(securityEvents).where(eq(securityEvents.kind, "memberInvited"));
    expect(events).toContainEqual(
      expect.objectContaining({ who: "Rowan", what: "invited Tobi as editor", reference: stored?.id }),
    );
    expect(events.map(({ what }) => what)).toEqual(
      expect.arrayContaining(["signed in", "turned the second factor on", "removed Tobi"]),
    );
    expect((await refusal(studio.as("designer", "people.events", { before: null }))).status).toBe(403);
    expect(await studio.as("stranger", "people.events", { before: null })).toEqual({ rows: [], more: null });
  });

  test("the list goes on page by page, and none of many events of one moment is passed over or told twice", async () => {
    const { studioId } = studio;
    const at = context.now();
    await context.db.insert(securityEvents).values(
      Array.from({ length: 230 }, (_, nth) => ({
        id: `paged${String(nth).padStart(3, "0")}`,
        studioId,
        kind: "signedIn" as const,
        details: {},
        network: "",
        at,
      })),
    );
    const seen: string[] = [];
    for (let before: string | null = null; ; ) {
      const page = (await studio.as("owner", "people.events", { before })) as {
        rows: { reference: string }[];
        more: string | null;
      };
      seen.push(...page.rows.map(({ reference }) => reference));
      before = page.more;
      if (before === null) break;
    }
    expect(new Set(seen).size).toBe(seen.length);
    expect(seen.filter((reference) => reference.startsWith("paged"))).toHaveLength(230);
    await context.db.delete(securityEvents).where(like(securityEvents.id, "paged%"));
  });

  test("invitations wait for their owner where no mail server is, and only those of the own studio", async () => {
    await studio.as("owner", "people.invite", { name: "Una", email: "una@m.example", role: "editor", sites: [] });
    await studio.work();
    const letters = (await studio.as("owner", "people.letters", {})) as { recipient: string; text: string }[];
    expect(letters.map(({ recipient }) => recipient)).toContain("una@m.example");
    // A letter about a lost password is for nobody but its reader.
    expect(letters.every(({ text }) => !text.includes("/recover/"))).toBe(true);
    expect(await studio.as("stranger", "people.letters", {})).toEqual([]);
    await context.db.delete(jobs);
    expect((await context.db.select().from(members)).length).toBeGreaterThan(3);
  });
});
