// An order as it is stored.
import type { shopOrders } from "@/data/shop/tables";

export type OrderRow = typeof shopOrders.$inferSelect;
