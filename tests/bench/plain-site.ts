// A published site without widgets, for the bench.
import { siteFromStarter } from "@/core/site/starter";
import { theContext } from "@/server/context";
import { storeNewSite } from "@/server/site/file";
import { publishNow, theOwner } from "../../scripts/lib/studio";
import { editedSizes, largeSite, pageOfSmall } from "./sample";

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
// Pages of so many small sections, to be edited.
for (const sections of editedSizes) {
  const site = largeSite(`bench-edit-${sections}`, 1);
  const [home] = site.pages;
  if (!home) throw new Error("no page");
  const pages = [{ ...home, body: pageOfSmall(sections) }];
  await storeNewSite(context, owner.studioId, { ...site, pages, widgets: [], media: [] }, new Map());
}
await context.close();
