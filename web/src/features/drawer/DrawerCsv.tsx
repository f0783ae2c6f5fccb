import { useMemo, useState } from 'react';
import { readDrawerCsv, toDrawerCsv } from '@jade/core/formats';
import type { DrawerPaper } from '@jade/core/paper';
import { useRecords } from '../../records/index.ts';
import { WORDS } from './words.ts';

/** The drawer as a table for other programs, and papers taken in from one; papers with a known id are replaced. */
export function DrawerCsv({ papers }: { papers: readonly DrawerPaper[] }) {
  const { write } = useRecords();
  const [said, setSaid] = useState('');
  const csv = useMemo(
    () => `data:text/csv;charset=utf-8,${encodeURIComponent(toDrawerCsv(papers))}`,
    [papers],
  );
  const take = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    const read = readDrawerCsv(await file.text(), () => `paper-${crypto.randomUUID().slice(0, 8)}`);
    if (!read.ok) return setSaid(read.fault);
    read.value.forEach((paper) => write('paper', '', paper));
    const known = read.value.filter((p) => papers.some((q) => q.id === p.id)).length;
    setSaid(
      `${read.value.length} ${read.value.length === 1 ? 'paper' : 'papers'} taken in, ${known} of them in place of the same.`,
    );
  };
  return (
    <>
      <a className="act" href={csv} download="paper drawer.csv">
        {WORDS.saveAsCsv}
      </a>
      <label className="act cursor-pointer">
        Take in a CSV
        <input
          type="file"
          accept=".csv,text/csv"
          className="sr-only"
          onChange={(e) => {
            void take(e.target.files?.[0]).catch(() =>
              setSaid('The file could not be read; choose it again.'),
            );
            e.target.value = '';
          }}
        />
      </label>
      {said && <span role="status">{said}</span>}
    </>
  );
}
