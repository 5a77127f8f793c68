// Every call a visitor's page, mail or calendar can make, by method and path: those of every site, and those of each kind
// of widget. openapi.json is made of them.

import { paymentEndpoints, paymentSchemas } from "../payment/endpoints";
import { noticeCss } from "../release/notice";
import { ownEndpoints } from "../self-service/endpoints";
import { widgetServers } from "../widget/kinds";
import { commonSchemas, type Json, reading, text } from "./described";
import { type Endpoint, fresh } from "./endpoint";

const common: readonly Endpoint[] = [
  {
    method: "GET",
    path: "/notice.css",
    says: {
      summary: "The style sheet of the pages behind letters' links",
      responses: { ...reading, 200: { description: "CSS", content: { "text/css": { schema: text } } } },
    },
    fromPages: "own",
    // The style sheet of the pages behind letters' links.
    run: async (call) =>
      new Response(await noticeCss(call.context, call.siteKey), {
        headers: { "content-type": "text/css; charset=utf-8", "cache-control": "no-cache" },
      }),
  },
  {
    method: "GET",
    path: "/openapi.json",
    says: {
      summary: "This description",
      responses: {
        ...reading,
        200: { description: "OpenAPI 3.1", content: { "application/json": { schema: { type: "object" } } } },
      },
    },
    fromPages: "any",
    run: async () => fresh(openApi),
  },
];

const ofKinds = Object.values(widgetServers);

export const endpoints: readonly Endpoint[] = [
  ...ofKinds.flatMap((kind) => kind.endpoints),
  ...paymentEndpoints,
  ...ownEndpoints,
  ...common,
];

const paths: Record<string, Record<string, Json>> = {};
for (const { method, path, says } of endpoints) paths[path] = { ...paths[path], [method.toLowerCase()]: says };

/** The calls as OpenAPI 3.1. */
export const openApi: Json = {
  openapi: "3.1.0",
  info: {
    title: "Webitor: what visitors' pages call",
    version: "1",
    description:
      "Instants are RFC 3339 in UTC, with local forms beside them. Errors are application/problem+json (RFC 9457) with the path of each wrong field. Every POST of booking takes an Idempotency-Key: sent again with it, the call is answered again and done once.",
  },
  servers: [{ url: "/_w/v1" }],
  paths,
  components: {
    schemas: Object.assign({}, commonSchemas, paymentSchemas, ...ofKinds.map((kind) => kind.schemas)) as Json,
  },
};
