// What happens on a site (or, without one, on all sites one sees) as server-sent events, for as long as a tab is open.
import { onlyBy, respond } from "@/app/respond";
import { accountOf, tokenIn } from "@/server/account/session";
import { eventStream } from "@/server/event/stream";
import { type Incoming, onSite, signedIn } from "@/server/operation";
import { Problem } from "@/server/problem";
import { visibleSites } from "@/server/site/operations";

/** Ids of the sites that are listened to: the named one, or all. */
async function sitesOf(incoming: Incoming, key: string | null): Promise<readonly string[]> {
  if (key !== null) return [(await onSite(incoming, key, "site.read", "events")).site.id];
  return (await visibleSites(signedIn(incoming))).map(({ id }) => id);
}

export async function GET(request: Request) {
  const url = new URL(request.url);
  const key = url.searchParams.get("site")?.slice(0, 60) ?? null;
  const named = url.searchParams.get("tab") ?? "";
  const tab = /^[\w-]{1,40}$/.test(named) ? named : null;
  const answer = async (incoming: Incoming) => {
    const sites = await sitesOf(incoming, key);
    const listened = new Set(sites);
    const { context } = incoming;
    const { account } = signedIn(incoming);
    const may = async () => {
      try {
        const known = await accountOf(context, tokenIn(context.settings, request.headers.get("cookie")), true);
        const now = await sitesOf(
          { ...incoming, account: known?.account ?? null, session: known?.session ?? null },
          key,
        );
        // A site more begins with the next stream; one less ends this one.
        return known?.account.id === account.id && now.length === sites.length && now.every((id) => listened.has(id));
      } catch (error) {
        if (error instanceof Problem) return false;
        throw error;
      }
    };
    const body = eventStream(context, {
      account: account.id,
      sites: listened,
      tab: key !== null && tab && sites[0] ? { site: sites[0], name: tab } : null,
      may,
      gone: request.signal,
    });
    return new Response(body, {
      headers: {
        "content-type": "text/event-stream",
        "cache-control": "no-store, no-transform",
        "x-accel-buffering": "no",
      },
    });
  };
  return respond(request, answer, { background: true });
}

export const POST = onlyBy("GET, HEAD, OPTIONS");
