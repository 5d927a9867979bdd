'use client';
import { Button, ToggleButton, ToggleButtonGroup } from '@mui/material';
import { line, curveBumpY, select, zoom, zoomIdentity, type ZoomBehavior } from 'd3';
import { useEffect, useRef, useState, type ReactElement } from 'react';
import { listOf, shapeById } from '../../../../../core/model/change/edit';
import type { PictureNode, PictureOf, TypePicture } from '../../../../../core/model/placement/type-picture';
import { Frame } from '../../../../../ui/frame';
import { useGoing } from '../../../../../ui/going';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow } from '../../../../../ui/marks';
import { Workspace } from '../../../../../ui/shell/workspace';
import { hrefOf } from '../lists';
import { ShapeOutline } from '../shape-outline';
import { useWorkingModel } from '../working-model';
import type { ToDraw } from './picture.worker';
import styles from './picture.module.css';

const ACROSS = 150;
const DOWN = 100;
const WIDE = 136;
const HIGH = 40;

/** The drawing of a model, laid out by a worker. */
function usePicture(of: PictureOf): TypePicture | undefined {
  const { document } = useWorkingModel();
  const [picture, setPicture] = useState<TypePicture>();
  useEffect(() => {
    const worker = new Worker(new URL('./picture.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<TypePicture>) => setPicture(data);
    const question: ToDraw = { document, of };
    worker.postMessage(question);
    return () => worker.terminate();
  }, [document, of]);
  return picture;
}

const curve = line<readonly [number, number]>().curve(curveBumpY);

function Node({
  node,
  near,
  onGo,
  onNear,
}: {
  node: PictureNode;
  near: boolean | undefined;
  onGo: () => void;
  onNear: (near: boolean) => void;
}): ReactElement {
  const flags = [
    node.unreachable ? 'nothing leads here' : '',
    node.deadEnd && node.sort === 'block' ? 'a slot that nothing may fill' : '',
  ].filter(Boolean);
  const words = node.label.length > 19 ? `${node.label.slice(0, 18)}…` : node.label;
  const named = [node.label, ...flags, node.deadEnd && node.sort === 'page' ? 'holds no pages' : '']
    .filter(Boolean)
    .join(', ');
  const common = {
    className: styles.node,
    'data-sort': node.sort,
    'data-flag': flags.length > 0,
    'data-near': near,
    'data-end': node.deadEnd,
    transform: `translate(${node.x * ACROSS - WIDE / 2},${node.y * DOWN - HIGH / 2})`,
  };
  const inside = (
    <>
      <title>{named}</title>
      <rect width={WIDE} height={HIGH} />
      <text x={12} y={flags.length > 0 ? 17 : 25}>
        {words}
      </text>
      {flags.length > 0 && (
        <text x={12} y={32} className={styles.flag}>
          {flags[0]}
        </text>
      )}
      {node.deadEnd && node.sort === 'page' && (
        <line x1={WIDE / 2 - 8} x2={WIDE / 2 + 8} y1={HIGH + 5} y2={HIGH + 5} />
      )}
    </>
  );
  if (node.sort === 'top') return <g {...common}>{inside}</g>;
  return (
    <g
      {...common}
      role="link"
      tabIndex={0}
      aria-label={named}
      onClick={onGo}
      onKeyDown={(event) => {
        if (event.key === 'Enter') onGo();
      }}
      onFocus={() => onNear(true)}
      onBlur={() => onNear(false)}
      onMouseEnter={() => onNear(true)}
      onMouseLeave={() => onNear(false)}
    >
      {inside}
    </g>
  );
}

/** The types as they stand under, and in, one another. */
export default function PicturePage(): ReactElement {
  const { document } = useWorkingModel();
  const { go } = useGoing();
  const [of, setOf] = useState<PictureOf>('pages');
  const [near, setNear] = useState<string>();
  const picture = usePicture(of);
  const svg = useRef<SVGSVGElement>(null);
  const zooming = useRef<ZoomBehavior<SVGSVGElement, unknown>>(undefined);
  const [transform, setTransform] = useState(zoomIdentity);
  useEffect(() => {
    if (!svg.current) return;
    const behaviour = zoom<SVGSVGElement, unknown>()
      .scaleExtent([0.2, 3])
      .on('zoom', ({ transform: next }: { transform: typeof zoomIdentity }) => setTransform(next));
    zooming.current = behaviour;
    select(svg.current).call(behaviour).on('dblclick.zoom', null);
  }, []);
  const [width, height] = [(picture?.width ?? 1) * ACROSS, (picture?.height ?? 1) * DOWN];
  const whole = () => {
    if (svg.current && zooming.current) select(svg.current).call(zooming.current.transform, zoomIdentity);
  };
  const nearer = (by: number) => {
    if (svg.current && zooming.current) select(svg.current).call(zooming.current.scaleBy, by);
  };
  const at = new Map(picture?.nodes.map((node) => [node.id, node]));
  const touching = new Set(
    picture?.links
      .filter(({ from, to }) => from === near || to === near)
      .flatMap(({ from, to }) => [from, to]),
  );
  const openShape = (id: string) => {
    const list = listOf(document, id);
    const shape = shapeById(document, id);
    if (list && shape) go(hrefOf(list, shape.key));
  };
  const links =
    near === undefined ? [] : (picture?.links.filter(({ from, to }) => from === near || to === near) ?? []);
  return (
    <Workspace
      outline={<ShapeOutline />}
      outlineLabel="Types"
      reachLabel="At hand"
      reach={
        <section>
          <Eyebrow>{near === undefined ? 'At hand' : (at.get(near)?.label ?? '')}</Eyebrow>
          {near === undefined && (
            <p className={look.small}>Point at a type to see its lines alone. A click opens it.</p>
          )}
          {links.map(({ from, to, words }) => (
            <p key={`${from} ${to} ${words}`} className={look.small}>
              {from === near
                ? `may hold ${at.get(to)?.label ?? ''}`
                : `may stand ${of === 'pages' ? 'under' : 'in'} ${at.get(from)?.label ?? ''}`}
              {words && <span className={look.pencil}>, {words}</span>}
            </p>
          ))}
        </section>
      }
    >
      <div className={look.heading}>
        <div>
          <div className={look.eyebrow}>
            <span>The whole model</span>
          </div>
          <h1>Type picture</h1>
        </div>
        <div className={look.acts}>
          <ToggleButtonGroup
            exclusive
            size="small"
            value={of}
            aria-label="What is drawn"
            onChange={(_, next: PictureOf | null) => {
              if (next) {
                setOf(next);
                setNear(undefined);
                whole();
              }
            }}
          >
            <ToggleButton value="pages">Pages under pages</ToggleButton>
            <ToggleButton value="blocks">Blocks in slots</ToggleButton>
          </ToggleButtonGroup>
          <Button onClick={() => nearer(1.4)}>Nearer</Button>
          <Button onClick={() => nearer(1 / 1.4)}>Further</Button>
          <Button onClick={whole}>All of it</Button>
        </div>
      </div>
      <Frame label="The picture">
        <svg
          ref={svg}
          className={styles.picture}
          viewBox={`0 0 ${width} ${height}`}
          role="group"
          aria-label={
            of === 'pages'
              ? 'Page types by what may stand under what'
              : 'Block types by what may stand in what'
          }
        >
          <g transform={transform.toString()}>
            {picture?.links.map(({ from, to, words }) => {
              const [a, b] = [at.get(from), at.get(to)];
              if (!a || !b) return null;
              const touched = near !== undefined && (from === near || to === near);
              const path =
                from === to
                  ? `M${a.x * ACROSS + WIDE / 2},${a.y * DOWN - 8} c26,-14 26,30 0,16`
                  : (curve([
                      [a.x * ACROSS, a.y * DOWN + HIGH / 2],
                      [b.x * ACROSS, b.y * DOWN - HIGH / 2],
                    ]) ?? '');
              return (
                <path
                  key={`${from} ${to} ${words}`}
                  d={path}
                  className={styles.link}
                  data-near={near === undefined ? undefined : touched}
                >
                  <title>{`${a.label} may hold ${b.label}${words ? `, ${words}` : ''}`}</title>
                </path>
              );
            })}
            {picture?.nodes.map((node) => (
              <Node
                key={node.id}
                node={node}
                near={near === undefined ? undefined : node.id === near || touching.has(node.id)}
                onGo={() => openShape(node.id)}
                onNear={(yes) => setNear(yes ? node.id : undefined)}
              />
            ))}
          </g>
        </svg>
      </Frame>
      <p className={`${look.pencil} ${look.small}`}>
        From the top down, each type as near to the top as the fewest steps lead to it.{' '}
        {of === 'pages'
          ? 'A bar below a type: no page may stand under it.'
          : 'Page types with slots stand at the top.'}
      </p>
    </Workspace>
  );
}
