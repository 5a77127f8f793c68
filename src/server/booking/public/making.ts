// Keeping a time for a while, and making a booking of it.
import Joi from "joi";
import type { Service } from "@/core/booking/booking";
import { type BookingAsked, bookingSchema, holdSchema, waitSchema } from "@/core/booking/rules/asked";
import { answersSchema, refusal } from "@/core/booking/words/answers";
import { askedQuestions } from "@/core/booking/words/asked-questions";
import { crowdWords } from "@/core/booking/words/words";
import { lockSite } from "@/server/booking/commands/lock";
import type { Locked } from "@/server/booking/commands/locked";
import { networksOf } from "../../account/network";
import { sign } from "../../context";
import { takeNetworkPoint } from "../../limit";
import { fieldProblem, Problem, validated } from "../../problem";
import { clockFor, serviceIn } from "../ask";
import type { Client } from "../commands/choosing";
import { confirm } from "../commands/confirming";
import { heldOf, hold, letGo } from "../commands/holding";
import { waitFor } from "../commands/waiting";
import { bookingToken } from "../notify";
import { textsTo } from "../phone";
import { onlineWish, refusing } from "../refusal";
import { type Answered, once } from "../requests";
import type { PublicCall } from "./call";
import { checkedLength, checkedPart, checkedResource, offeredService, readStart } from "./input";
import { bookingView, holdToken, idIn, visitorOf } from "./own";

/** POST holds: keeps a time for ten minutes. */
export async function postHold(call: PublicCall, body: unknown, key: string, address: string): Promise<Answered> {
  const { context, site } = call;
  await takeNetworkPoint(context, "bookingAddress", site.id, address);
  const asked = validated(holdSchema, body);
  const service = offeredService(call, asked.service);
  const resource = checkedResource(service, asked.resource);
  const minutes = checkedLength(service, asked.minutes);
  const part = checkedPart(service, asked.part);
  const start = readStart(clockFor(call.setUp, service), asked.start);
  const instead = asked.instead === undefined ? null : idIn(context, "hold", asked.instead, "instead");
  const answered = await refusing(context, site, visitorOf(call), () =>
    once(
      context,
      site.id,
      key,
      ["hold", call.widget, asked],
      async (tx) => {
        const locked = await lockSite(context, tx, site);
        const heldBy = sign(context.settings, "heldBy", `${site.id}:${networksOf(address)[0]?.network}`).slice(0, 32);
        if (instead) await letGo(locked, instead);
        const booking = await hold(locked, call.widget, heldBy, {
          wish: onlineWish(service.id, resource, asked.seats, { minutes, part }),
          start,
        });
        return {
          status: 201,
          answer: { hold: holdToken(context, booking.id), ...(await bookingView(locked, booking)) },
        };
      },
      crowdWords(call.language),
    ),
  );
  context.jobQueued();
  return answered;
}

/** What a client gives of themselves, held against what the service asks. */
function clientOf({ site }: PublicCall, locked: Locked, service: Service, asked: Omit<BookingAsked, "hold">) {
  const { answers } = validated(
    Joi.object<{ answers: Record<string, string> }>({ answers: answersSchema(askedQuestions(service)) }),
    { answers: asked.answers },
  );
  const refused = refusal(service, answers);
  if (refused)
    throw new Problem(422, "screening", refused.words, [
      { path: `answers.${refused.question}`, message: refused.words },
    ]);
  if (service.terms && !asked.terms) throw fieldProblem("terms", "Please agree to the terms to go on.");
  const { textMessages: _wanted, ...about } = asked.client;
  const client: Client = {
    ...about,
    textsTo: textsTo(site, locked.setUp, service, asked.client),
    language: asked.language ?? site.settings.language,
    zone: asked.zone || clockFor(locked.setUp, service).zone,
  };
  return { client, answers };
}

/** POST bookings: makes a hold a booking. */
export async function postBooking(call: PublicCall, body: unknown, key: string, address: string): Promise<Answered> {
  const { context, site } = call;
  await takeNetworkPoint(context, "bookingAddress", site.id, address);
  const asked = validated(bookingSchema, body);
  const id = idIn(context, "hold", asked.hold, "hold");
  const answered = await refusing(context, site, visitorOf(call), () =>
    once(
      context,
      site.id,
      key,
      ["booking", asked],
      async (tx) => {
        const locked = await lockSite(context, tx, site);
        const held = await heldOf(locked, id);
        const service = serviceIn(locked.setUp, held.serviceId);
        const given = clientOf(call, locked, service, asked);
        const booking = await confirm(locked, id, given);
        return {
          status: 201,
          answer: { token: bookingToken(context, booking.id), ...(await bookingView(locked, booking)) },
        };
      },
      crowdWords(call.language),
    ),
  );
  context.jobQueued();
  return answered;
}

/** POST waits: puts a client on the list of a time that is full. */
export async function postWait(call: PublicCall, body: unknown, key: string, address: string): Promise<Answered> {
  const { context, site } = call;
  await takeNetworkPoint(context, "bookingAddress", site.id, address);
  const asked = validated(waitSchema, body);
  const service = offeredService(call, asked.service);
  const resource = checkedResource(service, asked.resource);
  const minutes = checkedLength(service, asked.minutes);
  const part = checkedPart(service, asked.part);
  const start = readStart(clockFor(call.setUp, service), asked.start);
  const answered = await refusing(context, site, visitorOf(call), () =>
    once(
      context,
      site.id,
      key,
      ["wait", call.widget, asked],
      async (tx) => {
        const locked = await lockSite(context, tx, site);
        const now = serviceIn(locked.setUp, service.id);
        if (!now.waiting) throw fieldProblem("service", "This has no waiting list.");
        const given = clientOf(call, locked, now, asked);
        const wish = onlineWish(service.id, resource, asked.seats, { minutes, part });
        const booking = await waitFor(locked, call.widget, { wish, start }, given);
        return {
          status: 201,
          answer: { token: bookingToken(context, booking.id), ...(await bookingView(locked, booking)) },
        };
      },
      crowdWords(call.language),
    ),
  );
  context.jobQueued();
  return answered;
}
