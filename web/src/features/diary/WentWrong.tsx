import { moveWord } from '@jade/core/sequence';
import { useEngine } from '../../engine/index.ts';
import { usePlan } from '../../plan/index.ts';
import { countStuck } from '../../stage/index.ts';
import { WORDS } from './words.ts';

/** Where it stuck, added up by kind of move over all runs of the plan; the kind that stuck most first. */
export function WentWrong() {
  const { steps } = usePlan();
  const { input } = useEngine();
  const words = new Map(steps.map((s) => [s.id, moveWord(s)]));
  const counts = countStuck(
    (input?.runs ?? [])
      .flatMap((r) => r.steps)
      .flatMap(({ step, stuck, why }) => {
        const word = words.get(step);
        return stuck && word !== undefined ? [{ word, why }] : [];
      }),
  );
  if (counts.length === 0) return null;
  return (
    <section aria-label={WORDS.whereItStuck} className="mt-6">
      <h2 className="head mb-1">{WORDS.whereItStuck}</h2>
      <ul>
        {counts.map(({ word, total, says }) => (
          <li key={word} className="border-b border-rule py-1">
            <b>{word}</b>, {total} {total === 1 ? WORDS.time : WORDS.times}: {says}
          </li>
        ))}
      </ul>
    </section>
  );
}
