// A person who did everything that can be done here, and is forgotten: nothing in the whole database, nor among the bytes that are
// kept, says who they were.
import { gunzipSync } from "node:zlib";
import { eq, getTableColumns, sql } from "drizzle-orm";
import { getTableConfig, MySqlTable } from "drizzle-orm/mysql-core";
import { aProduct, aVariant } from "@/core/catalog/sample.test-kit";
import { newForm } from "@/core/form/form";
import { inTransaction } from "@/data/connection";
import { names } from "@/data/forget";
import { declaredOf } from "@/data/personal";
import * as schema from "@/data/schema";
import { shopOrders } from "@/data/shop/tables";
import { findSite, type SiteRow } from "@/data/site/queries";
import { publicApi, withClock } from "../booking/api.test-kit";
import type { Context } from "../context";
import { answerVisitor } from "../edge/visitors";
import { operations } from "../operations";
import { installWays } from "../payment/inside";
import { signUp } from "../popup/signups";
import { makeProduct } from "../shop/catalog/products";
import { orderToken } from "../shop/orders/token";
import { openTestShop } from "../testing/shop.test-kit";
import { type TestStudio, testStudio, work } from "../testing/studio.test-kit";
import { sendForm } from "../testing/visitor.test-kit";

const site = "wrenfield";
/** Words that nobody else has. */
const person = {
  name: "Xanthippe Quill",
  email: "xanthippe.quill@post.example",
  phone: "+353 87 555 0199",
  street: "77 Zanzibar Row",
  parcel: "ZZ-PARCEL-4711",
  secret: "allergic to rutile",
};
const clues = ["xanthippe", "quill@post", "5550199", "555 0199", "zanzibar", "zz-parcel", "rutile"];

let studio: TestStudio;
let context: Context;
let row: SiteRow;
const as = (name: Parameters<TestStudio["as"]>[1], input: object) =>
  // biome-ignore lint/suspicious/noExplicitAny: each operation answers its own form
  operations[name].perform({ ...studio.incoming("designer"), context }, { site, ...input }) as Promise<any>;

/** Everything that the database holds, table by table, as text; packed columns unpacked. */
async function everything(): Promise<ReadonlyMap<string, string>> {
  const [tables] = (await context.db.execute(
    sql`select table_name as name from information_schema.tables where table_schema = database()`,
  )) as unknown as [{ name: string }[]];
  const found = new Map<string, string>();
  for (const { name } of tables) {
    const [rows] = (await context.db.execute(sql`select * from ${sql.identifier(name)}`)) as unknown as [
      Record<string, unknown>[],
    ];
    const texts = rows.flatMap((one) =>
      Object.values(one).map((value) => {
        if (!Buffer.isBuffer(value)) return typeof value === "string" ? value : JSON.stringify(value);
        return (value[0] === 0x1f && value[1] === 0x8b ? gunzipSync(value) : value).toString("latin1");
      }),
    );
    found.set(name, texts.join("\n").toLowerCase());
  }
  return found;
}

const tellingTables = async () =>
  [...(await everything())].flatMap(([table, text]) => {
    const told = clues.filter((clue) => text.includes(clue));
    return told.length ? [`${table}: ${told.join(", ")}`] : [];
  });

async function chat(path: string, body: object): Promise<{ talk: string }> {
  const host = `${site}.localhost:4499`;
  const headers = { host, "content-type": "application/json" };
  const request = new Request(`http://${host}/_w/v1/${path}`, { method: "POST", headers, body: JSON.stringify(body) });
  const answer = await answerVisitor(context, request, { siteKey: site, address: "10.4.0.1", path: `/${path}` });
  expect([path, answer.status]).toEqual([path, 200]);
  return (await answer.json()) as { talk: string };
}

let nth = 0;
const once = () => `once-${++nth}-abcdef`;

