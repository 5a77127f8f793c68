// An order that is fetched at a time of the calendar's: offered, kept with the order, somebody else's no more, given back with it.
import { and, eq } from "drizzle-orm";
import type { BookingSetUp } from "@/core/booking/booking";
import { aProduct, aVariant } from "@/core/catalog/sample.test-kit";
import { bookings } from "@/data/booking/tables";
import { inTransaction } from "@/data/connection";
import { rateLimits } from "@/data/job/tables";
import { mails } from "@/data/mail/tables";
import { shopCarts, shopOrders } from "@/data/shop/tables";
import { findSite, type SiteRow } from "@/data/site/queries";
import { installWays } from "@/server/payment/inside";
import type { OrderRow } from "@/server/shop/orders/order-row";
import { aBuyer, openTestShop } from "@/server/testing/shop.test-kit";
import { type TestStudio, testStudio } from "@/server/testing/studio.test-kit";
import { sendForm } from "@/server/testing/visitor.test-kit";
import { catalogOf } from "../catalog/catalog";
import { makeProduct } from "../catalog/products";
import { liveShop } from "../pages/live";
import { cartNamed, readCart, reckoned } from "./carts";
import { fetchTimes } from "./fetching";

let studio: TestStudio;
let row: SiteRow;
const site = "wrenfield";

const everyDay = { weekdays: [1, 2, 3, 4, 5, 6, 7], from: "08:00", to: "18:00", validFrom: null, validTo: null };

/** The calendar with a counter, at which one order is fetched at a time. */
async function withCounter(change: (service: BookingSetUp["services"][number]) => object = () => ({})) {
  const { setUp } = (await studio.as("designer", "booking.readSetUp", { site })) as { setUp: BookingSetUp };
  const [service, resource] = [setUp.services[0], setUp.resources[0]];
  if (!service || !resource) throw new Error("The calendar of the demo is empty.");
  const {
    lengths: _lengths,
    least: _least,
    deposit: _deposit,
    lateFee: _lateFee,
    waiting: _waiting,
    joining: _joining,
    perClientWeek: _perClientWeek,
    ...plain
  } = service;
  const fetch = {
    ...plain,
    ...{ id: "fetch", name: "Fetch an order", capacity: 1, confirm: "atOnce" as const, course: null, price: null },
    ...{ durationMinutes: 30, starts: { everyMinutes: 30 }, questions: [], terms: "", screening: [], perDay: null },
    ...{ needs: [{ name: "counter", oneOf: ["counter"] }], sold: { from: null, to: null }, leads: [] },
  };
  const counter = {
    ...resource,
    ...{ id: "counter", name: "The counter", kind: "thing" as const, week: [everyDay], exceptions: [], timeOff: [] },
    ...{ keptBack: [], offers: [], daysAhead: 30, notice: { kind: "none" as const }, perDay: null },
    shownPerHalfDay: null,
  };
  await studio.as("designer", "booking.replaceSetUp", {
    site,
    setUp: {
      ...setUp,
      services: [...setUp.services.filter(({ id }) => id !== "fetch"), { ...fetch, ...change(fetch) }],
      resources: [...setUp.resources.filter(({ id }) => id !== "counter"), counter],
    },
  });
}

beforeAll(async () => {
  studio = await testStudio();
  await withCounter();
  await openTestShop(studio, {
    zones: [
      {
        id: "home",
        name: "Ireland",
        places: [{ country: "IE", regions: [], postcodes: [] }],
        methods: [
          { id: "fetch", name: "Fetch it", kind: "pickup", where: "Mill Lane", amount: 0, service: "fetch" },
          { id: "any", name: "Any time", kind: "pickup", where: "Mill Lane", amount: 0 },
        ],
      },
    ],
  });
  row = (await findSite(studio.context.db, site)) as SiteRow;
  await inTransaction(studio.context.db, (tx) =>
    makeProduct(
      tx,
      { siteId: row.id, by: "test", now: new Date("2026-03-01T08:00:00Z") },
      aProduct("mug", { slug: "mug", name: "Bell mug", price: 1800, variants: [aVariant("mug-1", { sku: "mug" })] }),
    ),
  );
  await studio.as("designer", "publish.start", { site });
  await studio.work();
  row = (await findSite(studio.context.db, site)) as SiteRow;
  await installWays(studio.context, row, { pickup: { words: "At the counter." } });
});
afterAll(() => studio.close());
beforeEach(async () => {
  for (const table of [rateLimits, mails, shopOrders, shopCarts]) await studio.context.db.delete(table);
  await studio.context.db.delete(bookings).where(and(eq(bookings.siteId, row.id), eq(bookings.serviceId, "fetch")));
});

const buyer = { ...aBuyer, way: "fetch", payment: "pickup" };
const send = (path: string, fields: Record<string, string>, cookie = "", address = "10.0.0.1") =>
  sendForm(studio.context, path, fields, { cookie, address });
const basket = async (address = "10.0.0.1") =>
  (await send("/shop/cart", { command: "add", variant: "mug-1", quantity: "1" }, "", address)).cookie;

