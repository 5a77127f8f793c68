// Passwords: what one has to be, and how it is kept (OWASP ASVS 4.0.3, sections 2.1 and 2.4).
import { hash, verify } from "@node-rs/argon2";
import { dictionary } from "@zxcvbn-ts/language-common";
import Joi from "joi";
import { nanoid } from "nanoid";

/** At least 12 characters (2.1.1), and room for a sentence (2.1.2). */
export const passwordLength = { least: 12, most: 128 };

/** The commonest passwords, the commonest first; from a list that ships with the application (2.1.7). */
const commonest = new Set(dictionary["passwords-common"].slice(0, 10_000));

/** A password that somebody chooses. No rules of composition (2.1.9), and nothing is cut off (2.1.3). */
export const newPasswordSchema = Joi.string()
  .min(passwordLength.least)
  .max(passwordLength.most)
  .custom((value: string, helpers) => {
    if (commonest.has(value.toLowerCase())) return helpers.error("password.common");
    if (new Set(value.toLowerCase()).size < 4) return helpers.error("password.plain");
    return value;
  })
  .required()
  .messages({
    "string.min": `A password has at least ${passwordLength.least} characters. A few words in a row are fine.`,
    "string.max": `A password has at most ${passwordLength.most} characters.`,
    "string.empty": "Please write a password.",
    "password.common": "This is one of the commonest passwords, which are tried first. Take a few words of your own.",
    "password.plain": "This repeats the same few characters. Take a few words of your own.",
  });

/** A password that is shown to prove who one is: compared, whatever its length was when it was chosen. */
export const shownPasswordSchema = Joi.string()
  .max(200)
  .required()
  .messages({ "string.empty": "Please write your password." });

/** argon2id with OWASP's parameters (19 MiB, two passes, one lane). */
const passwordOptions = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };
export const hashPassword = (password: string): Promise<string> => hash(password, passwordOptions);

// Compared where there is nothing to compare, so that the time taken does not tell.
let decoy: Promise<string> | undefined;

/** Whether a password is the one of a hash; without a hash it is none, and takes as long. */
export async function fitsPassword(passwordHash: string | undefined, password: string): Promise<boolean> {
  decoy ??= hashPassword(nanoid());
  const kept = passwordHash?.startsWith("$argon2") ? passwordHash : null;
  const fits = await verify(kept ?? (await decoy), password);
  return kept !== null && fits;
}
