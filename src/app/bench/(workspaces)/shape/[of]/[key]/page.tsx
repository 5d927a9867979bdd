import type { ReactElement } from 'react';
import { notFound } from 'next/navigation';
import { TypeBench } from '../../type-bench';

export default async function TypePage({ params }: { params: Promise<{ of: string; key: string }> }): Promise<ReactElement> {
  const { of, key } = await params;
  if (of !== 'content' && of !== 'pages') notFound();
  return <TypeBench of={of} typeKey={decodeURIComponent(key)} />;
}
