// A mail of the outbox as a message file.
import { download, onlyBy, respond } from "@/app/respond";
import { mailAsEml } from "@/server/mail/mail";
import { readMail } from "@/server/mail/operations";
import { onSite } from "@/server/operation";

export async function GET(request: Request, { params }: { params: Promise<{ site: string; mail: string }> }) {
  return respond(request, async (incoming) => {
    const { site, mail } = await params;
    const call = await onSite(incoming, site, "visitors.read");
    const row = await readMail(call, mail, "mail");
    return download(new Uint8Array(await mailAsEml(row)), `${row.id}.eml`, "message/rfc822");
  });
}

export const POST = onlyBy("GET, HEAD, OPTIONS");
