import type { Metadata } from 'next';
import type { ReactNode } from 'react';

export const metadata: Metadata = { title: 'Release' };

export default function ReleaseLayout({ children }: { children: ReactNode }): ReactNode {
  return children;
}
