import type { ReactElement } from 'react';
import { notFound } from 'next/navigation';
import { listAt } from '../../lists';
import { TypeBench } from '../../type-bench';

export default async function TypePage({
  params,
}: {
  params: Promise<{ of: string; key: string }>;
}): Promise<ReactElement> {
  const { of, key } = await params;
  const list = listAt(of);
  if (!list) notFound();
  return <TypeBench key={`${of} ${key}`} list={list} typeKey={decodeURIComponent(key)} />;
}
