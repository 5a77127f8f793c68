// What pages with popups, and the letters that follow, can call.
import { commands, type Json, json, pageAsks, pageDoes, post } from "../edge/described";
import { type Endpoint, fresh, page, param } from "../edge/endpoint";
import { fromJoi } from "../edge/from-joi";
import { commandPage } from "./notices";
import { type Command, countSeen, seenSchema, signUp, signupSchema } from "./signups";

/** Forms of what these calls take. */
export const popupSchemas: Readonly<Record<string, Json>> = {
  Signup: fromJoi(signupSchema),
  Seen: fromJoi(seenSchema),
};

const signupCommands: readonly (readonly [command: Command, summary: string])[] = [
  ["confirm", "Confirms a signup"],
  ["withdraw", "Withdraws a signup"],
  ["return", "Comes back after withdrawing"],
];
const signupPages: readonly Endpoint[] = signupCommands.flatMap(([command, summary]) =>
  (["GET", "POST"] as const).map(
    (method): Endpoint => ({
      method,
      path: `/signups/{token}/${command}`,
      says: method === "POST" ? pageDoes(summary) : pageAsks(summary),
      fromPages: "own",
      run: async (call) =>
        page(call, await commandPage(call.context, call.siteKey, param(call, "token"), command, method === "POST")),
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
      responses: { 204: { description: "Counted" }, ...commands },
    },
    body: "json",
    fromPages: "own",
    run: async (call) => {
      await countSeen(call.context, call.siteKey, call.body, call.address);
      return new Response(null, { status: 204, headers: { "cache-control": "no-store" } });
    },
  },
];
