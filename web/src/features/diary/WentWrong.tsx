import { type StuckReason, stuckReasons } from '@jade/core/plan';
import { moveWord } from '@jade/core/sequence';
import { useEngine } from '../../engine/index.ts';
import { usePlan } from '../../plan/index.ts';
import { STUCK } from '../../stage/index.ts';
import { WORDS } from './words.ts';

/** Where it stuck, added up by kind of move over all runs of the plan; the kind that stuck most first. */
export function WentWrong() {
  const { steps } = usePlan();
  const { input } = useEngine();
  const words = new Map(steps.map((s) => [s.id, moveWord(s)]));
  const counts = new Map<string, Map<StuckReason | 'unsaid', number>>();
  for (const { step, stuck, why } of (input?.runs ?? []).flatMap((r) => r.steps)) {
    const word = words.get(step);
    if (!stuck || word === undefined) continue;
    const own = counts.get(word) ?? new Map<StuckReason | 'unsaid', number>();
    own.set(why ?? 'unsaid', (own.get(why ?? 'unsaid') ?? 0) + 1);
    counts.set(word, own);
  }
  if (counts.size === 0) return null;
  const total = (own: ReadonlyMap<string, number>): number => [...own.values()].reduce((a, b) => a + b, 0);
  return (
    <section aria-label={WORDS.whereItStuck} className="mt-6">
      <h2 className="head mb-1">{WORDS.whereItStuck}</h2>
      <ul>
        {[...counts]
          .sort(([, a], [, b]) => total(b) - total(a))
          .map(([word, own]) => (
            <li key={word} className="border-b border-rule py-1">
              <b>{word}</b>, {total(own)} {total(own) === 1 ? WORDS.time : WORDS.times}:{' '}
              {[...stuckReasons, 'unsaid' as const]
                .flatMap((why) =>
                  own.has(why) ? [`${why === 'unsaid' ? WORDS.unsaid : STUCK[why]} ${own.get(why)}`] : [],
                )
                .join(', ')}
            </li>
          ))}
      </ul>
    </section>
  );
}
