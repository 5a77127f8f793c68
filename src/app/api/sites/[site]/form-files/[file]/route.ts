// A file that came with a form.
import { attachment } from "@/app/attachment";
import { onlyBy, respond } from "@/app/respond";
import { formFile } from "@/server/form/desk";
import { onSite } from "@/server/operation";

export async function GET(request: Request, { params }: { params: Promise<{ site: string; file: string }> }) {
  return respond(request, async (incoming) => {
    const { site, file } = await params;
    return attachment(await formFile(await onSite(incoming, site, "visitors.read"), file));
  });
}

export const POST = onlyBy("GET, HEAD, OPTIONS");
