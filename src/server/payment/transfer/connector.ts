// By bank transfer before anything is sent: the number of the order is its reference.
import { transferLines } from "@/core/payment/connectors";
import type { Connector } from "../connector";

export const transferConnector: Connector = {
  service: null,
  says: (settings, { reference, until }) => [
    ...(settings.words ? [settings.words] : []),
    ...transferLines(settings, reference),
    ...(settings.days ? [until] : []),
  ],
};
