import { type RefObject, useEffect, useLayoutEffect, useRef, useState } from 'react';

interface PictureRoom {
  /** The box that scrolls, and the row in it that holds the picture. */
  readonly box: RefObject<HTMLDivElement | null>;
  readonly row: RefObject<HTMLDivElement | null>;
  readonly width: number;
  readonly height: number;
}

/** Pictures are no smaller and no larger than this, in px. */
const [LEAST, TALLEST, WIDEST] = [260, 860, 760] as const;

/** Room for a large picture under a sentence, whatever the page's size and however long the sentence; `besidePx` stands beside it. */
export function usePictureRoom(besidePx: number): PictureRoom {
  const box = useRef<HTMLDivElement>(null);
  const row = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: WIDEST as number, height: 320 });
  const measure = (): void => {
    if (!box.current || !row.current) return;
    const top =
      row.current.getBoundingClientRect().top -
      box.current.getBoundingClientRect().top +
      box.current.scrollTop;
    const height = Math.max(LEAST, Math.min(TALLEST, box.current.clientHeight - top - 12));
    const width = Math.max(LEAST, Math.min(WIDEST, row.current.clientWidth - besidePx));
    setSize((old) => (old.width === width && old.height === height ? old : { width, height }));
  };
  useLayoutEffect(measure);
  useEffect(() => {
    window.addEventListener('resize', measure);
    return () => window.removeEventListener('resize', measure);
  });
  return { box, row, ...size };
}
