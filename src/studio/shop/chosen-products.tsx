"use client";
// Products chosen by hand, in an order of their own.
import { useQuery } from "@tanstack/react-query";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { Choice } from "@/studio/kit/choice";
import { Row } from "@/studio/kit/fields";
import { LineCommands } from "@/studio/kit/line-commands";
import { words as own } from "./words";

interface Props {
  readonly label: string;
  readonly hint?: string | undefined;
  readonly error?: string | undefined;
  readonly chosen: readonly string[];
  /** One that can't be chosen: a product is not related to itself. */
  readonly but?: string;
  onChange(chosen: readonly string[]): void;
}

export function ChosenProducts({ label, hint, error, chosen, but, onChange }: Props) {
  const { key } = useSite();
  const { data } = useQuery({ queryKey: ["shopNames", key], queryFn: () => ask("shop.names", { site: key }) });
  const names = new Map((data?.products ?? []).map(({ id, name }) => [id, name]));
  const move = (at: number, by: number) => {
    const ids = [...chosen];
    ids.splice(at + by, 0, ...ids.splice(at, 1));
    onChange(ids);
  };
  return (
    <>
      <Row label={label} error={error} hint={hint}>
        {(ids) => (
          <Choice
            {...ids}
            value=""
            onChange={(id) => id && onChange([...chosen, id])}
            options={[
              ["", own.chooseProduct],
              ...(data?.products ?? [])
                .filter(({ id }) => id !== but && !chosen.includes(id))
                .map(({ id, name }) => [id, name] as const),
            ]}
          />
        )}
      </Row>
      {chosen.map((id, at) => {
        const name = names.get(id) ?? own.goneProduct;
        return (
          <div key={id} style={{ display: "flex", alignItems: "center", gap: 4, minHeight: 30 }}>
            <span style={{ flex: 1, minWidth: 0 }}>{name}</span>
            <LineCommands
              before={own.moveProductUp(name)}
              behind={own.moveProductDown(name)}
              remove={own.removeProduct(name)}
              first={at === 0}
              last={at === chosen.length - 1}
              onMove={(by) => move(at, by)}
              onRemove={() => onChange(chosen.filter((one) => one !== id))}
            />
          </div>
        );
      })}
    </>
  );
}
