// Payments on a real database, with the stand-in's every behaviour against orders: nothing is charged twice, nothing is lost, and what
// comes for nothing goes back by itself.
import { execFileSync, spawn } from "node:child_process";
import { join } from "node:path";
import { eq } from "drizzle-orm";
import fc from "fast-check";
import { aProduct, aVariant } from "@/core/catalog/sample.test-kit";
import type { ConnectorKind } from "@/core/payment/connectors";
import { noAddress } from "@/core/shop/address";
import { emptyCart } from "@/core/shop/cart";
import { newShop } from "@/core/shop/new-shop";
import { inTransaction } from "@/data/connection";
import { jobs, rateLimits } from "@/data/job/tables";
import { mails } from "@/data/mail/tables";
import { paymentConnectors, paymentSteps, payments, standInRecords } from "@/data/payment/tables";
import { shopOrderSteps, shopOrders, shopStockMoves, shopVariants } from "@/data/shop/tables";
import { findSite, type SiteRow } from "@/data/site/queries";
import { queueJob } from "@/server/job/queue";
import type { OrderRow } from "@/server/shop/orders/order-row";
import { makeOrder } from "@/server/shop/orders/orders";
import { type BehaviourName, behaviourNames, behaviours } from "@/standins/pay/behaviours";
import { play, signEvent } from "@/standins/pay/service";
import type { Payment } from "@/standins/pay/store";
import { forNode } from "../../../scripts/lib/bundles.mjs";
import { isLongRun } from "../../../tests/extent";
import { limits } from "../limit";
import type { OperationName, Takes } from "../operations";
import { keepCart, readCart, reckoned } from "../shop/cart/carts";
import { stepOrder } from "../shop/cart/steps";
import { catalogOf } from "../shop/catalog/catalog";
import { makeProduct } from "../shop/catalog/products";
import { endOrder } from "../shop/orders/paid";
import { liveShopOf } from "../shop/pages/live";
import { begunFor, knownAt, payFor } from "../testing/pay.test-kit";
import { type TestStudio, testStudio, work } from "../testing/studio.test-kit";
import { tally } from "../testing/tally.test-kit";
import { getPage } from "../testing/visitor.test-kit";
import { installWays } from "./inside";
import { payPath } from "./link";
import { Unreachable } from "./outside";
import { changeWay, payingPage } from "./page";
import type { PaymentRow } from "./payments";
import { connectorOf, keysFor } from "./set-up";
import { askAfter, receiveEvent } from "./settle";
import { accountAddress, mayOpenAccount } from "./stand-in-key";
import { payStore } from "./stand-in-store";

let studio: TestStudio;
let context: TestStudio["context"];
let site: SiteRow;
const mug = aProduct("mug", { name: "Bell mug", counted: true, variants: [aVariant("mug-1", { sku: "MUG" })] });

beforeAll(async () => {
  studio = await testStudio();
  context = studio.context;
  site = (await findSite(context.db, "wrenfield")) as SiteRow;
  await inTransaction(context.db, (tx) =>
    makeProduct(tx, { siteId: site.id, by: "test", now: new Date("2026-03-01T08:00:00Z") }, mug),
  );
  await installWays(context, site, { card: {}, redirect: {}, later: {}, transfer: {} });
});
afterAll(() => studio.close());
beforeEach(async () => {
  await context.db.delete(rateLimits);
  await context.db.update(shopVariants).set({ stock: 50, kept: 0 }).where(eq(shopVariants.id, "mug-1"));
});

/** An order of two mugs with its parcel, 42.00, as a checkout makes it. */
async function order(by: ConnectorKind = "card"): Promise<OrderRow> {
  const settings = { ...newShop("Europe/Dublin", "en-IE"), enabled: true };
  const live = liveShopOf({ pages: [], widgets: [{ id: "shop", kind: "shop", name: "Shop", settings }] });
  if (!live) throw new Error("There is no shop.");
  const typed = {
    email: "nuala@post.example",
    phone: "",
    address: { ...noAddress, name: "Nuala Byrne", street: "3 Quay Street", city: "Galway", country: "IE" },
    ...{ way: "parcel", payment: by, taxNumber: "", note: "", agreed: true },
  };
  const lines = [{ id: "l", product: "mug", variant: "mug-1", quantity: 2, asked: {}, seen: 1800 }];
  const cart = { ...emptyCart, lines, typed };
  const { shown } = await reckoned(context, site, live, await catalogOf(context, site, { now: true }), cart, "IE");
  return inTransaction(context.db, async (tx) => {
    const kept = await readCart(context, tx, site.id, context.newId());
    await keepCart(context, tx, site.id, kept, cart);
    return makeOrder(context, tx, { site, live, kept, typed, shown, payment: by, once: context.newId() });
  });
}

