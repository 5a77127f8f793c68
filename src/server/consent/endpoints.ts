import { regionKeys } from "@/core/consent/rules";
import { answer, commands, type Json, json, nullable, object, reading, text } from "../edge/described";
import { type Endpoint, fresh } from "../edge/endpoint";
import { fromJoi } from "../edge/from-joi";
import { choiceSchema, countShown, keepChoice, shownSchema } from "./records";
import { locate } from "./where";

const _region = { enum: [...regionKeys] };

/** Forms of what these calls take and give. */
export const consentSchemas: Readonly<Record<string, Json>> = {
  Choice: fromJoi(choiceSchema),
  ConsentShown: fromJoi(shownSchema),
  Where: object({
    where: {
      anyOf: [object({ country: text, part: nullable(text) }), { type: "null" }],
    },
    by: { enum: ["proxy", "address", "nothing"] },
  }),
};

const counted = { 204: { description: "Kept" }, ...commands };
const kept = () => new Response(null, { status: 204, headers: { "cache-control": "no-store" } });

export const consentEndpoints: readonly Endpoint[] = [
  {
    method: "GET",
    path: "/consents/where",
    says: {
      summary: "Which country the caller is in, for the rule of consent that holds",
      responses: { 200: answer("Where, as far as anything tells", "Where"), ...reading },
    },
    fromPages: "own",
    run: async (call) => fresh(locate(call.context.settings, call.address, call.header)),
  },
  {
    method: "POST",
    path: "/consents",
    says: { summary: "Keeps a choice", requestBody: { required: true, content: json("Choice") }, responses: counted },
    body: "json",
    fromPages: "own",
    run: async (call) => {
      await keepChoice(call.context, call.siteKey, call.body, call.address);
      return kept();
    },
  },
  {
    method: "POST",
    path: "/consents/shown",
    says: {
      summary: "Counts that the question was shown",
      requestBody: { required: true, content: json("ConsentShown") },
      responses: counted,
    },
    body: "json",
    fromPages: "own",
    run: async (call) => {
      await countShown(call.context, call.siteKey, call.body, call.address);
      return kept();
    },
  },
];
