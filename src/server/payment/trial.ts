// A try: a payment for nothing, in test mode, from its start to what the service says of it.
import { inTransaction } from "@/data/connection";
import type { Payable } from "./payable";

export const trialPayable: Payable = {
  owed: async () => null,
  during: (context, _site, _target, work) => inTransaction(context.db, (tx) => work({ tx, moved: async () => {} })),
};
