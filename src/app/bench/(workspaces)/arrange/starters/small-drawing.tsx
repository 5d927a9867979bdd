'use client';
import type { ReactElement, ReactNode } from 'react';
import type { StarterRow } from '../../../../../contract/starters';
import type { VisitorPage } from '../../../../../core/site/visitor-page';
import { PageMain } from '../../../../../site/page-main';
import '../../../../../site/styles/page.css';
import '../../../../../site/styles/foot.css';
import { useAsk } from '../../../../../ui/use-ask';
import { VisitorPreview } from '../../visitor-preview';
import styles from './starters.module.css';

/**
 * A piece of the visitors' site in small, to be told by its look: nothing in it can be reached or read out.
 */
export function SmallDrawing({
  width,
  height,
  wide,
  children,
}: {
  /** Its own size (px). */
  width: number;
  height: number;
  /** How wide (px) what is drawn would be. */
  wide: number;
  children: ReactNode;
}): ReactElement {
  const zoom = width / wide;
  return (
    <span className={styles.small} style={{ width, height }} inert aria-hidden="true">
      <span
        style={{
          display: 'grid',
          width: wide,
          minHeight: height / zoom,
          zoom,
          ['--whole' as string]: `${wide}px`,
          ['--across' as string]: `${wide}px`,
        }}
      >
        <VisitorPreview label="In small">
          <div className="matter">{children}</div>
        </VisitorPreview>
      </span>
    </span>
  );
}

const aroundOf = ({ above, title, locale, address, contact }: VisitorPage) => ({
  ...{ above, title, locale, address },
  ...(contact ? { contact } : {}),
});

/** A starter as it looks: what it leaves to the editor is shown with the names of the fields. */
export function StarterPicture({
  starter: { id, isPage },
  width,
  height,
}: {
  starter: Pick<StarterRow, 'id' | 'isPage'>;
  width: number;
  height: number;
}): ReactElement {
  const { data } = useAsk('starterPreview', { path: { id } });
  if (!data) return <span className={styles.small} style={{ width, height }} />;
  return (
    <SmallDrawing width={width} height={height} wide={isPage ? 900 : 600}>
      <PageMain page={data.page} around={aroundOf(data.page)} />
    </SmallDrawing>
  );
}
