// Orders on the Desk: the list, one with all that happened, and what can be done with it.
import { and, asc, eq, gte, inArray, like, or, sql } from "drizzle-orm";
import Joi from "joi";
import { lineSchema } from "@/core/input/text";
import { largestAmount } from "@/core/money/read";
import { linesLeft, parcelLines } from "@/core/order/lines";
import {
  byThemselves,
  deskCommandsOf,
  type OrderCommand,
  type OrderState,
  orderCommands,
  orderStates,
} from "@/core/order/order";
import { moneyState } from "@/core/payment/charge";
import { connectors } from "@/core/payment/connectors";
import { cartLimits } from "@/core/shop/shop";
import { shopWords } from "@/core/storefront/words";
import { users } from "@/data/account/tables";
import type { Executor } from "@/data/connection";
import { mails } from "@/data/mail/tables";
import { pageOf } from "@/data/paging";
import { shopOrderSteps, shopOrders, shopRefunds } from "@/data/shop/tables";
import { escapeLike } from "@/data/text";
import { siteOrigin } from "@/server/context";
import { siteOperation } from "@/server/operation";
import { payPath } from "@/server/payment/link";
import { type PaymentRow, paymentsOf, type RefusalOf, refusalsOf } from "@/server/payment/payments";
import { notFound } from "@/server/problem";
import type { OrderRow } from "@/server/shop/orders/order-row";
import { type CommandDetails, stepOrder } from "../cart/steps";
import { mayEdit } from "./by-hand";
import { handOperations } from "./hand-operations";
import { issuedOf } from "./issuing";
import { parcelsOf } from "./parcels";

const pageSize = 50;

/** Commands that somebody at the Desk does; the others are done by time and by payments. */
const deskCommands = orderCommands.filter((command) => !byThemselves.includes(command));

const told = (row: OrderRow) => ({
  id: row.id,
  number: row.number,
  state: row.state,
  money: moneyState(row.toPay, row),
  email: row.email,
  name: row.name,
  currency: row.currency,
  toPay: row.toPay,
  paid: row.paid,
  refunded: row.refunded,
  things: row.document.lines.reduce((sum, { quantity, per }) => sum + (per === 1 ? quantity : 1), 0),
  at: row.createdAt.toISOString(),
});

/** Something is still to be done about it at its service. */
const waitsForService = ({ state, refunds, returned }: PaymentRow) =>
  state === "authorised" || Object.keys(refunds).length > returned.length;

const toldPayment = (
  { id, connector, mode, state, amount, why, refunds, returned }: PaymentRow,
  refusalOf: RefusalOf,
) => ({
  ...{ id, by: connector, mode, state, amount, why },
  /** Why its service refuses to take what is promised, or to give it up; "" for nothing told. */
  refused: state === "authorised" ? refusalOf(id, "capture", "") || refusalOf(id, "release", "") : "",
  refunds: Object.entries(refunds).map(([refund, back]) => ({
    id: refund,
    amount: back,
    returned: returned.includes(refund),
    /** Why its service refuses it; "" for nothing told. */
    refused: refusalOf(id, "refund", refund),
  })),
});

interface Asked {
  readonly words: string;
  readonly state: OrderState | "all" | "open";
  readonly before: string | null;
}

const openStates: readonly OrderState[] = ["placed", "waiting", "paid", "packed"];

/** So many letters of one order are told. */
const mostLetters = 50;

/** What its buyer was written about an order, the oldest first: letters lead to its page, or begin with what it brought. */
const lettersOf = (db: Executor, { siteId, id, number, email, language, createdAt }: OrderRow) =>
  db
    .select({ id: mails.id, at: mails.createdAt, subject: mails.subject, text: mails.text, state: mails.state })
    .from(mails)
    .where(
      and(
        ...[eq(mails.siteId, siteId), gte(mails.createdAt, createdAt), eq(mails.recipient, email)],
        or(
          like(mails.text, `%o=${escapeLike(id)}.%`),
          like(mails.text, `${escapeLike(shopWords(language).issuedFor(number))}%`),
        ),
      ),
    )
    .orderBy(asc(mails.createdAt))
    .limit(mostLetters);

