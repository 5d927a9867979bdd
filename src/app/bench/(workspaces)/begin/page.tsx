import type { ReactElement } from 'react';
import { beginning } from '../../../../services/ready-made';
import { AnswersAtHand, atHand } from '../../answers-at-hand';
import { signedIn } from '../../signed-in';
import { BeginBench } from './begin-bench';

export default async function BeginPage(): Promise<ReactElement> {
  const { installation } = await signedIn();
  return (
    <AnswersAtHand answers={[atHand('beginning', {}, beginning(installation))]}>
      <BeginBench />
    </AnswersAtHand>
  );
}
