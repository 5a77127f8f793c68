// /_w/v1/signups/{token}/confirm and /withdraw: the pages behind a letter's links.
import { respond } from "@/app/respond";
import { type Deed, deedPage } from "@/server/popup/notices";
import { notFound } from "@/server/problem";
import { siteHeaders } from "@/server/process/headers";

type Params = { params: Promise<{ token: string; deed: string }> };

async function answer(request: Request, { params }: Params, perform: boolean) {
  return respond(request, async ({ context }) => {
    const { token, deed } = await params;
    if (deed !== "confirm" && deed !== "withdraw") throw notFound("This page");
    const site = request.headers.get("x-webitor-site") ?? "";
    const { status, html } = await deedPage(context, site, token, deed satisfies Deed, perform);
    return new Response(html, {
      status,
      headers: {
        ...siteHeaders(context.settings, "'none'"),
        "content-type": "text/html; charset=utf-8",
        "cache-control": "no-store",
      },
    });
  });
}

export const GET = (request: Request, params: Params) => answer(request, params, false);
export const POST = (request: Request, params: Params) => answer(request, params, true);
