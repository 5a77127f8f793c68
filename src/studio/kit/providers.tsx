"use client";
// What every screen stands in: theme and the cache of answers.
import { ChakraProvider } from "@chakra-ui/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { Refusal } from "./api";
import { system } from "./theme";

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
        },
      }),
  );
  return (
    <ChakraProvider value={system}>
      <QueryClientProvider client={client}>{children}</QueryClientProvider>
    </ChakraProvider>
  );
}
