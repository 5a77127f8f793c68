// The payment stand-in by itself: keys, payments that are opened once, cards that do what is listed, and signatures.
import { type BehaviourName, behaviourNames, behaviours, cardDoes, isCardNumber, testCards } from "./behaviours";
import { answerCall, eventToSend, openAccount, play, playFactor, signEvent } from "./service";
import type { Payment, PayStore, Records, Telling } from "./store";

/** Records in memory, and what was told. */
function memory(): { store: PayStore; told: Telling[] } {
  const kept = new Map<string, unknown>();
  const told: Telling[] = [];
  const store: PayStore = {
    mayTell: (to) => to.startsWith("http://shop.example/"),
    read: async <K extends keyof Records>(of: K, id: string) => (kept.get(`${of} ${id}`) as Records[K]) ?? null,
    change: async (of, id, change) => {
      const { keep, tell = [], give } = change((kept.get(`${of} ${id}`) as never) ?? null);
      if (keep) kept.set(`${of} ${id}`, keep);
      told.push(...tell);
      return give;
    },
  };
  return { store, told };
}

const asked = {
  ...{ reference: "ours-1", amount: 4200, currency: "EUR", method: "card", title: "Order 1" },
  ...{ returnTo: "http://shop.example/", notify: "http://shop.example/events", capture: "now" },
};

async function opened(more: object = {}) {
  const { store, told } = memory();
  const keys = await openAccount(store, "Wrenfield");
  const call = async (
    method: string,
    path: string,
    body: unknown = null,
    { key = keys.secret.test, once = "" } = {},
  ) => {
    const { status, value } = await answerCall(store, { method, path, key, once, body });
    return { status, value: value as Payment & { error?: string } };
  };
  const { value } = await call("POST", "/v1/payments", { ...asked, ...more }, { once: "once-1" });
  return { store, told, keys, call, id: value.id };
}

describe("cards", () => {
  test("every test card has a right check digit, and each does one thing of its own", () => {
    expect(new Set(Object.values(testCards)).size).toBe(behaviourNames.length);
    for (const name of behaviourNames) {
      expect(isCardNumber(testCards[name])).toBe(true);
      expect(cardDoes(testCards[name])).toEqual({ name, test: true });
    }
  });

  test("a digit changed or swapped is no card", () => {
    const good = testCards.pays;
    for (let at = 0; at < good.length; at++) {
      const digit = (Number(good[at]) + 1) % 10;
      expect(isCardNumber(good.slice(0, at) + digit + good.slice(at + 1))).toBe(false);
    }
    for (const other of ["", "12", "9700-0000", `${good}0`, "x".repeat(16)]) expect(cardDoes(other)).toBeNull();
  });
});

describe("accounts", () => {
  test("a key opens its own account in its own mode; cut off, changed, or of nobody it opens nothing", async () => {
    const { call, keys } = await opened();
    expect((await call("GET", "/v1/account")).value).toMatchObject({ name: "Wrenfield", mode: "test" });
    expect((await call("GET", "/v1/account", null, { key: keys.secret.live })).value).toMatchObject({ mode: "live" });
    const swapped = keys.secret.test.replace("test.", "live.");
    for (const key of ["", "x", swapped, keys.hook.test, keys.secret.test.slice(0, -1), `${keys.secret.test}0`])
      expect((await call("GET", "/v1/account", null, { key })).status).toBe(401);
  });

  test("keys are shown once and not kept", async () => {
    const { store, keys } = await opened();
    expect(JSON.stringify(await store.read("account", keys.account))).not.toContain(keys.secret.test);
  });

  test("a payment of one account, or of the other mode, is not there for another key", async () => {
    const { store, call, keys, id } = await opened();
    const other = await openAccount(store, "Oddlane");
    for (const key of [other.secret.test, keys.secret.live])
      expect((await call("GET", `/v1/payments/${id}`, null, { key })).status).toBe(404);
  });
});

