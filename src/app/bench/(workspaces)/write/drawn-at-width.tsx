'use client';
import { useEffect, useRef, useState, type ReactElement, type ReactNode } from 'react';

/** The first of the things that a listing sets out. */
const FIRST = '.listing li, .listing tbody tr, .listing article';

interface Fit {
  zoom: number;
  left: number;
  top: number;
  /** How high (px) what is seen of it is on the screen. */
  height: number | undefined;
}

/**
 * Draws a listing as wide as visitors get it, and shows of it its first thing alone, in its true width: made smaller as a
 * whole where there is less room, never larger, and never below `least` of its size, beyond which it is scrolled.
 */
export function DrawnAtWidth({
  width,
  whole,
  least,
  children,
}: {
  /** How wide (px) it is drawn. */
  width: number;
  /** Whether all of it is shown; else it is a listing, and its first thing is. */
  whole: boolean;
  least: number;
  children: ReactNode;
}): ReactElement {
  const room = useRef<HTMLDivElement>(null);
  const drawn = useRef<HTMLDivElement>(null);
  const [fit, setFit] = useState<Fit>({ zoom: least, left: 0, top: 0, height: undefined });
  useEffect(() => {
    const [outer, inner] = [room.current, drawn.current];
    if (!outer || !inner) return undefined;
    const measure = () => {
      const all = inner.getBoundingClientRect();
      const first = whole ? undefined : inner.querySelector(FIRST)?.getBoundingClientRect();
      // In pixels of the page as it is drawn, however much smaller it stands here.
      const scale = width / Math.max(1, all.width);
      const own = first ?? all;
      const zoom = Math.min(1, Math.max(least, outer.clientWidth / Math.max(1, own.width * scale)));
      const next: Fit = {
        zoom,
        left: Math.round((own.left - all.left) * scale * zoom),
        top: Math.round((own.top - all.top) * scale * zoom),
        height: first ? Math.ceil(first.height * scale * zoom) : undefined,
      };
      setFit((was) =>
        was.left === next.left &&
        was.top === next.top &&
        was.height === next.height &&
        Math.abs(was.zoom - next.zoom) < 0.002
          ? was
          : next,
      );
    };
    const observer = new ResizeObserver(measure);
    observer.observe(outer);
    observer.observe(inner);
    measure();
    return () => observer.disconnect();
  }, [whole, width, least]);
  const { zoom, left, top, height } = fit;
  return (
    <div
      ref={room}
      style={{ overflowX: 'auto', overflowY: 'hidden', ...(height === undefined ? {} : { height }) }}
    >
      <div ref={drawn} style={{ width, zoom, marginLeft: -left / zoom, marginTop: -top / zoom }}>
        {children}
      </div>
    </div>
  );
}
