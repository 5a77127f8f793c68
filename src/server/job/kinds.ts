// Every kind of job, in one list: any process may run them all.
import Joi from "joi";
import { mailSchema } from "@/core/input/text";
import { recoveryJob } from "../account/links";
import { mailJob } from "../mail/mail";
import { paymentCommands } from "../payment/payments";
import { paymentAskJob, paymentCommandJob } from "../payment/settle";
import { payEventJob } from "../payment/stand-in-store";
import { publishJob } from "../release/publish";
import { renewJob } from "../release/renew";
import { ownLinkJob } from "../self-service/link";
import { exportJob, exportPayload } from "../site/export";
import { picturesJob } from "../site/media";
import { sweepJob } from "../site/retention";
import { standingClipsJob } from "../video/standing";
import { widgetServers } from "../widget/kinds";
import type { JobKinds } from "./kind";

const id = Joi.string().max(24).required();

/** What a job about a payment carries. */
const payment = { payment: id, nth: Joi.string().max(4) };

export const jobKinds: JobKinds = {
  publish: { lane: "slow", shown: true, payload: Joi.object({ release: id }), run: publishJob },
  export: { lane: "slow", shown: true, payload: exportPayload, run: exportJob },
  ownLink: { lane: "quick", payload: Joi.object({ email: mailSchema.required() }), run: ownLinkJob },
  recovery: {
    lane: "quick",
    payload: Joi.object({ email: mailSchema.required(), address: Joi.string().max(60).required() }),
    run: recoveryJob,
  },
  mail: { lane: "quick", payload: Joi.object({ mail: id }), run: mailJob },
  pictures: { lane: "pictures", payload: Joi.object({}), run: picturesJob },
  renew: { lane: "slow", payload: Joi.object({}), run: renewJob },
  standingClips: { lane: "outside", payload: Joi.object({}), run: standingClipsJob },
  sweep: { lane: "slow", payload: Joi.object({}), run: sweepJob },
  payEvent: {
    lane: "outside",
    payload: Joi.object({
      account: id,
      mode: Joi.string().valid("test", "live").required(),
      to: Joi.string().max(400).required(),
      body: Joi.string().max(4000).required(),
    }),
    run: payEventJob,
  },
  paymentAsk: { lane: "outside", payload: Joi.object(payment), run: paymentAskJob },
  paymentCommand: {
    lane: "outside",
    payload: Joi.object({
      ...payment,
      command: Joi.string()
        .valid(...paymentCommands)
        .required(),
      refund: Joi.string().allow("").max(24),
    }),
    run: paymentCommandJob,
  },
  ...Object.assign({}, ...Object.values(widgetServers).map((kind) => kind.jobs)),
};
