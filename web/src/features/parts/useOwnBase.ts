import { useEffect, useState } from 'react';
import type { Figure } from '@jade/core/parts';
import type { SheetShape } from '@jade/core/sheet';
import { type OwnRow, startFitting } from '../../search/index.ts';

/** A figure is let be for so long before a base is folded for it: it takes a second or more. */
const REST_MS = 700;

/** The base folded for this figure alone, in a worker of its own; begun anew when the figure has come to rest. */
export function useOwnBase(
  figure: Figure | null,
  sheet: SheetShape,
): { row: OwnRow | undefined; isFitting: boolean } {
  const asked = figure ? JSON.stringify([figure, sheet]) : undefined;
  const [found, setFound] = useState<{ asked: string; row: OwnRow | undefined }>();
  useEffect(() => {
    if (asked === undefined) return;
    let stop = (): void => undefined;
    let live = true;
    const timer = setTimeout(() => {
      const [of, on] = JSON.parse(asked) as [Figure, SheetShape];
      const search = startFitting({ figure: of, sheet: on });
      stop = search.stop;
      void search.answer.then(
        (answer) => live && setFound({ asked, row: (answer?.ok && answer.value) || undefined }),
      );
    }, REST_MS);
    return () => {
      live = false;
      clearTimeout(timer);
      stop();
    };
  }, [asked]);
  const isCurrent = found?.asked === asked;
  return { row: isCurrent ? found?.row : undefined, isFitting: asked !== undefined && !isCurrent };
}
