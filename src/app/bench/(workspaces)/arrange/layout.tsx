import type { Metadata } from 'next';
import type { ReactNode } from 'react';

export const metadata: Metadata = { title: 'Arrange' };

export default function ArrangeLayout({ children }: { children: ReactNode }): ReactNode {
  return children;
}
