import { useState } from 'react';
import type { Step } from '@jade/core/sequence';
import { type TasteReading, useEngine } from '../../engine/index.ts';
import { useEdit, usePlan } from '../../plan/index.ts';
import { DrawingView, usePalette } from '../../pictures/index.ts';
import { useSettings } from '../../records/index.ts';
import { useTaste } from '../../stage/index.ts';
import { Choice, Leaf, LengthField } from '../../ui/index.ts';
import { WORDS } from './words.ts';

/** How far a step goes that is made to taste for the first time, as a share of the side. */
const FIRST_SHARE = 0.02;
const MOST_SHARE = 0.5;

/** Whether a step must be met exactly or may fall anywhere within a range, and what comes of it at the ends of the range. */
export function Exactness({ step }: { step: number }) {
  const { steps, sheet } = usePlan();
  const sideMm = useEngine().result?.readings.sideMm ?? sheet.sideMm ?? 200;
  const edit = useEdit();
  const { unit } = useSettings();
  const [isOpen, setOpen] = useState(false);
  const { tolerance } = steps[step - 1]!;
  const set = (next: Step['tolerance']): void => edit((p) => void (p.steps[step - 1]!.tolerance = next));
  return (
    <>
      <Choice
        label={WORDS.howExact}
        className="w-36"
        value={tolerance.kind === 'exact' ? 'exact' : (tolerance.sided ?? 'taste')}
        options={[
          { value: 'exact', label: WORDS.exact },
          { value: 'taste', label: WORDS.toTaste },
          { value: 'less', label: WORDS.toTasteRatherLess },
          { value: 'more', label: WORDS.toTasteRatherMore },
        ]}
        onChoice={(how) => set(toleranceOf(how, tolerance.kind === 'taste' ? tolerance.share : FIRST_SHARE))}
      />
      {tolerance.kind === 'taste' && (
        <>
          <LengthField
            label={WORDS.within}
            className="w-24"
            unit={unit}
            valueMm={tolerance.share * sideMm}
            onLength={(mm) =>
              mm !== null && set({ ...tolerance, share: Math.min(MOST_SHARE, Math.max(0, mm / sideMm)) })
            }
          />
          <button type="button" className="act pb-2" onClick={() => setOpen(true)}>
            {WORDS.itsRange}
          </button>
          {isOpen && <RangeLeaf step={step} onClose={() => setOpen(false)} />}
        </>
      )}
    </>
  );
}

const toleranceOf = (how: 'exact' | 'taste' | 'less' | 'more', share: number): Step['tolerance'] =>
  how === 'exact' ? { kind: 'exact' } : { kind: 'taste', share, ...(how === 'taste' ? {} : { sided: how }) };

/** The sequence made at the least, as wanted, and at the most. */
function RangeLeaf({ step, onClose }: { step: number; onClose: () => void }) {
  const taste = useTaste(step);
  const palette = usePalette();
  const picture = (drawing: TasteReading['wanted'], title: string) => (
    <DrawingView {...{ drawing, palette, title }} width={240} height={240} margin={16} />
  );
  return (
    <Leaf
      open
      onOpen={(open) => !open && onClose()}
      title={`Step ${step} at the ends of its range`}
      width="wide"
    >
      {taste === undefined ? (
        <p className="note" role="status">
          {WORDS.foldingItAtBoth}
        </p>
      ) : taste === null ? (
        <p className="note">{WORDS.thisStepHasNo}</p>
      ) : (
        <div className="flex flex-wrap gap-4">
          {taste.ends
            .filter((e) => e.end === 'least')
            .map((e) => (
              <End key={e.end} says={e.says} isCare={e.isCare}>
                {picture(e.whole, 'The model at the least')}
              </End>
            ))}
          <End says="As wanted." isCare={false}>
            {picture(taste.wanted, 'The model as wanted')}
          </End>
          {taste.ends
            .filter((e) => e.end === 'most')
            .map((e) => (
              <End key={e.end} says={e.says} isCare={e.isCare}>
                {picture(e.whole, 'The model at the most')}
              </End>
            ))}
        </div>
      )}
    </Leaf>
  );
}

const End = ({ says, isCare, children }: { says: string; isCare: boolean; children: React.ReactNode }) => (
  <figure className="w-[240px]">
    {children}
    <figcaption className={`note ${isCare ? '!text-persimmon' : ''}`}>{says}</figcaption>
  </figure>
);
