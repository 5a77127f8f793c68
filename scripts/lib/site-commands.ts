// Sites from the command line: what each command does. Refusals name path and reason and end with exit code 1.
import { createWriteStream } from "node:fs";
import { pipeline } from "node:stream/promises";
import { Command } from "commander";
import { and, eq } from "drizzle-orm";
import { mayAs } from "@/core/account/rights";
import { checkWidths, layoutCodes } from "@/core/check/layout";
import { siteProblems } from "@/core/check/problems";
import { members, users } from "@/data/account/tables";
import { findSite } from "@/data/site/queries";
import { sites } from "@/data/site/tables";
import { linkAddress } from "@/server/account/letters";
import { newLink } from "@/server/account/links";
import { replaceSetUp } from "@/server/booking/set-up";
import { installedBrowser, measureSite } from "@/server/check/browser";
import { keepFound, layoutStates } from "@/server/check/states";
import { walkSite } from "@/server/consent/walk";
import type { Context } from "@/server/context";
import { Problem } from "@/server/problem";
import { type By, importSite, readWholeSite, siteFileParts } from "@/server/site/file";
import { loadSite } from "@/server/site/whole";
import { bytesOf } from "@/server/zip";
import { publishNow, readSiteFiles, theOwner } from "./studio";

async function ownerOf(context: Context) {
  const found = await theOwner(context);
  if (!found) throw new Error("There is no studio yet. Run `npm run demo` once; it makes one.");
  return found;
}

/** A member of a studio who may make sites, by their mail address. */
async function memberOf(context: Context, studioId: string, email: string): Promise<By> {
  const [found] = await context.db
    .select({ account: users.id, role: members.role })
    .from(members)
    .innerJoin(users, eq(users.id, members.userId))
    .where(and(eq(members.studioId, studioId), eq(users.email, email)));
  if (!found) throw new Error(`Nobody of the studio has the address ${email}.`);
  if (!mayAs(found.role, "designer")) throw new Error(`${email} is ${found.role} here; sites are made by designers.`);
  return found;
}

/** Chromium on this machine; an Error that says what else there is, where there is none. */
function theBrowser(context: Context, otherwise: string): string {
  const browser = installedBrowser(context.settings.browser);
  if (!browser)
    throw new Error(
      `There is no Chromium on this machine, so no page can be measured. Install Debian's chromium, or ${otherwise}.`,
    );
  return browser;
}

/** Where a command's words go. */
export interface CommandOutput {
  say(words: string): void;
  complain(words: string): void;
}

