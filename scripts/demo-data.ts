// Loads the demo: the studio, its people, both sites, a first release of each, and signups of the last weeks. Once.
import { join } from "node:path";
import { eq } from "drizzle-orm";
import type { Role } from "@/core/account/rights";
import { memberSites, members, studios, users } from "@/data/account/tables";
import { popupCounts, type SignupState, signups } from "@/data/popup/tables";
import { findSite } from "@/data/site/queries";
import { hashPassword } from "@/server/account/password";
import { theContext } from "@/server/context";
import { dayIn } from "@/server/day";
import { importSite } from "@/server/site/file";
import { demoBookings } from "./demo-bookings";
import { demoTalks, setUpChat } from "./demo-chat";
import { bringElsewhere } from "./demo-elsewhere";
import { openParts, setUpBench } from "./demo-parts";
import { setUpPayments } from "./demo-payments";
import { openShop } from "./demo-shop";
import { bringPictures, keepPictures } from "./lib/kept-pictures";
import { operator, publishNow, readSiteFiles, theOwner } from "./lib/studio";

/** `of` is the one site that somebody works on; without it, all. */
const people: readonly { name: string; email: string; password: string; role: Role; of?: string }[] = [
  { name: "Rowan Marr", email: "rowan@marrowfield.example", password: "clay-and-chains", role: "owner" },
  { name: "Ines Field", email: "ines@marrowfield.example", password: "clay-and-chains", role: "designer" },
  {
    name: "Maren Quill",
    email: "maren@wrenfield.example",
    password: "clay-and-chains",
    role: "editor",
    of: "wrenfield",
  },
];

/** Gives a site to those who work on it alone. */
async function giveDemoSite(key: string) {
  const site = await findSite(context.db, key);
  if (!site) return;
  for (const { email } of people.filter(({ of }) => of === key)) {
    const [user] = await context.db.select({ id: users.id }).from(users).where(eq(users.email, email));
    if (user)
      await context.db
        .insert(memberSites)
        .ignore()
        .values({ studioId: site.studioId, userId: user.id, siteId: site.id });
  }
}

const firstNames = [
  "Nuala",
  "Odhran",
  "Tess",
  "Bram",
  "Ciara",
  "Levi",
  "Maud",
  "Piet",
  "Roisin",
  "Silas",
  "Una",
  "Wim",
  "Ada",
  "Finn",
  "Greta",
  "Hugo",
];
const context = theContext();

async function signupsFor(key: string, widgetId: string, pages: readonly string[], language: string, consent: string) {
  const site = await findSite(context.db, key);
  if (!site) return;
  const now = context.now().getTime();
  for (let index = 0; index < 46; index++) {
    const name = firstNames[index % firstNames.length] as string;
    const at = new Date(now - (index * 0.58 + (index % 3) * 0.11) * 86_400_000 - 3_600_000);
    const state: SignupState = index % 9 === 4 ? "waiting" : index % 13 === 7 ? "withdrawn" : "confirmed";
    const email = `${name.toLowerCase()}${index > 15 ? index : ""}@${["post", "letterbox", "hill"][index % 3]}.example`;
    await context.db.insert(signups).values({
      id: context.newId(),
      siteId: site.id,
      widgetId,
      email,
      name: index % 4 ? name : "",
      answers: { email, name },
      state,
      page: pages[index % pages.length] as string,
      language,
      consent,
      createdAt: at,
      confirmedAt: state === "confirmed" ? new Date(at.getTime() + 600_000) : null,
      withdrawnAt: state === "withdrawn" ? new Date(at.getTime() + 86_400_000) : null,
    });
  }
  for (let back = 0; back < 28; back++) {
    const shown = 14 + ((back * 7) % 11) + (back % 7 === 2 ? 15 : 0);
    await context.db.insert(popupCounts).values({
      siteId: site.id,
      widgetId,
      day: dayIn(site.settings.zone, new Date(now - back * 86_400_000)),
      shown,
      closed: Math.round(shown * 0.8),
      signedUp: back % 3 === 2 ? 1 : 2,
    });
  }
}

if (!(await theOwner(context))) {
  const studioId = context.newId();
  const createdAt = context.now();
  await context.db.insert(studios).values({ id: studioId, name: "Marrowfield", createdAt });
  for (const { password, role, of, ...person } of people) {
    const id = context.newId();
    await context.db.insert(users).values({ id, ...person, passwordHash: await hashPassword(password), createdAt });
    await context.db.insert(members).values({ studioId, userId: id, role, sites: of ? "chosen" : "all" });
  }
}
const owner = await theOwner(context);
if (!owner) throw new Error("The studio's owner is missing.");
await bringPictures(context);
for (const key of ["oddlane", "wrenfield"]) {
  if (await findSite(context.db, key)) continue;
  await importSite(context, owner.studioId, readSiteFiles(join("demo", key)));
  // Tests of other things begin without a question over every page.
  const full = key === "wrenfield" && process.env.DEMO_BARE !== "1";
  await setUpPayments(context, key, full);
  const readFeed = full ? await bringElsewhere(context, owner, key) : null;
  const order = full ? await openShop(context, owner, key) : null;
  const parts = key === "oddlane" && process.env.DEMO_BARE !== "1";
  if (parts) await openParts(context, owner, key);
  if (process.env.DEMO_BARE !== "1") await setUpChat(context, owner, key);
  await publishNow(context, owner, key, () => {});
  await readFeed?.();
  if (order) console.log(`webitor: ${key}: ${await order()} orders`);
  await giveDemoSite(key);
  console.log(`webitor: ${key}: ${await demoBookings(context, key)} bookings`);
  if (full) await demoTalks(context);
  if (parts) await setUpBench(context, owner, key, "winter-check");
  if (key === "wrenfield")
    await signupsFor(
      key,
      "letters",
      ["/", "/classes", "/visit"],
      "en-IE",
      "You agree that Wrenfield Clayworks writes to this address about kiln-opening days.",
    );
}
// What tests make copies of: a workshop that nobody works on.
const kept = process.env.DEMO_KEPT;
if (kept && !(await findSite(context.db, kept)))
  await operator(context, owner, "wrenfield")("sites.copy", { key: kept, name: "Wrenfield as it was" });
await keepPictures(context);
await context.close();
