// What a site file may hold, and the limits of each value. Bodies of pages are judged by core/page.
import Joi from "joi";
import { brandSchema } from "@/core/brand/schema";
import { goodsSchema } from "@/core/catalog/goods";
import { idSchema, mailSchema } from "@/core/input/text";
import { languageSchema } from "@/core/locale/schema";
import { documentTypes, filmTypes } from "@/core/media/documents";
import type { MediaEntry } from "@/core/media/entry";
import { groupNameSchema, headerFooterKinds } from "@/core/page/header-footer/standing";
import { mediaHash } from "@/core/page/kinds/picture";
import type { PageMeta, Redirect, SiteFile, SiteSettings } from "@/core/site/site";
import { dateSchema } from "@/core/time/schema";
import { zoneSchema } from "@/core/time/zone-schema";
import { widgetKindNames } from "@/core/widget/all-facts";
import { partJudges, schemaOfKind } from "@/core/widget/judges";
import type { SiteWidget } from "@/core/widget/settings";
import { spansSchema, weekSchema } from "./hours-schema";
import type { HoursException } from "./open-hours";

/** Names that hosts need themselves: ours, and those of the stand-ins for outside hosts. */
const reservedKeys = [
  ...["rehearse", "studio", "www", "api", "localhost", "mail"],
  ...["clips", "cdn", "neighbours", "quayside", "maze", "scribe", "pay"],
];

/** Also the first label of the site's host, hence RFC 1123's limits and no name the hosts need themselves. */
export const siteKeySchema = Joi.string()
  .pattern(/^[a-z][a-z0-9-]{1,38}[a-z0-9]$/)
  .invalid(...reservedKeys)
  .messages({
    "string.pattern.base": "A site address has 3 to 40 small letters, digits and hyphens, and starts with a letter.",
    "string.empty": "A site needs a key.",
    "any.invalid": "This key is kept for Webitor itself.",
  });

export const siteNameSchema = Joi.string().trim().min(1).max(80).messages({ "string.empty": "A site needs a name." });

