// The server's half of the shop.
import { and, count, eq, gte, inArray } from "drizzle-orm";
import Joi from "joi";
import { nobodyPays } from "@/core/payment/problems";
import { shopOrders } from "@/data/shop/tables";
import { dayIn } from "../day";
import { offeredPayments } from "../payment/set-up";
import { defineWidgetServer } from "../widget/half";
import { abandonedCartOperations, cartReminderJob } from "./cart/abandoned-carts";
import { fetchEndsJob } from "./cart/fetching";
import { bulkOperations } from "./catalog/bulk";
import { goodsJob, importOperations } from "./catalog/imports";
import { stockOperations } from "./catalog/stock-list";
import { shopEndpoints, shopSchemas } from "./endpoints";
import { catalogOperations } from "./operations";
import { forgetCartFiles } from "./orders/buyer-files";
import { buyerOperations } from "./orders/buyers";
import { orderOperations } from "./orders/desk";
import { orderEndsJob } from "./orders/ending";
import { figureOperations } from "./orders/figures";
import { ordersOf } from "./orders/person-orders";

export const shopServer = defineWidgetServer<"shop">()({
  waiting: (db, siteIds) =>
    db
      .select({ siteId: shopOrders.siteId, all: count() })
      .from(shopOrders)
      .where(and(inArray(shopOrders.siteId, [...siteIds]), inArray(shopOrders.state, ["placed", "paid"])))
      .groupBy(shopOrders.siteId),
  operations: {
    ...catalogOperations,
    ...importOperations,
    ...orderOperations,
    ...figureOperations,
    ...stockOperations,
    ...buyerOperations,
    ...bulkOperations,
    ...abandonedCartOperations,
  },
  endpoints: shopEndpoints,
  schemas: shopSchemas,
  jobs: {
    goods: {
      lane: "slow",
      shown: true,
      payload: Joi.object({
        import: Joi.string().max(24).required(),
        command: Joi.string().valid("plan", "run", "back").required(),
      }),
      run: goodsJob,
    },
    cartReminder: {
      lane: "quick",
      payload: Joi.object({ cart: Joi.string().max(64).required() }),
      run: cartReminderJob,
    },
    fetchEnds: {
      lane: "quick",
      payload: Joi.object({ booking: Joi.string().max(24).required() }),
      run: fetchEndsJob,
    },
    orderEnds: { lane: "quick", payload: Joi.object({}), run: orderEndsJob },
  },
  beforeForgotten: forgetCartFiles,
  knows: ordersOf,
  results: async ({ context: { db }, site }, _widget, days) => {
    const rows = await db
      .select({ at: shopOrders.createdAt })
      .from(shopOrders)
      .where(
        and(
          eq(shopOrders.siteId, site.id),
          gte(shopOrders.createdAt, new Date(Date.parse(`${days[0]}T00:00:00Z`) - 86_400_000)),
        ),
      )
      .limit(50_000);
    const orders = new Map<string, number>();
    for (const { at } of rows) {
      const day = dayIn(site.settings.zone, at);
      orders.set(day, (orders.get(day) ?? 0) + 1);
    }
    const states = await db
      .select({ state: shopOrders.state, all: count() })
      .from(shopOrders)
      .where(eq(shopOrders.siteId, site.id))
      .groupBy(shopOrders.state);
    return {
      series: { orders: days.map((day) => orders.get(day) ?? 0) },
      states: Object.fromEntries(states.map((row) => [row.state, row.all])),
    };
  },
  outside: async ({ context: { db }, site }, { settings: { enabled } }) =>
    enabled && !(await offeredPayments(db, site.id)).length ? [nobodyPays] : [],
});
