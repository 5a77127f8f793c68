// A stand-in for a gateway of text messages: takes what a network would take and delivers none. The studio's outbox shows
// what was taken.
import { messageParts } from "@/core/message/parts";

export interface TextMessage {
  /** E.164, such as "+353875550100". */
  readonly to: string;
  readonly text: string;
}

export type GatewayAnswer =
  | { readonly taken: true; readonly parts: number }
  /** It will never be taken: sending it again is of no use. */
  | { readonly taken: false; readonly why: string };

/** What a gateway is to us; it throws where it can't be reached. */
export interface MessageGateway {
  send(message: TextMessage): Promise<GatewayAnswer>;
}

/** A network sends no more than so many parts as one message. */
const mostParts = 10;

export const standInGateway: MessageGateway = {
  send: async ({ to, text }) => {
    if (!/^\+[1-9]\d{6,14}$/.test(to)) return { taken: false, why: "This is no number that can be reached." };
    const { parts } = messageParts(text);
    return parts > mostParts ? { taken: false, why: `At most ${mostParts} parts.` } : { taken: true, parts };
  },
};
