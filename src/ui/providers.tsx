'use client';
import { AppRouterCacheProvider } from '@mui/material-nextjs/v16-appRouter';
import { ThemeProvider } from '@mui/material/styles';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { useState, type ReactElement, type ReactNode } from 'react';
import { Problem } from './ask';
import { EarlyActs } from './early/early-acts';
import { BaseStyles } from './look/base-styles';
import { theme } from './look/theme';
import { Telling } from './telling';

const fresh = () =>
  new QueryClient({
    defaultOptions: {
      queries: {
        staleTime: 5_000,
        // Only what may pass by itself is asked again.
        retry: (times, error) =>
          times < 3 && error instanceof Problem && (error.status === 0 || error.status >= 500),
      },
    },
  });

/** What every screen of the workspaces stands in: styles under the policy's nonce, theme, kept answers, messages. */
export function Providers({
  nonce,
  children,
}: {
  nonce: string | undefined;
  children: ReactNode;
}): ReactElement {
  const [client] = useState(fresh);
  return (
    <AppRouterCacheProvider options={{ key: 'cf', ...(nonce ? { nonce } : {}) }}>
      <ThemeProvider theme={theme} defaultMode="system">
        <BaseStyles />
        <QueryClientProvider client={client}>
          <Telling>{children}</Telling>
          <EarlyActs />
        </QueryClientProvider>
      </ThemeProvider>
    </AppRouterCacheProvider>
  );
}
