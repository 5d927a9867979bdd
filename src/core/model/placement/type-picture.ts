import { group, max, mean } from 'd3';
import type { Id } from '../../ids';
import { reachable } from '../check';
import { allowedIn } from '../check/slots';
import { TOP, type ModelDocument } from '../document';

/** Which picture: page types by what may stand under what, or block types by what may stand in what. */
export type PictureOf = 'pages' | 'blocks';

export interface PictureNode {
  id: string;
  label: string;
  icon: string;
  sort: 'top' | 'page' | 'block';
  /** Its middle, in units of one node's room across and one layer down. */
  x: number;
  y: number;
  /** Nothing leads to it from the top. */
  unreachable: boolean;
  /** Nothing may stand under it; for a block type, nothing in one of its slots. */
  deadEnd: boolean;
}

export interface TypePicture {
  nodes: PictureNode[];
  links: { from: string; to: string; words: string }[];
  width: number;
  height: number;
}

interface Drawn {
  nodes: Omit<PictureNode, 'x' | 'y' | 'unreachable'>[];
  links: TypePicture['links'];
  /** Where the picture begins. */
  starts: readonly string[];
}

function pagesDrawn(model: ModelDocument): Drawn {
  const holding = new Set(model.placements.map(({ parent }) => parent));
  return {
    nodes: [
      { id: TOP, label: 'The top of a site', icon: 'home', sort: 'top', deadEnd: false },
      ...model.pageTypes.map(({ id, label, icon }) => ({
        id,
        label,
        icon,
        sort: 'page' as const,
        deadEnd: !holding.has(id),
      })),
    ],
    links: model.placements.map(({ parent, child, mostUnderOne }) => ({
      from: parent,
      to: child,
      words: mostUnderOne === undefined ? '' : `at most ${mostUnderOne}`,
    })),
    starts: [TOP],
  };
}

function blocksDrawn(model: ModelDocument): Drawn {
  const holders = [...model.pageTypes, ...model.blockTypes].filter(({ slots }) => slots.length > 0);
  const links = holders.flatMap(({ id, slots }) => {
    const into = new Map<Id, string[]>();
    for (const slot of slots)
      for (const { id: type } of allowedIn(slot, model))
        into.set(type, [...(into.get(type) ?? []), slot.label]);
    return [...into].map(([to, labels]) => ({ from: id, to, words: labels.join(', ') }));
  });
  const pages = model.pageTypes.filter(({ slots }) => slots.length > 0);
  return {
    nodes: [
      ...pages.map(({ id, label, icon }) => ({ id, label, icon, sort: 'page' as const, deadEnd: false })),
      ...model.blockTypes.map(({ id, label, icon, slots }) => ({
        id,
        label,
        icon,
        sort: 'block' as const,
        deadEnd: slots.some((slot) => allowedIn(slot, model).length === 0),
      })),
    ],
    links,
    starts: pages.map(({ id }) => id),
  };
}

/**
 * The layer of each node: the fewest steps from where the picture begins. What nothing leads to stands in a
 * layer of its own below.
 */
function layersOf({ nodes, links, starts }: Drawn): Map<string, number> {
  const below = group(links, ({ from }) => from);
  const layers = new Map<string, number>(starts.map((id) => [id, 0]));
  const edge = [...starts];
  for (let at = edge.shift(); at !== undefined; at = edge.shift()) {
    for (const { to } of below.get(at) ?? []) {
      if (layers.has(to)) continue;
      layers.set(to, (layers.get(at) ?? 0) + 1);
      edge.push(to);
    }
  }
  const last = (max(layers.values()) ?? 0) + 1;
  for (const { id } of nodes) if (!layers.has(id)) layers.set(id, last);
  return layers;
}

/** The most nodes beside one another; a fuller layer goes on in the line below. */
const ACROSS = 6;

/**
 * A layered drawing of the types: each as near to the top as the fewest steps lead to it, each layer in the order of
 * the middles of what leads to it (the barycentre method of Sugiyama, Tagawa and Toda, 1981), so that lines
 * cross little.
 */
export function typePicture(model: ModelDocument, of: PictureOf): TypePicture {
  const drawn = of === 'pages' ? pagesDrawn(model) : blocksDrawn(model);
  const layers = layersOf(drawn);
  const reached = of === 'pages' ? reachable(model) : undefined;
  const steps = [...group(drawn.nodes, ({ id }) => layers.get(id) ?? 0)]
    .sort(([a], [b]) => a - b)
    .map(([, nodes]) => nodes);
  const into = group(drawn.links, ({ to }) => to);
  const x = new Map<string, number>();
  const width = Math.min(ACROSS, max(steps, (nodes) => nodes.length) ?? 1);
  let line = 0;
  const placed: PictureNode[] = [];
  for (const nodes of steps) {
    const middle = (id: string) => mean(into.get(id) ?? [], ({ from }) => x.get(from)) ?? width / 2;
    const ordered = nodes
      .map((node, i) => ({ node, middle: middle(node.id), i }))
      .sort((a, b) => a.middle - b.middle || a.i - b.i);
    for (let from = 0; from < ordered.length; from += ACROSS) {
      const row = ordered.slice(from, from + ACROSS);
      row.forEach(({ node }, i) => {
        const at = ((i + 0.5) * width) / row.length;
        x.set(node.id, at);
        placed.push({
          ...node,
          x: at,
          y: line + 0.5,
          unreachable: reached ? !reached.has(node.id) : node.sort === 'block' && !into.has(node.id),
        });
      });
      line += 1;
    }
  }
  const known = new Set(placed.map(({ id }) => id));
  return {
    nodes: placed,
    links: drawn.links.filter(({ from, to }) => known.has(from) && known.has(to)),
    width,
    height: Math.max(1, line),
  };
}
