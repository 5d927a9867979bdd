'use client';
import type { ReactElement } from 'react';
import { TOP, type Placement } from '../../../../../core/model/document';
import { NumberRule, without, YesRule } from '../../../../../ui/kinds/rule-inputs';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow } from '../../../../../ui/marks';
import { Labelled } from '../../../../../ui/labelled';
import { PageFinder } from '../../../../../ui/page-finder';
import { useWorkingModel } from '../working-model';
import type { Cell } from './use-placing';

/** One placement: whether it is allowed, how many, and in which branch. */
export function PlacementCell({
  cell,
  pages,
  onSet,
}: {
  cell: Cell;
  pages: number;
  onSet: (may: boolean) => void;
}): ReactElement | null {
  const { document, mayChange, change } = useWorkingModel();
  const child = document.pageTypes.find(({ id }) => id === cell.child);
  const parent = document.pageTypes.find(({ id }) => id === cell.parent);
  const placement = document.placements.find(
    (each) => each.parent === cell.parent && each.child === cell.child,
  );
  if (!child || (cell.parent !== TOP && !parent)) return null;
  const set = (part: Partial<Placement>) =>
    change((model) => ({
      ...model,
      placements: model.placements.map((each) =>
        each.id === placement?.id ? without({ ...each, ...part }) : each,
      ),
    }));
  return (
    <section>
      <Eyebrow>
        {child.label} {parent ? `under ${parent.label}` : 'at the top'}
      </Eyebrow>
      <p className={look.small}>
        {pages === 0 ? 'No page stands so.' : `${pages} ${pages === 1 ? 'page stands' : 'pages stand'} so.`}
      </p>
      <fieldset disabled={!mayChange} style={{ border: 0, padding: 0, margin: 0, display: 'grid', gap: 10 }}>
        <YesRule label="Allowed" value={placement !== undefined} onChange={onSet} />
        {placement && (
          <>
            <NumberRule
              whole
              id="placement-most"
              label={`At most under one ${parent?.label ?? 'site'}`}
              value={placement.mostUnderOne}
              onChange={(most) =>
                set({
                  mostUnderOne: most === undefined ? undefined : Math.max(1, most),
                } as Partial<Placement>)
              }
            />
            <Labelled id="placement-branch" label="Only in the branch of">
              <PageFinder
                id="placement-branch"
                none="Any page"
                value={placement.onlyUnder ?? ''}
                onChoose={(page) => set({ onlyUnder: page || undefined } as Partial<Placement>)}
              />
            </Labelled>
          </>
        )}
      </fieldset>
    </section>
  );
}
