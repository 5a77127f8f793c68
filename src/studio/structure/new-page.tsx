"use client";
import { useQuery } from "@tanstack/react-query";
import { slugFrom } from "@/core/input/slug";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { Choice } from "@/studio/kit/choice";
import { Row, TextInput } from "@/studio/kit/fields";
import { TextRow, useAsked } from "@/studio/kit/form";
// A new page: its title and address, empty or like a pattern.
import { FormWindow } from "@/studio/kit/form-window";
import { words } from "./words";

export const usePatterns = () => {
  const { key } = useSite();
  return useQuery({ queryKey: ["patterns", key], queryFn: () => ask("patterns.list", { site: key }) });
};

export function NewPage({ onClose, onMade }: { onClose: () => void; onMade: (id: string) => void }) {
  const site = useSite();
  const refresh = useRefresh();
  const patterns = usePatterns().data?.patterns ?? [];
  const form = useAsked({ title: "", slug: null as string | null, begin: "" }, async ({ title, slug, begin }) => {
    const [as, from = ""] = begin.split(":");
    const { id } = await ask("pages.add", {
      site: site.key,
      title,
      slug: slug ?? slugFrom(title),
      ...(as === "pattern" ? { pattern: from } : as === "page" ? { like: from } : {}),
    });
    await refresh();
    onClose();
    onMade(id);
  });
  const slug = form.values.slug ?? slugFrom(form.values.title);
  return (
    <FormWindow of={form} title={words.newPageTitle} onClose={onClose} send={words.addPage}>
      <TextRow of={form} field="title" label={words.pageTitle} />
      <Row label={words.slug} error={form.at("slug")} hint={`${site.address}/${slug}`}>
        {(ids) => <TextInput {...ids} value={slug} onChange={(typed) => form.set({ slug: typed })} />}
      </Row>
      <Row label={words.begin} error={form.at("pattern") ?? form.at("like")}>
        {(ids) => (
          <Choice
            {...ids}
            value={form.values.begin}
            onChange={(begin) => form.set({ begin })}
            options={[
              ["", words.beginEmpty],
              ...patterns.map(({ id, name }) => [`pattern:${id}`, words.beginPattern(name)] as const),
              ...site.pages.map(({ id, title }) => [`page:${id}`, words.beginLike(title)] as const),
            ]}
          />
        )}
      </Row>
    </FormWindow>
  );
}
