"use client";
// What every screen stands in: theme and the cache of answers.
import { ChakraProvider } from "@chakra-ui/react";
import createCache from "@emotion/cache";
import { CacheProvider } from "@emotion/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { useServerInsertedHTML } from "next/navigation";
import { type ReactNode, useState } from "react";
import { Refusal } from "./api";
import { ConfirmPassword } from "./confirm-password";
import { system } from "./theme";

/** Rules made while rendering on the server go into the head, where hydration does not stumble over them. */
function Rules({ children }: { children: ReactNode }) {
  const [{ cache, flush }] = useState(() => {
    const made = createCache({ key: "w" });
    made.compat = true;
    const insert = made.insert;
    let inserted: string[] = [];
    made.insert = (...args) => {
      const serialized = args[1];
      if (made.inserted[serialized.name] === undefined) inserted.push(serialized.name);
      return insert(...args);
    };
    return {
      cache: made,
      flush: () => {
        const names = inserted;
        inserted = [];
        return names;
      },
    };
  });
  useServerInsertedHTML(() => {
    const names = flush();
    if (!names.length) return null;
    const rules = names
      .map((name) => cache.inserted[name])
      .filter((rule) => typeof rule === "string")
      .join("");
    // biome-ignore lint/security/noDangerouslySetInnerHtml: rules made by the theme, nothing from people
    return <style data-emotion={`${cache.key} ${names.join(" ")}`} dangerouslySetInnerHTML={{ __html: rules }} />;
  });
  return <CacheProvider value={cache}>{children}</CacheProvider>;
}

export function Providers({ children }: { children: ReactNode }) {
  const [client] = useState(
    () =>
      new QueryClient({
        defaultOptions: {
          queries: {
            staleTime: 2000,
            // A refusal is an answer; only a lost connection is tried again.
            retry: (count, error) => error instanceof Refusal && error.status === 0 && count < 3,
          },
          // Without a connection a command is refused at once: nobody wants it done when they have gone on to something else.
          mutations: { networkMode: "always" },
        },
      }),
  );
  return (
    <Rules>
      <ChakraProvider value={system}>
        <QueryClientProvider client={client}>
          {children}
          <ConfirmPassword />
        </QueryClientProvider>
      </ChakraProvider>
    </Rules>
  );
}
