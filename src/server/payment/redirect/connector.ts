// At the payer's bank: they go there, agree, and come back.
import type { Connector } from "../connector";
import { serviceFor } from "../service";

export const redirectConnector: Connector = {
  service: serviceFor("redirect", { capture: "now", shows: "page" }),
  says: ({ words }) => (words ? [words] : []),
};
