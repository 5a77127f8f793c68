// Ids made in the studio.
import { nanoid } from "nanoid";

/** A new id for a node, a batch, or whatever else the studio makes before the server knows of it. */
export const newId = () => nanoid(10);
