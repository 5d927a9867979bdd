import { redirect } from 'next/navigation';
import type { ReactElement } from 'react';
import { isId } from '../../../../../../core/ids';
import { may } from '../../../../../../core/roles';
import { freshEntry } from '../../../../../../services/entries';
import { benchOf } from '../../../../../../services/overview';
import { today } from '../../../../../../services/runtime';
import { orNotFound } from '../../../../or-not-found';
import { signedIn } from '../../../../signed-in';
import { EntryBench } from '../../entry-bench';

/** A new entry: nothing of it is kept until something is typed. Its id stands in the address, so that words are found again. */
export default async function NewEntryPage({
  params,
  searchParams,
}: {
  params: Promise<{ type: string }>;
  searchParams: Promise<{ id?: string }>;
}): Promise<ReactElement> {
  const { installation, person } = await signedIn();
  const { type } = await params;
  const { id } = await searchParams;
  const given = id !== undefined && isId(id) ? id : undefined;
  if (!may(person.role, 'write entries')) redirect(`/bench/write/${type}`);
  const kept = given === undefined ? undefined : await benchOf(installation, given);
  if (kept !== undefined) redirect(kept);
  const fresh = await orNotFound(freshEntry(installation, person, type, given));
  return <EntryBench key={fresh.id} initial={fresh} today={today(installation)} />;
}
