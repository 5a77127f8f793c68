// The bundled icons, for whoever chooses one.
import { onlyBy, respond } from "@/app/respond";
import { iconSet } from "@/server/icon/set";

export async function GET(request: Request) {
  return respond(request, async () =>
    Response.json(await iconSet(), { headers: { "cache-control": "public, max-age=86400" } }),
  );
}

export const POST = onlyBy("GET, HEAD, OPTIONS");
