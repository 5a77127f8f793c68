"use client";
// The open list of a menu button: loaded with the first menu that is opened.
import { defineSlotRecipe, Menu, Portal, Text } from "@chakra-ui/react";
import { disabled, layerOf } from "./recipes";

const look = defineSlotRecipe({
  className: "chakra-menu",
  slots: ["content", "item", "itemGroupLabel", "separator"],
  base: {
    content: {
      minW: "128px",
      maxH: "var(--available-height)",
      overflowY: "auto",
      p: "6px",
      outline: 0,
      zIndex: layerOf("popover"),
      bg: "sheet",
      color: "ink",
      fontSize: "ui",
      borderRadius: "field",
      boxShadow: "lifted",
      _open: { animation: "scale-in 150ms, fade-in 150ms" },
      _closed: { animation: "fade-out 100ms" },
    },
    item: {
      display: "flex",
      alignItems: "center",
      gap: "8px",
      w: "100%",
      px: "8px",
      py: "6px",
      lineHeight: "20px",
      position: "relative",
      borderRadius: "2px",
      outline: 0,
      textAlign: "start",
      textDecoration: "none",
      userSelect: "none",
      cursor: "pointer",
      _disabled: disabled,
      _highlighted: { bg: "wash" },
    },
    itemGroupLabel: { px: "8px", py: "6px", fontSize: "14px", fontWeight: "600" },
    separator: { h: "1px", my: "4px", mx: "-4px", bg: "line" },
  },
});

export interface MenuEntry {
  readonly value: string;
  readonly words: string;
  /** Small words at its end. */
  readonly aside?: string;
  /** The one at hand among the others. */
  readonly strong?: boolean;
  /** What it does can't be taken back. */
  readonly warns?: boolean;
  readonly onSelect: () => void;
}

interface MenuListProps {
  /** Id of the button that it hangs from, and that the focus comes back to. */
  readonly trigger: string;
  readonly title?: string | undefined;
  readonly groups: readonly (readonly MenuEntry[])[];
  readonly minWidthPx: number;
  readonly onClose: () => void;
}

export function MenuList({ trigger, title, groups, minWidthPx, onClose }: MenuListProps) {
  const entries = groups.map((group, at) => (
    <div key={at}>
      {at ? <Menu.Separator /> : null}
      {group.map(({ value, words, aside, strong, warns, onSelect }) => (
        <Menu.Item
          key={value}
          value={value}
          onSelect={onSelect}
          {...(strong === undefined ? {} : { fontWeight: strong ? "700" : "450" })}
          {...(warns ? { color: "brick" } : {})}
        >
          {words}
          {aside ? (
            <Text as="span" color="ink2" ml="auto" fontSize="small">
              {aside}
            </Text>
          ) : null}
        </Menu.Item>
      ))}
    </div>
  ));
  return (
    <Menu.Root recipe={look} open ids={{ trigger }} onOpenChange={({ open }) => !open && onClose()}>
      <Portal>
        <Menu.Positioner>
          <Menu.Content minW={`${minWidthPx}px`} maxH="70vh">
            {title ? (
              <Menu.ItemGroup>
                <Menu.ItemGroupLabel>{title}</Menu.ItemGroupLabel>
                {entries}
              </Menu.ItemGroup>
            ) : (
              entries
            )}
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  );
}