const now = async ({ id }: Pick<OrderRow, "id">) =>
  (await context.db.select().from(shopOrders).where(eq(shopOrders.id, id)))[0] as OrderRow;
const shelf = async () =>
  (await context.db.select().from(shopVariants).where(eq(shopVariants.id, "mug-1")))[0] as {
    stock: number;
    kept: number;
  };
const stepsOfOrder = async ({ id }: Pick<OrderRow, "id">) =>
  (
    await context.db
      .select({ command: shopOrderSteps.command, by: shopOrderSteps.by, position: shopOrderSteps.position })
      .from(shopOrderSteps)
      .where(eq(shopOrderSteps.orderId, id))
      .orderBy(shopOrderSteps.position)
  ).map(({ command, by }) => `${command} by ${by}`);
const pays = (one: OrderRow, does: BehaviourName, lateMs?: number) =>
  payFor(context, "wrenfield", "order", one.id, does, lateMs);
const newest = async ({ id }: OrderRow) => begunFor(context, "wrenfield", "order", id);
const all = (one: OrderRow) => context.db.select().from(payments).where(eq(payments.target, one.id));
/** The half hour is over. */
const timeIsUp = async ({ id }: OrderRow) => {
  await context.db
    .update(shopOrders)
    .set({ endsByItselfAt: new Date(0) })
    .where(eq(shopOrders.id, id));
  await endOrder(context, site.id, id);
};

describe("what a payer’s card does", () => {
  test("an order waits with its goods kept; nobody is written to before it is paid", async () => {
    const before = (await context.db.select().from(mails)).length;
    const made = await order();
    expect(made).toMatchObject({ state: "waiting", toPay: 4200, paid: 0 });
    expect(await shelf()).toMatchObject({ stock: 50, kept: 2 });
    expect((await context.db.select().from(mails)).length).toBe(before);
    await pays(made, "pays");
    await work(context);
    expect(await now(made)).toMatchObject({ state: "paid", paid: 4200, refunded: 0, endsByItselfAt: null });
    expect(await shelf()).toMatchObject({ stock: 48, kept: 0 });
    expect((await context.db.select().from(mails)).length).toBe(before + 2);
    const [move] = await context.db.select().from(shopStockMoves).where(eq(shopStockMoves.orderId, made.id));
    expect(move).toMatchObject({ before: 50, after: 48, reason: "sold", by: "payment" });
  });

  test.each(behaviourNames)("%s", async (does) => {
    const made = await order();
    const { does: is, tells } = behaviours[does];
    await pays(made, does, 1);
    await work(context);
    if (is === "declines") {
      expect(await now(made)).toMatchObject({ state: "waiting", paid: 0 });
      expect((await newest(made)).why).toBe(does);
      expect(await stepsOfOrder(made)).toEqual(["place by buyer", "declined by payment"]);
      // Another card pays the same payment.
      await pays(made, "pays");
      await work(context);
    } else if (is === "factor") {
      expect((await newest(made)).state).toBe("asksFactor");
      await pays(made, "factor");
      await work(context);
    } else if (tells === "never") {
      expect((await now(made)).state).toBe("waiting");
      await askAfter(context, site, await newest(made));
    }
    expect(await now(made)).toMatchObject({ state: "paid", paid: 4200 });
    expect((await stepsOfOrder(made)).filter((step) => step.startsWith("pay "))).toHaveLength(1);
    expect(await all(made)).toHaveLength(1);
  });

  test("paid later than it was kept: cancelled by then, and the money goes back by itself, once", async () => {
    const made = await order();
    await pays(made, "lost");
    await timeIsUp(made);
    expect(await now(made)).toMatchObject({ state: "cancelled", paid: 0 });
    expect(await shelf()).toMatchObject({ stock: 50, kept: 0 });
    // Giving it up, its service answers that it was paid; then the late event comes besides.
    await work(context);
    const payment = await newest(made).catch(() => null);
    expect(await now(made)).toMatchObject({ state: "cancelled", paid: 4200, refunded: 4200 });
    const [row] = await all(made);
    expect(row?.returned).toEqual(Object.keys(row?.refunds ?? {}));
    expect(Object.values((await knownAt(context, row?.known ?? ""))?.refunds ?? {})).toEqual([4200]);
    expect(payment?.open ?? null).toBeNull();
    expect(await stepsOfOrder(made)).toEqual(["place by buyer", "fail by time", "pay by payment", "refund by payment"]);
  });

  test("not paid: its goods are anybody’s again, and its payment can’t be paid any more", async () => {
    const made = await order();
    const { known } = await newest(made);
    await timeIsUp(made);
    await work(context);
    expect(await now(made)).toMatchObject({ state: "cancelled", paid: 0 });
    expect(await play(payStore(context), known, "pays")).toBe("over");
  });

  test("promised: it stands at once, is taken when it is sent, and given up when it is cancelled", async () => {
    const [sent, dropped] = [await order("later"), await order("later")];
    for (const one of [sent, dropped]) await pays(one, "pays");
    await work(context);
    expect([await now(sent), await now(dropped)]).toMatchObject([
      { state: "placed", paid: 0 },
      { state: "placed", paid: 0 },
    ]);
    await stepOrder(context, site, sent.id, 1, "pack", {}, "owner");
    await stepOrder(context, site, sent.id, 2, "send", { tracking: "AB 1" }, "owner");
    await stepOrder(context, site, dropped.id, 1, "cancel", {}, "owner");
    await work(context);
    expect(await now(sent)).toMatchObject({ state: "sent", paid: 4200 });
    expect(await now(dropped)).toMatchObject({ state: "cancelled", paid: 0 });
    expect((await all(dropped))[0]?.state).toBe("released");
  });

  test("given back in parts: each at the service, none more than was paid", async () => {
    const made = await order();
    await pays(made, "pays");
    await work(context);
    const back = async (amount: number) =>
      stepOrder(context, site, made.id, (await now(made)).revision, "refund", { amount }, "owner");
    await back(1800);
    await back(400);
    await expect(back(2001)).rejects.toMatchObject({ fields: [{ path: "amount" }] });
    await work(context);
    const [row] = await all(made);
    expect(await now(made)).toMatchObject({ paid: 4200, refunded: 2200, state: "paid" });
    expect(Object.values((await knownAt(context, row?.known ?? ""))?.refunds ?? {}).sort()).toEqual([1800, 400]);
    expect(row?.returned).toHaveLength(2);
  });
});

