import { notFound, redirect } from 'next/navigation';
import type { ReactElement } from 'react';
import { placesForType } from '../../../../../../services/pages';
import { signedIn } from '../../../../signed-in';
import { ChoosePlace } from '../choose-place';

/** Leads to where a first page of a type is made: below the one page that may hold it, or one of several. */
export default async function NewPage({
  params,
}: {
  params: Promise<{ type: string }>;
}): Promise<ReactElement> {
  const { installation } = await signedIn();
  const { type: key } = await params;
  const type = installation.model.pageTypeByKey(key);
  if (!type) notFound();
  const { places, atTop, first } = await placesForType(installation, type);
  const [place, ...others] = places;
  if (place && others.length === 0) redirect(`/bench/arrange/${place.id}?add=${key}`);
  if (!place && atTop) redirect('/bench/arrange');
  return <ChoosePlace typeKey={key} places={places} {...(first ? { first } : {})} />;
}
