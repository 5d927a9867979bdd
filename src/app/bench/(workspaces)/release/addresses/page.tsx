import type { Metadata } from 'next';
import type { ReactElement } from 'react';
import { oldAddresses } from '../../../../../services/visitor';
import { Workspace } from '../../../../../ui/shell/workspace';
import { AnswersAtHand, atHand } from '../../../answers-at-hand';
import { signedIn } from '../../../signed-in';
import { ReleaseOutline } from '../release-outline';
import { OldAddressesBench } from './old-addresses-bench';
import { firstAddresses } from './first-addresses';

export const metadata: Metadata = { title: 'Old addresses' };

export default async function OldAddressesPage(): Promise<ReactElement> {
  const { installation } = await signedIn();
  return (
    <AnswersAtHand
      answers={[atHand('oldAddresses', firstAddresses, oldAddresses(installation, firstAddresses.query))]}
    >
      <Workspace outline={<ReleaseOutline />} outlineLabel="Release">
        <OldAddressesBench />
      </Workspace>
    </AnswersAtHand>
  );
}
