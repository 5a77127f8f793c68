// A published site without widgets, for the bench.
import { siteFromStarter } from "@/core/site/starter";
import { theContext } from "@/server/context";
import { storeNewSite } from "@/server/site/file";
import { publishNow, theOwner } from "../../scripts/lib/studio";

const context = theContext();
const owner = await theOwner(context);
if (!owner) throw new Error("The demo data is missing.");
const settings = { language: "en", zone: "Europe/Dublin", currency: "EUR", description: "", mailFrom: "a@b.example" };
await storeNewSite(
  context,
  owner.studioId,
  siteFromStarter("workshop", { key: "bench-plain", name: "Plain", settings }, context.newId),
  new Map(),
);
await publishNow(context, owner, "bench-plain", () => {});
await context.close();