describe("payments", () => {
  test("the same key once more is the same payment; over another sum it is refused", async () => {
    const { call, id } = await opened();
    expect((await call("POST", "/v1/payments", asked, { once: "once-1" })).value.id).toBe(id);
    const other = await call("POST", "/v1/payments", { ...asked, amount: 1 }, { once: "once-1" });
    expect([other.status, other.value.error]).toEqual([409, "otherAmount"]);
  });

  test.each([
    { amount: 0 },
    { amount: 1.5 },
    { amount: -4 },
    { amount: "4200" },
    { currency: "euro" },
    { method: "barter" },
    { returnTo: "shop" },
    { notify: "" },
    { title: "x".repeat(201) },
  ])("%j makes no payment", async (more) => {
    const { call } = await opened();
    expect((await call("POST", "/v1/payments", { ...asked, ...more }, { once: "once-2" })).status).toBe(422);
  });

  test.each(behaviourNames)("%s does and tells what is listed", async (name: BehaviourName) => {
    const { store, told, id } = await opened();
    const { does, tells } = behaviours[name];
    const came = await play(store, id, name, 5000);
    expect(came).toBe({ pays: "paid", declines: "declined", factor: "factor", hangs: "hangs" }[does]);
    const events = told.map(({ body, afterMs }) => ({ ...(JSON.parse(body) as { id: string; is: string }), afterMs }));
    const first = does === "declines" ? "declined" : does === "factor" ? "asksFactor" : "captured";
    const wanted = { atOnce: [first], late: [first], twice: [first, first], mixed: [first, "asksFactor"], never: [] };
    expect(events.map(({ is }) => is)).toEqual(wanted[tells]);
    if (tells === "late") expect(events[0]?.afterMs).toBe(5000);
    if (tells === "twice") expect(events[0]?.id).toBe(events[1]?.id);
  });

  test("a code: six digits are right, others are asked again, six naughts are a refusal; another card may follow", async () => {
    const { store, id } = await opened();
    expect(await playFactor(store, id, "123456")).toBe("over");
    await play(store, id, "factor");
    for (const code of ["", "12345", "abcdef", "1234567"]) expect(await playFactor(store, id, code)).toBe("factor");
    expect(await playFactor(store, id, "000000")).toBe("declined");
    await play(store, id, "factor");
    expect(await playFactor(store, id, "123456")).toBe("paid");
    expect(await play(store, id, "pays")).toBe("over");
    expect(await play(store, "p0", "pays")).toBe("unknown");
  });

  test("promised, taken once; given up it is not taken, and taken it is not given up", async () => {
    const later = await opened({ capture: "later" });
    expect((await later.call("POST", `/v1/payments/${later.id}/capture`, {})).status).toBe(409);
    await play(later.store, later.id, "pays");
    for (let nth = 0; nth < 2; nth++)
      expect((await later.call("POST", `/v1/payments/${later.id}/capture`, {})).value).toMatchObject({
        captured: 4200,
      });
    expect((await later.call("POST", `/v1/payments/${later.id}/release`, {})).value.state).toBe("captured");
    const dropped = await opened({ capture: "later" });
    await play(dropped.store, dropped.id, "pays");
    expect((await dropped.call("POST", `/v1/payments/${dropped.id}/release`, {})).value.state).toBe("released");
    expect((await dropped.call("POST", `/v1/payments/${dropped.id}/capture`, {})).status).toBe(409);
  });

  test("given back by its id once, and never more than was taken", async () => {
    const { store, call, id } = await opened();
    const back = (once: string, amount: unknown) => call("POST", `/v1/payments/${id}/refunds`, { amount }, { once });
    expect((await back("r0", 100)).status).toBe(422);
    await play(store, id, "pays");
    expect([(await back("r1", 4000)).status, (await back("r1", 4000)).status]).toEqual([201, 200]);
    for (const amount of [201, 0, -1, "1", 0.5]) expect((await back("r2", amount)).status).toBe(422);
    expect((await back("r2", 200)).value.refunds).toEqual({ r1: 4000, r2: 200 });
  });

  test("in live mode nothing is tried, and no call that is not there is answered", async () => {
    const { call, keys, id } = await opened();
    const live = { key: keys.secret.live, once: "live-1" };
    const { value } = await call("POST", "/v1/payments", asked, live);
    expect((await call("POST", `/v1/payments/${value.id}/try`, { does: "pays" }, live)).status).toBe(422);
    for (const path of ["/v1/nothing", `/v1/payments/${id}/__proto__`, `/v1/payments/${id}/toString`])
      expect((await call("POST", path, {})).status).toBe(404);
  });

  test("whoever tries card after card is told that it is over", async () => {
    const { store, id } = await opened();
    for (let nth = 0; nth < 60; nth++) await play(store, id, "noFunds");
    expect(await play(store, id, "pays")).toBe("over");
  });
});

test("an event is signed over its second and its body, by the key of its mode", async () => {
  const { store, told, keys, id } = await opened();
  await play(store, id, "pays");
  const sent = await eventToSend(store, told[0] as Telling, 1_900_000_000_999);
  expect(sent?.headers).toEqual({
    "pay-time": "1900000000",
    "pay-signature": signEvent(keys.hook.test, sent?.body ?? "", 1_900_000_000),
  });
  expect(signEvent(keys.hook.live, sent?.body ?? "", 1_900_000_000)).not.toBe(sent?.headers["pay-signature"]);
  expect(signEvent(keys.hook.test, sent?.body ?? "", 1_900_000_001)).not.toBe(sent?.headers["pay-signature"]);
  expect(await eventToSend(store, { ...(told[0] as Telling), account: "nobody" }, 0)).toBeNull();
});
