// Style sheet of the pages behind a letter's links.
import { respond } from "@/app/respond";
import { noticeCss } from "@/server/popup/notices";

export async function GET(request: Request) {
  return respond(request, async ({ context }) => {
    const css = await noticeCss(context, request.headers.get("x-webitor-site") ?? "");
    return new Response(css, {
      headers: {
        "content-type": "text/css; charset=utf-8",
        "cache-control": "no-cache",
        "x-content-type-options": "nosniff",
      },
    });
  });
}
