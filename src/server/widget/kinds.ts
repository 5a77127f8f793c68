// The list of the server's halves of widget kinds: one line a kind.
import type { WidgetKindName } from "@/core/widget/settings";
import { bookingServer } from "../booking/server";
import { chatServer } from "../chat/server";
import { clipsServer } from "../clips/server";
import { consentServer } from "../consent/server";
import { formServer } from "../form/server";
import type { Operation } from "../operation";
import { popupServer } from "../popup/server";
import { shopServer } from "../shop/server";
import { wholePageServer } from "../wholepage/server";
import type { WidgetServer } from "./half";

export const widgetServers = {
  popup: popupServer,
  booking: bookingServer,
  form: formServer,
  clips: clipsServer,
  consent: consentServer,
  wholepage: wholePageServer,
  shop: shopServer,
  chat: chatServer,
} satisfies { readonly [K in WidgetKindName]: WidgetServer<K> };

/** A kind's half, to be asked about its own widgets. */
export const serverOf = <K extends WidgetKindName>(kind: K): WidgetServer<K> =>
  widgetServers[kind] as unknown as WidgetServer<K>;

const kindNames = Object.keys(widgetServers) as readonly WidgetKindName[];

type AllOf<U> = (U extends unknown ? (one: U) => void : never) extends (all: infer All) => void ? All : never;

/** The operations of all kinds, by name. */
export const kindOperations = Object.assign(
  {},
  ...kindNames.map((name) => widgetServers[name].operations as Record<string, Operation<unknown, unknown>>),
) as AllOf<(typeof widgetServers)[WidgetKindName]["operations"]>;
