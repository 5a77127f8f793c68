// Looking at a page before it is embedded: whether it may be framed, where it leads, what it sets.
import Joi from "joi";
import { cookiesOf, framingOf } from "@/core/embed/framing";
import { clipWords } from "@/core/video/outside-words";
import { siteOrigin } from "../context";
import { takePoint } from "../limit";
import { siteOperation } from "../operation";
import { fetchOutside } from "../outside/fetch";
import { reachOf } from "../outside/reach";
import { fieldProblem } from "../problem";

const titleBytes = 256 * 1024;

export const embedOperations = {
  "embeds.look": siteOperation(
    "pages.arrange",
    {
      address: Joi.string()
        .trim()
        .max(1900)
        .pattern(/^https?:\/\//)
        .required()
        .messages({
          "string.empty": "Write the page’s address.",
          "string.pattern.base": "Write the address as https://host.example/page.",
        }),
    },
    async (call, { address }: { address: string }) => {
      const { context, site } = call;
      await takePoint(context, "heavyMember", call.account.id);
      const found = await fetchOutside(reachOf(context), address, {
        about: "video",
        accept: "text/html",
        mostBytes: titleBytes,
        headOnly: true,
      });
      if (!found.ok) throw fieldProblem("address", clipWords(found.reason));
      const at = new URL(found.value.address);
      const { refusedBy } = framingOf(found.value.headers, new URL(siteOrigin(context.settings, site.key)));
      if (refusedBy)
        throw fieldProblem(
          "address",
          `${at.hostname} refuses to be shown in frames of other sites: “${refusedBy.header}: ${refusedBy.value}”.`,
        );
      return {
        address: at.href,
        /** Where it leads, when that is not where it was asked for. */
        ledTo: at.href === new URL(address).href ? null : at.href,
        insecure: at.protocol === "http:",
        sets: cookiesOf(found.value.headers),
      };
    },
  ),
};
