// Calls of a rehearsed page: asked of the studio around it, which keeps nothing.
import type { Page } from "./kind";

let asked = 0;

/** Asks the studio around a rehearsal, and waits for what it says. */
export const askStudio =
  (page: Pick<Page, "tell">, studio: string, widget: string) =>
  (
    path: string,
    query: Readonly<Record<string, string>>,
    body: unknown,
  ): Promise<{ readonly status: number; readonly body: unknown }> =>
    new Promise((resolve) => {
      const id = ++asked;
      const hear = ({ origin, data }: MessageEvent) => {
        const { from, answers } = data as { from?: string; answers?: { id: number; status: number; body: unknown } };
        if (origin !== studio || from !== "webitor-studio" || answers?.id !== id) return;
        removeEventListener("message", hear);
        resolve(answers);
      };
      addEventListener("message", hear);
      page.tell({ asks: { id, widget, path, query, body } });
    });
