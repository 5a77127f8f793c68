// The page behind a letter's link. Opening it changes nothing; its button cancels.
import { publicly, type TokenParams } from "@/app/visitors/publicly";
import { bookingPage } from "@/server/booking/page";
import { siteHeaders } from "@/server/process/headers";

const answer = (request: Request, { params }: TokenParams, perform: boolean) =>
  publicly(request, async ({ context, siteKey, address }) => {
    const { status, html } = await bookingPage(context, siteKey, (await params).token, perform, address);
    return new Response(html, {
      status,
      headers: {
        ...siteHeaders(context.settings, "'none'"),
        "content-type": "text/html; charset=utf-8",
        "cache-control": "no-store",
        // The token in the address goes to nobody else; without any referrer the form's own POST had no origin.
        "Referrer-Policy": "same-origin",
      },
    });
  });

export const GET = (request: Request, params: TokenParams) => answer(request, params, false);
export const POST = (request: Request, params: TokenParams) => answer(request, params, true);
