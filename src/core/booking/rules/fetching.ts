// Services whose times can be chosen with something else, such as an order that is fetched: nothing is paid, asked or agreed to.
import type { BookingSetUp, Service } from "../booking";

/** Whether somebody who has said who they are can have a time of it with one press. */
export const isPlain = (service: Service, { resources }: Pick<BookingSetUp, "resources">): boolean =>
  service.course === null &&
  !service.lengths?.length &&
  service.confirm === "atOnce" &&
  !service.price?.amount &&
  !resources.some(({ offers }) => offers.some((offer) => offer.service === service.id && offer.price?.amount)) &&
  !service.questions.some(({ required }) => required) &&
  !service.screening.length &&
  !service.terms &&
  !service.least;
