// Every operation of the studio, by name.
import { json, onlyBy, respond } from "@/app/respond";
import { largestForm, readJson } from "@/server/edge/request";
import type { Incoming } from "@/server/operation";
import { type OperationName, operations } from "@/server/operations";
import { notFound } from "@/server/problem";

const largestInput = 4 << 20;
/** What the studio asks by itself while a screen stands open: because of what others did, not of what this person does. */
const background: ReadonlySet<string> = new Set([
  "publish.changes",
  "publish.waiting",
  "publish.history",
  "pages.follow",
  "pages.leave",
  "jobs.read",
  "mail.list",
  "desk.signups",
  "sites.frame",
  "sites.list",
]);

export async function POST(request: Request, { params }: { params: Promise<{ operation: string }> }) {
  const { operation } = await params;
  const answer = async (incoming: Incoming) => {
    if (!Object.hasOwn(operations, operation)) throw notFound("This operation");
    const { scope, perform } = operations[operation as OperationName];
    // Strangers send forms only.
    const largest = scope === "public" || !incoming.account ? largestForm : largestInput;
    return json(await perform(incoming, await readJson(request, largest)));
  };
  return respond(request, answer, { background: background.has(operation) });
}

export const GET = onlyBy("POST, OPTIONS");
