import { useLayoutEffect, useRef, useState } from 'react';

/** Width of what stands beside the large picture, and the room between them, in px. */
const SIDE = 262;
const GAP = 16;
/** Below this the two stand one over the other. */
const NARROW = 700;

/** The large picture grows with the table; what stands beside it keeps its size. All in px. */
export function useTableSizes() {
  const box = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState({ width: 990, height: 400 });
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return;
    const read = (): void => setRoom({ width: element.clientWidth, height: element.clientHeight });
    read();
    const watch = new ResizeObserver(read);
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  const inner = room.width - 56;
  const narrow = inner < NARROW;
  // Where the page scrolls the table has the height of its pictures, so it cannot be asked for room.
  const height = narrow ? inner * 0.72 : Math.max(290, Math.min(room.height - 34, 720));
  const width = Math.round(narrow ? inner : inner - SIDE - GAP);
  return {
    box,
    sizes: {
      width,
      height: Math.round(height),
      /** The picture beside the large one. */
      beside: { width: SIDE - 10, height: Math.round(Math.max(130, Math.min(240, height * 0.52))) },
      small: Math.round(Math.max(104, Math.min(124, height * 0.36))),
      columns: narrow ? '1fr' : `${width}px ${SIDE}px`,
    },
  };
}
