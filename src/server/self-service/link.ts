// The letter with the link that signs a device in: written behind the answer, where something of theirs is here at all.
import { eq } from "drizzle-orm";
import { accountWords, ownRoot } from "@/core/self-service/account";
import { inTransaction } from "@/data/connection";
import { sites } from "@/data/site/tables";
import type { JobRun } from "@/server/job/run";
import { type Context, siteOrigin } from "../context";
import { everythingOf } from "../desk/done";
import { countPoint } from "../limit";
import { writePlain } from "../mail/plain";
import { makeSession } from "./sessions";

/** The job: whoever is known here gets the letter; of whoever is not nothing is kept. */
export async function ownLinkJob(context: Context, run: JobRun): Promise<void> {
  const { email = "" } = run.job.payload;
  const [site] = await context.db
    .select()
    .from(sites)
    .where(eq(sites.id, run.job.siteId ?? ""));
  const language = site?.settings.language ?? "";
  const known = site && (await everythingOf({ context, site, email, language })).length > 0;
  await inTransaction(context.db, async (tx) => {
    await run.forget(tx);
    if (!known || (await countPoint(context, tx, "accountPerson", email)).left < 0) return;
    const words = accountWords(language);
    const token = await makeSession(context, tx, site.id, "link", email);
    await writePlain(context, tx, site, {
      recipient: email,
      subject: `${words.letterTitle} · ${site.name}`,
      lines: [words.letter, `${siteOrigin(context.settings, site.key)}${ownRoot}/enter?t=${token}`, words.letterLast],
    });
  });
  context.jobQueued();
}
