"use client";
// What is done to one way to be paid, and what became of it.
import { useQueryClient } from "@tanstack/react-query";
import type { Takes } from "@/server/operations";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { useDeed } from "@/studio/kit/use-deed";
import { type Listed, paymentsQuery, type Way } from "./query";

type Changing = "payments.keep" | "payments.mode" | "payments.switch";

/** Does something to a way as it is known here, and shows what became of it. */
export function useWay(way: Way) {
  const { key } = useSite();
  const client = useQueryClient();
  const deeds = useDeed();
  const put = (next: Way) =>
    client.setQueryData<Listed>(paymentsQuery(key).queryKey, (list) =>
      list ? { ...list, ways: list.ways.map((one) => (one.kind === next.kind ? next : one)) } : list,
    );
  const known = () =>
    client.getQueryData<Listed>(paymentsQuery(key).queryKey)?.ways.find(({ kind }) => kind === way.kind) ?? way;
  return {
    ...deeds,
    put,
    /** The revision of what the last deed left: a deed that waits for another takes up where that ended. */
    known,
    change: <N extends Changing>(
      name: N,
      more: Omit<Takes<N>, "site" | "kind" | "revision">,
      whenOver: () => void = () => {},
    ) =>
      deeds.attempt(async () => {
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
