'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useState, type ReactElement, type ReactNode } from 'react';
import { placed } from '../../../../../core/model/placement/placement';
import look from '../../../../../ui/look/look.module.css';
import { Mono } from '../../../../../ui/marks';
import { useTell } from '../../../../../ui/telling';
import { useAsk } from '../../../../../ui/use-ask';
import { useWorkingModel } from '../working-model';
import styles from './placement.module.css';
import { Link } from '../../../../../ui/link';

/** One cell of the relation: whether pages of one type may stand under pages of another. */
export interface Cell {
  parent: string;
  child: string;
}

/** The pages that stand as some placements say, by name and address, with what taking these away means for them. */
function Relying({
  cells,
  pages,
  onLeave,
  onTake,
}: {
  cells: readonly Cell[];
  pages: number;
  onLeave: () => void;
  onTake: () => void;
}): ReactElement {
  const { data } = useAsk('placedPages', {
    query: { cells: cells.map(({ parent, child }) => `${parent}>${child}`).join(',') },
  });
  return (
    <Dialog open onClose={onLeave} aria-labelledby="rely">
      <DialogTitle id="rely">
        {pages} {pages === 1 ? 'page stands' : 'pages stand'} so
      </DialogTitle>
      <DialogContent>
        <ul className={styles.relying}>
          {data?.items.map(({ id, label, detail }) => (
            <li key={id}>
              <Link href={`/bench/arrange/${id}`}>{label || 'Without a name'}</Link> <Mono>{detail}</Mono>
            </li>
          ))}
        </ul>
        {data && data.items.length < pages && (
          <p className={look.pencil}>and {pages - data.items.length} more.</p>
        )}
        <p>
          They stay where they are and visitors still see them, but none may be added or moved there again.
        </p>
      </DialogContent>
      <DialogActions>
        <Button onClick={onLeave}>Leave it</Button>
        <Button color="error" disabled={!data} onClick={onTake}>
          Take it away
        </Button>
      </DialogActions>
    </Dialog>
  );
}

export interface Placing {
  stands(cell: Cell): boolean;
  pagesAt(cell: Cell): number;
  /** Allows placements or takes them away; where pages rely on one that goes, it shows them first. */
  set(cells: readonly Cell[], may: boolean): void;
  /** What is asked meanwhile; to be put on the screen. */
  asked: ReactNode;
}

/** The one relation of placement, read and set from wherever it is shown. */
export function usePlacing(): Placing {
  const { document, change } = useWorkingModel();
  const tell = useTell();
  const { data } = useAsk('placementCounts');
  const [asking, setAsking] = useState<{ cells: Cell[]; pages: number }>();
  const counts = new Map(data?.items.map(({ parent, child, pages }) => [`${parent} ${child}`, pages]));
  const pagesAt = ({ parent, child }: Cell) => counts.get(`${parent} ${child}`) ?? 0;
  const stands = ({ parent, child }: Cell) =>
    document.placements.some((placement) => placement.parent === parent && placement.child === child);
  const put = (cells: readonly Cell[], may: boolean) => {
    const before = document;
    change((model) => cells.reduce((next, { parent, child }) => placed(next, parent, child, may), model));
    if (!may || cells.length > 1)
      tell(
        may
          ? `${cells.length} placements are allowed.`
          : cells.length === 1
            ? 'That placement is taken away.'
            : `${cells.length} placements are taken away.`,
        () => change(() => before),
      );
  };
  const set = (cells: readonly Cell[], may: boolean) => {
    const changed = cells.filter((cell) => stands(cell) !== may);
    const pages = may ? 0 : changed.reduce((sum, cell) => sum + pagesAt(cell), 0);
    if (pages > 0) setAsking({ cells: changed, pages });
    else if (changed.length > 0) put(changed, may);
  };
  const done = () => setAsking(undefined);
  const relied = asking?.cells.filter((cell) => pagesAt(cell) > 0) ?? [];
  return {
    stands,
    pagesAt,
    set,
    asked: asking && (
      <Relying
        cells={relied}
        pages={asking.pages}
        onLeave={done}
        onTake={() => {
          put(asking.cells, false);
          done();
        }}
      />
    ),
  };
}
