import type { ReactElement, ReactNode } from 'react';
import { sitesOf } from '../../../../../services/pages';
import { AnswersAtHand, atHand } from '../../../answers-at-hand';
import { signedIn } from '../../../signed-in';

/** The house style comes with the sites that may have their own: what chooses among them stands over all else. */
export default async function StyleLayout({ children }: { children: ReactNode }): Promise<ReactElement> {
  const { installation } = await signedIn();
  return (
    <AnswersAtHand answers={[atHand('sites', {}, Promise.resolve(sitesOf(installation)))]}>
      {children}
    </AnswersAtHand>
  );
}
