// Visitors' calls, below /_w/v1 on a site's host: all of them are answered by one table of endpoints.
import { theContext } from "@/server/context";
import { answerVisitor } from "@/server/edge/visitors";

const answer = (request: Request): Promise<Response> =>
  answerVisitor(theContext(), request, {
    siteKey: request.headers.get("x-webitor-site") ?? "",
    address: request.headers.get("x-webitor-address") ?? "unknown",
    path: new URL(request.url).pathname.slice("/visitors".length),
  });

export const GET = answer;
export const HEAD = answer;
export const POST = answer;
export const PUT = answer;
export const PATCH = answer;
export const DELETE = answer;
export const OPTIONS = answer;
