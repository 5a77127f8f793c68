// What pages with popups, and the letters that follow, can call.
import { deeds, type Json, json, pageAsks, pageDoes, post } from "../edge/described";
import { type Endpoint, fresh, page, param } from "../edge/endpoint";
import { fromJoi } from "../edge/from-joi";
import { deedPage } from "./notices";
import { countSeen, type Deed, seenSchema, signUp, signupSchema } from "./signups";

/** Forms of what these calls take. */
export const popupSchemas: Readonly<Record<string, Json>> = {
  Signup: fromJoi(signupSchema),
  Seen: fromJoi(seenSchema),
};

const signupDeeds: readonly (readonly [deed: Deed, summary: string])[] = [
  ["confirm", "Confirms a signup"],
  ["withdraw", "Withdraws a signup"],
  ["return", "Comes back after withdrawing"],
];
const signupPages: readonly Endpoint[] = signupDeeds.flatMap(([deed, summary]) =>
  (["GET", "POST"] as const).map(
    (method): Endpoint => ({
      method,
      path: `/signups/{token}/${deed}`,
      says: method === "POST" ? pageDoes(summary) : pageAsks(summary),
      fromPages: "own",
      run: async (call) =>
        page(call, await deedPage(call.context, call.siteKey, param(call, "token"), deed, method === "POST")),
    }),
  ),
);

export const popupEndpoints: readonly Endpoint[] = [
  {
    method: "POST",
    path: "/signups",
    says: post("Signs up through a popup", [], "Signup", 202, "Taken"),
    body: "json",
    fromPages: "own",
    run: async (call) => {
      await signUp(call.context, call.siteKey, call.body, call.address);
      return fresh({ taken: true }, 202);
    },
  },
  ...signupPages,
  {
    method: "POST",
    path: "/popup-counts",
    says: {
      summary: "Counts that a popup was shown or closed",
      requestBody: { required: true, content: json("Seen") },
      responses: { 204: { description: "Counted" }, ...deeds },
    },
    body: "json",
    fromPages: "own",
    run: async (call) => {
      await countSeen(call.context, call.siteKey, call.body, call.address);
      return new Response(null, { status: 204, headers: { "cache-control": "no-store" } });
    },
  },
];
