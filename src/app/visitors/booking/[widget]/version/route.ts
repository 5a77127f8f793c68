// GET /_w/v1/booking/{widget}/version: whether anything has changed, for one row's cost.
import { type CalendarParams, fresh, preflight, publicly } from "@/app/visitors/publicly";
import { publicSite } from "@/server/booking/public";

export const GET = (request: Request, _params: CalendarParams) =>
  publicly(request, async ({ context, siteKey }) => fresh((await publicSite(context, siteKey)).versions));
export const OPTIONS = preflight;
