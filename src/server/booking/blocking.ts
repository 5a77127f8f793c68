// Time of a person or thing that is blocked from the Desk: time off in the set-up, without the workspace.
import Joi from "joi";
import type { BookingSetUp } from "@/core/booking/booking";
import { bookingId } from "@/core/booking/rules/schema";
import { lineSchema } from "@/core/input/text";
import { wallSchema } from "@/core/time/schema";
import { lockDiary } from "@/data/booking/diary";
import { loadSetUp } from "@/data/booking/set-up";
import { inTransaction } from "@/data/connection";
import { type SiteCall, siteOperation } from "../operation";
import { notFound } from "../problem";
import { refreshShown } from "../widget/shown";
import { bookingPart } from "./part";

interface Blocked {
  readonly resource: string;
  readonly from: string;
  readonly to: string;
  readonly words: string;
}

const blocked = {
  resource: bookingId.required(),
  from: wallSchema.required(),
  to: wallSchema.required(),
  words: lineSchema(200).allow("").default(""),
};

type TimeOff = BookingSetUp["resources"][number]["timeOff"];

const isSame = (one: TimeOff[number], { from, to, words }: Blocked) =>
  one.from === from && one.to === to && one.words === words;

/** Gives a resource other time off, under the site's lock; what the set-up says against it is said of `input`'s own fields. */
async function change(call: SiteCall, input: Blocked, agreed: boolean, made: (before: TimeOff) => TimeOff) {
  return inTransaction(call.context.db, async (tx) => {
    const versions = await lockDiary(tx, call.site.id);
    const setUp = await loadSetUp(tx, call.site.id);
    if (!versions || !setUp?.resources.some(({ id }) => id === input.resource)) throw notFound("This person or thing");
    const resources = setUp.resources.map((one) =>
      one.id === input.resource ? { ...one, timeOff: made(one.timeOff) } : one,
    );
    await bookingPart.change(tx, call, { value: { ...setUp, resources }, version: versions.setUp, agreed });
    await refreshShown(tx, call.site.id);
    return { resource: input.resource };
  });
}

export const blockingOperations = {
  /** Takes a stretch of somebody's time; 409 "asks" where bookings stand in it, until it is agreed. Twice is once. */
  "booking.block": siteOperation(
    "setUp.change",
    {
      ...blocked,
      to: wallSchema
        .required()
        .custom((to: string, helpers) =>
          to > (helpers.state.ancestors[0] as Blocked).from ? to : helpers.error("block.backwards"),
        )
        .messages({ "block.backwards": "It ends before it begins." }),
      agreed: Joi.boolean().default(false),
    },
    (call, { agreed = false, ...input }: Blocked & { agreed?: boolean }) =>
      change(call, input, agreed, (before) =>
        before.some((one) => isSame(one, input)) ? before : [...before, offOf(input)],
      ),
  ),
  /** Gives a stretch free again as it was blocked; what is free already stays free. */
  "booking.unblock": siteOperation(
    "setUp.change",
    { ...blocked, words: Joi.string().max(200).allow("").default("") },
    (call, input: Blocked) => change(call, input, true, (before) => before.filter((one) => !isSame(one, input))),
  ),
};

const offOf = ({ from, to, words }: Blocked): TimeOff[number] => ({ from, to, words });
