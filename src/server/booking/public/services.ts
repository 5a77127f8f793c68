// What can be booked.
import { publicServices } from "@/core/booking/public-services";
import type { PublicServices } from "@/core/booking/public-types";
import type { PublicCall } from "./call";

/** Everything a calendar offers, without what is not a visitor's to know. */
export const services = ({ setUp, services, site }: PublicCall): PublicServices =>
  publicServices(setUp, services, site.settings.currency);
