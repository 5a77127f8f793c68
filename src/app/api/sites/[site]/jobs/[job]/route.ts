// A job's progress as server-sent events, until it ends.
import { onlyBy, respond } from "@/app/respond";
import { jobProgress } from "@/server/job/operations";
import { onSite } from "@/server/operation";

/** How often the row is read, in ms. */
const everyMs = 250;

export async function GET(request: Request, { params }: { params: Promise<{ site: string; job: string }> }) {
  return respond(request, async (incoming) => {
    const { site, job } = await params;
    const call = await onSite(incoming, site, "jobs.read");
    await jobProgress(call, job);
    const encoder = new TextEncoder();
    let last = "";
    const body = new ReadableStream({
      async pull(controller) {
        for (;;) {
          if (request.signal.aborted) return controller.close();
          const progress = await jobProgress(call, job);
          const event = JSON.stringify(progress);
          if (event !== last) {
            last = event;
            controller.enqueue(encoder.encode(`data: ${event}\n\n`));
            if (progress.state === "done" || progress.state === "failed") controller.close();
            return;
          }
          await new Promise((resolve) => setTimeout(resolve, everyMs));
        }
      },
    });
    return new Response(body, {
      headers: {
        "content-type": "text/event-stream",
        "cache-control": "no-store, no-transform",
        "x-accel-buffering": "no",
      },
    });
  });
}

export const POST = onlyBy("GET, HEAD, OPTIONS");
