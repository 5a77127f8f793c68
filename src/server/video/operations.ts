// What the studio asks about videos.
import Joi from "joi";
import { clipWords } from "@/core/video/outside-words";
import { takePoint } from "../limit";
import { siteOperation } from "../operation";
import { fieldProblem } from "../problem";
import { findClip } from "./clip";

export const videoOperations = {
  /** Looks at a clip, and keeps its picture among the site's media. */
  "clips.find": siteOperation(
    "media.write",
    {
      address: Joi.string()
        .trim()
        .max(1900)
        .required()
        .messages({ "string.empty": "Write the clip’s address, or its id." }),
    },
    async (call, { address }: { address: string }) => {
      await takePoint(call.context, "heavyMember", call.account.id);
      const found = await findClip(call.context, call.site, address);
      if (!found.ok) throw fieldProblem("address", clipWords(found.reason));
      return found.value;
    },
  ),
};
