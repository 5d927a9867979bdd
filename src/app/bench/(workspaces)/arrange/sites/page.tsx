import type { Metadata } from 'next';
import type { ReactElement } from 'react';
import { treeSeen } from '../../../../../services/pages';
import { AnswersAtHand, atHand } from '../../../answers-at-hand';
import { signedIn } from '../../../signed-in';
import { SitesBench } from './sites-bench';

export const metadata: Metadata = { title: 'Sites' };

/** The sites stand there with the page: what is written below them does not move when they come. */
export default async function SitesPage(): Promise<ReactElement> {
  const { installation } = await signedIn();
  return (
    <AnswersAtHand answers={[atHand('treeSeen', { query: {} }, treeSeen(installation, {}))]}>
      <SitesBench />
    </AnswersAtHand>
  );
}
