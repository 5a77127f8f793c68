"use client";
// Asks to sign in when the session has ended, in place, so that nothing typed is lost; its window is loaded when it is asked.
import { signInWith } from "@/studio/kit/api";
import { later } from "@/studio/kit/later";
import { useAsking } from "@/studio/kit/use-asking";

const SignInAgainWindow = later(() => import("./sign-in-again-window").then((module) => module.SignInAgainWindow));

export function SignInAgain() {
  const { open, end } = useAsking(signInWith);
  return open ? <SignInAgainWindow onEnd={end} /> : null;
}