/** Does what the command line says; answers the exit code. */
export async function runSiteCommand(context: Context, args: readonly string[], heard: CommandOutput): Promise<number> {
  const say = (words: string) => heard.say(words);
  let code = 0;
  const program = new Command("site").description("Sites from the command line").exitOverride();

  program
    .command("import <file>")
    .description("a site file (zip, or its unpacked folder) becomes a new site")
    .option("--as <key>", "under another key")
    .option("--by <mail>", "in the name of a member: what they may not bring comes switched off")
    .action(async (file: string, options: { as?: string; by?: string }) => {
      const { studioId } = await ownerOf(context);
      const by = options.by === undefined ? null : await memberOf(context, studioId, options.by);
      const { site, held } = await importSite(context, studioId, readSiteFiles(file), {
        ...(options.as ? { key: options.as } : {}),
        ...(by ? { by } : {}),
      });
      say(`${site.key}: ${site.pages.length} pages, ${site.widgets.length} widgets, ${site.media.length} pictures`);
      for (const name of held) say(`${site.key}: “${name}” came switched off: only an owner sets code of whole pages`);
    });

  program
    .command("export <key> <file>")
    .description("a site as a site file")
    .action(async (key: string, file: string) => {
      await ownerOf(context);
      const site = await findSite(context.db, key);
      if (!site) throw new Error(`There is no site “${key}”.`);
      await pipeline(bytesOf(siteFileParts(context, site)), createWriteStream(file));
      say(`${key}: written to ${file}`);
    });

  program
    .command("publish <key>")
    .description("a release of the site as it stands")
    .action(async (key: string) => {
      await publishNow(context, await ownerOf(context), key, say);
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
      say(`${key}: ${read.site.booking.services.length} services, ${read.site.booking.resources.length} resources`);
    });

  program
    .command("check <key>")
    .description("every page measured at six widths by Chromium, and its words, links and widgets looked at")
    .action(async (key: string) => {
      const row = await findSite(context.db, key);
      if (!row) throw new Error(`There is no site “${key}”.`);
      const browser = theBrowser(context, "look at the Checks screen: there your own browser measures");
      const states = new Map((await layoutStates(context.db, row)).map((one) => [one.page, one]));
      const site = await loadSite(context.db, row);
      const found = await measureSite(context, row, site, browser);
      let stops = 0;
      let unmeasured = 0;
      for (const [page, findings] of found) {
        if (!findings) {
          unmeasured += 1;
          say(`${page}\tnot measured: a picture behind words did not arrive`);
          continue;
        }
        const state = states.get(page);
        if (state) await keepFound(context, row.id, page, state.state, findings);
        for (const { code, node, widths, values } of findings) {
          if (layoutCodes[code].weight === "stops") stops += 1;
          const said = Object.entries(values).map(([name, value]) => `${name} ${value}`);
          say(`${page}\t${code}\t${node ?? "-"}\tat ${widths.join(", ")}\t${said.join(", ")}`);
        }
      }
      for (const { document, node, widget, reason, weight } of siteProblems(site, null)) {
        if (weight === "stops") stops += 1;
        say(`${document ?? widget ?? "site"}\t${reason.code}\t${node ?? "-"}`);
      }
      say(`${key}: ${found.size - unmeasured} pages at ${checkWidths.length} widths, ${stops} stop a release`);
      if (stops || unmeasured) code = 1;
    });

  program
    .command("consent <key>")
    .description("every page run by Chromium with and without consent: what it asks of others and leaves behind")
    .action(async (key: string) => {
      const row = await findSite(context.db, key);
      if (!row) throw new Error(`There is no site “${key}”.`);
      const browser = theBrowser(
        context,
        "press “Measure” in the workspace of consent: there your own browser runs the pages",
      );
      const { entries, early, pages, silent } = await walkSite(context, row, browser);
      for (const { name, who, as, key: entry } of entries) say(`${entry}\t${as}\t${name}\t${who}\tnot in the table`);
      for (const [entry, page] of early) say(`${entry}\tbefore a yes\ton ${page}`);
      for (const page of silent) say(`${page}\tdid not answer`);
      say(`${key}: ${pages} pages run twice, ${entries.length} unknown, ${early.size} before a yes`);
      if (entries.length || early.size || silent.length) code = 1;
    });

  program
    .command("list")
    .description("every site")
    .action(async () => {
      await ownerOf(context);
      for (const site of await context.db.select().from(sites))
        say(`${site.key}\t${site.name}\t${site.liveReleaseId ? "live" : "not published"}`);
    });

  program
    .command("recover <email>")
    .description("a link at which a person sets a new password, for whoever runs the server without a mail server")
    .action(async (email: string) => {
      const [user] = await context.db.select().from(users).where(eq(users.email, email.toLowerCase()));
      if (!user) throw new Error(`Nobody has the address ${email}.`);
      say(linkAddress(context, "recovery", await newLink(context, context.db, user.id, "recovery")));
    });

  try {
    await program.parseAsync([...args], { from: "user" });
  } catch (error) {
    code = 1;
    if (error instanceof Problem)
      for (const { path, message } of error.fields.length ? error.fields : [{ path: error.code, message: error.title }])
        heard.complain(`${path}: ${message}`);
    else if (!(error as { code?: string }).code?.startsWith("commander")) heard.complain((error as Error).message);
  }
  return code;
}
