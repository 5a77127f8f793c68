// What a feed of clips may be set to.
import Joi from "joi";
import { mediaHash } from "@/core/page/kinds/picture";
import { dateSchema } from "@/core/time/schema";
import { type ClipFeed, type FeedCard, type FeedHeader, type FeedPick, feedLimits, feedOrders } from "./clips";
import { feedLayouts, feedPagings, feedPlays } from "./released";

const id = Joi.string().pattern(/^[\w-]{1,40}$/);
const flag = Joi.boolean().required();
const word = Joi.string().trim().min(1).max(60);
const day = dateSchema.allow("").required();
const whole = (min: number, max: number) => Joi.number().integer().min(min).max(max).required();

const sourceSchema = Joi.alternatives(
  Joi.object({
    id: id.required(),
    of: Joi.valid("address").required(),
    address: Joi.string()
      .trim()
      .max(1900)
      .required()
      .messages({ "string.empty": "Write the address of the channel, the playlist or the feed." }),
  }),
  Joi.object({
    id: id.required(),
    of: Joi.valid("search").required(),
    words: Joi.string().trim().max(120).required().messages({ "string.empty": "Say what is searched for." }),
  }),
  Joi.object({
    id: id.required(),
    of: Joi.valid("picked").required(),
    clips: Joi.array()
      .items(Joi.string().trim().min(1).max(1900))
      .max(feedLimits.picked)
      .required()
      .messages({ "array.max": `At most ${feedLimits.picked} clips are picked one by one.` }),
  }),
  Joi.object({
    id: id.required(),
    of: Joi.valid("media").required(),
    tag: Joi.string().trim().allow("").max(40).required(),
  }),
).match("one");

const pickSchema = Joi.object<FeedPick>({
  most: whole(1, feedLimits.shown).messages({
    "number.min": "At least one clip is shown.",
    "number.max": `At most ${feedLimits.shown} clips are shown.`,
  }),
  order: Joi.string()
    .valid(...feedOrders)
    .required(),
  byHand: Joi.array().items(Joi.string().max(300)).max(feedLimits.shown).required(),
  withWords: Joi.array().items(word).max(20).required(),
  withoutWords: Joi.array().items(word).max(20).required(),
  longerThan: whole(0, 86_400),
  shorterThan: whole(0, 86_400),
  since: day,
  until: day,
})
  .custom((pick: FeedPick, helpers) => {
    if (pick.since && pick.until && pick.until < pick.since) return helpers.error("pick.days");
    return pick.shorterThan && pick.shorterThan <= pick.longerThan ? helpers.error("pick.length") : pick;
  })
  .messages({
    "pick.days": "The last day lies before the first.",
    "pick.length": "Nothing is longer and shorter than this at once.",
  });

const cardSchema = Joi.object<FeedCard>({
  poster: flag,
  title: flag,
  length: flag,
  date: flag,
  views: flag,
  words: flag,
})
  .custom((card: FeedCard, helpers) => (card.poster || card.title ? card : helpers.error("card.empty")))
  .messages({ "card.empty": "A card shows its poster or its title: otherwise nothing can be pressed." });

const headerSchema = Joi.object<FeedHeader>({
  shown: flag,
  banner: mediaHash.allow(null).required(),
  logo: mediaHash.allow(null).required(),
  name: Joi.string().trim().allow("").max(120).required(),
  subscribers: flag,
  clips: flag,
  views: flag,
  subscribeAt: Joi.string()
    .allow("")
    .pattern(/^https?:\/\/[^\s"'<>\\]{3,1900}$/)
    .required()
    .messages({ "string.pattern.base": "Write the address as https://host.example/channel." }),
  subscribeWords: Joi.string().trim().allow("").max(60).required(),
  subscribePlace: Joi.string().valid("beside", "below").required(),
});

export const clipFeedSchema: Joi.ObjectSchema<ClipFeed> = Joi.object<ClipFeed>({
  enabled: flag,
  sources: Joi.array()
    .items(sourceSchema)
    .max(feedLimits.sources)
    .unique("id")
    .required()
    .messages({ "array.max": `A feed has at most ${feedLimits.sources} sources.` }),
  pick: pickSchema.required(),
  layout: Joi.string()
    .valid(...feedLayouts)
    .required(),
  columns: Joi.object({ wide: whole(1, 6), tablet: whole(1, 4), phone: whole(1, 3) }).required(),
  gapPx: whole(0, 80),
  card: cardSchema.required(),
  plays: Joi.string()
    .valid(...feedPlays)
    .required(),
  header: headerSchema.required(),
  paging: Joi.string()
    .valid(...feedPagings)
    .required(),
  perPage: whole(1, 60),
});
