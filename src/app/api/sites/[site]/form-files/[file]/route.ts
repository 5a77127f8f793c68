// A file that came with a form: handed on as it came, never shown.
import { onlyBy, respond } from "@/app/respond";
import { formFile } from "@/server/form/desk";
import { onSite } from "@/server/operation";

export async function GET(request: Request, { params }: { params: Promise<{ site: string; file: string }> }) {
  return respond(request, async (incoming) => {
    const { site, file } = await params;
    const { name, body } = await formFile(await onSite(incoming, site, "visitors.read"), file);
    return new Response(new Uint8Array(body), {
      headers: {
        "content-type": "application/octet-stream",
        "content-disposition": `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
        "cache-control": "private, no-store",
      },
    });
  });
}

export const POST = onlyBy("GET, HEAD, OPTIONS");
