import { type ReactNode, useState } from 'react';
import { type AngleFamily, type BaseFamily, baseFamilies } from '@jade/core/bases';
import { FITS, type Fit } from '@jade/core/design';
import { sayWhyBefore } from '@jade/core/parts';
import { useSettings } from '../../records/index.ts';
import type { BaseRow } from '@jade/core/readings';
import { usePlan } from '../../plan/index.ts';
import type { OwnRow } from '../../search/index.ts';
import { BaseRows, HARDNESS } from './BaseRows.tsx';
import { Searching } from './Searching.tsx';
import type { Fitting } from './useOwnBases.ts';
import { Choice } from '../../ui/index.ts';
import { WORDS } from './words.ts';

interface Wish {
  readonly family: BaseFamily | '';
  readonly angles: AngleFamily | '';
  readonly most: string;
}

/** Bases by the sheet they need, with the packing's bound as the line none can pass. */
export function BaseList({
  rows,
  own,
  fit,
  onFit,
  anySheet,
  onAnySheet,
  boundMm,
  boundFault,
  least,
}: {
  rows: readonly BaseRow[];
  /** The bases folded for this figure alone; they stand among the others where they serve the wishes. */
  own: Fitting;
  /** The grid their ends lie on, or 22.5 for steps of that angle; anywhere when null. */
  fit: Fit | null;
  onFit: (fit: Fit | null) => void;
  anySheet: boolean;
  onAnySheet: (any: boolean) => void;
  /** Side by packing on this plan's sheet. */
  boundMm: number | undefined;
  /** Why there is none. */
  boundFault: string | undefined;
  /** What is said of the least sheet, opened from its row. */
  least: ReactNode;
}) {
  const plan = usePlan();
  const { unit } = useSettings();
  const [wish, setWish] = useState<Wish>({ family: '', angles: '', most: '' });
  const all: readonly (BaseRow | OwnRow)[] = own.found
    ? [...rows, ...own.found.rows].sort((a, b) => (a.match.sideMm ?? Infinity) - (b.match.sideMm ?? Infinity))
    : rows;
  const shown = all.filter(
    (r) =>
      (wish.family === '' || r.family === wish.family) &&
      (wish.angles === '' || r.angles === wish.angles) &&
      (wish.most === '' || r.difficulty <= Number(wish.most)),
  );
  const angles = [...new Set(rows.map((r) => r.angles))];
  const chosen = rows.find((r) => r.match.baseId === plan.baseId);
  const serving = plan.limbs.length === 0 ? shown : shown.filter((r) => r.match.sideMm !== undefined);
  const [first, second] = shown;
  const isMirrorWished = (plan.figure?.symmetry ?? 'none') !== 'none';
  return (
    <section aria-label={WORDS.bases}>
      <h2 className="head">{WORDS.whichBaseByThe}</h2>
      <p className="note mb-2">{WORDS.flapsAreReadOff}</p>
      <div className="mb-2 grid grid-cols-4 gap-3">
        <Choice
          label={WORDS.sheets}
          value={anySheet ? 'any' : 'own'}
          options={[
            { value: 'own', label: WORDS.thisPlans },
            { value: 'any', label: WORDS.anyUncutSheet },
          ]}
          onChoice={(s) => onAnySheet(s === 'any')}
        />
        <Choice
          label={WORDS.school}
          value={wish.family}
          options={[
            { value: '', label: 'all' },
            ...baseFamilies
              .filter((f) => rows.some((r) => r.family === f.id))
              .map((f) => ({ value: f.id, label: f.title })),
          ]}
          onChoice={(family) => setWish({ ...wish, family })}
        />
        <Choice
          label={WORDS.angles}
          value={wish.angles}
          options={[
            { value: '', label: 'all' },
            ...angles.map((a) => ({ value: a, label: a === 'free' ? 'free' : `${a}° steps` })),
          ]}
          onChoice={(a) => setWish({ ...wish, angles: a })}
        />
        <Choice
          label={WORDS.atMost}
          value={wish.most}
          options={[
            { value: '', label: WORDS.anyDifficulty },
            ...[1, 2, 3].map((d) => ({ value: String(d), label: HARDNESS[d]! })),
          ]}
          onChoice={(most) => setWish({ ...wish, most })}
        />
      </div>
      {plan.limbs.length > 0 && first && (
        <p className="mb-2 max-w-[72ch] font-serif text-[16px] leading-[22px]" data-testid="why">
          {chosen && chosen !== first && shown.includes(chosen)
            ? sayWhyBefore(first.match, chosen.match, unit)
            : second
              ? sayWhyBefore(first.match, second.match, unit)
              : `${first.match.baseName} alone fits these wishes.`}
        </p>
      )}
      {shown.length === 0 && <p className="note">{WORDS.noBaseIsOf}</p>}
      <BaseRows rows={serving} boundMm={boundMm} least={least} />
      {plan.figure && (
        <Choice
          label={WORDS.ownEnds}
          className="mt-2 w-56 pl-2"
          value={String(fit ?? '')}
          options={[
            { value: '', label: WORDS.anywhereOnTheSheet },
            ...FITS.map((f) => ({
              value: String(f),
              label: f === 22.5 ? WORDS.onAngles : `on a grid of ${f}`,
            })),
          ]}
          onChoice={(value) => onFit(FITS.find((f) => String(f) === value) ?? null)}
        />
      )}
      {own.share !== undefined && (
        <div className="flex items-end gap-3 pl-2 pt-2">
          <Searching what={WORDS.foldingABaseFor} share={own.share} onStop={own.stop} word="Stop" />
          <span className="note mb-2">{WORDS.foldingABaseFor}</span>
        </div>
      )}
      {own.again && (
        <button type="button" className="act ml-2 mt-2" onClick={own.again}>
          {WORDS.foldOwn}
        </button>
      )}
      {boundFault && <p className="note pl-2 pt-1">{boundFault}</p>}
      {own.fault && own.fault !== boundFault && <p className="note pl-2 pt-1">{own.fault}</p>}
      {own.found && own.found.rows.length === 0 && (
        <p className="note pl-2 pt-1">{fit === 22.5 ? WORDS.noneOnAngles : WORDS.noOwn}</p>
      )}
      {own.found && own.found.rows.length > 0 && !own.found.isMirrored && isMirrorWished && (
        <p className="note pl-2 pt-1">{WORDS.noMirror}</p>
      )}
      {plan.limbs.length > 0 && serving.length < shown.length && (
        <details className="mt-2" open={serving.length === 0}>
          <summary className="act cursor-pointer">
            {shown.length - serving.length} bases with too few flaps
          </summary>
          <BaseRows rows={shown.filter((r) => !serving.includes(r))} boundMm={undefined} least={null} />
        </details>
      )}
    </section>
  );
}
