'use client';
import { bin, extent, max, scaleLinear } from 'd3';
import type { ReactElement } from 'react';

const WIDTH = 236;
const HEIGHT = 56;

/** How numbers spread, as a small row of columns with the least and the most below it. */
export function Histogram({
  values,
  label,
}: {
  values: readonly number[];
  label: string;
}): ReactElement | null {
  const [least, most] = extent(values);
  if (least === undefined || most === undefined) return null;
  const x = scaleLinear()
    .domain([least, most === least ? least + 1 : most])
    .nice(12)
    .range([0, WIDTH]);
  const bins = bin()
    .domain(x.domain() as [number, number])
    .thresholds(x.ticks(12))(values);
  const y = scaleLinear()
    .domain([0, max(bins, ({ length }) => length) ?? 1])
    .range([0, HEIGHT - 16]);
  const format = x.tickFormat(4);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width="100%"
      role="img"
      aria-label={`${label}: ${least} to ${most}`}
    >
      {bins.map((each) => (
        <rect
          key={each.x0}
          x={x(each.x0 ?? 0) + 0.5}
          width={Math.max(1, x(each.x1 ?? 0) - x(each.x0 ?? 0) - 1)}
          y={HEIGHT - 16 - y(each.length)}
          height={y(each.length)}
          fill="var(--verdigris)"
        />
      ))}
      <line x1="0" x2={WIDTH} y1={HEIGHT - 15.5} y2={HEIGHT - 15.5} stroke="var(--edge)" />
      {x.domain().map((end, i) => (
        <text
          key={end}
          x={i === 0 ? 0 : WIDTH}
          y={HEIGHT - 3}
          textAnchor={i === 0 ? 'start' : 'end'}
          fontSize="10.5"
          fill="var(--pencil)"
        >
          {format(end)}
        </text>
      ))}
    </svg>
  );
}
