// The members of a studio: who belongs to it, what each may, and on which sites.
import { and, asc, eq, inArray } from "drizzle-orm";
import { mayAs, type Role } from "@/core/account/rights";
import { accountLinks, memberSites, members, recoveryCodes, sessions, studios, users } from "@/data/account/tables";
import { type Executor, inTransaction, isDuplicate } from "@/data/connection";
import { sites } from "@/data/site/tables";
import type { UserCall } from "../operation";
import { fieldProblem, forbidden, notFound } from "../problem";
import { note } from "../security/events";
import { accountChanged, invite } from "./letters";
import { newLink } from "./links";

/** The studio the caller belongs to, when they may do what `wanted` may there. */
export async function ownStudio(call: UserCall, wanted: Role) {
  const [row] = await call.context.db
    .select({
      studioId: members.studioId,
      role: members.role,
      sites: members.sites,
      name: studios.name,
      secondFactor: studios.secondFactor,
    })
    .from(members)
    .innerJoin(studios, eq(studios.id, members.studioId))
    .where(eq(members.userId, call.account.id))
    .limit(1);
  if (!row) throw forbidden("You belong to no studio yet.");
  if (!mayAs(row.role, wanted))
    throw forbidden(`You are ${row.role} here; this needs ${wanted === "owner" ? "an owner" : "a designer"}.`);
  return row;
}

/** Which sites a member works on: all of the studio, or those with these keys. */
export type MemberSites = "all" | readonly string[];

async function siteIds(tx: Executor, studioId: string, keys: readonly string[]): Promise<readonly string[]> {
  if (!keys.length) return [];
  const rows = await tx
    .select({ id: sites.id, key: sites.key })
    .from(sites)
    .where(and(eq(sites.studioId, studioId), inArray(sites.key, [...keys])));
  keys.forEach((key, index) => {
    if (!rows.some((row) => row.key === key)) throw fieldProblem(`sites[${index}]`, `There is no site “${key}”.`);
  });
  return rows.map(({ id }) => id);
}

async function chooseSites(tx: Executor, studioId: string, userId: string, chosen: MemberSites) {
  await tx.delete(memberSites).where(and(eq(memberSites.studioId, studioId), eq(memberSites.userId, userId)));
  if (chosen === "all") return;
  const ids = await siteIds(tx, studioId, chosen);
  if (ids.length) await tx.insert(memberSites).values(ids.map((siteId) => ({ studioId, userId, siteId })));
}

/** Gives whoever made a site access to it, where they have chosen sites only. */
export async function giveOwnSite(tx: Executor, studioId: string, userId: string, siteId: string): Promise<void> {
  const [member] = await tx
    .select({ sites: members.sites })
    .from(members)
    .where(and(eq(members.studioId, studioId), eq(members.userId, userId)));
  if (member?.sites === "chosen") await tx.insert(memberSites).ignore().values({ studioId, userId, siteId });
}

/** Everyone of a studio with their sites and whether they have joined and secured their account. */
export async function listMembers(call: UserCall) {
  const studio = await ownStudio(call, "designer");
  const rows = await call.context.db
    .select({
      id: users.id,
      name: users.name,
      email: users.email,
      role: members.role,
      sites: members.sites,
      passwordHash: users.passwordHash,
      totpSince: users.totpSince,
    })
    .from(members)
    .innerJoin(users, eq(users.id, members.userId))
    .where(eq(members.studioId, studio.studioId))
    .orderBy(asc(users.name));
  const chosen = await call.context.db
    .select({ userId: memberSites.userId, key: sites.key, name: sites.name })
    .from(memberSites)
    .innerJoin(sites, eq(sites.id, memberSites.siteId))
    .where(eq(memberSites.studioId, studio.studioId))
    .orderBy(asc(sites.key));
  return rows.map(({ id, name, email, role, sites: scope, passwordHash, totpSince }) => ({
    id,
    name,
    email,
    role,
    /** Names of the chosen sites, for people to read. */
    siteNames: scope === "all" ? [] : chosen.filter(({ userId }) => userId === id).map((site) => site.name),
    sites:
      role === "owner" || scope === "all"
        ? ("all" as const)
        : chosen.filter(({ userId }) => userId === id).map(({ key }) => key),
    joined: passwordHash !== "",
    secondFactor: totpSince !== null,
  }));
}

export interface Invitation {
  readonly name: string;
  readonly email: string;
  readonly role: Role;
  readonly sites: MemberSites;
}

