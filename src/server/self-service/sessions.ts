// Links that sign a device in, and devices that are signed in: kept as hashes, over by themselves.
import { and, eq, gt, lt } from "drizzle-orm";
import { nanoid } from "nanoid";
import type { Executor } from "@/data/connection";
import { visitorSessions } from "@/data/self-service/tables";
import type { SiteRow } from "@/data/site/queries";
import { type Context, sha256 } from "../context";
import { cookieName, cookiesIn } from "../edge/cookies";

const minuteMs = 60_000;
const dayMs = 86_400_000;
export const lasts = { link: 30 * minuteMs, device: 30 * dayMs } as const;
/** What the cookie that names a device is called for. */
export const deviceCookie = "mine";

export const idOf = (token: string): string => sha256(`visitor ${token}`);

/** Makes a link or a device for somebody, and sweeps out what is over; answers its token, which is kept nowhere. */
export async function makeSession(
  context: Context,
  tx: Executor,
  siteId: string,
  of: keyof typeof lasts,
  email: string,
): Promise<string> {
  const token = nanoid(32);
  const now = context.now();
  await tx.delete(visitorSessions).where(lt(visitorSessions.expiresAt, now)).limit(200);
  await tx.insert(visitorSessions).values({
    ...{ siteId, id: idOf(token), of, email, createdAt: now },
    expiresAt: new Date(now.getTime() + lasts[of]),
  });
  return token;
}

/** Whose a token is; null for nobody's, or one that is over. */
export async function whose(
  context: Context,
  db: Executor,
  siteId: string,
  of: keyof typeof lasts,
  token: string,
): Promise<string | null> {
  if (!/^[\w-]{32}$/.test(token)) return null;
  const [row] = await db
    .select({ email: visitorSessions.email })
    .from(visitorSessions)
    .where(
      and(
        ...[eq(visitorSessions.siteId, siteId), eq(visitorSessions.id, idOf(token)), eq(visitorSessions.of, of)],
        gt(visitorSessions.expiresAt, context.now()),
      ),
    );
  return row?.email ?? null;
}

/** A site, as far as devices are concerned. */
type Of = Pick<SiteRow, "id" | "key">;

/** The devices that a Cookie header names. */
export const devicesIn = (context: Context, { key }: Of, header: string | null | undefined): readonly string[] =>
  cookiesIn(header, cookieName(context, key, deviceCookie));

/** Who is signed in on the device that asks; null for nobody. */
export async function signedIn(
  context: Context,
  db: Executor,
  site: Of,
  header: string | null | undefined,
): Promise<string | null> {
  for (const token of devicesIn(context, site, header)) {
    const email = await whose(context, db, site.id, "device", token);
    if (email !== null) return email;
  }
  return null;
}
