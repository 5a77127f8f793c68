// What the Desk asks for orders that it makes or changes itself.
import Joi from "joi";
import { idSchema, lineSchema, mailSchema } from "@/core/input/text";
import { largestAmount } from "@/core/money/read";
import { connectorKinds } from "@/core/payment/connectors";
import { type Address, addressFields } from "@/core/shop/address";
import { cartLimits } from "@/core/shop/shop";
import { siteOperation } from "@/server/operation";
import { editOrder, goodsFor, type HandLine, type HandOrder, orderByHand, previewOrder } from "./by-hand";

const variant = Joi.string()
  .pattern(/^[\w-]{1,40}$/)
  .required();

const lines = Joi.array()
  .items(
    Joi.object<HandLine>({
      line: Joi.string()
        .pattern(/^[\w-]{1,40}$/)
        .allow(null)
        .required(),
      variant,
      quantity: Joi.number().integer().min(1).max(cartLimits.thousandths).required(),
    }),
  )
  .max(cartLimits.lines)
  .required();

const address = Joi.object<Address>(
  Object.fromEntries(
    addressFields.map((field) => [
      field,
      field === "country"
        ? Joi.string()
            .pattern(/^[A-Z]{2}$/)
            .allow("")
            .required()
        : lineSchema(field === "postcode" ? 20 : 120)
            .allow("")
            .required(),
    ]),
  ),
).required();

const way = Joi.string().max(40).allow("").required();
const seen = Joi.number().integer().min(0).max(largestAmount).required();
const order = Joi.string().max(24);

export const handOperations = {
  /** What can be sold now, by words or by number: for whoever adds something to an order. */
  "desk.goods": siteOperation(
    "visitors.read",
    { words: Joi.string().trim().allow("").max(80).required() },
    ({ context, site }, { words }: { words: string }) => goodsFor(context, site, words),
  ),
  /** What an order by hand, or one that is changed, would come to. */
  "desk.reckonOrder": siteOperation(
    "visitors.read",
    { lines, address, way, order: order.allow(null).required() },
    ({ context, site }, input: { lines: readonly HandLine[]; address: Address; way: string; order: string | null }) =>
      previewOrder(context, site, input),
  ),
  "desk.makeOrder": siteOperation(
    "visitors.change",
    {
      ...{ lines, address, way, seen, key: idSchema.required() },
      email: mailSchema.allow("").required(),
      phone: lineSchema(40).allow("").required(),
      note: Joi.string().trim().max(1000).allow("").required(),
      payment: Joi.string()
        .valid("link", ...connectorKinds)
        .required(),
    },
    async ({ context, site, account }, input: HandOrder) => {
      const row = await orderByHand(context, site, account.id, input);
      return { id: row.id, number: row.number };
    },
  ),
  "desk.editOrder": siteOperation(
    "visitors.change",
    { order: order.required(), revision: Joi.number().integer().min(0).required(), lines, seen },
    async (
      { context, site, account },
      input: { order: string; revision: number; lines: readonly HandLine[]; seen: number },
    ) => {
      const row = await editOrder(context, site, account.id, input);
      return { revision: row.revision, toPay: row.toPay };
    },
  ),
};
