// Every operation of the studio, by name.
import { json, readJson, respond } from "@/app/respond";
import { type OperationName, operations } from "@/server/operations";
import { notFound } from "@/server/problem";

const largestInput = 4 << 20;

export async function POST(request: Request, { params }: { params: Promise<{ operation: string }> }) {
  const { operation } = await params;
  return respond(request, async (incoming) => {
    if (!Object.hasOwn(operations, operation)) throw notFound("This operation");
    const input = await readJson(request, largestInput);
    return json(await operations[operation as OperationName].perform(incoming, input));
  });
}