describe("whatever goes wrong between", () => {
  /** A service whose answers are lost: what was asked is done all the same, or not. */
  const breaking = (when: (path: string) => "before" | "after" | null) => ({
    ...context,
    payments: {
      ...context.payments,
      call: async (...asked: Parameters<typeof context.payments.call>) => {
        const breaks = when(asked[2].path);
        if (breaks === "before") throw new Unreachable("No answer");
        const answered = await context.payments.call(...asked);
        if (breaks === "after") throw new Unreachable("No answer");
        return answered;
      },
    },
  });

  test.each(["before", "after"] as const)(
    "no answer to its beginning (%s it was done): begun again it is one payment",
    async (breaks) => {
      const made = await order();
      const broken = breaking((path) => (path === "/v1/payments" ? breaks : null));
      const page = await payingPage(broken, "wrenfield", tokenOf(made), false);
      expect("html" in page && page.html).toContain("The payment service does not answer just now. Nothing was taken.");
      await pays(made, "pays");
      await work(context);
      expect(await now(made)).toMatchObject({ state: "paid", paid: 4200 });
      expect(await all(made)).toHaveLength(1);
    },
  );

  test("no answer to giving back: it is tried again, and given back once", async () => {
    const made = await order();
    await pays(made, "pays");
    await work(context);
    await stepOrder(context, site, made.id, 1, "refund", { amount: 1000 }, "owner");
    await work(breaking((path) => (path.endsWith("/refunds") ? "after" : null)));
    const [row] = await all(made);
    // Its event came all the same. As if the minutes until the next try had gone by:
    await context.db
      .update(jobs)
      .set({ availableAt: new Date(0) })
      .where(eq(jobs.kind, "paymentCommand"));
    await work(context);
    expect(Object.values((await knownAt(context, row?.known ?? ""))?.refunds ?? {})).toEqual([1000]);
    expect((await all(made))[0]?.returned).toHaveLength(1);
    expect((await now(made)).refunded).toBe(1000);
  });

  /** A service that does not know the site's key any more. */
  const unknownKey = () => ({
    ...context,
    payments: { ...context.payments, call: async () => ({ status: 401, value: { error: "key" } }) },
  });
  const refused = "The payment service does not know this key any more. Look at its keys.";
  const tries = async (on: typeof context) => {
    await context.db
      .update(jobs)
      .set({ availableAt: new Date(0) })
      .where(eq(jobs.kind, "paymentCommand"));
    await work(on);
  };
  const told = async (made: OrderRow) =>
    (
      (await studio.as("owner", "desk.order", { site: "wrenfield", order: made.id })) as {
        payments: { refused: string; refunds: { amount: number; returned: boolean; refused: string }[] }[];
      }
    ).payments;

  test("a refund that is refused is told with its reason, once, and given back as soon as it is taken", async () => {
    const made = await order();
    await pays(made, "pays");
    await work(context);
    await stepOrder(context, site, made.id, 1, "refund", { amount: 700 }, "owner");
    for (let nth = 0; nth < 3; nth++) await tries(unknownKey());
    expect(await told(made)).toMatchObject([{ refunds: [{ amount: 700, returned: false, refused }] }]);
    const [row] = await all(made);
    const steps = await context.db
      .select()
      .from(paymentSteps)
      .where(eq(paymentSteps.paymentId, row?.id ?? ""));
    expect(steps.filter(({ what }) => what === "serviceRefused")).toHaveLength(1);
    await tries(context);
    expect(await told(made)).toMatchObject([{ refunds: [{ amount: 700, returned: true }] }]);
  });

  test("what was promised and can't be taken once it is sent is told, and taken as soon as it can be", async () => {
    const made = await order("later");
    await pays(made, "pays");
    await work(context);
    await stepOrder(context, site, made.id, 1, "pack", {}, "owner");
    await stepOrder(context, site, made.id, 2, "send", { tracking: "AB 1" }, "owner");
    await tries(unknownKey());
    expect(await told(made)).toMatchObject([{ state: "authorised", refused }]);
    await tries(context);
    expect(await told(made)).toMatchObject([{ state: "captured", refused: "" }]);
    expect(await now(made)).toMatchObject({ state: "sent", paid: 4200 });
  });

  test("a word that is lost is asked for by a job, which asks on while nothing is known", async () => {
    const made = await order();
    const { id } = await newest(made);
    const asked = async () => {
      await context.db
        .update(jobs)
        .set({ availableAt: new Date(0) })
        .where(eq(jobs.kind, "paymentAsk"));
      await work(context);
    };
    await asked();
    expect((await now(made)).state).toBe("waiting");
    await pays(made, "lost");
    await asked();
    expect(await now(made)).toMatchObject({ state: "paid" });
    const steps = await context.db.select().from(paymentSteps).where(eq(paymentSteps.paymentId, id));
    expect(steps.map(({ what }) => what)).toEqual(["opened", "begun", "asked"]);
  });

  test("a service that is silent when it is asked is asked again, until it answers", async () => {
    const made = await order();
    await newest(made);
    await pays(made, "lost");
    const due = () =>
      context.db
        .update(jobs)
        .set({ availableAt: new Date(0) })
        .where(eq(jobs.kind, "paymentAsk"));
    const silent = breaking((path) => (path.startsWith("/v1/payments/p") ? "before" : null));
    for (let nth = 0; nth < 8; nth++) {
      await due();
      await work(silent);
    }
    expect((await now(made)).state).toBe("waiting");
    await due();
    await work(context);
    expect((await now(made)).state).toBe("paid");
  });

  test("events in any order, any of them twice, end the same", async () => {
    const { hook } = keysFor(context.settings, await connectorOf(context.db, site.id, "card"), "test") ?? { hook: "" };
    const told = [
      { is: "asksFactor", amount: 4200 },
      { is: "declined", amount: 4200, why: "noFunds" },
      { is: "captured", amount: 4200 },
      { is: "refunded", amount: 700, refund: "r1" },
      { is: "refunded", amount: 300, refund: "r2" },
    ] as const;
    await fc.assert(
      fc.asyncProperty(
        fc.shuffledSubarray([0, 1, 2, 3, 4], { minLength: 5 }),
        fc.array(fc.nat(4), { maxLength: 4 }),
        async (first, again) => {
          const made = await order();
          const { id, known } = await newest(made);
          const early: number[] = [];
          // What is told before its payment is told again, by whoever was told so.
          for (const nth of [...first, ...again, ...[3, 4]]) {
            const body = JSON.stringify({
              ...{ id: `e${nth}`, payment: known, reference: id, currency: "EUR", mode: "test" },
              ...told[nth],
            });
            // Clock: a signature is of now, by real time.
            const at = Math.floor(Date.now() / 1000);
            const headers: Record<string, string> = {
              "pay-time": String(at),
              "pay-signature": signEvent(hook, body, at),
            };
            await receiveEvent(context, "wrenfield", "card", "test", body, (name) => headers[name] ?? null).catch(
              ({ status }) => early.push(nth, status),
            );
          }
          expect(early.filter((one) => one > 4).every((status) => status === 409)).toBe(true);
          expect(await now(made)).toMatchObject({ state: "paid", paid: 4200, refunded: 1000 });
          expect((await stepsOfOrder(made)).filter((step) => step === "pay by payment")).toHaveLength(1);
        },
      ),
      { numRuns: 12 },
    );
  });

  test("twelve times the same word at the same moment: one step, one letter to the buyer", async () => {
    const made = await order();
    await pays(made, "lost");
    const payment = await newest(made);
    const letters = (await context.db.select().from(mails)).length;
    await Promise.all(Array.from({ length: 12 }, () => askAfter(context, site, payment)));
    expect((await stepsOfOrder(made)).filter((step) => step === "pay by payment")).toHaveLength(1);
    expect((await context.db.select().from(mails)).length).toBe(letters + 2);
    expect(await shelf()).toMatchObject({ stock: 48, kept: 0 });
  });
});

