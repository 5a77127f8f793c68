// People: who belongs to the studio, and one's own password.
import { PeopleScreen } from "@/studio/people/people-screen";
import { signedInAccount } from "../session";

export default async function Page() {
  await signedInAccount("/people");
  return <PeopleScreen />;
}
