import type { Metadata } from 'next';
import type { ReactElement } from 'react';
import { redirects } from '../../../../../../services/redirects';
import { Workspace } from '../../../../../../ui/shell/workspace';
import { AnswersAtHand, atHand } from '../../../../answers-at-hand';
import { signedIn } from '../../../../signed-in';
import { ReleaseOutline } from '../../release-outline';
import { ByHandBench } from './by-hand-bench';
import { firstByHand } from './first-by-hand';

export const metadata: Metadata = { title: 'Addresses by hand' };

export default async function ByHandPage({
  searchParams,
}: {
  searchParams: Promise<{ from?: string | string[] }>;
}): Promise<ReactElement> {
  const { installation } = await signedIn();
  const { from } = await searchParams;
  return (
    <AnswersAtHand answers={[atHand('redirects', firstByHand, redirects(installation, firstByHand.query))]}>
      <Workspace outline={<ReleaseOutline />} outlineLabel="Release">
        <ByHandBench {...(typeof from === 'string' ? { begin: from } : {})} />
      </Workspace>
    </AnswersAtHand>
  );
}