export const orderOperations = {
  ...handOperations,
  /** Orders, the newest first; `words` are of a number, a name or an address. */
  "desk.orders": siteOperation(
    "visitors.read",
    {
      words: Joi.string().trim().allow("").max(80).default(""),
      state: Joi.string()
        .valid("all", "open", ...orderStates)
        .default("all"),
      before: Joi.string().max(24).allow(null).default(null),
    },
    async ({ context: { db }, site }, { words, state, before }: Asked) => {
      const pattern = `%${escapeLike(words.toLowerCase())}%`;
      const mine =
        and(
          eq(shopOrders.siteId, site.id),
          state === "all"
            ? undefined
            : state === "open"
              ? inArray(shopOrders.state, [...openStates])
              : eq(shopOrders.state, state),
          words
            ? or(
                like(sql`lower(${shopOrders.number})`, pattern),
                like(sql`lower(${shopOrders.name})`, pattern),
                like(shopOrders.email, pattern),
              )
            : undefined,
        ) ?? eq(shopOrders.siteId, site.id);
      const { rows, more } = await pageOf(
        db,
        { table: shopOrders, at: shopOrders.createdAt, id: shopOrders.id, mine },
        before,
        pageSize,
        (where, order) =>
          db
            .select()
            .from(shopOrders)
            .where(where)
            .orderBy(...order)
            .limit(pageSize),
      );
      return { rows: rows.map(told), more };
    },
  ),
  /** One order with everything that was agreed, every step, and what can be done now. */
  "desk.order": siteOperation(
    "visitors.read",
    { order: Joi.string().max(24).required() },
    async ({ context, site }, input: { order: string }) => {
      const { db } = context;
      const [row] = await db
        .select()
        .from(shopOrders)
        .where(and(eq(shopOrders.siteId, site.id), eq(shopOrders.id, input.order)));
      if (!row) throw notFound("This order", "order");
      const steps = await db
        .select({
          at: shopOrderSteps.at,
          by: shopOrderSteps.by,
          name: users.name,
          command: shopOrderSteps.command,
          from: shopOrderSteps.from,
          to: shopOrderSteps.to,
          details: shopOrderSteps.details,
        })
        .from(shopOrderSteps)
        .leftJoin(users, eq(users.id, shopOrderSteps.by))
        .where(and(eq(shopOrderSteps.siteId, site.id), eq(shopOrderSteps.orderId, row.id)))
        .orderBy(asc(shopOrderSteps.position))
        .limit(500);
      const payments = await paymentsOf(db, site.id, "order", row.id);
      const refusals = await refusalsOf(
        db,
        site.id,
        payments.filter(waitsForService).map(({ id }) => id),
      );
      const letters = await lettersOf(db, row);
      const open = payments.find((one) => one.open && connectors[one.connector].service);
      const parcels = await parcelsOf(db, site.id, row.id);
      const refunds = await db
        .select()
        .from(shopRefunds)
        .where(and(eq(shopRefunds.siteId, site.id), eq(shopRefunds.orderId, row.id)))
        .limit(100);
      return {
        ...told(row),
        revision: row.revision,
        document: row.document,
        invoice: row.invoice,
        parcels: parcels.map(({ position, lines, tracking, link, sentAt }) => ({
          ...{ position, lines, tracking, link, at: sentAt.toISOString() },
        })),
        toSend: linesLeft(
          parcelLines(row.document.lines),
          parcels.map(({ lines }) => lines),
        ),
        refunds: refunds.map(({ position, lines, amount, note, at }) => ({
          ...{ position, lines, amount, note, at: at.toISOString() },
        })),
        toReturn: linesLeft(
          row.document.lines,
          refunds.map(({ lines }) => lines),
        ),
        issued: await issuedOf(context, db, row),
        payments: payments.map((one) => toldPayment(one, refusals)),
        letters: letters.map(({ at, ...letter }) => ({ ...letter, at: at.toISOString() })),
        /** Where its buyer pays what is asked for, and how much that is. */
        payAt: open ? siteOrigin(context.settings, site.key) + payPath(context, "order", row.id) : null,
        asked: open?.asked ?? 0,
        editable: mayEdit(row),
        commands: deskCommandsOf(row),
        steps: steps.map(({ at, by, name, ...step }) => ({ ...step, at: at.toISOString(), by: name ?? by })),
      };
    },
  ),
  "desk.orderCommand": siteOperation(
    "visitors.change",
    {
      order: Joi.string().max(24).required(),
      revision: Joi.number().integer().min(0).required(),
      command: Joi.string()
        .valid(...deskCommands)
        .required(),
      amount: Joi.number().integer().min(1).max(largestAmount),
      tracking: lineSchema(60).allow(""),
      link: Joi.string()
        .uri({ scheme: ["https", "http"] })
        .max(400)
        .allow("")
        .messages({ "string.uriCustomScheme": "Write an address with https://, or leave it empty." }),
      lines: Joi.object()
        .pattern(/^[\w-]{1,40}$/, Joi.number().integer().min(1).max(cartLimits.thousandths))
        .max(cartLimits.lines),
      toStock: Joi.boolean(),
    },
    async (
      { context, site, account },
      {
        order,
        revision,
        command,
        ...details
      }: CommandDetails & { order: string; revision: number; command: OrderCommand },
    ) => {
      const row = await stepOrder(context, site, order, revision, command, details, account.id);
      return { state: row.state, revision: row.revision };
    },
  ),
};
