// The chat's calls in a preview: answered from the steps as they stand and from the site as it stands; nothing is kept.

import { chatSays } from "@/core/chat/answers/say";
import type { Chat } from "@/core/chat/chat";
import type { Turn } from "@/core/chat/understands/interpret";
import { ask } from "@/studio/kit/api";
import type { Rehearsing } from "@/studio/widget/half";
import { lookInto } from "./asked";

export function rehearseChat(settings: Chat, _part: null, { site, language, now }: Rehearsing) {
  let before: Turn | null = null;
  let nth = -1;
  const line = (by: string, text: string, more: object = {}) => ({
    nth: ++nth,
    by,
    text,
    kind: "",
    at: new Date(now()).toISOString(),
    helped: null,
    ...more,
  });
  const talk = (lines: readonly object[]) => ({
    status: 200,
    body: { talk: "rehearsal", state: "chat", person: "", typing: false, lines },
  });
  return {
    async answer(path: string, _query: Readonly<Record<string, unknown>>, body: unknown) {
      const given = (body ?? {}) as { question?: string; talk?: string | null };
      if (path.endsWith("/questions")) {
        if (!given.talk) {
          before = null;
          nth = -1;
        }
        const question = String(given.question ?? "");
        const answered = await ask("chat.try", {
          site,
          settings,
          question,
          before,
          language,
          now: Math.round(now()),
        });
        before = answered.turn;
        lookInto(question, answered);
        const { lines, sources, buttons, picture, kind } = answered;
        return talk([
          line("visitor", question),
          line("chat", lines.map(({ text }) => text).join("\n"), { kind, lines, sources, buttons, picture }),
        ]);
      }
      if (path.endsWith("/calls")) return talk([line("note", chatSays(language).person, { kind: "called" })]);
      return { status: 200, body: { taken: true } };
    },
  };
}
