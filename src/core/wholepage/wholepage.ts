// Code on the whole page and in no frame: it may do whatever a page may, so only owners set it.
import Joi from "joi";
import { longestCode, mostOrigins } from "@/core/code/code";
import { originSchema } from "@/core/code/schema";
import { categories } from "@/core/consent/category";
import { tagsIn } from "@/core/input/tags";
import type { ReleasedWholePage } from "./released";

/** `html`: elements, among them scripts of other hosts by their address; `script`: one of its own text. */
export interface WholePage extends ReleasedWholePage {
  readonly enabled: boolean;
  /** Origins it may reach: they enter the policy of every page. */
  readonly origins: readonly string[];
  /** Names of what it leaves on the site's own host. */
  readonly sets: readonly string[];
}

export const newWholePage: WholePage = {
  enabled: true,
  where: "end",
  html: "",
  script: "",
  origins: [],
  purpose: "statistics",
  sets: [],
};

const code = Joi.string().allow("").max(longestCode).required();

export const wholePageSchema: Joi.ObjectSchema<WholePage> = Joi.object<WholePage>({
  enabled: Joi.boolean().required(),
  where: Joi.string().valid("head", "end").required(),
  html: code
    .custom((html: string, helpers) =>
      tagsIn(html, "script").some(({ src }) => src === undefined) ? helpers.error("code.inline") : html,
    )
    .messages({ "code.inline": "Put what a script says into “Script”; here only scripts with an address may stand." }),
  script: code,
  origins: Joi.array().items(originSchema).unique().max(mostOrigins).required(),
  purpose: Joi.string()
    .valid(...categories)
    .required(),
  sets: Joi.array().items(Joi.string().trim().min(1).max(200)).max(50).required(),
});
