"use client";
// Choosing an icon of the bundled set: found by its name and by what it is found under.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import type { Icon } from "@/core/page/look/icon";
import type { FoundIcon } from "@/server/icon/set";
import { PlainButton, QuietButton } from "@/studio/kit/buttons";
import { TextInput } from "@/studio/kit/fields";
import { Loading, State } from "@/studio/kit/layout";
import { opensByEnter } from "@/studio/kit/opens-by-enter";
import { Window } from "@/studio/kit/window";
import { words as own } from "../words";

/** So many are shown at once: enough to choose from, few enough to be drawn at once. */
const shownAtOnce = 120;

const Glyph = ({ icon, size = 20 }: { icon: Icon; size?: number }) => (
  <svg
    width={size}
    height={size}
    viewBox="0 0 24 24"
    fill="none"
    stroke="currentColor"
    strokeWidth="1.75"
    strokeLinecap="round"
    strokeLinejoin="round"
    aria-hidden="true"
  >
    <path d={icon.path} />
  </svg>
);

interface IconChoiceProps {
  readonly label: string;
  readonly value: Icon | null | undefined;
  /** What stands without one, where that may be. */
  readonly none?: string | undefined;
  onChange(icon: Icon | null): void;
}

export function IconChoice({ label, value, none, onChange }: IconChoiceProps) {
  const [open, setOpen] = useState(false);
  const name = value?.name.replaceAll("-", " ");
  return (
    <Flex align="center" gap="4px 8px" mb="8px" wrap="wrap">
      <Text w="92px" flex="none" color="ink2">
        {label}
      </Text>
      <PlainButton {...opensByEnter} onClick={() => setOpen(true)} aria-label={own.changeIcon(label, name ?? "")}>
        {value ? <Glyph icon={value} size={18} /> : null} {name ?? own.choose}
      </PlainButton>
      {none && value ? <QuietButton onClick={() => onChange(null)}>{none}</QuietButton> : null}
      <Window title={own.findIcon} open={open} onClose={() => setOpen(false)} wide>
        <IconSearch
          value={value}
          onChoose={({ name: chosen, path }) => {
            onChange({ name: chosen, path });
            setOpen(false);
          }}
        />
      </Window>
    </Flex>
  );
}

function IconSearch({ value, onChoose }: { value: Icon | null | undefined; onChoose: (icon: FoundIcon) => void }) {
  const [typed, setTyped] = useState("");
  const { data, error } = useQuery({
    queryKey: ["icons"],
    queryFn: async () => {
      const answer = await fetch("/api/icons");
      if (!answer.ok) throw new Error(own.iconsNotHere);
      return (await answer.json()) as readonly FoundIcon[];
    },
    staleTime: Number.POSITIVE_INFINITY,
  });
  const found = useMemo(() => {
    const wanted = typed.toLowerCase().trim().split(/\s+/).filter(Boolean);
    const all = data ?? [];
    if (!wanted.length) return all;
    const rank = ({ name, words }: FoundIcon) =>
      wanted.every((word) => name.includes(word))
        ? 0
        : wanted.every((word) => `${name} ${words}`.includes(word))
          ? 1
          : 2;
    return all
      .map((icon) => ({ icon, at: rank(icon) }))
      .filter(({ at }) => at < 2)
      .sort((one, other) => one.at - other.at)
      .map(({ icon }) => icon);
  }, [data, typed]);
  if (error) return <State tone="brick">{own.iconsNotHere}</State>;
  if (!data) return <Loading what={own.theIcons} />;
  return (
    <>
      <TextInput
        {...{ autoFocus: true }}
        aria-label={own.findIcon}
        placeholder={own.iconHint}
        value={typed}
        onChange={setTyped}
      />
      <Text fontSize="small" color="ink2" my="8px" role="status">
        {own.iconsFound(found.length, Math.min(found.length, shownAtOnce))}
      </Text>
      <Box
        display="grid"
        gridTemplateColumns="repeat(auto-fill, minmax(76px, 1fr))"
        gap="4px"
        maxH="46vh"
        overflowY="auto"
      >
        {found.slice(0, shownAtOnce).map((icon) => (
          <button
            key={icon.name}
            type="button"
            aria-pressed={icon.name === value?.name}
            onClick={() => onChoose(icon)}
            style={{
              display: "flex",
              flexDirection: "column",
              alignItems: "center",
              gap: 4,
              padding: "8px 2px",
              cursor: "pointer",
              borderRadius: 4,
              outline: icon.name === value?.name ? "2px solid var(--chakra-colors-mark)" : undefined,
              outlineOffset: -2,
            }}
          >
            <Glyph icon={icon} size={22} />
            <Text as="span" fontSize="10.5px" color="ink2" textAlign="center" lineClamp={1} wordBreak="break-all">
              {icon.name.replaceAll("-", " ")}
            </Text>
          </button>
        ))}
      </Box>
    </>
  );
}
