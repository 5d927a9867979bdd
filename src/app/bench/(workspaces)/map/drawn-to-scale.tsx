'use client';
import { useEffect, useRef, useState, type ReactElement, type ReactNode } from 'react';

/**
 * Draws its content at a width of its own (px), made smaller as a whole where there is less room, never
 * larger, and never smaller than `least` of its size: beyond that it is scrolled.
 */
export function DrawnToScale({
  width,
  least = 0,
  children,
}: {
  width: number;
  least?: number;
  children: ReactNode;
}): ReactElement {
  const room = useRef<HTMLDivElement>(null);
  const [zoom, setZoom] = useState<number>();
  useEffect(() => {
    if (!room.current) return undefined;
    const observer = new ResizeObserver(([entry]) => {
      if (entry) setZoom(Math.min(1, Math.max(least, entry.contentRect.width / width)));
    });
    observer.observe(room.current);
    return () => observer.disconnect();
  }, [width, least]);
  return (
    <div ref={room}>
      {/* Until it is known how much room there is, it only takes its place. */}
      <div style={{ width, zoom, visibility: zoom === undefined ? 'hidden' : undefined }}>{children}</div>
    </div>
  );
}