beforeAll(async () => {
  studio = await testStudio("asked");
  context = withClock(studio.context, "2026-03-05T18:40:00Z");
  await openTestShop(studio, { remindAfterHours: 3 });
  row = (await findSite(context.db, site)) as SiteRow;
  const asks = [
    { id: "engrave", label: "Name on it", required: false, most: 40 },
    { id: "sketch", label: "A sketch", required: false, most: 40, kind: "file" as const },
  ];
  const jug = aProduct("jug", { name: "Jug", slug: "jug", asks, variants: [aVariant("jug-1", { sku: "JUG" })] });
  const now = new Date("2026-03-01T08:00:00Z");
  await inTransaction(context.db, (tx) => makeProduct(tx, { siteId: row.id, by: "test", now }, jug));
  await installWays(context, row, { transfer: {} });
  const { id } = (await as("widgets.add", { kind: "form", name: "Ask us" })) as { id: string };
  const fields = [...newForm.fields, { key: "sketch", kind: "file", label: "A sketch", required: false }];
  const settings = { ...newForm, fields, confirmation: { subject: "It has arrived", text: "We answer soon." } };
  await as("widgets.save", { widget: id, revision: 0, name: "Ask us", settings });
  await as("publish.start", {});
  await studio.work();
  row = (await findSite(context.db, site)) as SiteRow;
});
afterAll(() => studio.close());

const { name, email, phone, street, secret } = person;
const file = () => new Blob([`%PDF-1.7\n% by ${name}, ${street}\ntrailer<<>>\n%%EOF\n`]);

const signup = (email: string, name: string) => ({
  ...{ widget: "letters", page: "/", language: "en-IE", website: "", elapsedMs: 5000 },
  fields: { email, name },
});

/** What somebody can do here, each by its own way in. */
const commands: Readonly<Record<string, () => Promise<unknown>>> = {
  signups: () => signUp(context, site, signup(email, name), "10.0.0.1"),
  forms: async () => {
    const { widgets } = await as("sites.frame", {});
    const form = new FormData();
    const widget = widgets.find(
      ({ kind, name }: { kind: string; name: string }) => kind === "form" && name === "Ask us",
    );
    for (const [key, value] of Object.entries({
      ...{ _widget: widget?.id, _language: "en-IE", _website: "", _page: "/visit", _once: once(), _elapsed: "5000" },
      ...{ name, email, message: `I live at ${street}; I am ${secret}.` },
    }))
      form.append(key, String(value));
    form.append("sketch", file(), `sketch of ${name}.pdf`);
    return sendForm(context, "/forms", form);
  },
  orders: async () => {
    const form = new FormData();
    const adding = { command: "add", variant: "jug-1", quantity: "1", "ask.engrave": name };
    for (const [key, value] of Object.entries(adding)) form.append(key, value);
    form.append("ask.sketch", file(), `${name}.pdf`);
    const typed = {
      ...{ email, phone, "address.name": name, "address.street": street, "address.city": "Galway" },
      ...{ "address.postcode": "H91 AB12", "address.country": "IE", note: secret, agreed: "true", payment: "transfer" },
    };
    let { cookie } = await sendForm(context, "/shop/cart", form);
    ({ cookie } = await sendForm(context, "/shop/checkout", { ...typed, look: "1" }, { cookie }));
    await sendForm(context, "/shop/checkout", { ...typed, way: "parcel" }, { cookie });
    const [order] = await context.db.select().from(shopOrders).where(eq(shopOrders.email, email));
    expect(order).toBeDefined();
    const command = (what: string, revision: number, more: object = {}) =>
      as("desk.orderCommand", { order: order?.id ?? "", revision, command: what, ...more });
    const paid = await command("pay", order?.revision ?? 0);
    const packed = await command("pack", paid.revision);
    const sent = { tracking: person.parcel, link: `https://carrier.example/${person.parcel}` };
    await command("send", packed.revision, sent);
    const why = `I am ${secret}, says ${name}.`;
    await sendForm(context, "/shop/send-back", { o: orderToken(context, order?.id ?? ""), why });
    // And a basket that was left.
    ({ cookie } = await sendForm(context, "/shop/cart", { command: "add", variant: "jug-1", quantity: "2" }));
    await sendForm(context, "/shop/checkout", { ...typed, remind: "true", look: "1" }, { cookie });
    await studio.work();
  },
  conversations: async () => {
    const { widgets } = await as("sites.frame", {});
    const widget = widgets.find(({ kind }: { kind: string }) => kind === "chat")?.id;
    const ask = (question: string, talk: string | null = null) =>
      chat(`chat/${widget}/questions`, { once: once(), talk, question, page: "/", language: "en" });
    const { talk } = await ask(`I am ${name}, ${secret}. When are you open?`);
    const message = { once: once(), name, email, wish: `Write to ${street}`, copy: true, agreed: true };
    await chat(`chat/talks/${talk}/messages`, message);
    // Another, in which the address was but named, and one in which it was to be proven.
    await ask(`You can write to ${email.toUpperCase()}.`);
    const other = await ask("Where is my order?");
    await chat(`chat/talks/${other.talk}/codes`, { email });
    await work(context);
  },
  bookings: async () => {
    const api = publicApi(context);
    const client = { name, email, phone };
    const booked = await api.book("open-bench", "2026-03-07T11:00", { client, answers: { before: "Yes" } });
    expect([booked.status, booked.body.fields]).toEqual([201, undefined]);
    const booking = String(booked.body.token).split(".")[0] as string;
    const about = { booking };
    await as("booking.note", { email, words: `${name} is ${secret}` });
    await as("booking.cancel", { ...about, key: once(), words: `Dear ${name}, we know you are ${secret}.` });
    await work(context);
  },
};

