import type { Metadata } from 'next';
import type { ReactNode } from 'react';

export const metadata: Metadata = { title: 'Write' };

export default function WriteLayout({ children }: { children: ReactNode }): ReactNode {
  return children;
}
