import type { ReactElement } from 'react';
import { listing, tryListing } from '../../../../../services/listings';
import { AnswersAtHand, atHand } from '../../../answers-at-hand';
import { orNotFound } from '../../../or-not-found';
import { signedIn } from '../../../signed-in';
import { firstTrial } from '../first-trial';
import { ListingBench } from '../listing-bench';

export default async function ListingPage({
  params,
}: {
  params: Promise<{ id: string }>;
}): Promise<ReactElement> {
  const { installation } = await signedIn();
  const { id } = await params;
  const found = await orNotFound(listing(installation, id));
  // Its result stands there at once; its figures look at all that it takes, and come after.
  const body = firstTrial(found);
  return (
    <AnswersAtHand answers={[atHand('tryListing', { body }, tryListing(installation, body))]}>
      <ListingBench key={id} initial={found} />
    </AnswersAtHand>
  );
}