export const settingsSchema: Joi.ObjectSchema<SiteSettings> = Joi.object<SiteSettings>({
  language: languageSchema.required(),
  zone: zoneSchema().required(),
  currency: Joi.string()
    .pattern(/^[A-Z]{3}$/)
    .required()
    .messages({ "string.pattern.base": "A currency is three capital letters, such as EUR." }),
  description: Joi.string().allow("").max(300).required(),
  mailFrom: mailSchema.max(200).required(),
  senderName: Joi.string()
    .trim()
    .max(80)
    .pattern(/^[^\r\n<>"]*$/)
    .messages({
      "string.pattern.base": "A name has no quotes, brackets or line breaks.",
    }),
  address: Joi.string().max(400),
  phone: Joi.string()
    .max(40)
    .pattern(/^\+?[\d ()/.-]{4,40}$/)
    .messages({ "string.pattern.base": "Write a phone number, such as +353 1 555 0100." }),
  hours: weekSchema,
  exceptions: Joi.array()
    .items(
      Joi.object<HoursException>({
        from: dateSchema.required(),
        to: dateSchema.required(),
        spans: spansSchema.required(),
        words: Joi.string().allow("").max(80),
      }).custom((one: HoursException, helpers) => (one.from <= one.to ? one : helpers.error("exception.order"))),
    )
    .max(60)
    .messages({ "exception.order": "The last day must not be earlier than the first." }),
  place: Joi.object({
    latitude: Joi.number().min(-90).max(90).required(),
    longitude: Joi.number().min(-180).max(180).required(),
  }),
  favicon: mediaHash,
  sharing: mediaHash,
  addresses: Joi.string().valid("follow", "stay"),
  samplesStop: Joi.boolean(),
});

/** A path as other programs may have made it, as old sites' addresses are: not read as a pattern, and none of the site's own. */
export const oldPathSchema = Joi.string()
  .max(121)
  .pattern(/^\/(?![_/])[\w.~%!$&'()+,;=:@/-]+$/)
  .messages({
    "string.pattern.base": "An old address is a path such as /kiln-hire.",
    "string.empty": "An old address is needed, such as /kiln-hire.",
    "string.max": "An old address has at most 121 characters.",
  });

export const redirectTargetSchema = Joi.string()
  .max(500)
  // In ASCII, as headers are: what else there is comes percent-encoded.
  .pattern(/^(\/(?![/_\\])|https?:\/\/(?=[a-z\d[]))(?:(?!["<>\\])[!-~])*$/i)
  .messages({
    "string.pattern.base": "It leads to a path such as /offers, or to an address with https://.",
    "string.empty": "It leads nowhere: say where to.",
    "string.max": "An address has at most 500 characters.",
  });

/** An address that leads on: to a page, or elsewhere. */
export const redirectSchema: Joi.ObjectSchema<Redirect> = Joi.object<Redirect>({
  from: oldPathSchema.required(),
  page: idSchema,
  to: redirectTargetSchema,
})
  .xor("page", "to")
  .messages({ "object.missing": "It leads nowhere.", "object.xor": "It leads to a page or to an address, not both." });

/** One or more path parts of small letters, digits and hyphens. What the site server uses itself can't be taken. */
export const slugSchema = Joi.string()
  .allow("")
  .max(120)
  .pattern(/^[a-z0-9]+(-[a-z0-9]+)*(\/[a-z0-9]+(-[a-z0-9]+)*){0,3}$/)
  .messages({ "string.pattern.base": "A slug has small letters, digits and single hyphens, such as kiln-hire." });

export const pageMetaFields = {
  title: Joi.string().trim().min(1).max(120).messages({ "string.empty": "A page needs a title." }),
  slug: slugSchema,
  description: Joi.string().allow("").max(300),
  inNavigation: Joi.boolean(),
  parent: idSchema,
  groups: Joi.array().items(groupNameSchema).max(20).unique(),
  searchTitle: Joi.string().trim().allow("").max(120),
  unlisted: Joi.boolean(),
  sharing: mediaHash,
} satisfies Joi.PartialSchemaMap<PageMeta>;

export const headerFooterNameSchema = Joi.string()
  .trim()
  .min(1)
  .max(60)
  .messages({ "string.empty": "A header or footer needs a name." });

export const patternNameSchema = Joi.string()
  .trim()
  .min(1)
  .max(60)
  .messages({ "string.empty": "A pattern needs a name." });

/** So many headers, and so many footers, a site has at most besides the first; and so many patterns. */
export const mostHeadersFooters = 40;
export const mostPatterns = 100;

export const widgetNameSchema = Joi.string()
  .trim()
  .min(1)
  .max(80)
  .messages({ "string.empty": "A widget needs a name." });

export const sharedNameSchema = Joi.string()
  .trim()
  .min(1)
  .max(60)
  .messages({ "string.empty": "A shared section needs a name." });

/** So many shared sections a site has at most. */
export const mostShared = 200;

const widgetSchema: Joi.ObjectSchema<SiteWidget> = Joi.object<SiteWidget>({
  id: idSchema.required(),
  kind: Joi.string()
    .valid(...widgetKindNames)
    .required(),
  name: widgetNameSchema.required(),
  settings: Joi.when("kind", {
    switch: widgetKindNames.map((is) => ({ is, then: schemaOfKind(is).required() })),
  }),
});

const isDocument = Joi.valid(...documentTypes);
const isAFilm = Joi.valid(...filmTypes);

/** A picture's or film's side in px; another document has none. */
const sideField = Joi.when("type", {
  is: Joi.valid(...documentTypes.filter((type) => !filmTypes.includes(type))),
  then: Joi.valid(0).required(),
  otherwise: Joi.number().integer().min(1).max(20_000).required(),
});

const percent = Joi.number().integer().min(0).max(100).required();

/** What is said of a medium besides what it is. */
export const mediaFields = {
  name: Joi.string().trim().min(1).max(200).messages({
    "string.empty": "A medium needs a name.",
    "string.max": "A name has at most 200 characters.",
  }),
  alt: Joi.string().trim().allow("").max(400).messages({ "string.max": "A description has at most 400 characters." }),
  decorative: Joi.boolean(),
  tags: Joi.array().items(Joi.string().trim().min(1).max(40)).max(20).unique(),
  focus: Joi.object({ x: percent, y: percent }),
} satisfies Joi.PartialSchemaMap<MediaEntry>;

const mediaSchema: Joi.ObjectSchema<MediaEntry> = Joi.object<MediaEntry>({
  ...mediaFields,
  hash: mediaHash.required(),
  name: Joi.string().min(1).max(200).required(),
  type: Joi.string()
    .valid("image/jpeg", "image/png", "image/webp", "image/avif", "image/gif", "image/svg+xml", ...documentTypes)
    .required(),
  widthPx: sideField,
  heightPx: sideField,
  lengthMs: Joi.when("type", {
    is: isAFilm,
    then: Joi.number().integer().min(1).required(),
    otherwise: Joi.forbidden(),
  }),
  tint: Joi.string().pattern(/^#[0-9a-f]{6}$/),
  moves: Joi.boolean().valid(true),
  bytes: Joi.when("type", {
    is: isDocument,
    then: Joi.number().integer().min(1).required(),
    otherwise: Joi.forbidden(),
  }),
});

/** Trees are only known to be objects here; reading a site file judges them with core/page. */
const tree = Joi.object().unknown().required();

export const siteFileSchema: Joi.ObjectSchema<SiteFile> = Joi.object<SiteFile>({
  format: Joi.number().valid(1).required().messages({ "any.only": "Only format 1 can be read." }),
  key: siteKeySchema.required(),
  name: siteNameSchema.required(),
  settings: settingsSchema.required(),
  brand: brandSchema.required(),
  header: tree,
  footer: tree,
  pages: Joi.array()
    .items(
      Joi.object({
        id: idSchema.required(),
        title: pageMetaFields.title.required(),
        slug: pageMetaFields.slug.required(),
        description: pageMetaFields.description.required(),
        inNavigation: pageMetaFields.inNavigation.required(),
        parent: pageMetaFields.parent,
        groups: pageMetaFields.groups,
        searchTitle: pageMetaFields.searchTitle,
        unlisted: pageMetaFields.unlisted,
        sharing: pageMetaFields.sharing,
        body: tree,
      }),
    )
    .min(1)
    .max(2000)
    .unique("id")
    .unique("slug")
    .required()
    .messages({ "array.unique": "Two pages have the same id or slug." }),
  shared: Joi.array()
    .items(Joi.object({ id: idSchema.required(), name: sharedNameSchema.required(), body: tree }))
    .max(mostShared)
    .unique("id"),
  headersFooters: Joi.array()
    .items(
      Joi.object({
        id: idSchema.invalid(...headerFooterKinds).required(),
        of: Joi.string()
          .valid(...headerFooterKinds)
          .required(),
        name: headerFooterNameSchema.required(),
        body: tree,
      }),
    )
    .max(2 * mostHeadersFooters)
    .unique("id"),
  patterns: Joi.array()
    .items(Joi.object({ id: idSchema.required(), name: patternNameSchema.required(), body: tree }))
    .max(mostPatterns)
    .unique("id"),
  widgets: Joi.array().items(widgetSchema).max(200).unique("id").required(),
  media: Joi.array().items(mediaSchema).max(10_000).unique("hash").required(),
  ...Object.fromEntries(partJudges.map(({ name, part }) => [name, part.schema])),
  shop: goodsSchema,
  locales: Joi.array()
    .items(Joi.valid(Joi.ref("...settings.language")))
    .length(1)
    .messages({ "any.only": "A site has one language so far: that of its settings." }),
  redirects: Joi.array().items(redirectSchema).max(2000).unique("from"),
});
