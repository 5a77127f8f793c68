// Who asks for a page.
import { cookies } from "next/headers";
import { redirect } from "next/navigation";
import { type Account, accountOf, sessionCookie } from "@/server/account/session";
import { theContext } from "@/server/context";

/** The signed-in account; without one, the way to the sign-in form and back. */
export async function signedInAccount(then: string): Promise<Account> {
  const account = await accountOf(theContext(), (await cookies()).get(sessionCookie)?.value);
  return account ?? redirect(`/sign-in?then=${encodeURIComponent(then)}`);
}
