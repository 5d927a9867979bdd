'use client';
import { useState, type ReactElement } from 'react';
import { CompiledModel } from '../../../../../core/model/compile';
import { TOP } from '../../../../../core/model/document';
import { homesOf } from '../../../../../core/model/placement/placement';
import { explainPlacement } from '../../../../../core/model/placement/explain-placement';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow } from '../../../../../ui/marks';
import { useAsk } from '../../../../../ui/use-ask';
import { PageFinder } from '../../../../../ui/page-finder';
import { Labelled } from '../../../../../ui/labelled';
import { useKnown } from '../../../../../ui/use-known';
import { Chosen } from '../../../../../ui/chosen';
import { useWorkingModel } from '../working-model';
import type { Cell } from './use-placing';
import styles from './placement.module.css';

/** "May this stand there?" for two types, or for a page and a place in the tree, with the chain of reasons. */
export function MayItStand({ here }: { here: Cell | undefined }): ReactElement {
  const { document } = useWorkingModel();
  const [chosen, setChosen] = useState<{ child?: string; parent?: string }>({});
  const [page, setPage] = useState('');
  const [place, setPlace] = useState('');
  const { data: verdict } = useAsk(
    'mayStandUnder',
    { path: { id: page, parent: place } },
    { enabled: page !== '' && place !== '' },
  );
  const child = chosen.child ?? here?.child ?? document.pageTypes[0]?.id ?? '';
  const parent = chosen.parent ?? here?.parent ?? TOP;
  const model = new CompiledModel(document, 0);
  const branches = document.placements.flatMap(({ onlyUnder }) => onlyUnder ?? []);
  const { pages } = useKnown(branches);
  const { allowed, reasons } = explainPlacement(model, child, parent, (id) => pages.get(id)?.title);
  return (
    <section className={styles.asking}>
      <Eyebrow>May this stand there?</Eyebrow>
      <Chosen
        id="ask-child"
        label="A page of the type"
        value={child}
        options={document.pageTypes.map(({ id, label }) => [id, label] as const)}
        onChange={(id) => setChosen({ child: id, parent })}
      />
      <Chosen
        id="ask-parent"
        label="Under"
        value={parent}
        options={[
          [TOP, 'The top of a site'],
          ...document.pageTypes.map(({ id, label }) => [id, label] as const),
        ]}
        onChange={(id) => setChosen({ child, parent: id })}
      />
      <div role="status" className={styles.verdict} data-may={allowed}>
        <strong>{allowed ? 'Yes.' : 'No.'}</strong>
        {reasons.map((reason) => (
          <p key={reason}>{reason}</p>
        ))}
      </div>
      <p className={`${look.small} ${look.pencil}`}>
        Every home of it:{' '}
        {homesOf(model, child)
          .map(({ label }) => label)
          .join(', ') || 'none yet'}
        .
      </p>
      <Labelled id="ask-page" label="Or a page there is, as the model in force has it">
        <PageFinder id="ask-page" value={page} onChoose={setPage} />
      </Labelled>
      {page !== '' && (
        <Labelled id="ask-place" label="Under the page">
          <PageFinder id="ask-place" value={place} onChoose={setPlace} />
        </Labelled>
      )}
      {page !== '' && place !== '' && verdict && (
        <div role="status" className={styles.verdict} data-may={verdict.allowed}>
          <strong>{verdict.allowed ? 'Yes.' : 'No.'}</strong>
          {verdict.reasons.map((reason) => (
            <p key={reason}>{reason}</p>
          ))}
        </div>
      )}
    </section>
  );
}
