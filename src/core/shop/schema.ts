// What a shop's settings may be.
import Joi from "joi";
import { idSchema, lineSchema } from "@/core/input/text";
import { withPlaceholders } from "@/core/message/placeholder-schema";
import { largestAmount } from "@/core/money/read";
import { orderLetters, orderPlaceholders } from "@/core/order/letters/kinds";
import { postcodeFault } from "@/core/shipping/postcode";
import { rateFault, taxBases } from "@/core/tax/tax";
import { timeSchema } from "@/core/time/schema";
import { pictureRatios, type Shop, shopPages } from "./shop";

const country = Joi.string()
  .pattern(/^[A-Z]{2}$/)
  .messages({ "string.pattern.base": "A country is two capital letters, such as IE." });
const amount = Joi.number().integer().min(0).max(largestAmount).messages({
  "number.min": "A price can’t be less than nothing.",
});
/** Thousandths of a percent. */
const rate = Joi.number().integer().min(0).max(100_000).messages({
  "number.min": "A rate can’t be less than 0 %.",
  "number.max": "A rate is 100 % at most.",
});
/** Own words of a letter in each language: short of what a mail can hold, and with placeholders that there are. */
const letterSchema = Joi.object({
  off: Joi.boolean().valid(true),
  words: Joi.object()
    .pattern(
      /^[a-z]{2,3}$/,
      Joi.object({
        subject: withPlaceholders(lineSchema(160), orderPlaceholders),
        words: withPlaceholders(Joi.string().max(3000), orderPlaceholders),
      }),
    )
    .max(20),
});

const name = (of: string) => lineSchema(60).required().messages({ "string.empty": of });

const taxSchema = Joi.object<Shop["tax"]>({
  included: Joi.boolean().required(),
  home: country.required(),
  oneStop: Joi.boolean().required(),
  rounding: Joi.string().valid("line", "order").required(),
  classes: Joi.array()
    .items(
      Joi.object({
        id: idSchema.required(),
        name: name("A tax class needs a name."),
        base: Joi.string()
          .valid(...taxBases)
          .required(),
        rates: Joi.object()
          .pattern(/^[A-Z]{2}(-[A-Z0-9]{1,3})?$/, rate)
          .max(120)
          .required()
          .messages({ "object.unknown": "Write a country or a region, such as IE or US-CA." }),
      }),
    )
    .min(1)
    .max(20)
    .unique("id")
    .required()
    .messages({ "array.min": "At least one tax class is needed." }),
})
  .custom((tax: Shop["tax"], helpers) => {
    for (const [at, { rates }] of tax.classes.entries())
      for (const place of Object.keys(rates)) {
        const why = rateFault(place, tax);
        const local = helpers.state.localize?.([...(helpers.state.path ?? []), "classes", at, "rates"]);
        if (why) return helpers.error("tax.rate", { why }, local);
      }
    return tax;
  })
  .messages({ "tax.rate": "{#why}" });

const bands = (unit: Joi.NumberSchema) =>
  Joi.array()
    .items(Joi.object({ upTo: unit.allow(null).required(), amount: amount.required() }))
    .min(1)
    .max(30)
    .unique("upTo")
    .required()
    .messages({ "array.min": "At least one band is needed.", "array.unique": "Two bands end at the same." });

const whole = Joi.number().integer().min(1).max(100_000_000);
const side = Joi.number().integer().min(1).max(10_000);

const rateSchema = Joi.alternatives()
  .conditional(".by", {
    switch: [
      { is: "flat", then: Joi.object({ by: Joi.any().required(), amount: amount.required() }) },
      { is: "weight", then: Joi.object({ by: Joi.any().required(), bands: bands(whole) }) },
      { is: "number", then: Joi.object({ by: Joi.any().required(), bands: bands(whole) }) },
      { is: "price", then: Joi.object({ by: Joi.any().required(), bands: bands(whole) }) },
      {
        is: "size",
        then: Joi.object({
          by: Joi.any().required(),
          boxes: Joi.array()
            .items(
              Joi.object({
                name: name("A box needs a name."),
                sizeMm: Joi.array().items(side).length(3).required(),
                mostGrams: whole.required(),
                amount: amount.required(),
              }),
            )
            .min(1)
            .max(20)
            .required()
            .messages({ "array.min": "At least one box is needed." }),
        }),
      },
    ],
    otherwise: Joi.object({ by: Joi.string().valid("flat", "weight", "number", "price", "size").required() }),
  })
  .required();

