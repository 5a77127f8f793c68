// What a visitor without scripts asks for: a letter to the business. Nothing is booked by it.
import Joi from "joi";
import { bookingId } from "@/core/booking/rules/schema";
import { askWords } from "@/core/booking/words/ask-words";
import { lineSchema, mailSchema } from "@/core/input/text";
import { escapeHtml } from "@/core/render/escape";
import { senderOf } from "@/core/site/site";
import { inTransaction } from "@/data/connection";
import { siteOrigin } from "../../context";
import { takeNetworkPoint } from "../../limit";
import { writeMail } from "../../mail/mail";
import { Problem, validated } from "../../problem";
import { noticePage } from "../../release/notice";
import type { PublicCall } from "./call";
import { offeredService } from "./input";

interface Asked {
  readonly service: string;
  readonly when: string;
  readonly name: string;
  readonly email: string;
  readonly message: string;
}

const askSchema = Joi.object<Asked & { readonly website: string }>({
  service: bookingId.required(),
  when: lineSchema(200).min(1).required(),
  name: lineSchema(120).min(1).required(),
  email: mailSchema.required(),
  message: Joi.string().trim().allow("").max(2000).default(""),
  // Only a machine fills a field nobody sees.
  website: Joi.string().allow("").max(2000).default(""),
});

async function write({ context, site, setUp }: PublicCall, asked: Asked) {
  const service = setUp.services.find(({ id }) => id === asked.service);
  const place = setUp.places.find(({ id }) => id === service?.place);
  const lines = [
    `${service?.name ?? asked.service}: ${asked.when}`,
    `${asked.name} <${asked.email}>`,
    ...(asked.message ? ["", asked.message] : []),
  ];
  await inTransaction(context.db, (tx) =>
    writeMail(context, tx, {
      siteId: site.id,
      sender: senderOf(site),
      recipient: place?.notify || site.settings.mailFrom,
      withdrawUrl: siteOrigin(context.settings, site.key),
      calendar: null,
      subject: `Asked for: ${service?.name ?? asked.service}, ${asked.name}`,
      text: `${lines.join("\n")}\n`,
      html: `<pre>${escapeHtml(lines.join("\n"))}</pre>`,
    }),
  );
  context.jobQueued();
}

/** POST asks: the page that follows, with its status. */
export async function postAsk(
  call: PublicCall,
  fields: unknown,
  address: string,
  back: string,
): Promise<{ status: number; html: string }> {
  const { context, site, language } = call;
  const words = askWords(language);
  const then = { href: back, words: words.back };
  try {
    await takeNetworkPoint(context, "formAddress", site.id, address);
    const asked = validated(askSchema, fields);
    offeredService(call, asked.service);
    if (!asked.website) await write(call, asked);
    const notice = { title: words.thanks, text: words.thanksText, then };
    return { status: 200, html: await noticePage(context, site.key, notice) };
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    const text = error.fields.map(({ message }) => message).join(" ");
    return { status: error.status, html: await noticePage(context, site.key, { title: words.wrong, text, then }) };
  }
}
