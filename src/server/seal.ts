// Secrets that have to be read again (keys of services, codes of vouchers, second factors): sealed, so that a copy of a table opens none.
import { createCipheriv, createDecipheriv, createHash, randomBytes } from "node:crypto";
import type { Settings } from "./settings";

type Secret = Pick<Settings, "secret">;
const keyOf = ({ secret }: Secret, purpose: string) => createHash("sha256").update(`${secret}/${purpose}`).digest();

/**
 * A text sealed with the installation's secret for one purpose (AES-256-GCM), in base64url. `of` is what it belongs to, such as a site:
 * moved to another it does not open.
 */
export function seal(settings: Secret, purpose: string, of: string, text: string): string {
  const nonce = randomBytes(12);
  const cipher = createCipheriv("aes-256-gcm", keyOf(settings, purpose), nonce);
  cipher.setAAD(Buffer.from(of));
  const sealed = Buffer.concat([cipher.update(text, "utf8"), cipher.final()]);
  return Buffer.concat([nonce, cipher.getAuthTag(), sealed]).toString("base64url");
}

/** What was sealed for that; throws for anything else. */
export function unseal(settings: Secret, purpose: string, of: string, sealed: string): string {
  const bytes = Buffer.from(sealed, "base64url");
  const decipher = createDecipheriv("aes-256-gcm", keyOf(settings, purpose), bytes.subarray(0, 12));
  decipher.setAAD(Buffer.from(of));
  decipher.setAuthTag(bytes.subarray(12, 28));
  return Buffer.concat([decipher.update(bytes.subarray(28)), decipher.final()]).toString("utf8");
}
