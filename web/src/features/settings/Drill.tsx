import { useState } from 'react';
import { type AlignmentSigma, defaultSigma, learnSlip } from '@jade/core/slips';
import { toFigure } from '@jade/core/units';
import { Choice, TextField } from '../../ui/index.ts';
import { WORDS } from './words.ts';

const DRILLS: { readonly value: keyof AlignmentSigma; readonly label: string; readonly how: string }[] = [
  {
    value: 'edgeToEdge',
    label: 'edge to edge',
    how: 'Bring an edge to the opposite one and crease. Open it: how far apart do the edges come to lie when folded again?',
  },
  {
    value: 'pointToPoint',
    label: 'point to point',
    how: 'Bring a corner to the opposite one and crease. Measure the gap between the two corners.',
  },
  {
    value: 'throughMarks',
    label: 'crease through two marks',
    how: 'Draw two points, fold through both. Measure how far the crease passes each.',
  },
  {
    value: 'byEye',
    label: 'by eye',
    how: 'Fold a strip in thirds by eye, then measure how far the crease is from the third.',
  },
];

/** "0,2 0.3; 0.1" as lengths in mm; undefined with the word that is none. */
function readMisses(text: string): { misses: number[]; bad?: string } {
  const misses: number[] = [];
  for (const word of text.split(/[\s;]+/).filter((w) => w !== '')) {
    const value = Number(word.replace(',', '.'));
    if (!Number.isFinite(value) || Math.abs(value) > 100) return { misses, bad: word };
    misses.push(value);
  }
  return { misses };
}

/** One's own slip from a few measured folds: what they say, and what it makes of the rule of thumb. */
export function Drill({ onTake }: { onTake: (key: keyof AlignmentSigma, mm: number) => void }) {
  const [key, setKey] = useState<keyof AlignmentSigma>('edgeToEdge');
  const [text, setText] = useState('');
  const drill = DRILLS.find((d) => d.value === key)!;
  const { misses, bad } = readMisses(text);
  const learned = bad === undefined ? learnSlip(defaultSigma[key], misses) : undefined;
  return (
    <section aria-label={WORDS.drill} className="col-span-full max-w-[760px]">
      <h3 className="head mb-1">{WORDS.aDrillForYour}</h3>
      <div className="flex flex-wrap items-start gap-4">
        <Choice label={WORDS.alignment} className="w-56" value={key} options={DRILLS} onChoice={setKey} />
        <TextField
          label={WORDS.whatWasMeasuredMm}
          className="w-72"
          most={200}
          value={text}
          onText={setText}
          note={WORDS.tenFoldsOrSo}
        />
      </div>
      <p className="note mt-1">{drill.how}</p>
      {bad !== undefined && (
        <p role="alert" className="mt-1 text-persimmon">
          “{bad}” is no length up to 100 mm; write the misses in mm with blanks between them.
        </p>
      )}
      {learned && (
        <p className="mt-2 flex items-center gap-4" data-testid="drill">
          <span>
            {misses.length} {misses.length === 1 ? WORDS.foldSays : WORDS.foldsSay}{' '}
            <b>{toFigure(learned.measuredMm, 2)} mm</b>; with the rule of thumb as four more{' '}
            <b>{toFigure(learned.slipMm, 2)} mm</b>.
          </span>
          <button
            type="button"
            className="btn"
            onClick={() => {
              onTake(key, Math.round(learned.slipMm * 100) / 100);
              setText('');
            }}
          >
            {WORDS.takeItAsMine}
          </button>
        </p>
      )}
    </section>
  );
}
