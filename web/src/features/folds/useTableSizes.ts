import { useLayoutEffect, useRef, useState } from 'react';

/** Sheet and model grow with the table; what stands beside them keeps its size. */
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
  const narrow = inner < 780;
  // Where the page scrolls the table has the height of its pictures, so it cannot be asked for room.
  const height = narrow ? inner / 2 + 30 : Math.max(290, Math.min(room.height - 14, 620));
  const sheet = Math.round(Math.min(narrow ? inner / 2 - 10 : inner * 0.33, height - 30, 560));
  const model = Math.round(narrow ? inner / 2 - 10 : inner - sheet - 196 - 32);
  return {
    box,
    sizes: { sheet, model, height, columns: narrow ? `${sheet}px 1fr` : `${sheet}px 1fr 196px` },
  };
}
