import { useEngine } from '../../engine/index.ts';
import { WORDS } from './words.ts';

/** How many sheets it took: kept in the diary, spoiled, and given up at the bench, paper by paper. */
export function Sheets() {
  const { input } = useEngine();
  const entries = input?.diary ?? [];
  const runs = input?.runs ?? [];
  const newest = [...runs].sort((a, b) => b.startedAt.localeCompare(a.startedAt))[0];
  const papers = new Map<string, { kept: number; spoiled: number }>();
  const of = (paper: string) => {
    const own = papers.get(paper) ?? { kept: 0, spoiled: 0 };
    papers.set(paper, own);
    return own;
  };
  for (const e of entries) {
    of(e.paper).kept++;
    of(e.paper).spoiled += e.spoiled;
  }
  for (const r of runs) if (r.finishedAt === null && r !== newest) of(r.paper).spoiled++;
  if (papers.size === 0) return null;
  return (
    <section aria-label={WORDS.sheetsUsed} className="mt-6">
      <h2 className="head mb-1">{WORDS.sheetsUsed}</h2>
      <ul>
        {[...papers].map(([paper, { kept, spoiled }]) => (
          <li key={paper} className="flex items-center gap-3 border-b border-rule py-1">
            <b className="w-[220px] shrink-0">{paper}</b>
            <span className="flex flex-wrap gap-[3px]" aria-hidden="true">
              {Array.from({ length: Math.min(40, kept + spoiled) }, (_, i) => (
                <span
                  key={i}
                  className={`block h-[14px] w-[14px] border ${i < kept ? 'border-jade bg-jade-wash' : 'border-dashed border-persimmon'}`}
                />
              ))}
            </span>
            <span className="note">
              {kept} kept{spoiled > 0 ? `, ${spoiled} spoiled or given up` : ''}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
