import type { Metadata } from 'next';
import type { ReactElement } from 'react';
import { BinBench } from './bin-bench';

export const metadata: Metadata = { title: 'Bin' };

export default function BinPage(): ReactElement {
  return <BinBench />;
}
