// Sites from the command line. Refusals name path and reason and end with exit code 1.
import { createWriteStream } from "node:fs";
import { pipeline } from "node:stream/promises";
import { Command } from "commander";
import { eq } from "drizzle-orm";
import { users } from "@/data/account/tables";
import { findSite } from "@/data/site/queries";
import { sites } from "@/data/site/tables";
import { linkAddress } from "@/server/account/letters";
import { newLink } from "@/server/account/links";
import { replaceSetUp } from "@/server/booking/set-up";
import { theContext } from "@/server/context";
import { Problem } from "@/server/problem";
import { importSite, readWholeSite, siteFileParts } from "@/server/site/file";
import { bytesOf } from "@/server/zip";
import { publishNow, readSiteFiles, theOwner } from "./lib/studio";

const context = theContext();

async function owner() {
  const found = await theOwner(context);
  if (!found) throw new Error("There is no studio yet. Run `npm run demo` once; it makes one.");
  return found;
}

const program = new Command("site").description("Sites from the command line").exitOverride();

program
  .command("import <file>")
  .description("a site file (zip, or its unpacked folder) becomes a new site")
  .option("--as <key>", "under another key")
  .action(async (file: string, options: { as?: string }) => {
    const { studioId } = await owner();
    const site = await importSite(context, studioId, readSiteFiles(file), options.as ? { key: options.as } : {});
    console.log(
      `${site.key}: ${site.pages.length} pages, ${site.widgets.length} widgets, ${site.media.length} pictures`,
    );
  });

program
  .command("export <key> <file>")
  .description("a site as a site file")
  .action(async (key: string, file: string) => {
    await owner();
    const site = await findSite(context.db, key);
    if (!site) throw new Error(`There is no site “${key}”.`);
    await pipeline(bytesOf(siteFileParts(context, site)), createWriteStream(file));
    console.log(`${key}: written to ${file}`);
  });

program
  .command("publish <key>")
  .description("a release of the site as it stands")
  .action(async (key: string) => {
    await publishNow(context, await owner(), key, console.log);
  });

program
  .command("booking <key> <file>")
  .description("the booking part of a site file replaces a site's; its bookings stay")
  .action(async (key: string, file: string) => {
    const site = await findSite(context.db, key);
    if (!site) throw new Error(`There is no site “${key}”.`);
    const read = await readWholeSite(context.settings, readSiteFiles(file));
    if (!read.site.booking) throw new Error(`${file} says nothing about booking.`);
    await replaceSetUp(context, site.id, read.site.booking);
    console.log(
      `${key}: ${read.site.booking.services.length} services, ${read.site.booking.resources.length} resources`,
    );
  });

program
  .command("list")
  .description("every site")
  .action(async () => {
    await owner();
    for (const site of await context.db.select().from(sites))
      console.log(`${site.key}\t${site.name}\t${site.liveReleaseId ? "live" : "not published"}`);
  });

program
  .command("recover <email>")
  .description("a link at which a person sets a new password, for whoever runs the server without a mail server")
  .action(async (email: string) => {
    const [user] = await context.db.select().from(users).where(eq(users.email, email.toLowerCase()));
    if (!user) throw new Error(`Nobody has the address ${email}.`);
    console.log(linkAddress(context, "recovery", await newLink(context, context.db, user.id, "recovery")));
  });

try {
  await program.parseAsync();
} catch (error) {
  process.exitCode = 1;
  if (error instanceof Problem)
    for (const { path, message } of error.fields.length ? error.fields : [{ path: error.code, message: error.title }])
      console.error(`${path}: ${message}`);
  else if (!(error as { code?: string }).code?.startsWith("commander")) console.error((error as Error).message);
}
await context.close();
