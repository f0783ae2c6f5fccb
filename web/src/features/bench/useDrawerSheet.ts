import { usePapers, useRecords } from '../../records/index.ts';
import { usePlan } from '../../plan/index.ts';

/** The drawer's paper this plan is folded from: how many sheets are left, and taking one when a run begins. */
export function useDrawerSheet(): { readonly note: string; readonly take: () => void } {
  const { paper } = usePlan();
  const { data } = usePapers();
  const { write } = useRecords();
  const own = data?.find((p) => p.id === paper.drawerId);
  if (!own) return { note: '', take: () => undefined };
  const { count, name } = own;
  return {
    note:
      count === 0
        ? `The drawer has no sheet of ${name} left.`
        : `${count} ${count === 1 ? 'sheet' : 'sheets'} of ${name} left; a run takes one.`,
    take: () => {
      if (count > 0) write('paper', '', { ...own, count: count - 1 });
    },
  };
}
