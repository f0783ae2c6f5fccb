import type { WishReading } from '@jade/core/readings';
import { toLengthText } from '@jade/core/units';
import { useEngine } from '../../engine/index.ts';
import { useEdit } from '../../plan/index.ts';
import { useSettings } from '../../records/index.ts';
import { WordButton } from './inline.tsx';
import { WORDS } from './words.ts';

/** Each wish with what the folds make of it, and which two contradict each other. */
export function WishVerdicts() {
  const { result } = useEngine();
  const { unit } = useSettings();
  const edit = useEdit();
  const wishes = result?.readings.wishes ?? [];
  if (wishes.length === 0) return null;
  const wanted = result?.readings.wanted?.sideMm;
  const wantedMm = wanted === undefined ? undefined : Math.round(wanted * 10) / 10;
  const length = (mm: number): string => toLengthText(mm, unit).text;
  return (
    <ul className="mt-3 max-w-[640px]" aria-label={WORDS.whatTheFoldsSay}>
      {wishes.map((w) => (
        <li key={w.id} data-wish={w.id} className="border-b border-rule py-1.5">
          <span className="flex items-baseline gap-4">
            <span className="w-[210px] shrink-0">{w.said}</span>
            <Verdict wish={w} length={length} />
            {w.id === 'target' && w.missMm !== null && w.missMm !== 0 && wantedMm !== undefined && (
              <WordButton onPress={() => edit((p) => void (p.sheet.sideMm = wantedMm))}>
                Take a sheet of {length(wantedMm)}
              </WordButton>
            )}
          </span>
          {w.conflict && (
            <span className="block text-persimmon" data-testid="conflict">
              {w.conflict.says}.
            </span>
          )}
        </li>
      ))}
    </ul>
  );
}

function Verdict({
  wish: { isMm, missMm, after },
  length,
}: {
  wish: WishReading;
  length: (mm: number) => string;
}) {
  if (isMm === null || missMm === null) return <span className="text-ink-2">{WORDS.notFoldedYet}</span>;
  if (missMm === 0)
    return (
      <span className="text-jade-deep">
        holds: <b>{length(isMm)}</b> {after}
      </span>
    );
  return (
    <span className="text-persimmon">
      <b>{length(isMm)}</b> {after}: <b>{length(Math.abs(missMm))}</b> too {missMm < 0 ? 'small' : 'large'}
    </span>
  );
}
