import type { ReactElement } from 'react';
import type { PreviewQuery } from '../../../../../contract/pages';
import { page, treeSeen } from '../../../../../services/pages';
import { today } from '../../../../../services/runtime';
import { isShared, sharedBlock } from '../../../../../services/shared';
import { pagePreview, sharedPreview } from '../../../../../services/visitor';
import { AnswersAtHand, atHand } from '../../../answers-at-hand';
import { formAtHand } from '../../../form-at-hand';
import { orNotFound } from '../../../or-not-found';
import { signedIn } from '../../../signed-in';
import { PageBench } from '../page-bench';
import { SharedBench } from '../later';

/** A page, or a shared block: whatever is arranged, by its id. It comes drawn, with what of the tree is around it. */
export default async function ArrangedPage({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}): Promise<ReactElement> {
  const { installation } = await signedIn();
  const { id } = await params;
  const { language } = await searchParams;
  const day = today(installation);
  const path = { id };
  const query: PreviewQuery = { arranging: 'yes', ...(typeof language === 'string' ? { language } : {}) };
  const around = { query: { here: id } };
  const seen = atHand('treeSeen', around, treeSeen(installation, around.query));
  if (await isShared(installation, id)) {
    const initial = await orNotFound(sharedBlock(installation, id));
    const drawn = atHand('sharedPreview', { path, query }, sharedPreview(installation, id, query));
    return (
      <AnswersAtHand answers={[seen, drawn]}>
        <SharedBench key={id} initial={initial} today={day} />
      </AnswersAtHand>
    );
  }
  const initial = await orNotFound(page(installation, id));
  const drawn = atHand('pagePreview', { path, query }, pagePreview(installation, id, query));
  const fields = installation.model.pageTypeByKey(initial.type)?.fields ?? [];
  return (
    <AnswersAtHand answers={[seen, drawn, ...formAtHand(installation, fields, initial.values)]}>
      <PageBench key={id} initial={initial} today={day} />
    </AnswersAtHand>
  );
}
