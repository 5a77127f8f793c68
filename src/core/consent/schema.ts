// What the settings of consent may be.
import Joi from "joi";
import { colourRoles, surfaces } from "@/core/brand/brand";
import { dateSchema } from "@/core/time/schema";
import {
  type Consent,
  type ConsentAgain,
  type ConsentLook,
  consentForms,
  consentPlaces,
  type Entry,
  mostEntries,
} from "./consent";
import { regionKeys } from "./rules";
import { consentWords } from "./words";

const flag = Joi.boolean().required();
const role = Joi.string().valid(...colourRoles);
const said = (most: number) => Joi.string().trim().allow("").max(most);

const entrySchema = Joi.object<Entry>({
  key: Joi.string()
    .pattern(/^[\w.:-]{1,60}$/)
    .required(),
  name: Joi.string().trim().min(1).max(120).required().messages({ "string.empty": "Say what it is." }),
  who: said(120).required(),
  purpose: Joi.string().valid("needed", "preferences", "statistics", "marketing", "unsorted").required(),
  why: said(300).required(),
  said: Joi.object().pattern(/^[a-z]{2,3}$/, Joi.object({ name: said(120).required(), why: said(300).required() })),
  as: Joi.string().valid("cookie", "storage", "worker", "request").required(),
  days: Joi.number().integer().min(0).max(36_500).allow(null).required().messages({
    "number.min": "Days are counted from 0, which is until the browser is closed.",
    "number.max": "Nothing stays for more than a hundred years.",
  }),
  sets: Joi.array().items(Joi.string().max(200)).max(50).required(),
  origin: Joi.string().max(300).allow("").required(),
  found: Joi.string().valid("declared", "measured", "hand").required(),
  sorted: flag,
  seen: dateSchema.required(),
});

const words = consentWords.en;
const named = Joi.object({ needed: said(60), preferences: said(60), statistics: said(60), marketing: said(60) });
const about = Joi.object({ needed: said(200), preferences: said(200), statistics: said(200), marketing: said(200) });
const ownWords = Joi.object({
  ...Object.fromEntries(
    Object.entries(words).flatMap(([name, value]) => (typeof value === "string" ? [[name, said(600)]] : [])),
  ),
  things: Joi.array().items(said(40)).length(2),
  names: named,
  about,
});

export const consentSchema: Joi.ObjectSchema<Consent> = Joi.object<Consent>({
  enabled: flag,
  table: Joi.array()
    .items(entrySchema)
    .max(mostEntries)
    .unique("key")
    .required()
    .messages({ "array.unique": "Two entries have the same key.", "array.max": `At most ${mostEntries} entries.` }),
  measured: Joi.object({ at: Joi.string().isoDate().required(), pages: Joi.number().integer().min(0).required() })
    .allow(null)
    .required(),
  elsewhere: Joi.string()
    .valid(...regionKeys.filter((region) => region !== "elsewhere"))
    .required(),
  months: Joi.number().integer().min(1).max(12).required().messages({
    "number.min": "A choice holds for a month at least.",
    "number.max": "No rule lets a choice hold for more than 12 months.",
  }),
  form: Joi.string()
    .valid(...consentForms)
    .required(),
  place: Joi.string()
    .valid(...Object.values(consentPlaces).flat())
    .required(),
  categoriesFirst: flag,
  refuseFirst: flag,
  ticked: flag,
  closes: flag,
  implied: flag,
  look: Joi.object<ConsentLook>({
    surface: Joi.string()
      .valid(...surfaces)
      .required(),
    accept: role.allow(null).required(),
    refuse: role.allow(null).required(),
    motion: Joi.string().valid("none", "slide", "fade").required(),
    logo: flag,
  }).required(),
  again: Joi.object<ConsentAgain>({
    as: Joi.string().valid("mark", "link").required(),
    corner: Joi.string()
      .valid(...consentPlaces.corner)
      .required(),
    distancePx: Joi.number().integer().min(0).max(200).required(),
    colour: role.required(),
  }).required(),
  policy: Joi.string()
    .pattern(/^[\w-]{1,40}$/)
    .allow(null)
    .required(),
  words: Joi.object()
    .pattern(/^[a-z]{2,3}$/, ownWords)
    .required(),
})
  .custom((consent: Consent, helpers) =>
    (consentPlaces[consent.form] as readonly string[]).includes(consent.place)
      ? consent
      : helpers.error("consent.place"),
  )
  .messages({ "consent.place": "This form can’t stand there." });
