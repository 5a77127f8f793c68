// Who sends a body ever so slowly holds a connection for nothing: they are told, and cut off.
import type { IncomingMessage, ServerResponse } from "node:http";
import type { Settings } from "../settings";
import { sendProblem, tooSlow } from "./refuse";

/** How long a cut-off connection may take to hear why, in ms. */
const goodbyeMs = 1000;

/** Ends a request whose body is not whole after `ms`: with 408 where nothing has been answered yet. */
export function endSlowBody(settings: Settings, request: IncomingMessage, response: ServerResponse, ms: number): void {
  const timer = setTimeout(() => {
    if (request.complete) return;
    if (!response.headersSent) sendProblem(settings, response, tooSlow(), { head: false, reference: "" });
    response.once("finish", () => request.socket.destroy());
    setTimeout(() => request.socket.destroy(), goodbyeMs).unref();
  }, ms);
  timer.unref();
  request.once("close", () => clearTimeout(timer));
}
