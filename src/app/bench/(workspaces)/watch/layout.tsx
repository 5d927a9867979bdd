import type { Metadata } from 'next';
import type { ReactNode } from 'react';

export const metadata: Metadata = { title: 'Watch' };

export default function WatchLayout({ children }: { children: ReactNode }): ReactNode {
  return children;
}