/** Adds a person, who chooses a password by the link of a letter. */
export async function inviteMember(call: UserCall, input: Invitation): Promise<{ id: string }> {
  const { context, account, address } = call;
  const studio = await ownStudio(call, "owner");
  const userId = context.newId();
  const scope = input.role === "owner" ? "all" : input.sites;
  try {
    await inTransaction(context.db, async (tx) => {
      await tx
        .insert(users)
        .values({ id: userId, email: input.email, name: input.name, passwordHash: "", createdAt: context.now() });
      await tx
        .insert(members)
        .values({ studioId: studio.studioId, userId, role: input.role, sites: scope === "all" ? "all" : "chosen" });
      await chooseSites(tx, studio.studioId, userId, scope);
      await invite(context, tx, input, studio.name, account.name, await newLink(context, tx, userId, "invitation"));
      await note(
        context,
        {
          kind: "memberInvited",
          studioId: studio.studioId,
          userId: account.id,
          details: { who: input.name, role: input.role },
          address,
        },
        tx,
      );
    });
  } catch (error) {
    if (isDuplicate(error)) throw fieldProblem("email", "Someone with this address is here already.");
    throw error;
  }
  context.jobQueued();
  return { id: userId };
}

/** A new letter for somebody who has not joined yet. */
export async function inviteAgain(call: UserCall, id: string): Promise<{ invited: string }> {
  const { context, account } = call;
  const studio = await ownStudio(call, "owner");
  const person = await memberOf(call, studio.studioId, id);
  if (person.passwordHash !== "") throw fieldProblem("id", `${person.name} has joined already.`);
  await inTransaction(context.db, async (tx) =>
    invite(context, tx, person, studio.name, account.name, await newLink(context, tx, id, "invitation")),
  );
  context.jobQueued();
  return { invited: person.email };
}

async function memberOf(call: UserCall, studioId: string, id: string) {
  const [row] = await call.context.db
    .select({ name: users.name, email: users.email, passwordHash: users.passwordHash, role: members.role })
    .from(members)
    .innerJoin(users, eq(users.id, members.userId))
    .where(and(eq(members.studioId, studioId), eq(members.userId, id)));
  if (!row) throw notFound("This person", "id");
  return row;
}

/** A studio always keeps an owner: asked with its owners' rows locked. */
async function keepsAnOwner(tx: Executor, studioId: string, userId: string) {
  const owners = await tx
    .select()
    .from(members)
    .where(and(eq(members.studioId, studioId), eq(members.role, "owner")))
    .for("update");
  if (owners.length === 1 && owners[0]?.userId === userId)
    throw fieldProblem("role", "A studio needs an owner. Make someone else owner first.");
}

/** Another role, other sites, or both. */
export async function changeMember(
  call: UserCall,
  { id, role, sites: chosen }: { id: string; role: Role; sites: MemberSites },
) {
  const { context, account, address } = call;
  const { studioId } = await ownStudio(call, "owner");
  const person = await memberOf(call, studioId, id);
  const scope = role === "owner" ? "all" : chosen;
  await inTransaction(context.db, async (tx) => {
    if (role !== "owner") await keepsAnOwner(tx, studioId, id);
    await tx
      .update(members)
      .set({ role, sites: scope === "all" ? "all" : "chosen" })
      .where(and(eq(members.studioId, studioId), eq(members.userId, id)));
    await chooseSites(tx, studioId, id, scope);
    const common = { studioId, userId: account.id, address };
    if (person.role !== role)
      await note(context, { ...common, kind: "memberChanged", details: { who: person.name, role } }, tx);
    const words = scope === "all" ? "all" : scope.join(", ") || "none";
    await note(
      context,
      { ...common, kind: "memberSites", details: { who: person.name, sites: words.slice(0, 500) } },
      tx,
    );
    if (person.role !== role) await accountChanged(context, tx, person, "roleChanged");
  });
  context.jobQueued();
  return { role, sites: scope };
}

/** Takes a person out of the studio; who belongs to none has no account, and is told so. */
export async function removeMember(call: UserCall, id: string): Promise<{ removed: true }> {
  const { context, account, address } = call;
  const { studioId } = await ownStudio(call, "owner");
  const person = await memberOf(call, studioId, id);
  await inTransaction(context.db, async (tx) => {
    await keepsAnOwner(tx, studioId, id);
    await tx.delete(members).where(and(eq(members.studioId, studioId), eq(members.userId, id)));
    await tx.delete(memberSites).where(and(eq(memberSites.studioId, studioId), eq(memberSites.userId, id)));
    await note(
      context,
      { kind: "memberRemoved", studioId, userId: account.id, details: { who: person.name }, address },
      tx,
    );
    const [other] = await tx.select().from(members).where(eq(members.userId, id)).limit(1);
    if (other) return;
    for (const table of [sessions, recoveryCodes, accountLinks]) await tx.delete(table).where(eq(table.userId, id));
    await tx.delete(users).where(eq(users.id, id));
    await accountChanged(context, tx, person, "removed");
  });
  context.jobQueued();
  return { removed: true };
}