/** Times that a basket of this cookie is offered, and what is wrong with what was typed. */
async function offered(cookie: string) {
  const live = await liveShop(studio.context, row);
  if (!live) throw new Error("The shop is not live.");
  const at = await cartNamed(studio.context, studio.context.db, row, cookie);
  const { cart } = await readCart(studio.context, studio.context.db, row.id, at?.id ?? "");
  const known = await catalogOf(studio.context, row, { now: true });
  const { shown } = await reckoned(studio.context, row, live, known, cart, "IE");
  return { times: await fetchTimes(studio.context, studio.context.db, row, shown), faults: cart.faults };
}
const made = async (): Promise<readonly OrderRow[]> => studio.context.db.select().from(shopOrders);
const kept = () =>
  studio.context.db
    .select({ state: bookings.state, email: bookings.email, startsAt: bookings.startsAt })
    .from(bookings)
    .where(and(eq(bookings.siteId, row.id), eq(bookings.serviceId, "fetch")));

test("free times are offered where the way has them, and none is guessed", async () => {
  const { cookie } = await send("/shop/checkout", { ...buyer, look: "1" }, await basket());
  const { times } = await offered(cookie);
  expect(times?.length).toBeGreaterThan(20);
  expect(times?.every((at) => /T(0[89]|1[0-7]):[03]0$/.test(at))).toBe(true);
  for (const fetchAt of ["", "2020-01-01T10:00", "2099-01-01T10:00", "soon", `${times?.[0]?.slice(0, 10)}T03:00`]) {
    expect((await send("/shop/checkout", { ...buyer, fetchAt }, cookie)).location).toBe("/checkout");
    expect((await offered(cookie)).faults).toEqual({ fetchAt: "Choose when you fetch it." });
  }
  expect([await made(), await kept()]).toEqual([[], []]);
  await send("/shop/checkout", { ...buyer, way: "any", look: "1" }, cookie);
  expect((await offered(cookie)).times).toBeNull();
});

test("the time is kept with the order, told in its letters, and offered to nobody else; cancelled, it is free again", async () => {
  const { cookie } = await send("/shop/checkout", { ...buyer, look: "1" }, await basket());
  const fetchAt = (await offered(cookie)).times?.[3] ?? "";
  expect((await send("/shop/checkout", { ...buyer, fetchAt }, cookie)).location).toMatch(/^\/order-placed\?/);
  const [order] = await made();
  expect(order?.document.way).toMatchObject({ id: "fetch", fetched: { at: fetchAt } });
  expect(await kept()).toMatchObject([{ state: "confirmed", email: buyer.email }]);
  const letters = await studio.context.db.select({ text: mails.text }).from(mails);
  expect(letters).toHaveLength(2);
  for (const { text } of letters) expect(text).toMatch(/Fetch it: .*\d+:\d\d/);
  const theirs = await basket("10.0.0.2");
  const { cookie: other } = await send("/shop/checkout", { ...buyer, look: "1" }, theirs, "10.0.0.2");
  expect((await offered(other)).times).not.toContain(fetchAt);

  await studio.as("designer", "desk.orderCommand", {
    site,
    order: order?.id ?? "",
    revision: 0,
    command: "cancel",
  } as never);
  await studio.work();
  expect(await kept()).toMatchObject([{ state: "cancelled" }]);
  expect((await offered(other)).times).toContain(fetchAt);
});

test("of many who want the same time at once one gets it; the others are told at its field, and nothing is sold to them", async () => {
  const addresses = Array.from({ length: 8 }, (_, nth) => `10.3.0.${nth}`);
  const baskets = await Promise.all(addresses.map(basket));
  baskets[0] = (await send("/shop/checkout", { ...buyer, look: "1" }, baskets[0], addresses[0])).cookie;
  const fetchAt = (await offered(baskets[0])).times?.[0] ?? "";
  const done = await Promise.all(
    baskets.map((cookie, nth) =>
      send("/shop/checkout", { ...buyer, email: `b${nth}@post.example`, fetchAt }, cookie, addresses[nth]),
    ),
  );
  expect(done.map(({ status }) => status)).toEqual(addresses.map(() => 303));
  expect(done.filter(({ location }) => location.startsWith("/order-placed"))).toHaveLength(1);
  expect([await made(), await kept()].map(({ length }) => length)).toEqual([1, 1]);
  const loser = done.find(({ location }) => location === "/checkout");
  expect(Object.keys((await offered(loser?.cookie ?? "")).faults)).toEqual(["fetchAt"]);
});

test("a service at which something is paid or asked is offered to nobody", async () => {
  const { cookie } = await send("/shop/checkout", { ...buyer, look: "1" }, await basket());
  for (const change of [{ price: { amount: 500, earlier: null } }, { confirm: "approval" }, { terms: "Be nice." }]) {
    await withCounter(() => change);
    expect((await offered(cookie)).times).toBeNull();
  }
  await withCounter();
  expect((await offered(cookie)).times).not.toBeNull();
});
