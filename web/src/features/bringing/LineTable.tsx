import { type Meaning, meanings } from '@jade/core/intake';
import type { OpenedDrawing } from '../../intake/index.ts';
import { DASH } from './PatternPicture.tsx';
import { MEANINGS, WORDS, sayLook } from './words.ts';

interface LineTableProps {
  readonly looks: OpenedDrawing['looks'];
  readonly isFold: boolean;
  readonly meaning: readonly Meaning[];
  readonly onMeaning: (look: number, meaning: Meaning) => void;
  readonly onHover: (look: number | null) => void;
}

/** Each look of the drawing's lines, and what its lines are taken as; the picture follows at once. */
export function LineTable({ looks, isFold, meaning, onMeaning, onHover }: LineTableProps) {
  return (
    <section aria-label={WORDS.linesMean}>
      <h3 className="head mb-1">{WORDS.linesMean}</h3>
      <ul className="max-h-[220px] overflow-auto">
        {looks.map((look, i) => {
          const words = sayLook(look, isFold);
          return (
            <li
              key={i}
              className="grid grid-cols-[44px_1fr_auto] items-center gap-2 border-b border-rule py-1 text-[14px] hover:bg-jade-wash"
              onPointerEnter={() => onHover(i)}
              onPointerLeave={() => onHover(null)}
            >
              <svg viewBox="0 0 44 12" width="44" height="12" aria-hidden="true">
                <line
                  x1="2"
                  x2="42"
                  y1="6"
                  y2="6"
                  stroke={look.ink ?? 'var(--ink)'}
                  strokeWidth="1.8"
                  strokeDasharray={DASH[look.dash]}
                />
              </svg>
              <span>
                {words} <span className="note">{look.count}</span>
              </span>
              <select
                aria-label={`${words} ${WORDS.takenAs}`}
                value={meaning[i]}
                onFocus={() => onHover(i)}
                onBlur={() => onHover(null)}
                onChange={(e) => onMeaning(i, e.target.value as Meaning)}
              >
                {meanings.map((m) => (
                  <option key={m} value={m}>
                    {MEANINGS[m]}
                  </option>
                ))}
              </select>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
