// Every way to be paid, by its kind.
import type { ConnectorKind } from "@/core/payment/connectors";
import { cardConnector } from "./card/connector";
import type { Connector } from "./connector";
import { invoiceConnector } from "./invoice/connector";
import { laterConnector } from "./later/connector";
import { pickupConnector } from "./pickup/connector";
import { redirectConnector } from "./redirect/connector";
import { transferConnector } from "./transfer/connector";

export const connectorServers: Readonly<Record<ConnectorKind, Connector>> = {
  card: cardConnector,
  redirect: redirectConnector,
  later: laterConnector,
  transfer: transferConnector,
  invoice: invoiceConnector,
  pickup: pickupConnector,
};
