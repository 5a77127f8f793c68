"use client";
// A button with a menu. The menu itself is loaded when somebody is about to open one.
import { type ButtonHTMLAttributes, cloneElement, type ReactElement, useId, useState } from "react";
import { later } from "./later";
import type { MenuEntry } from "./menu-list";

const load = () => import("./menu-list").then((module) => module.MenuList);
const MenuList = later(load);

/** `button` is what is pressed; `groups` are the entries, a line between each of them and the next. */
export function MenuButton({
  button,
  title,
  groups,
  minWidthPx = 128,
}: {
  button: ReactElement<ButtonHTMLAttributes<HTMLButtonElement>>;
  title?: string;
  groups: readonly (readonly MenuEntry[])[];
  minWidthPx?: number;
}) {
  const id = useId();
  const [open, setOpen] = useState(false);
  // Whoever points at it, or comes to it by keys, soon wants it.
  const soon = () => void load().catch(() => {});
  return (
    <>
      {cloneElement(button, {
        id,
        "aria-haspopup": "menu",
        "aria-expanded": open,
        onPointerEnter: soon,
        onFocus: soon,
        onClick: () => setOpen((before) => !before),
        onKeyDown: (event) => {
          if (event.key !== "ArrowDown" && event.key !== "ArrowUp") return;
          event.preventDefault();
          setOpen(true);
        },
      })}
      {open ? (
        <MenuList
          trigger={id}
          title={title}
          groups={groups.filter((group) => group.length)}
          minWidthPx={minWidthPx}
          onClose={() => setOpen(false)}
        />
      ) : null}
    </>
  );
}
