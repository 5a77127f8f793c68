// The ways to be paid of a site, as the server tells them.
import type { Gives } from "@/server/operations";
import { ask } from "@/studio/kit/api";

export type Listed = Gives<"payments.list">;
export type Way = Listed["ways"][number];

export const paymentsQuery = (site: string) => ({
  queryKey: ["payments", site],
  queryFn: () => ask("payments.list", { site }),
});
