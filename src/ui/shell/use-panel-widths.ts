import { useLayoutEffect, useRef } from 'react';
import { usePanelRef, type PanelImperativeHandle } from 'react-resizable-panels';
import { isJsonObject, type Json } from '../../core/json';

const KEPT = 'clear-frame-panels';
const sides = ['outline', 'reach'] as const;
type Side = (typeof sides)[number];

/** The widths (px) that somebody gave the panels, in this browser. */
function widthsGiven(): Partial<Record<Side, number>> {
  try {
    const kept = JSON.parse(window.localStorage.getItem(KEPT) ?? '{}') as Json;
    if (!isJsonObject(kept)) return {};
    return Object.fromEntries(
      sides.flatMap((side) => (typeof kept[side] === 'number' ? [[side, kept[side]]] : [])),
    );
  } catch {
    return {};
  }
}

interface PanelWidths {
  refs: Record<Side, React.RefObject<PanelImperativeHandle | null>>;
  /** The element around the panels. */
  room: React.RefObject<HTMLDivElement | null>;
  /** Somebody took a grip: what follows is a width that was given. */
  onGrip: () => void;
  onLayoutChanged: () => void;
}

/**
 * Keeps the panels at the widths in pixels that somebody gave them, whatever the window does; where it is too
 * narrow for them they are drawers, and have none.
 */
export function usePanelWidths(narrow: boolean): PanelWidths {
  const outline = usePanelRef();
  const reach = usePanelRef();
  const room = useRef<HTMLDivElement>(null);
  const given = useRef(false);
  /** How wide (px) the room was when it was laid out last. */
  const across = useRef(0);
  useLayoutEffect(() => {
    if (narrow || !room.current) return undefined;
    const { current: element } = room;
    const put = () => {
      const widths = widthsGiven();
      outline.current?.resize(`${widths.outline ?? 248}px`);
      reach.current?.resize(`${widths.reach ?? 268}px`);
    };
    put();
    // Coming from drawers, the panels know what they measure only once they were laid out.
    let isLaidOut = false;
    const observer = new ResizeObserver(() => {
      across.current = element.clientWidth;
      if (!isLaidOut) put();
      isLaidOut = true;
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, [narrow, outline, reach]);
  return {
    refs: { outline, reach },
    room,
    onGrip: () => {
      given.current = true;
    },
    onLayoutChanged: () => {
      // By keyboard a width changes before its grip tells of the key.
      const held = document.activeElement?.getAttribute('role') === 'separator';
      if (!given.current && !held) return;
      // What the window changed, nobody gave.
      if (room.current?.clientWidth !== across.current) return;
      given.current = false;
      // What the panels measure follows with the next frame.
      requestAnimationFrame(() => {
        const widths = widthsGiven();
        for (const [side, panel] of [
          ['outline', outline],
          ['reach', reach],
        ] as const) {
          const width = panel.current?.getSize().inPixels;
          if (width !== undefined) widths[side] = Math.round(width);
        }
        window.localStorage.setItem(KEPT, JSON.stringify(widths));
      });
    },
  };
}
