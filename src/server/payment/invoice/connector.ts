// By invoice: the goods leave, and it is paid within so many days.
import { transferLines } from "@/core/payment/connectors";
import type { Connector } from "../connector";

export const invoiceConnector: Connector = {
  service: null,
  says: (settings, { reference, until }) => [
    ...(settings.words ? [settings.words] : []),
    until,
    ...transferLines(settings, reference),
  ],
};
