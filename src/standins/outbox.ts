// A stand-in for a mail server: accepts every mail and delivers none. The studio's outbox shows what was accepted.
import { createTransport } from "nodemailer";

/** A transport that composes a mail like a real one and then keeps it to itself. */
export const outbox = () => createTransport({ jsonTransport: true });
