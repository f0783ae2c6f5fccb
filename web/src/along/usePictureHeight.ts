import { useEffect, useState } from 'react';

/** What a reading of the window says, read again when the window changes. */
function useWindow(read: () => number): number {
  const [value, setValue] = useState(read);
  useEffect(() => {
    const onResize = (): void => setValue(read());
    onResize();
    window.addEventListener('resize', onResize);
    return () => window.removeEventListener('resize', onResize);
  });
  return value;
}

/** Room for a large picture under a sentence and over what stands below it, whatever the page's size; in px. */
export const usePictureHeight = (takenPx: number): number =>
  useWindow(() => Math.max(300, Math.min(860, window.innerHeight - takenPx)));

/** Its width beside what else stands in its row. */
export const usePictureWidth = (takenPx: number): number =>
  useWindow(() => Math.max(280, Math.min(760, window.innerWidth - takenPx)));
