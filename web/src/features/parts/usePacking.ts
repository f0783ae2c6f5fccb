import { useCallback, useEffect, useRef, useState } from 'react';
import { PACKING_HOPS, type PackingTask } from '@jade/core/packing';
import { type Figure, leavesOf, toPackingTask } from '@jade/core/parts';
import type { SheetShape } from '@jade/core/sheet';
import { type JudgedPacking, type PackingRequest, type Search, startPacking } from '../../search/index.ts';

export interface PackingDesk {
  readonly task: PackingTask | undefined;
  readonly found: JudgedPacking | undefined;
  readonly fault: string | undefined;
  /** Share of the hops used while a search runs. */
  readonly share: number | undefined;
  /** Goes on from the best with four times the hops and other chances. */
  readonly improve: () => void;
  readonly stop: () => void;
}

/** The figure rests this long before it is packed, so that dragging starts no searches. */
const REST_MS = 500;

interface Answer {
  readonly of: string;
  readonly found?: JudgedPacking;
  readonly fault?: string;
}

/** The packing of a figure on a sheet, looked for anew when either changes; same figure, same answer. */
export function usePacking(figure: Figure | null, sheet: SheetShape): PackingDesk {
  const task = figure && leavesOf(figure).length > 1 ? toPackingTask(figure, sheet) : undefined;
  const key = task ? JSON.stringify(task) : '';
  const [answer, setAnswer] = useState<Answer>();
  const [share, setShare] = useState<number>();
  const running = useRef<Search<JudgedPacking>>(undefined);
  const round = useRef(0);

  const begin = useCallback((of: string, request: PackingRequest): void => {
    running.current?.stop();
    const search = startPacking(request, setShare);
    running.current = search;
    setShare(0);
    void search.answer.then((result) => {
      if (running.current !== search) return;
      running.current = undefined;
      setShare(undefined);
      if (!result) return;
      setAnswer(result.ok ? { of, found: result.value } : { of, fault: result.fault.text });
    });
  }, []);

  useEffect(() => {
    if (!key) return;
    round.current = 0;
    const timer = setTimeout(
      () => begin(key, { task: JSON.parse(key) as PackingTask, hops: PACKING_HOPS, seed: 1 }),
      REST_MS,
    );
    return () => {
      clearTimeout(timer);
      const search = running.current;
      running.current = undefined;
      search?.stop();
      setShare(undefined);
    };
  }, [key, begin]);

  const current = answer?.of === key ? answer : undefined;
  return {
    task,
    found: current?.found,
    fault: current?.fault,
    share,
    improve: () => {
      if (!task || !current?.found) return;
      round.current++;
      const start = current.found.packing.positions;
      begin(key, { task, hops: 4 * PACKING_HOPS, seed: 1 + round.current, start });
    },
    stop: () => running.current?.stop(),
  };
}
