// By card, in a frame of the payment service's own host: a card's number never comes to the site.
import type { Connector } from "../connector";
import { serviceFor } from "../service";

export const cardConnector: Connector = {
  service: serviceFor("card", { capture: "now", shows: "frame" }),
  says: ({ words }) => (words ? [words] : []),
};