describe("a process that dies", () => {
  const file = join(process.cwd(), ".webitor/build/tests/dying.mjs");
  beforeAll(() => {
    const source = join(process.cwd(), "tests/payment/dying.ts");
    execFileSync("node_modules/.bin/esbuild", [source, ...forNode, `--outfile=${file}`]);
  });

  /** Another process takes this up, and is killed at that moment. */
  const killedAt = (moment: string, payment: string) =>
    new Promise<void>((resolve, reject) => {
      tally("kills");
      const { databaseUrl, secret, port } = context.settings;
      const child = spawn(process.execPath, [file, moment, payment], {
        env: {
          ...process.env,
          NODE_OPTIONS: "",
          ...{ WEBITOR_DATABASE_URL: databaseUrl, WEBITOR_SECRET: secret, WEBITOR_PORT: String(port) },
          WEBITOR_LOG_LEVEL: "silent",
        },
        stdio: ["ignore", "inherit", "inherit"],
      });
      child.once("exit", (_code, signal) =>
        signal === "SIGKILL" ? resolve() : reject(new Error(`It ended by itself at ${moment}`)),
      );
    });

  /** What the dead one had taken is anybody's again, as after its last sign of life. */
  const goOn = async () => {
    await context.db
      .update(jobs)
      .set({ heartbeatAt: new Date(0) })
      .where(eq(jobs.state, "running"));
    await work(context);
  };
  const paymentOfOrder = async (one: OrderRow) => (await all(one))[0] as PaymentRow;
  const atService = async (one: OrderRow) => knownAt(context, (await paymentOfOrder(one)).known);

  const moments = isLongRun ? ["beforeBegin", "afterBegin"] : ["afterBegin"];
  // Each begins a process: with every change two of the moments stand for all.
  const inFull = isLongRun ? test : test.skip;

  test.each(moments)("%s: begun again it is the same payment, taken once", async (moment) => {
    const made = await order();
    await killedAt(moment, (await paymentOfOrder(made)).id);
    expect((await paymentOfOrder(made)).known).toBe("");
    await pays(made, "pays");
    await goOn();
    expect(await now(made)).toMatchObject({ state: "paid", paid: 4200 });
    const { id } = await paymentOfOrder(made);
    const records = await context.db.select().from(standInRecords).where(eq(standInRecords.of, "payment"));
    const mine = records.map(({ document }) => document as Payment).filter(({ reference }) => reference === id);
    expect(mine.map(({ captured }) => captured)).toEqual([4200]);
  });

  test("with the money taken and nothing recorded yet: nothing is half done, and then all of it is", async () => {
    const made = await order();
    await pays(made, "lost");
    await killedAt("beforeCommit", (await paymentOfOrder(made)).id);
    expect(await now(made)).toMatchObject({ state: "waiting", paid: 0 });
    expect(await shelf()).toMatchObject({ stock: 50, kept: 2 });
    await askAfter(context, site, await paymentOfOrder(made));
    expect(await now(made)).toMatchObject({ state: "paid", paid: 4200 });
    expect(await shelf()).toMatchObject({ stock: 48, kept: 0 });
  });

  inFull("with money given back and nothing recorded yet: given back once", async () => {
    const made = await order();
    await pays(made, "pays");
    await work(context);
    await stepOrder(context, site, made.id, 1, "refund", { amount: 900 }, "owner");
    await killedAt("afterRefund", (await paymentOfOrder(made)).id);
    await goOn();
    expect(Object.values((await atService(made))?.refunds ?? {})).toEqual([900]);
    expect(await now(made)).toMatchObject({ paid: 4200, refunded: 900 });
    expect((await paymentOfOrder(made)).returned).toHaveLength(1);
  });

  inFull("with what was promised taken, or given up, and nothing recorded yet: once, and known", async () => {
    const [sent, dropped] = [await order("later"), await order("later")];
    for (const one of [sent, dropped]) await pays(one, "pays");
    await work(context);
    await stepOrder(context, site, sent.id, 1, "pack", {}, "owner");
    await stepOrder(context, site, sent.id, 2, "send", {}, "owner");
    await killedAt("afterCapture", (await paymentOfOrder(sent)).id);
    await goOn();
    expect(await now(sent)).toMatchObject({ state: "sent", paid: 4200 });
    expect((await stepsOfOrder(sent)).filter((step) => step === "pay by payment")).toHaveLength(1);
    await stepOrder(context, site, dropped.id, 1, "cancel", {}, "owner");
    await killedAt("afterRelease", (await paymentOfOrder(dropped)).id);
    await goOn();
    expect(await now(dropped)).toMatchObject({ state: "cancelled", paid: 0 });
    expect((await paymentOfOrder(dropped)).state).toBe("released");
  });
});

