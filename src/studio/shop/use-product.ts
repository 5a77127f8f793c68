"use client";
// A product that is being worked on: changed at once, judged as typed, saved a moment later, back and forth step by step.
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import type { Product } from "@/core/catalog/product";
import type { Stocks } from "@/core/catalog/variant-cells";
import { useSite } from "@/studio/frame/site-context";
import { ask, Refusal } from "@/studio/kit/api";
import { faultsOf } from "./faults";

export interface Working {
  readonly product: Product;
  readonly stock: Stocks;
}

/** How long after the last change it is saved, in ms. */
const pauseMs = 700;
const mostSteps = 100;

export type Saving =
  | { readonly is: "saved" | "saving" | "waiting" | "incomplete" }
  | { readonly is: "refused"; readonly message: string; readonly stale: boolean };

export function useProduct(id: string) {
  const { key } = useSite();
  const client = useQueryClient();
  const { data, error, refetch } = useQuery({
    queryKey: ["shopProduct", key, id],
    queryFn: () => ask("shop.product", { site: key, product: id }),
    gcTime: 0,
    staleTime: Number.POSITIVE_INFINITY,
    refetchOnWindowFocus: false,
  });
  const [working, setWorking] = useState<Working | null>(null);
  const [saving, setSaving] = useState<Saving>({ is: "saved" });
  const revision = useRef(0);
  const steps = useRef<{ back: Working[]; forth: Working[]; key: string }>({ back: [], forth: [], key: "" });
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const busy = useRef<Promise<void> | null>(null);
  const now = useRef<Working | null>(null);
  const unsaved = useRef(false);
  useEffect(() => {
    if (!data) return;
    revision.current = data.revision;
    const first = { product: data.product, stock: Object.fromEntries(data.stock.map((one) => [one.id, one.stock])) };
    now.current = first;
    setWorking(first);
    setSaving({ is: "saved" });
    steps.current = { back: [], forth: [], key: "" };
  }, [data]);

  const save = useCallback(async (): Promise<void> => {
    await busy.current;
    const at = now.current;
    if (!at || !unsaved.current) return;
    if (Object.keys(faultsOf(at.product)).length) return setSaving({ is: "incomplete" });
    unsaved.current = false;
    setSaving({ is: "saving" });
    const stock = at.product.counted
      ? Object.fromEntries(
          Object.entries(at.stock).filter(([variant]) => at.product.variants.some((one) => one.id === variant)),
        )
      : {};
    busy.current = ask("shop.saveProduct", { site: key, product: at.product, revision: revision.current, stock })
      .then(async (saved) => {
        revision.current = saved.revision;
        setSaving({ is: unsaved.current ? "waiting" : "saved" });
        await client.invalidateQueries({ queryKey: ["shopProducts", key] });
        await client.invalidateQueries({ queryKey: ["frame", key] });
      })
      .catch((cause: Error) => {
        unsaved.current = true;
        const field = cause instanceof Refusal ? cause.fields[0]?.message : undefined;
        setSaving({
          is: "refused",
          message: field ?? cause.message,
          stale: cause instanceof Refusal && cause.code === "productChanged",
        });
      });
    await busy.current;
    if (unsaved.current && now.current !== at) await save();
  }, [client, key]);

  const soon = useCallback(() => {
    unsaved.current = true;
    setSaving({ is: "waiting" });
    if (timer.current) clearTimeout(timer.current);
    timer.current = setTimeout(() => void save(), pauseMs);
  }, [save]);

  // What was typed last is saved when one goes elsewhere.
  useEffect(
    () => () => {
      if (timer.current) clearTimeout(timer.current);
      void save();
    },
    [save],
  );

  const put = useCallback(
    (next: Working) => {
      now.current = next;
      setWorking(next);
      soon();
    },
    [soon],
  );

  /** Changes something; a run of changes under the same `run` is one step back. */
  const change = useCallback(
    (part: Partial<Product>, run: string, stock?: Stocks) => {
      const before = now.current;
      if (!before) return;
      if (!run || steps.current.key !== run) {
        steps.current.back.push(before);
        steps.current.back.splice(0, Math.max(0, steps.current.back.length - mostSteps));
      }
      steps.current = { back: steps.current.back, forth: [], key: run };
      put({ product: { ...before.product, ...part }, stock: stock ? { ...before.stock, ...stock } : before.stock });
    },
    [put],
  );

  const step = useCallback(
    (from: "back" | "forth", to: "back" | "forth") => {
      const next = steps.current[from].pop();
      if (!next || !now.current) return;
      steps.current[to].push(now.current);
      steps.current.key = "";
      put(next);
    },
    [put],
  );

  return {
    working,
    error,
    saving,
    change,
    undo: () => step("back", "forth"),
    redo: () => step("forth", "back"),
    mayUndo: steps.current.back.length > 0,
    mayRedo: steps.current.forth.length > 0,
    reload: () => {
      unsaved.current = false;
      void refetch();
    },
  };
}
