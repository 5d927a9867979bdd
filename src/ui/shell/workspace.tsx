'use client';
import { Button, Drawer, useMediaQuery } from '@mui/material';
import { memo, useState, type ReactElement, type ReactNode } from 'react';
import { Group, Panel, Separator } from 'react-resizable-panels';
import { usePanelWidths } from './use-panel-widths';
import styles from './workspace.module.css';

interface Props {
  /** The tree or list of this workspace, and what it is called. */
  outline: ReactNode;
  outlineLabel: string;
  /** Comes from, goes to, checks. */
  reach?: ReactNode;
  reachLabel?: string;
  children: ReactNode;
}

/** Windows in which the outer two are drawers; the same stands in the styles. */
const NARROW = '(max-width: 900px)';

type Side = 'outline' | 'reach';

/** What opens the drawers. The bench around it is drawn at every key, this is not. */
const DrawerBars = memo(function DrawerBars({
  outlineLabel,
  reachLabel,
  onOpen,
}: {
  outlineLabel: string;
  reachLabel: string | undefined;
  onOpen: (side: Side) => void;
}): ReactElement {
  return (
    <div className={styles.bars}>
      <Button onClick={() => onOpen('outline')}>{outlineLabel}</Button>
      {reachLabel !== undefined && <Button onClick={() => onOpen('reach')}>{reachLabel}</Button>}
    </div>
  );
});

/**
 * Outline, bench and reach side by side, resizable and remembered; in a narrow window the outer two become drawers. The
 * bench stays the same element: how wide a window is, a browser knows only after what was sent is drawn.
 */
export function Workspace({
  outline,
  outlineLabel,
  reach,
  reachLabel = 'Reach',
  children,
}: Props): ReactElement {
  const narrow = useMediaQuery(NARROW);
  const [drawer, setDrawer] = useState<Side>();
  const { refs, room, onGrip, onLayoutChanged } = usePanelWidths(narrow);
  const close = () => setDrawer(undefined);
  return (
    <>
      <Group
        className={styles.room}
        elementRef={room}
        orientation="horizontal"
        onLayoutChanged={onLayoutChanged}
      >
        <Panel
          id="outline"
          panelRef={refs.outline}
          defaultSize="248px"
          minSize="180px"
          maxSize="420px"
          groupResizeBehavior="preserve-pixel-size"
        >
          <nav className={styles.outline} aria-label={outlineLabel}>
            {outline}
          </nav>
        </Panel>
        <Separator
          className={styles.grip ?? ''}
          onPointerDown={onGrip}
          aria-label={`Width of ${outlineLabel}`}
        />
        <Panel id="bench" minSize="320px">
          <main id="bench" tabIndex={-1} className={styles.bench}>
            <DrawerBars
              outlineLabel={outlineLabel}
              reachLabel={reach ? reachLabel : undefined}
              onOpen={setDrawer}
            />
            {children}
          </main>
        </Panel>
        {reach && (
          <Separator
            className={styles.grip ?? ''}
            onPointerDown={onGrip}
            aria-label={`Width of ${reachLabel}`}
          />
        )}
        {reach && (
          <Panel
            id="reach"
            panelRef={refs.reach}
            defaultSize="268px"
            minSize="200px"
            maxSize="480px"
            collapsible
            collapsedSize="0px"
            groupResizeBehavior="preserve-pixel-size"
          >
            <aside className={styles.reach} aria-label={reachLabel}>
              {reach}
            </aside>
          </Panel>
        )}
      </Group>
      {narrow && (
        <>
          <Drawer open={drawer === 'outline'} onClose={close}>
            <nav
              className={`${styles.outline} ${styles.drawer}`}
              aria-label={outlineLabel}
              onClick={(event) => {
                if (event.target instanceof Element && event.target.closest('a')) close();
              }}
            >
              {outline}
            </nav>
          </Drawer>
          <Drawer anchor="right" open={drawer === 'reach'} onClose={close}>
            <aside className={`${styles.reach} ${styles.drawer}`} aria-label={reachLabel}>
              {reach}
            </aside>
          </Drawer>
        </>
      )}
    </>
  );
}
