import { notFound } from 'next/navigation';
import type { ReactElement } from 'react';
import { signedIn } from '../../../signed-in';
import { EntryTable } from '../entry-table';

export default async function TablePage({
  params,
}: {
  params: Promise<{ type: string }>;
}): Promise<ReactElement> {
  const { installation } = await signedIn();
  const { type } = await params;
  if (!installation.model.contentTypeByKey(type)) notFound();
  return <EntryTable key={type} typeKey={type} />;
}
