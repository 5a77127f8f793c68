// What each kind of job does, in one table: any process may run them all.
import { endingJob } from "../booking/bookings";
import { type Deliver, deliverByHttp, paymentJob } from "../booking/payments";
import { reminderJob } from "../booking/tell";
import { feedJob } from "../calendar/feeds";
import { mailJob } from "../mail/mail";
import { publishJob } from "../release/publish";
import { sweepJob } from "../site/retention";
import type { JobHandlers } from "./queue";

/** The handlers; `deliver` is how the payment stand-in's events reach the webhook. */
export const jobHandlers = (deliver: Deliver = deliverByHttp): JobHandlers => ({
  publish: publishJob,
  mail: mailJob,
  reminder: reminderJob,
  feed: feedJob,
  payment: paymentJob(deliver),
  ending: endingJob,
  sweep: sweepJob,
});
