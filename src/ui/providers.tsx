"use client";

import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { HealthBar } from "./health-bar";
import { Notices } from "./notices";

/** What every page stands in: the cache of server data and the notices. */
export function Providers({ children }: { children: ReactNode }) {
  const [client] = useState(() => new QueryClient({ defaultOptions: { queries: { retry: 1, staleTime: 2000 } } }));
  return (
    <QueryClientProvider client={client}>
      <HealthBar />
      {children}
      <Notices />
    </QueryClientProvider>
  );
}
