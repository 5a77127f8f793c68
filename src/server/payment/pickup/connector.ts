// Where it is fetched.
import type { Connector } from "../connector";

export const pickupConnector: Connector = {
  service: null,
  says: ({ words }) => (words ? [words] : []),
};
