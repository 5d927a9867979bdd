'use client';
import { useEffect, useRef, useState, type ReactElement, type ReactNode } from 'react';

/** Draws its content at a width of its own (px), made smaller as a whole where there is less room, never larger. */
export function DrawnToScale({ width, children }: { width: number; children: ReactNode }): ReactElement {
  const room = useRef<HTMLDivElement>(null);
  const [zoom, setZoom] = useState(1);
  useEffect(() => {
    if (!room.current) return undefined;
    const observer = new ResizeObserver(([entry]) => { if (entry) setZoom(Math.min(1, entry.contentRect.width / width)); });
    observer.observe(room.current);
    return () => observer.disconnect();
  }, [width]);
  return <div ref={room}><div style={{ width, zoom }}>{children}</div></div>;
}
