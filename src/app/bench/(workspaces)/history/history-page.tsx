import type { ReactElement } from 'react';
import { versions } from '../../../../services/versions';
import { orNotFound } from '../../or-not-found';
import { signedIn } from '../../signed-in';
import { HistoryBench } from './history-bench';

/** The versions of whatever has them, in whichever workspace it is worked on. */
export async function HistoryPage({ params }: { params: Promise<{ id: string }> }): Promise<ReactElement> {
  const { installation } = await signedIn();
  const { id } = await params;
  const initial = await orNotFound(versions(installation, id, {}));
  return <HistoryBench key={id} id={id} initial={initial} />;
}
