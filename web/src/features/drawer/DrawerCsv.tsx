import { useMemo } from 'react';
import { toDrawerCsv } from '@jade/core/formats';
import type { DrawerPaper } from '@jade/core/paper';
import { ask } from '../../ui/index.ts';
import { WORDS } from './words.ts';

/** The drawer as a table for other programs, and papers taken in from one; papers with a known id are replaced. */
export function DrawerCsv({ papers }: { papers: readonly DrawerPaper[] }) {
  const csv = useMemo(
    () => `data:text/csv;charset=utf-8,${encodeURIComponent(toDrawerCsv(papers))}`,
    [papers],
  );
  return (
    <>
      <a className="act" href={csv} download="paper drawer.csv">
        {WORDS.saveAsCsv}
      </a>
      <button type="button" className="act" onClick={() => ask('bring')}>
        {WORDS.bringInCsv}
      </button>
    </>
  );
}
