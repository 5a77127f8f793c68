// Who asks for a page.
import { cookies } from "next/headers";
import { redirect } from "next/navigation";
import { type Account, accountOf, sessionCookie } from "@/server/account/session";
import { theContext } from "@/server/context";

/** Where somebody sets up the second factor that their studio wants, before anything else. */
const accountPage = "/account";

/** The signed-in account; without one, the way to the sign-in form and back. */
export async function signedInAccount(then: string): Promise<Account> {
  const context = theContext();
  const known = await accountOf(context, (await cookies()).get(sessionCookie(context.settings))?.value);
  if (!known) redirect(`/sign-in?then=${encodeURIComponent(then)}`);
  if (known.account.needsSecondFactor && then !== accountPage) redirect(accountPage);
  return known.account;
}
