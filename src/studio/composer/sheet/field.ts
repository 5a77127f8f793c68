// One content field of the selected block, as its control gets it.
import { useState } from "react";
import type { Field, FieldControl, FieldControlKind } from "@/core/page/kind";
import type { PageNode } from "@/core/page/node";
import type { Composer } from "../store";

/** What a control is given: the block and its field. */
export interface FieldProps<K extends FieldControlKind = FieldControlKind> {
  readonly composer: Composer;
  readonly node: PageNode;
  readonly field: Field & { readonly control: Extract<FieldControl<PageNode["content"]>, { kind: K }> };
}

/** A content field that keeps what is typed and shows what is wrong with it. */
export function useField(composer: Composer, node: PageNode, field: string) {
  const [error, setError] = useState<string | undefined>();
  const set = (value: unknown) =>
    setError(composer.content.set(node.id, field, value, `${node.id}.${field}`) ?? undefined);
  return { value: node.content[field], set, error };
}
