// The second factor: codes of an authenticator (TOTP, RFC 6238), and recovery codes for when it is lost.
import { randomBytes } from "node:crypto";
import { and, eq, isNull, lt, or } from "drizzle-orm";
import { Secret, TOTP } from "otpauth";
import { recoveryCodes, users } from "@/data/account/tables";
import type { Executor } from "@/data/connection";
import { type Context, sha256 } from "../context";
import { seal, unseal } from "../seal";
import type { Settings } from "../settings";

const periodSeconds = 30;
/** Steps before and after that are taken too: clocks differ, and people type (RFC 6238, section 5.2). */
const window = 1;

const purpose = "second-factor";

/** A key sealed for the table of users. */
export const sealKey = (settings: Settings, text: string): string => seal(settings, purpose, "", text);

/** What was sealed; throws for anything else. */
export const unsealKey = (settings: Settings, sealed: string): string => unseal(settings, purpose, "", sealed);

const totp = (key: string, email: string) =>
  new TOTP({ issuer: "Webitor", label: email, secret: Secret.fromBase32(key), period: periodSeconds });

/** A new key with the address that authenticators read from a picture. */
export function newKey(email: string): { key: string; address: string } {
  const key = new Secret({ size: 20 }).base32;
  return { key, address: totp(key, email).toString() };
}

/** The time step whose code this is, or null. Codes are of real time: no set clock makes an old one new. */
export function stepOf(key: string, code: string, nowMs = Date.now()): number | null {
  if (!/^\d{6}$/.test(code)) return null;
  const delta = totp(key, "").validate({ token: code, window, timestamp: nowMs });
  return delta === null ? null : Math.floor(nowMs / 1000 / periodSeconds) + delta;
}

/** Recovery codes as people type them: ten letters and digits that can't be mistaken for each other. */
const codeLetters = "abcdefghjkmnpqrstuvwxyz23456789";
const newCode = () => {
  const letters = Array.from(randomBytes(10), (byte) => codeLetters[byte % codeLetters.length]).join("");
  return `${letters.slice(0, 5)}-${letters.slice(5)}`;
};
const hashOfCode = (code: string) => sha256(code.toLowerCase().replace(/[^a-z0-9]/g, ""));

/** Ten new recovery codes in place of the old ones; told once, kept as hashes. */
export async function renewRecoveryCodes(tx: Executor, userId: string): Promise<readonly string[]> {
  const codes = Array.from({ length: 10 }, newCode);
  await tx.delete(recoveryCodes).where(eq(recoveryCodes.userId, userId));
  await tx.insert(recoveryCodes).values(codes.map((code) => ({ userId, codeHash: hashOfCode(code) })));
  return codes;
}

/** Uses up a code of the authenticator or a recovery code; false for a wrong one and for one that was used already. */
export async function takeCode(
  context: Context,
  user: { readonly id: string; readonly totpKey: string | null },
  given: string,
): Promise<"code" | "recoveryCode" | null> {
  const code = given.replace(/\s/g, "");
  const step = user.totpKey ? stepOf(unsealKey(context.settings, user.totpKey), code) : null;
  if (step !== null) {
    // Raised in one statement: of two who use the same code at once, one is late.
    const [result] = await context.db
      .update(users)
      .set({ totpStep: step })
      .where(and(eq(users.id, user.id), or(isNull(users.totpStep), lt(users.totpStep, step))));
    return result.affectedRows === 1 ? "code" : null;
  }
  const [result] = await context.db
    .update(recoveryCodes)
    .set({ usedAt: context.now() })
    .where(
      and(
        eq(recoveryCodes.userId, user.id),
        eq(recoveryCodes.codeHash, hashOfCode(code)),
        isNull(recoveryCodes.usedAt),
      ),
    );
  return result.affectedRows === 1 ? "recoveryCode" : null;
}
