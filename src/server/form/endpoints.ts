// What pages with forms call: the form itself, as JSON or as a browser sends it without script.
import { and, eq, isNull } from "drizzle-orm";
import { ownKeys } from "@/core/form/html";
import { ownWords } from "@/core/form/words";
import { isPassing, problemWords } from "@/core/render/problem";
import { pagePath } from "@/core/site/site";
import { documents } from "@/data/page/tables";
import { commands, html, type Json, json } from "../edge/described";
import { type Endpoint, type FormBody, fieldsOf, fresh, page, type VisitorCall } from "../edge/endpoint";
import { fromJoi } from "../edge/from-joi";
import { Problem } from "../problem";
import { noticePage } from "../release/notice";
import { formSchema, type SentFile, sendForm } from "./send";

export const formSchemas: Readonly<Record<string, Json>> = {
  Form: fromJoi(formSchema),
};

/** Path of the page that a form was sent from, by its own address; "/" where the browser does not tell. */
function pageOf(call: VisitorCall): string {
  const referrer = call.header("referer") ?? "";
  return URL.canParse(referrer) ? new URL(referrer).pathname.slice(0, 399) : "/";
}

/** A form as a browser sends it, in the form that a script's has. */
function asCall({ fields, files }: FormBody, call: VisitorCall): { body: unknown; files: Record<string, SentFile> } {
  if (fields[ownKeys.widget] === undefined) return { body: fields, files };
  const answers: Record<string, unknown> = {};
  for (const [key, value] of Object.entries(fields)) if (!key.startsWith("_")) answers[key] = value;
  const own = (name: string) => fields[name];
  return {
    body: {
      widget: own(ownKeys.widget),
      page: own("_page") ?? pageOf(call),
      language: own(ownKeys.language),
      website: own(ownKeys.website) ?? "",
      fields: answers,
      ...(own("_once") === undefined ? {} : { once: own("_once") }),
      ...(own("_elapsed") === undefined ? {} : { elapsedMs: Number(own("_elapsed")) }),
    },
    files,
  };
}

/** Whether a browser asks by going there, and so shows what it is answered. */
const navigates = (call: VisitorCall) => call.header("sec-fetch-mode") === "navigate";

async function answered(call: VisitorCall): Promise<Response> {
  const { body, files } = asCall(call.body as FormBody, call);
  if (!navigates(call)) {
    await sendForm(call.context, call.siteKey, body, files, call.address);
    return fresh({ taken: true }, 202);
  }
  const back = { href: pageOf(call), words: ownWords(call.language).back };
  try {
    const { site, form } = await sendForm(call.context, call.siteKey, body, files, call.address);
    const { thanks } = form;
    if (thanks.kind === "page") {
      const [target] = await call.context.db
        .select({ slug: documents.slug })
        .from(documents)
        .where(and(eq(documents.siteId, site.id), eq(documents.id, thanks.page), isNull(documents.removedAt)));
      return new Response(null, {
        status: 303,
        headers: { location: target ? pagePath({ slug: target.slug ?? "" }) : "/", "cache-control": "no-store" },
      });
    }
    const notice = { title: thanks.title, text: thanks.text, then: { ...back, words: site.name } };
    return page(call, { status: 200, html: await noticePage(call.context, call.siteKey, notice) });
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    const fields = isPassing(error.status) ? fieldsOf(call.body) : null;
    const said = problemWords(call.language);
    // Where it can't be sent again from here, the browser's own way back leads to the form with all that was written.
    const notice = {
      title: fields ? said.moment : ownWords(call.language).wrong,
      text: error.fields.map(({ message }) => message).join(" "),
      then: fields ? { command: said.sendAgain, fields } : back,
    };
    const { status, headers } = error;
    return page(call, { status, headers, html: await noticePage(call.context, call.siteKey, notice) });
  }
}

export const formEndpoints: readonly Endpoint[] = [
  {
    method: "POST",
    path: "/forms",
    says: {
      summary: "Sends a form, with files where it asks for some",
      requestBody: {
        required: true,
        content: { ...json("Form"), "multipart/form-data": { schema: { type: "object" } } },
      },
      responses: {
        202: { description: "Taken", content: json("Taken") },
        200: html("Taken, as a page: to a browser that goes there"),
        303: { description: "Taken; on to the page that says thank you" },
        ...commands,
      },
    },
    body: "form",
    fromPages: "own",
    headers: ["referer", "sec-fetch-mode"],
    run: answered,
  },
];
