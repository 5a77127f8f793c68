"use client";
// The files that a product is: brought in, named, and of one variant alone where that is chosen.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { Trash2 } from "lucide-react";
import { type Product, type ProductFile, variantName } from "@/core/catalog/product";
import { aboutDocument, type DocumentType, documentKindOf } from "@/core/media/documents";
import type { MediaEntry } from "@/core/media/entry";
import { downloadLimits } from "@/core/shop/shop";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { IconButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { TextInput } from "@/studio/kit/fields";
import { FileButton } from "@/studio/kit/file-button";
import { Group, RefusalNote, State } from "@/studio/kit/layout";
import { asRefusal } from "@/studio/kit/use-command";
import { sendMedium } from "@/studio/media/send";
import { words as own } from "./words";

/** One file: what it is called for whoever buys it, of which variant it is, and what it is. */
const FileLine = ({
  file,
  at,
  product,
  about,
  put,
  remove,
}: {
  file: ProductFile;
  at: number;
  product: Product;
  about: string;
  put: (part: Partial<ProductFile>) => void;
  remove: () => void;
}) => (
  <Flex gap="8px" mb="8px" align="center">
    <Box flex="1">
      <TextInput
        aria-label={own.fileName(at + 1)}
        maxLength={120}
        value={file.name}
        onChange={(name) => put({ name })}
      />
    </Box>
    {product.variants.length > 1 ? (
      <Box w="180px">
        <Choice
          aria-label={own.fileOf(at + 1)}
          value={file.variant ?? ""}
          onChange={(variant) => put({ variant: variant || null })}
          options={[
            ["", own.everyVariant],
            ...product.variants.map((one) => [one.id, variantName(product, one)] as const),
          ]}
        />
      </Box>
    ) : null}
    <Text color="ink2" fontSize="small" whiteSpace="nowrap">
      {about}
    </Text>
    <IconButton name={own.removeFile(file.name)} onClick={remove}>
      <Trash2 size={15} />
    </IconButton>
  </Flex>
);

/** A new file, or one that the site has already. */
const AddFile = ({
  sending,
  others,
  onFile,
  onOther,
}: {
  sending: boolean;
  others: readonly (readonly [hash: string, name: string])[];
  onFile: (file: File) => void;
  onOther: (hash: string) => void;
}) => (
  <Flex gap="8px" wrap="wrap" align="center">
    <FileButton label={own.addFile} loading={sending} loadingText={own.sendingFile} onFile={onFile}>
      {own.addFile}
    </FileButton>
    {others.length ? (
      <Box w="260px">
        <Choice aria-label={own.fileOfSite} value="" onChange={onOther} options={[["", own.fileOfSite], ...others]} />
      </Box>
    ) : null}
  </Flex>
);

export function FilesGroup({
  product,
  change,
  faults,
}: {
  product: Product;
  change: (part: Partial<Product>, run: string) => void;
  faults: Readonly<Record<string, string>>;
}) {
  const site = useSite();
  const refresh = useRefresh();
  const files = product.files ?? [];
  const put = (at: number, part: Partial<ProductFile>) =>
    change({ files: files.map((one, nth) => (nth === at ? { ...one, ...part } : one)) }, `files ${at}`);
  const add = ({ hash, name }: Pick<MediaEntry, "hash" | "name">) =>
    change({ files: [...files, { media: hash, name: name.slice(0, 120), variant: null }] }, "");
  const sending = useMutation({
    mutationFn: async (file: File) => {
      const { hash } = await sendMedium(site.key, file);
      await refresh();
      return { hash, name: file.name };
    },
    onSuccess: add,
  });
  const there = new Map(site.media.map((entry) => [entry.hash, entry]));
  const others = site.media.filter(
    ({ hash, type }) => documentKindOf(type) && !files.some(({ media }) => media === hash),
  );
  const about = (entry: MediaEntry | undefined) =>
    entry && documentKindOf(entry.type)
      ? aboutDocument(entry.type as DocumentType, entry.bytes ?? 0, site.settings.language)
      : "";
  return (
    <Group title={own.files}>
      <Text color="ink2" mb="8px">
        {own.filesHint(downloadLimits.times, downloadLimits.days)}
      </Text>
      {files.map((file, at) => (
        <FileLine
          key={`${file.media} ${at}`}
          file={file}
          at={at}
          product={product}
          about={about(there.get(file.media))}
          put={(part) => put(at, part)}
          remove={() => change({ files: files.filter((_, nth) => nth !== at) }, "")}
        />
      ))}
      {Object.entries(faults)
        .filter(([path]) => path.startsWith("files"))
        .map(([path, message]) => (
          <State key={path} tone="brick">
            {message}
          </State>
        ))}
      {files.length || product.state === "on" ? null : <State tone="amber">{own.noFiles}</State>}
      <AddFile
        sending={sending.isPending}
        others={others.map((entry) => [entry.hash, `${entry.name} (${about(entry)})`] as const)}
        onFile={(file) => sending.mutate(file)}
        onOther={(hash) => {
          const entry = there.get(hash);
          if (entry) add(entry);
        }}
      />
      <RefusalNote refusal={sending.error && asRefusal(sending.error)} />
    </Group>
  );
}
