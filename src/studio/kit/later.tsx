"use client";
// Parts of a screen that are loaded when they are first shown: what is not shown is not loaded.
import { type ComponentType, type ReactNode, useEffect, useState } from "react";
import { QuietButton } from "./buttons";
import { State } from "./layout";
import { words } from "./words";

/**
 * A part that `load` brings when it is first shown; `meanwhile` stands there until it has come. Where it can't be had (the
 * server is away, a new version took its place) it says so in its place and is tried anew when asked: the screen around it
 * stays as it is.
 */
export function later<P extends object>(
  load: () => Promise<ComponentType<P>>,
  meanwhile: ReactNode = null,
): (props: P) => ReactNode {
  let come: ComponentType<P> | null = null;
  // biome-ignore lint/correctness/noComponentHookFactories: called once for a part, at the top of its module
  return function Later(props: P) {
    const [Part, setPart] = useState(() => come);
    const [failed, setFailed] = useState(false);
    useEffect(() => {
      if (Part || failed) return;
      load().then(
        (loaded) => {
          come = loaded;
          setPart(() => loaded);
        },
        () => setFailed(true),
      );
    }, [Part, failed]);
    if (Part) return <Part {...props} />;
    if (!failed) return meanwhile;
    return (
      <State tone="brick">
        {words.notLoaded} <QuietButton onClick={() => setFailed(false)}>{words.tryAgain}</QuietButton>
      </State>
    );
  };
}
