// Signing in. In demo mode the form comes filled in.
import { theContext } from "@/server/context";
import { SignIn } from "@/studio/account/sign-in";

const demoDesigner = { email: "rowan@marrowfield.example", password: "clay-and-chains" };

export default async function Page({ searchParams }: { searchParams: Promise<{ then?: string | string[] }> }) {
  const { then } = await searchParams;
  return (
    <SignIn then={typeof then === "string" ? then : "/"} filled={theContext().settings.demo ? demoDesigner : null} />
  );
}
