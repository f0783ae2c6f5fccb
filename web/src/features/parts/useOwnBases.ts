import { useEffect, useState } from 'react';
import type { Fit } from '@jade/core/design';
import type { Figure } from '@jade/core/parts';
import type { SheetShape } from '@jade/core/sheet';
import { type OwnRows, startFitting } from '../../search/index.ts';

/** A figure is let be for so long before bases are folded for it: they take some seconds. */
const REST_MS = 700;

/** Bases folded for this figure alone. */
export interface Fitting {
  readonly found: OwnRows | undefined;
  /** Why there can be none. */
  readonly fault: string | undefined;
  /** How far the search is, 0 to 1; undefined when none goes. */
  readonly share: number | undefined;
  readonly stop: () => void;
  /** Begins a search anew that was stopped. */
  readonly again: (() => void) | undefined;
}

/** Bases folded for this figure alone, in a worker of their own; begun anew when the figure has come to rest. */
export function useOwnBases(figure: Figure | null, sheet: SheetShape, fit: Fit | null): Fitting {
  // A search that was stopped can be begun again.
  const [round, setRound] = useState(0);
  const asked = figure ? JSON.stringify([figure, sheet, fit, round]) : undefined;
  const [found, setFound] = useState<{ asked: string; rows?: OwnRows; fault?: string }>();
  const [share, setShare] = useState<{ asked: string; share: number }>();
  const [ending, setEnding] = useState<{ stop: () => void }>();
  useEffect(() => {
    if (asked === undefined) return;
    let stop = (): void => undefined;
    let live = true;
    const timer = setTimeout(() => {
      const [of, on, by] = JSON.parse(asked) as [Figure, SheetShape, Fit | null];
      setShare({ asked, share: 0 });
      const search = startFitting(
        { figure: of, sheet: on, fit: by },
        (s) => live && setShare({ asked, share: s }),
      );
      stop = search.stop;
      setEnding({ stop: search.stop });
      void search.answer.then((answer) => {
        if (!live) return;
        setShare(undefined);
        if (!answer) setFound({ asked });
        else setFound(answer.ok ? { asked, rows: answer.value } : { asked, fault: answer.fault.text });
      });
    }, REST_MS);
    return () => {
      live = false;
      clearTimeout(timer);
      stop();
    };
  }, [asked]);
  const current = found?.asked === asked ? found : undefined;
  return {
    found: current?.rows,
    fault: current?.fault,
    share: share?.asked === asked ? share?.share : undefined,
    stop: () => ending?.stop(),
    again: current && !current.rows && current.fault === undefined ? () => setRound(round + 1) : undefined,
  };
}
