"use client";
// Categories, properties and words that mean the same: saved by themselves, live at once, as products are.
import { Box, Flex } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { nanoid } from "nanoid";
import { useEffect, useRef, useState } from "react";
import type { Attribute } from "@/core/catalog/product";
import { type CatalogFrame, type Category, withBelow } from "@/core/catalog/product";
import { catalogFrameSchema } from "@/core/catalog/schema";
import { slugFrom } from "@/core/input/slug";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { IconButton, PlainButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { TextInput, Tick } from "@/studio/kit/fields";
import { Group, Loading, RefusalNote, State } from "@/studio/kit/layout";
import { LineCommands } from "@/studio/kit/line-commands";
import { useCommand } from "@/studio/kit/use-command";
import { LinesRow } from "./lines-row";
import { words as own } from "./words";

const pauseMs = 700;

export function CategoriesStep() {
  const { key } = useSite();
  const client = useQueryClient();
  const { data, error } = useQuery({ queryKey: ["shopFrame", key], queryFn: () => ask("shop.frame", { site: key }) });
  const [frame, setFrame] = useState<CatalogFrame | null>(null);
  const revision = useRef(0);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const { refusal, attempt } = useCommand();
  useEffect(() => {
    if (!data || timer.current) return;
    revision.current = data.revision;
    setFrame(data.frame);
  }, [data]);
  if (error) return <State tone="brick">{error.message}</State>;
  if (!frame) return <Loading what={own.categories} />;
  const fault = catalogFrameSchema.validate(frame, { convert: false, errors: { wrap: { label: false } } }).error
    ?.message;
  const put = (next: CatalogFrame) => {
    setFrame(next);
    if (timer.current) clearTimeout(timer.current);
    timer.current = setTimeout(() => {
      timer.current = null;
      if (catalogFrameSchema.validate(next, { convert: false }).error) return;
      attempt(async () => {
        const saved = await ask("shop.saveFrame", { site: key, frame: next, revision: revision.current });
        revision.current = saved.revision;
        client.setQueryData(["shopFrame", key], { frame: next, revision: saved.revision });
        await client.invalidateQueries({ queryKey: ["frame", key] });
      });
    }, pauseMs);
  };
  const { categories, attributes } = frame;
  const setCategory = (id: string, part: Partial<Category>) =>
    put({ ...frame, categories: categories.map((one) => (one.id === id ? { ...one, ...part } : one)) });
  return (
    <>
      <RefusalNote refusal={refusal} />
      {fault ? <State tone="brick">{fault}</State> : null}
      <Group title={own.category}>
        {categories.map((one, at) => {
          const below = withBelow(categories, one.id);
          return (
            <CategoryLine
              key={one.id}
              one={one}
              at={at}
              setCategory={setCategory}
              categories={categories}
              below={below}
              put={put}
              frame={frame}
            />
          );
        })}
        <AddCategory categories={categories} put={put} frame={frame} />
      </Group>
      <AttributesGroup attributes={attributes} put={put} frame={frame} />
      <LinesRow
        label={own.synonyms}
        hint={own.synonymsHint}
        value={frame.synonyms}
        write={(group) => group.join(", ")}
        read={(line) => {
          const found = line
            .split(",")
            .map((word) => word.trim())
            .filter(Boolean);
          return found.length > 1 ? found : null;
        }}
        fault={own.bandsFault}
        onChange={(synonyms) => put({ ...frame, synonyms })}
      />
    </>
  );
}

/** A new category. */
const AddCategory = ({
  categories,
  put,
  frame,
}: {
  categories: readonly Category[];
  put: (next: CatalogFrame) => void;
  frame: CatalogFrame;
}) => (
  <PlainButton
    onClick={() => {
      const name = own.newCategory(categories.length + 1);
      put({
        ...frame,
        categories: [
          ...categories,
          { id: nanoid(8), name, slug: slugFrom(name), parent: null, picture: null, words: "" },
        ],
      });
    }}
  >
    {own.addCategory}
  </PlainButton>
);

/** What products are sorted and found by besides. */
const AttributesGroup = ({
  attributes,
  put,
  frame,
}: {
  attributes: readonly Attribute[];
  put: (next: CatalogFrame) => void;
  frame: CatalogFrame;
}) => (
  <Group title={own.attributes}>
    {attributes.map((one, at) => (
      <Flex key={one.id} gap="8px" align="center" mb="6px">
        <Box flex="1">
          <TextInput
            aria-label={own.attributeName(at + 1)}
            value={one.name}
            onChange={(name) =>
              put({ ...frame, attributes: attributes.map((other) => (other === one ? { ...one, name } : other)) })
            }
          />
        </Box>
        <Tick
          label={own.isFilter}
          checked={one.filter}
          onChange={(filter) =>
            put({ ...frame, attributes: attributes.map((other) => (other === one ? { ...one, filter } : other)) })
          }
        />
        <IconButton
          name={own.removeAttribute(one.name)}
          onClick={() => put({ ...frame, attributes: attributes.filter((other) => other !== one) })}
        >
          ×
        </IconButton>
      </Flex>
    ))}
    <PlainButton
      onClick={() =>
        put({
          ...frame,
          attributes: [...attributes, { id: nanoid(8), name: own.newAttribute(attributes.length + 1), filter: true }],
        })
      }
    >
      {own.addAttribute}
    </PlainButton>
  </Group>
);

/** One category: its name, where it stands, its place among the others. */
const CategoryLine = ({
  one,
  at,
  setCategory,
  categories,
  below,
  put,
  frame,
}: {
  one: Category;
  at: number;
  setCategory: (id: string, part: Partial<Category>) => void;
  categories: readonly Category[];
  below: ReadonlySet<string>;
  put: (next: CatalogFrame) => void;
  frame: CatalogFrame;
}) => (
  <Flex gap="6px" align="center" mb="6px">
    <Box flex="1">
      <TextInput
        aria-label={own.categoryName(at + 1)}
        value={one.name}
        onChange={(name) => {
          // As long as nobody chose an address, it follows the name.
          const follows = one.slug === slugFrom(one.name);
          setCategory(one.id, { name, ...(follows && slugFrom(name) ? { slug: slugFrom(name) } : {}) });
        }}
      />
    </Box>
    <Box w="120px">
      <TextInput
        aria-label={own.categorySlug(one.name)}
        value={one.slug}
        onChange={(slug) => setCategory(one.id, { slug: slug.toLowerCase() })}
      />
    </Box>
    <Box w="130px">
      <Choice
        aria-label={`${own.within}, ${one.name}`}
        value={one.parent ?? ""}
        onChange={(parent) => setCategory(one.id, { parent: parent || null })}
        options={[
          ["", own.top],
          ...categories.filter(({ id }) => !below.has(id)).map(({ id, name }) => [id, name] as const),
        ]}
      />
    </Box>
    <LineCommands
      before={own.up(one.name)}
      behind={own.down(one.name)}
      remove={own.removeCategory(one.name)}
      first={at === 0}
      last={at === categories.length - 1}
      onMove={(by) => {
        const next = [...categories];
        next.splice(at + by, 0, ...next.splice(at, 1));
        put({ ...frame, categories: next });
      }}
      onRemove={() =>
        put({
          ...frame,
          categories: categories
            .filter(({ id }) => id !== one.id)
            .map((other) => (other.parent === one.id ? { ...other, parent: one.parent } : other)),
        })
      }
    />
  </Flex>
);