const everyTable = (Object.values(schema) as unknown[]).filter((one): one is MySqlTable => one instanceof MySqlTable);

test("what is theirs is found by what tables say, and nothing of it is left, nor anything of others gone", async () => {
  const other = "bram.visser@hill.example";
  await signUp(context, site, signup(other, "Bram Visser"), "10.0.0.2");
  for (const command of Object.values(commands)) await command();
  const telling = (await tellingTables()).map((line) => line.split(":", 1)[0]);
  // Every way of leaving something was gone: a table that says so and was not filled would prove nothing.
  const declared = everyTable.filter((table) => declaredOf(table)).map((table) => getTableConfig(table).name);
  const elsewhere = ["visitor_sessions", "jobs"];
  expect([...telling, ...elsewhere].sort()).toEqual([...declared, "stored_bytes"].sort());
  expect(await as("desk.erase", { email: email.toUpperCase() })).toMatchObject({
    ...{ signups: 1, forms: 1, bookings: 2, conversations: 3, orders: 3 },
  });
  expect(await tellingTables()).toEqual([]);
  expect((await everything()).get("signups")).toContain(other);
  // What was sold, and how much of it, is in the books still.
  const [order] = await context.db.select().from(shopOrders).where(eq(shopOrders.state, "sent"));
  expect(order).toMatchObject({ email: "", name: "", toPay: order?.document.total.toPay });
  expect(order?.document.address).toMatchObject({ country: "IE", postcode: "H9", street: "" });
  await expect(as("desk.erase", { email })).rejects.toMatchObject({ status: 404 });
});

test("a table that has a column for somebody’s name, address or words says what becomes of it", () => {
  const telling = /^(?:email|code_email|name|phone|texts_to|recipient|person|owner|address|tracking|answers|note)$/;
  // Of a site, a studio, a product or a file of theirs: nobody who visits.
  const ofOurs = new Set(
    ["sites", "studios", "users", "media", "widgets", "documents", "own_shelf", "busy_feeds", "booking_set_ups"].concat(
      [
        ...[
          "shop_products",
          "shop_order_lines",
          "shop_downloads",
          "shop_imports",
          "shop_refunds",
          "chat_source_pages",
          "site_keys",
        ],
      ],
    ),
  );
  const silent = everyTable.flatMap((table) => {
    const { name, columns } = getTableConfig(table);
    const own = Object.values(getTableColumns(table)).some((column) => column.name === "site_id");
    return own && !declaredOf(table) && !ofOurs.has(name) && columns.some((column) => telling.test(column.name))
      ? [name]
      : [];
  });
  expect(silent).toEqual([]);
});

test.each([
  ["Write to nuala@post.example.", true],
  ["<NUALA@post.example>", true],
  ["nuala@post.example, or Bram", true],
  ["connuala@post.example", false],
  ["nuala@post.example.org", false],
  ["nuala@post.examples", false],
  ["x.nuala@post.example", false],
  ["nuala@post.example.org and nuala@post.example", true],
])("“%s” names nuala@post.example: %s", (words, wanted) => expect(names(words, "nuala@post.example")).toBe(wanted));
