// What a shop sells as CSV, and a table of products coming in: the body is the file, its name stands in X-File-Name.
import { downloadLines, json, onlyBy, respond } from "@/app/respond";
import { decodedHeader, readBody } from "@/server/edge/request";
import { takePoint } from "@/server/limit";
import { onSite } from "@/server/operation";
import { goodsCsv, largestTable, readTable } from "@/server/shop/catalog/imports";

export async function GET(request: Request, { params }: { params: Promise<{ site: string }> }) {
  return respond(request, async (incoming) => {
    const call = await onSite(incoming, (await params).site, "site.read");
    return downloadLines(goodsCsv(call), `${call.site.key}-goods.csv`);
  });
}

export async function POST(request: Request, { params }: { params: Promise<{ site: string }> }) {
  return respond(request, async (incoming) => {
    const call = await onSite(incoming, (await params).site, "widgets.change");
    await takePoint(call.context, "heavyMember", call.account.id);
    const name = decodedHeader("X-File-Name", request.headers.get("x-file-name") ?? "goods.csv");
    return json(await readTable(call, name, await readBody(request, largestTable + 1)), 201);
  });
}

export const PUT = onlyBy("GET, HEAD, POST, OPTIONS");