const tokenOf = ({ id }: OrderRow) =>
  new URL(payPath(context, "order", id), "http://x.example").searchParams.get("p") ?? "";

describe("the page on which it is paid", () => {
  test("another way: the first is given up; paid by both all the same, the second goes back", async () => {
    const made = await order();
    const first = await newest(made);
    expect(await changeWay(context, "wrenfield", tokenOf(made), "redirect")).toContain("&go=1");
    const second = await newest(made);
    expect([second.connector, (await all(made)).length]).toEqual(["redirect", 2]);
    // Both are paid in the moment before the first is given up.
    await play(payStore(context), first.known, "pays");
    await play(payStore(context), second.known, "pays");
    await work(context);
    expect(await now(made)).toMatchObject({ state: "paid", paid: 8400, refunded: 4200 });
    const back = await Promise.all((await all(made)).map(({ known }) => knownAt(context, known)));
    expect(back.flatMap((one) => Object.values(one?.refunds ?? {}))).toEqual([4200]);
  });

  test("refused, every way that is on is offered; by transfer the order stands, and its letter says how it is paid", async () => {
    const made = await order();
    await payFor(context, "wrenfield", "order", made.id, "noFunds");
    await payFor(context, "wrenfield", "order", made.id, "overLimit");
    await work(context);
    const page = await (await getPage(context, `/_w/v1/payments/page?p=${tokenOf(made)}`)).text();
    expect((await newest(made)).why).toBe("overLimit");
    for (const by of ["redirect", "later", "transfer"]) expect(page).toContain(`name="by" value="${by}"`);
    const seen = await Promise.all([1, 2].map(() => changeWay(context, "wrenfield", tokenOf(made), "transfer")));
    expect(seen[0]).toContain("new=1");
    await work(context);
    const after = await now(made);
    expect([after.state, after.document.payment, after.paid]).toEqual(["placed", "transfer", 0]);
    expect((await all(made)).some(({ open }) => open)).toBe(false);
    expect(await stepsOfOrder(made)).toEqual(["place by buyer", "declined by payment", "promise by buyer"]);
    // What stands is asked for no more by the page of payments, and can't be owed a second time.
    await changeWay(context, "wrenfield", tokenOf(made), "transfer");
    expect((await now(made)).revision).toBe(after.revision);
  });

  test("pressed twice at once it is one payment", async () => {
    const made = await order();
    await Promise.all([1, 2, 3].map(() => changeWay(context, "wrenfield", tokenOf(made), "redirect")));
    expect((await all(made)).filter(({ open }) => open)).toHaveLength(1);
  });

  test("it names the sum, stands in no foreign frame, and leads on once it is paid; a forged link leads nowhere", async () => {
    const made = await order();
    const get = (token: string) => getPage(context, `/_w/v1/payments/page?p=${token}`);
    const page = await get(tokenOf(made));
    const html = await page.text();
    expect(html).toContain("€42.00");
    expect(html).toMatch(/<iframe class="p-frame" src="http:\/\/pay\.localhost:4499\/pay\/p\w+"/);
    expect(page.headers.get("content-security-policy")).toContain("frame-src 'self' http://pay.localhost:4499");
    expect(page.headers.get("content-security-policy")).toContain("frame-ancestors 'none'");
    await pays(made, "noFunds");
    expect(await (await get(tokenOf(made))).text()).toContain(
      "There is not enough on this account. Nothing was taken.",
    );
    await pays(made, "pays");
    const paid = await get(tokenOf(made));
    expect([paid.status, paid.headers.get("location")]).toEqual([303, expect.stringContaining("?o=")]);
    for (const forged of ["", "x", `order.${made.id}.x`, tokenOf(made).replace(made.id, "other"), `${tokenOf(made)}0`])
      expect((await get(forged)).status).toBe(404);
  });
});

