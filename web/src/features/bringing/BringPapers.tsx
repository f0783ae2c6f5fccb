import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { readDrawerCsv } from '@jade/core/formats';
import { usePapers, useRecords } from '../../records/index.ts';
import { TakeOrLeave } from './TakeOrLeave.tsx';
import { WORDS, sayPapers } from './words.ts';

/** Papers from a table: what they are, before they come into the drawer; those with a known id are replaced. */
export function BringPapers({ text, onDone }: { text: string; onDone: () => void }) {
  const navigate = useNavigate();
  const { write } = useRecords();
  const { data: papers } = usePapers();
  const read = useMemo(() => readDrawerCsv(text, () => `paper-${crypto.randomUUID().slice(0, 8)}`), [text]);
  if (!read.ok)
    return (
      <p role="alert" className="notice max-w-[640px]">
        {read.fault}
      </p>
    );
  const known = read.value.filter((p) => (papers ?? []).some((q) => q.id === p.id));
  return (
    <section aria-label={WORDS.drawer}>
      <p className="say mb-2">{sayPapers(read.value.length, known.length)}</p>
      <ul className="max-h-[40vh] overflow-auto">
        {read.value.map((p) => (
          <li key={p.id} className="border-b border-rule py-1">
            <b>{p.name}</b>{' '}
            <span className="note">
              {p.grammage} g/m², {p.count} {p.count === 1 ? 'sheet' : 'sheets'}
              {known.includes(p) ? ', in place of the same here' : ''}
            </span>
          </li>
        ))}
      </ul>
      <TakeOrLeave
        onTake={() => {
          read.value.forEach((paper) => write('paper', '', paper));
          onDone();
          void navigate('/drawer');
        }}
        onLeave={onDone}
      />
    </section>
  );
}
