// Later: the payment service answers for the money at once, and it is taken when the goods leave.
import type { Connector } from "../connector";
import { serviceFor } from "../service";

export const laterConnector: Connector = {
  service: serviceFor("later", { capture: "later", shows: "page" }),
  says: ({ words }) => (words ? [words] : []),
};
