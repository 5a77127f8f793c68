// Times that were kept for a while and never booked: rows that are nobody's booking.
import { ne, or } from "drizzle-orm";
import { bookings } from "./tables";

/** Leaves out kept times that ended without being booked: they have neither name nor address. */
export const everBooked = or(ne(bookings.state, "expired"), ne(bookings.name, ""), ne(bookings.email, ""));
