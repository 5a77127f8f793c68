// The calls behind a snippet, the same for every kind that stands on pages of sites built elsewhere.
import type { OtherSiteKind } from "@/core/widget/snippet";
import { get, html, type Json, problem, reading, text } from "../edge/described";
import { type Endpoint, fresh, page, type VisitorCall } from "../edge/endpoint";
import { type OtherSiteWidget, otherSiteScript } from "./other-site";

const widget: Json = { name: "widget", in: "path", required: true, schema: text };

/** The script, what it asks first, and the page for whoever builds the other site. */
export const otherSiteEndpoints = (
  kind: OtherSiteKind,
  {
    name,
    told,
    snippet,
  }: {
    /** What it is called: "the calendar". */
    readonly name: string;
    readonly told: (call: VisitorCall) => Promise<OtherSiteWidget<unknown>>;
    readonly snippet: (call: VisitorCall) => Promise<string>;
  },
): readonly Endpoint[] => [
  {
    method: "GET",
    path: `/${kind}/elsewhere.js`,
    says: {
      summary: `The script that brings ${name} to life on pages of sites built elsewhere`,
      responses: {
        ...reading,
        200: { description: "JavaScript", content: { "text/javascript": { schema: text } } },
        304: { description: "Nothing has changed since the ETag that was sent" },
      },
    },
    fromPages: "any",
    run: (call) => otherSiteScript(call, kind),
  },
  {
    method: "GET",
    path: `/${kind}/{widget}/elsewhere`,
    says: get(`What a page of another site that may have ${name} needs`, [widget], "Elsewhere", {
      403: problem("Pages of that site may not have it"),
    }),
    fromPages: "any",
    run: async (call) => fresh(await told(call)),
  },
  {
    method: "GET",
    path: `/${kind}/{widget}/snippet`,
    says: {
      summary: `What whoever builds another site has to know to put ${name} there`,
      parameters: [widget],
      responses: { ...reading, 200: html("The page") },
    },
    fromPages: "own",
    run: async (call) => page(call, { status: 200, html: await snippet(call) }),
  },
];
