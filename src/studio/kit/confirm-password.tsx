"use client";
// Asks for the password again before a sensitive command; it stands in every screen, and its window is loaded when it is asked.
import { confirmWith } from "./api";
import { later } from "./later";
import { useAsking } from "./use-asking";

const ConfirmPasswordWindow = later(() =>
  import("./confirm-password-window").then((module) => module.ConfirmPasswordWindow),
);

export function ConfirmPassword() {
  const { open, end } = useAsking(confirmWith);
  return open ? <ConfirmPasswordWindow onEnd={end} /> : null;
}
