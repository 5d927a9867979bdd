import type { ReactElement } from 'react';
import type { BeginSite } from '../../../../contract/begin';
import styles from './begin.module.css';

type Box = readonly [x: number, y: number, width: number, height: number];

const Boxes = ({ of, as }: { of: readonly Box[]; as: string | undefined }): ReactElement => (
  <>
    {of.map(([x, y, width, height]) => (
      <rect key={`${x} ${y}`} className={as} x={x} y={y} width={width} height={height} />
    ))}
  </>
);

const rows = [0, 1, 2, 3];
const drawings: Record<BeginSite['drawing'], ReactElement> = {
  rows: (
    <>
      <Boxes of={rows.map((row): Box => [8, 22 + row * 15, 110, 11])} as={styles.thing} />
      <Boxes of={[[128, 22, 64, 56]]} as={styles.free} />
    </>
  ),
  cards: (
    <Boxes
      of={[22, 52].flatMap((y) => rows.map((column): Box => [8 + column * 47, y, 43, 25]))}
      as={styles.thing}
    />
  ),
  timeline: (
    <>
      <path className={styles.stem} d="M22 22V80" />
      {rows.map((row) => (
        <circle key={row} className={styles.dot} cx="22" cy={28 + row * 16} r="3.2" />
      ))}
      <Boxes of={rows.map((row): Box => [34, 22 + row * 16, 150, 11])} as={styles.thing} />
    </>
  ),
  chapters: (
    <>
      <Boxes
        of={[44, 36, 28, 44, 36, 28].map((width, row): Box => [8, 22 + row * 10, width, 5])}
        as={styles.place}
      />
      <Boxes of={[[62, 22, 130, 56]]} as={styles.sheet} />
      <Boxes
        of={[112, 86, 112, 86, 112].map((width, row): Box => [70, 30 + row * 9, width, 4])}
        as={styles.line}
      />
    </>
  ),
  lead: (
    <Boxes
      of={[
        [8, 22, 86, 56],
        [100, 22, 44, 26],
        [148, 22, 44, 26],
        [100, 51, 44, 26],
        [148, 51, 44, 26],
      ]}
      as={styles.thing}
    />
  ),
  house: (
    <>
      <Boxes of={[[8, 20, 184, 26]]} as={styles.call} />
      <Boxes of={[8, 71, 134].map((x): Box => [x, 52, 57, 26])} as={styles.sheet} />
    </>
  ),
};

/** A ready-made site in a few lines: what stands where on its first page. */
export const SiteDrawing = ({ of }: { of: BeginSite['drawing'] }): ReactElement => (
  <svg className={styles.drawing} viewBox="0 0 200 84" aria-hidden="true">
    <rect className={styles.line} x="8" y="8" width="184" height="7" />
    {drawings[of]}
  </svg>
);
