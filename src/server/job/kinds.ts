// Every kind of job, in one list: any process may run them all.
import Joi from "joi";
import { deliverByHttp } from "../booking/payments";
import { mailJob } from "../mail/mail";
import { publishJob } from "../release/publish";
import { renewJob } from "../release/renew";
import { exportJob, exportPayload } from "../site/export";
import { picturesJob } from "../site/media";
import { sweepJob } from "../site/retention";
import { standingClipsJob } from "../video/standing";
import type { Outside } from "../widget/half";
import { widgetServers } from "../widget/kinds";
import type { JobKinds } from "./kind";

const id = Joi.string().max(24).required();

/** The kinds of jobs; `outside` is how what they send gets there. */
export const jobKinds = (outside: Outside = { deliverPayment: deliverByHttp }): JobKinds => ({
  publish: { lane: "slow", shown: true, payload: Joi.object({ release: id }), run: publishJob },
  export: { lane: "slow", shown: true, payload: exportPayload, run: exportJob },
  mail: { lane: "quick", payload: Joi.object({ mail: id }), run: mailJob },
  pictures: { lane: "slow", payload: Joi.object({}), run: picturesJob },
  renew: { lane: "slow", payload: Joi.object({}), run: renewJob },
  standingClips: { lane: "slow", payload: Joi.object({}), run: standingClipsJob },
  sweep: { lane: "slow", payload: Joi.object({}), run: sweepJob },
  ...Object.assign({}, ...Object.values(widgetServers).map((kind) => kind.jobs(outside))),
});
