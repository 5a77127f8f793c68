// Account and people: signing in and out, who belongs to the studio and what they may.
import { and, eq } from "drizzle-orm";
import Joi from "joi";
import { members, type Role, roles, sessions, studios, users } from "@/data/account/tables";
import { inTransaction, isDuplicate } from "@/data/connection";
import { mayAs, publicOperation, type UserCall, userOperation } from "../operation";
import { fieldProblem, forbidden, notFound } from "../problem";
import { changePassword, hashPassword, roleIn, signIn, signOut } from "./session";

const email = Joi.string().trim().lowercase().email({ tlds: false }).max(200).required().messages({
  "string.email": "This is no mail address.",
  "string.empty": "Please write your mail address.",
});
const password = Joi.string().min(10).max(200).required().messages({
  "string.min": "A password has at least 10 characters.",
  "string.empty": "Please write a password.",
});
const role = Joi.string()
  .valid(...roles)
  .required();
const id = Joi.string().max(24).required();

/** The studio the caller belongs to, when they may do what `wanted` may there. */
export async function ownStudio(call: UserCall, wanted: Role) {
  const [row] = await call.context.db
    .select({ studioId: members.studioId, role: members.role, name: studios.name })
    .from(members)
    .innerJoin(studios, eq(studios.id, members.studioId))
    .where(eq(members.userId, call.account.id))
    .limit(1);
  if (!row) throw forbidden("You belong to no studio yet.");
  if (!mayAs(row.role, wanted))
    throw forbidden(`You are ${row.role} here; this needs ${wanted === "owner" ? "an owner" : "a designer"}.`);
  return row;
}

/** A studio always keeps an owner: checked with its owners' rows locked. */
async function keepsAnOwner(call: UserCall, studioId: string, userId: string, change: "remove" | Role) {
  await inTransaction(call.context.db, async (tx) => {
    const owners = await tx
      .select()
      .from(members)
      .where(and(eq(members.studioId, studioId), eq(members.role, "owner")))
      .for("update");
    if (change !== "owner" && owners.length === 1 && owners[0]?.userId === userId)
      throw fieldProblem("role", "A studio needs an owner. Make someone else owner first.");
    const row = and(eq(members.studioId, studioId), eq(members.userId, userId));
    if (change === "remove") {
      await tx.delete(members).where(row);
      const [other] = await tx.select().from(members).where(eq(members.userId, userId)).limit(1);
      // Who belongs to no studio has no account: the address is free to be added anew, and open sessions end.
      if (!other) {
        await tx.delete(sessions).where(eq(sessions.userId, userId));
        await tx.delete(users).where(eq(users.id, userId));
      }
    } else await tx.update(members).set({ role: change }).where(row);
  });
}

export const accountOperations = {
  "account.signIn": publicOperation(
    { email, password: Joi.string().max(200).required().messages({ "string.empty": "Please write your password." }) },
    async (call, input: { email: string; password: string }) => {
      call.setSession(await signIn(call.context, input.email, input.password, call.address));
      return { signedIn: true };
    },
  ),
  "account.signOut": userOperation({}, async (call) => {
    if (call.sessionToken) await signOut(call.context, call.sessionToken);
    call.setSession(null);
    return { signedIn: false };
  }),
  "account.me": userOperation({}, async (call) => {
    const studio = await ownStudio(call, "editor");
    return { account: call.account, studio: studio.name, role: studio.role };
  }),
  "account.changePassword": userOperation(
    { current: Joi.string().max(200).required().messages({ "string.empty": "Please write your password." }), password },
    async (call, input: { current: string; password: string }) => {
      await changePassword(call, input);
      return { changed: true };
    },
  ),
  "people.list": userOperation({}, async (call) => {
    const studio = await ownStudio(call, "designer");
    return call.context.db
      .select({ id: users.id, name: users.name, email: users.email, role: members.role })
      .from(members)
      .innerJoin(users, eq(users.id, members.userId))
      .where(eq(members.studioId, studio.studioId))
      .orderBy(users.name);
  }),
  "people.add": userOperation(
    {
      name: Joi.string().trim().min(1).max(120).required().messages({ "string.empty": "Please write a name." }),
      email,
      password,
      role,
    },
    async (call, input: { name: string; email: string; password: string; role: Role }) => {
      const studio = await ownStudio(call, "owner");
      const userId = call.context.newId();
      const passwordHash = await hashPassword(input.password);
      try {
        await inTransaction(call.context.db, async (tx) => {
          await tx
            .insert(users)
            .values({ id: userId, email: input.email, name: input.name, passwordHash, createdAt: call.context.now() });
          await tx.insert(members).values({ studioId: studio.studioId, userId, role: input.role });
        });
      } catch (error) {
        if (isDuplicate(error)) throw fieldProblem("email", "Someone with this address is here already.");
        throw error;
      }
      return { id: userId };
    },
  ),
  "people.change": userOperation({ id, role }, async (call, input: { id: string; role: Role }) => {
    const studio = await ownStudio(call, "owner");
    if (!(await roleIn(call.context, studio.studioId, input.id))) throw notFound("This person");
    await keepsAnOwner(call, studio.studioId, input.id, input.role);
    return { role: input.role };
  }),
  "people.remove": userOperation({ id }, async (call, input: { id: string }) => {
    const studio = await ownStudio(call, "owner");
    if (!(await roleIn(call.context, studio.studioId, input.id))) throw notFound("This person");
    await keepsAnOwner(call, studio.studioId, input.id, "remove");
    return { removed: true };
  }),
};