describe("setting one up", () => {
  const asked = <N extends OperationName>(name: N, more: object) =>
    studio.as("designer", name, { site: "wrenfield", kind: "invoice", ...more } as unknown as Takes<N>) as Promise<{
      revision: number;
      on: boolean;
      switchedOff: boolean;
      heldBack: readonly string[];
      payment: string;
      passed: boolean;
      name: string;
    }>;
  const settings = {
    words: "",
    owner: "Wrenfield Clayworks",
    iban: "IE25 MARR 9311 5212 3456 78",
    bic: "",
    days: 14,
    most: null,
  };

  test("an account is looked at as it is typed; switching on is refused until it was tried, and again after a change", async () => {
    await expect(
      asked("payments.keep", { revision: 0, settings: { ...settings, iban: "IE25 MARR 9311 5212 3456 79" } }),
    ).rejects.toMatchObject({
      fields: [{ path: "settings.iban", message: expect.stringContaining("This is no IBAN") }],
    });
    const kept = await asked("payments.keep", { revision: 0, settings });
    expect(kept.heldBack).toEqual(["tried"]);
    await expect(asked("payments.switch", { revision: 1, on: true })).rejects.toMatchObject({
      fields: [{ path: "on" }],
    });
    const { payment } = await asked("payments.try", { does: "pays" });
    expect(await studio.as("designer", "payments.trial", { site: "wrenfield", payment, ask: false })).toMatchObject({
      passed: true,
    });
    expect(await asked("payments.switch", { revision: 1, on: true })).toMatchObject({ on: true });
    const words = await asked("payments.keep", { revision: 2, settings: { ...settings, words: "With the parcel." } });
    expect(words).toMatchObject({ on: true, switchedOff: false });
    const other = await asked("payments.keep", { revision: 3, settings: { ...settings, owner: "Another" } });
    expect(other).toMatchObject({ on: false, switchedOff: true, heldBack: ["tried"] });
    await expect(asked("payments.keep", { revision: 3, settings })).rejects.toMatchObject({ code: "paymentsChanged" });
  });

  test("events of the stand-in go to sites of this installation alone, whoever asks for another address", async () => {
    const { answerCall, openAccount } = await import("@/standins/pay/service");
    const store = payStore(context);
    const { secret } = await openAccount(store, "A stranger");
    const opened = async (notify: string, more: object = {}) => {
      const body = {
        reference: "r",
        amount: 100,
        currency: "EUR",
        method: "card",
        title: "t",
        returnTo: "https://a.example/",
      };
      const once = context.newId();
      const asked = {
        method: "POST",
        path: "/v1/payments",
        key: secret.test,
        once,
        body: { ...body, notify, ...more },
      };
      return (await answerCall(store, asked)).status;
    };
    const own = "http://wrenfield.localhost:4499/_w/v1/payments/events";
    expect(await opened(`${own}?by=card&mode=test`)).toBe(201);
    for (const other of [
      "http://127.0.0.1:4499/_w/v1/payments/events",
      "http://127.0.0.1:3306/",
      "http://169.254.169.254/latest/meta-data",
      "http://localhost:4499/_w/v1/payments/events",
      "http://pay.localhost:4499/_w/v1/payments/events",
      "http://wrenfield.localhost:9200/_w/v1/payments/events",
      "http://wrenfield.localhost:4499/_w/v1/forms/send",
      "http://wrenfield.localhost:4499/_w/v1/payments/events/../../x",
      "http://x:y@wrenfield.localhost:4499/_w/v1/payments/events",
      "http://wrenfield.localhost.elsewhere.example/_w/v1/payments/events",
      "http://[::ffff:127.0.0.1]:4499/_w/v1/payments/events",
      "https://elsewhere.example/_w/v1/payments/events",
      "file:///etc/passwd",
      "",
    ])
      expect([other, await opened(other)]).toEqual([other, 422]);
    expect(await opened(own, { returnTo: "javascript:alert(1)" })).toBe(422);
    // What was asked for before that was looked at is not sent either.
    const told: string[] = [];
    const listening = {
      ...context,
      payments: { ...context.payments, tell: async (_context: unknown, to: string) => void told.push(to) },
    };
    await context.db.delete(jobs);
    for (const to of [own, "http://127.0.0.1:9200/"])
      await queueJob(context.db, {
        ...{ kind: "payEvent", siteId: null },
        payload: { account: secret.test.split(".")[2] ?? "", mode: "test", to, body: "{}" },
      });
    await work(listening);
    expect(told).toEqual([own]);
  });

  test("a refund told of before the money came waits, and one of more than was paid is refused", async () => {
    const made = await order("card");
    const begun = await newest(made);
    const row = await connectorOf(context.db, site.id, "card");
    const hook = keysFor(context.settings, row, "test")?.hook ?? "";
    const tell = (amount: number, refund: string) => {
      const body = JSON.stringify({
        ...{ id: `${refund}-${amount}`, payment: begun.known, reference: begun.id, is: "refunded", amount, refund },
        ...{ currency: "EUR", mode: "test" },
      });
      // Clock: what is signed is good for minutes of real time.
      const at = Math.floor(Date.now() / 1000);
      const headers = new Map([
        ["pay-time", String(at)],
        ["pay-signature", signEvent(hook, body, at)],
      ]);
      return receiveEvent(context, "wrenfield", "card", "test", body, (name) => headers.get(name) ?? null).then(
        ({ outcome }) => outcome,
        ({ status, headers: told }) => [status, told["retry-after"] ?? null],
      );
    };
    expect(await tell(100, "r1")).toEqual([409, "5"]);
    await pays(made, "pays");
    await work(context);
    expect(await now(made)).toMatchObject({ state: "paid", refunded: 0 });
    expect(await tell(4201, "r1")).toEqual([422, null]);
    expect(await tell(4000, "r1")).toBe("captured");
    expect(await tell(4000, "r1")).toBe("captured");
    expect(await tell(201, "r2")).toEqual([422, null]);
    expect(await now(made)).toMatchObject({ refunded: 4000 });
  });

  test("an account is opened with a key of this installation, which holds for a day and for so many", async () => {
    const key = new URL(accountAddress(context, site.id)).searchParams.get("key") ?? "";
    expect(await mayOpenAccount(context, key)).toBe("yes");
    const [about, until = "", signature = ""] = key.split(".");
    for (const other of [
      "",
      "x",
      key.slice(0, -1),
      `${about}.${Number(until) + 1}.${signature}`,
      `other.${until}.${signature}`,
    ])
      expect([other, await mayOpenAccount(context, other)]).toEqual([other, "unknown"]);
    const elsewhere = { ...context, settings: { ...context.settings, secret: "another-installation-altogether" } };
    expect(await mayOpenAccount(elsewhere, key)).toBe("unknown");
    const listed = studio.as("designer", "payments.list", { site: "wrenfield" });
    await expect(listed).resolves.toMatchObject({ account: expect.stringContaining("?key=") });
    for (let nth = 1; nth < limits.standInAccount.points; nth++) await mayOpenAccount(context, key);
    expect(await mayOpenAccount(context, key)).toBe("tooMany");
  });

  test("keys: of the other mode, swapped, cut off, or nobody’s are told at their field; kept ones can’t be read", async () => {
    const { openAccount } = await import("@/standins/pay/service");
    const { secret, hook } = await openAccount(payStore(context), "Kilnside");
    const card = { kind: "card", revision: (await connectorOf(context.db, site.id, "card")).revision };
    const fault = async (keys: object, mode = "test") =>
      asked("payments.keys", { ...card, mode, ...keys }).then(
        () => "kept",
        ({ fields }) => `${fields[0].path}: ${fields[0].message}`,
      );
    expect(await fault({ secret: secret.live, hook: hook.test })).toBe(
      "secret: This is a key of live mode; here belongs one of test mode.",
    );
    expect(await fault({ secret: secret.test, hook: hook.test }, "live")).toBe(
      "secret: This is a key of test mode; here belongs one of live mode.",
    );
    expect(await fault({ secret: hook.test, hook: hook.test })).toContain("This is the key of events");
    expect(await fault({ secret: "4f", hook: hook.test })).toContain("Copy the whole of it");
    expect(await fault({ secret: `${secret.test.slice(0, -1)}x`, hook: hook.test })).toBe(
      "secret: The payment service does not know this key.",
    );
    expect(await fault({ secret: secret.test, hook: hook.test })).toBe("kept");
    const [row] = await context.db.select().from(paymentConnectors).where(eq(paymentConnectors.kind, "card"));
    expect(JSON.stringify(row)).not.toContain(secret.test.slice(-12));
    // New keys have not been tried: it is off until they are.
    expect(row?.on).toBe(false);
    const { payment } = await asked("payments.try", { kind: "card", does: "twice" });
    await work(context);
    const trial = (await studio.as("designer", "payments.trial", { site: "wrenfield", payment, ask: false })) as {
      passed: boolean;
      steps: readonly { what: string }[];
    };
    expect(trial.passed).toBe(true);
    expect(trial.steps.map(({ what }) => what)).toEqual(["opened", "tried", "begun", "paid", "heard"]);
    expect(await asked("payments.switch", { ...card, revision: card.revision + 1, on: true })).toMatchObject({
      on: true,
    });
  });
});
