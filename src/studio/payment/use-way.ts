"use client";
// What is done to one way to be paid, and what became of it.
import { useQueryClient } from "@tanstack/react-query";
import type { Takes } from "@/server/operations";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { useCommand } from "@/studio/kit/use-command";
import { type Listed, paymentsQuery, type Way } from "./query";

type Changing = "payments.keep" | "payments.mode" | "payments.switch";

/** Does something to a way as it is known here, and shows what became of it. */
export function useWay(way: Way) {
  const { key } = useSite();
  const client = useQueryClient();
  const commands = useCommand();
  const put = (next: Way) =>
    client.setQueryData<Listed>(paymentsQuery(key).queryKey, (list) =>
      list ? { ...list, ways: list.ways.map((one) => (one.kind === next.kind ? next : one)) } : list,
    );
  const known = () =>
    client.getQueryData<Listed>(paymentsQuery(key).queryKey)?.ways.find(({ kind }) => kind === way.kind) ?? way;
  return {
    ...commands,
    put,
    /** The revision of what the last command left: a command that waits for another takes up where that ended. */
    known,
    change: <N extends Changing>(
      name: N,
      more: Omit<Takes<N>, "site" | "kind" | "revision">,
      whenOver: () => void = () => {},
    ) =>
      commands.attempt(async () => {
        const asked = { site: key, kind: way.kind, revision: known().revision, ...more } as unknown as Takes<N>;
        try {
          put((await ask(name, asked)) as Way);
        } finally {
          whenOver();
        }
      }),
    refresh: () => client.invalidateQueries({ queryKey: paymentsQuery(key).queryKey }),
  };
}