const methodSchema = Joi.alternatives().conditional(".kind", {
  switch: [
    {
      is: "pickup",
      then: Joi.object({
        id: idSchema.required(),
        name: name("A way needs a name, such as Parcel."),
        kind: Joi.any().required(),
        where: lineSchema(200).allow("").required(),
        amount: amount.required(),
        service: idSchema.allow(null),
      }),
    },
  ],
  otherwise: Joi.object({
    id: idSchema.required(),
    name: name("A way needs a name, such as Parcel."),
    kind: Joi.string().valid("parcel").required(),
    rate: rateSchema,
    freeFrom: amount.allow(null).required(),
    days: Joi.object({
      from: Joi.number().integer().min(0).max(120).required(),
      to: Joi.number().integer().min(Joi.ref("from")).max(120).required().messages({
        "number.min": "The longest time is not shorter than the shortest.",
        "any.ref": "The longest time is not shorter than the shortest.",
      }),
    }).required(),
  }),
});

const zoneSchema = Joi.object({
  id: idSchema.required(),
  name: name("A zone needs a name, such as Ireland."),
  places: Joi.array()
    .items(
      Joi.object({
        country: country.allow("*").required(),
        regions: Joi.array()
          .items(
            Joi.string()
              .pattern(/^[A-Z0-9]{1,3}$/)
              .messages({
                "string.pattern.base": "A region is up to three capital letters or digits, such as CA.",
              }),
          )
          .max(80)
          .unique()
          .required(),
        postcodes: Joi.array()
          .items(
            Joi.string()
              .max(25)
              .custom((value: string, helpers) => {
                const fault = postcodeFault(value);
                return fault ? helpers.message({ custom: fault }) : value;
              }),
          )
          .max(200)
          .unique()
          .required(),
      }),
    )
    .min(1)
    .max(100)
    .required()
    .messages({ "array.min": "A zone needs a place." }),
  methods: Joi.array().items(methodSchema).max(20).unique("id").required(),
});

export const shopSchema: Joi.ObjectSchema<Shop> = Joi.object<Shop>({
  enabled: Joi.boolean().required(),
  pages: Joi.object(Object.fromEntries(shopPages.map((page) => [page, idSchema.allow(null).required()]))).required(),
  tax: taxSchema.required(),
  zones: Joi.array().items(zoneSchema).max(60).unique("id").required(),
  dispatch: Joi.object({
    until: timeSchema.required(),
    weekdays: Joi.array().items(Joi.number().integer().min(1).max(7)).unique().max(7).required(),
    days: Joi.number().integer().min(0).max(60).required(),
  }).required(),
  currencies: Joi.array()
    .items(
      Joi.object({
        code: Joi.string()
          .pattern(/^[A-Z]{3}$/)
          .required()
          .messages({ "string.pattern.base": "A currency is three capital letters, such as GBP." }),
        rate: Joi.number().greater(0).max(1_000_000).required().messages({
          "number.greater": "A rate is more than nothing.",
        }),
      }),
    )
    .max(12)
    .unique("code")
    .required(),
  look: Joi.object<Shop["look"]>({
    ratio: Joi.string()
      .valid(...pictureRatios)
      .required(),
    whole: Joi.boolean().required(),
    align: Joi.string().valid("start", "center").required(),
    button: Joi.string().valid("none", "below", "over", "pointed").required(),
    basket: Joi.string().valid("sheet", "page"),
    second: Joi.boolean().required(),
    marks: Joi.boolean().required(),
    newDays: Joi.number().integer().min(0).max(365).required(),
    columns: Joi.object({
      wide: Joi.number().integer().min(1).max(6).required(),
      tablet: Joi.number().integer().min(1).max(4).required(),
      phone: Joi.number().integer().min(1).max(2).required(),
    }).required(),
    perPage: Joi.number().integer().min(4).max(96).required(),
  }).required(),
  terms: idSchema.allow(null).required(),
  remindAfterHours: Joi.number().integer().min(1).max(168).allow(null),
  letters: Joi.object(Object.fromEntries(orderLetters.map((kind) => [kind, letterSchema]))),
  prefixes: Joi.object({
    order: Joi.string()
      .allow("")
      .pattern(/^[A-Z0-9-]{0,8}$/)
      .required()
      .messages({ "string.pattern.base": "Up to eight capital letters, digits and hyphens, such as W-." }),
    invoice: Joi.string()
      .allow("")
      .pattern(/^[A-Z0-9-]{0,8}$/)
      .required()
      .messages({ "string.pattern.base": "Up to eight capital letters, digits and hyphens, such as W-." }),
  }).required(),
  seller: Joi.string().allow("").max(400),
  taxNumber: lineSchema(30).allow("").required(),
  // Of settings from before ways to pay were the site's.
}).append({ payments: Joi.any().strip() } as Joi.PartialSchemaMap<Shop>);
