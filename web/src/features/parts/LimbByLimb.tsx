import { useState } from 'react';
import { type Base, findBase } from '@jade/core/bases';
import {
  type BaseMatch,
  type Figure,
  type KeptBase,
  type LimbMatch,
  type SpareFlap,
  keepBase,
} from '@jade/core/parts';
import type { OwnRow } from '../../search/index.ts';
import { toLengthText } from '@jade/core/units';
import { useSettings } from '../../records/index.ts';
import { useEdit, usePlan } from '../../plan/index.ts';
import { WORDS } from './words.ts';

const BAR = 300;
const WAYS: Record<SpareFlap['way'], string> = {
  sink: 'sink it',
  'fold inside': 'fold it in between the layers',
  'fold away': 'fold it behind',
};

/** The chosen base limb by limb at the plan's sheet: line wanted, strip given; what is over, and what must be hidden. */
export function LimbByLimb({ match }: { match: BaseMatch }) {
  const { unit } = useSettings();
  const { sheet } = usePlan();
  const sideMm = sheet.sideMm ?? match.sideMm;
  if (sideMm === undefined) return null;
  const longest = Math.max(...match.flapLengths, ...match.assignment.map((a) => a.needMm / sideMm));
  const length = (mm: number): string => toLengthText(mm, unit).text;
  return (
    <section aria-label={WORDS.limbByLimb} className="mt-6">
      <h2 className="head">
        {match.baseName}, limb by limb, at {length(sideMm)}
      </h2>
      <p className="note mb-2">
        Line: wanted from {match.seat ? match.seat.nodes.join(' or ') : WORDS.theHub}; strip: the flap of this
        sheet.
        {match.seat && match.seat.nodes.length === 2 && (
          <>
            {' '}
            Between the two hubs the {match.seat.body} wants {length(match.seat.bodyMm)} and has{' '}
            {length(match.riverLength * sideMm)}; what is over is pleated.
          </>
        )}
      </p>
      <ul>
        {match.assignment.map((a) => (
          <LimbRow key={a.limb.id} own={a} sideMm={sideMm} k={BAR / longest} isLimit={a === match.limiting} />
        ))}
      </ul>
      {match.unlikePairs > 0 && (
        <p className="note mt-2">
          {match.unlikePairs === 1 ? WORDS.onePairComes : `${match.unlikePairs} pairs come`} from unlike flaps
          and must be evened out.
        </p>
      )}
      {match.otherSides.length > 0 && (
        <p className="note mt-2" data-testid="other-sides">
          {match.otherSides
            .map(
              ({ limb, wants, share }) =>
                `${limb.name} wants the ${wants} of the paper, and ${share > 0.95 ? 'its flap' : `${Math.round(share * 100)} % of its flap`} shows the ${wants === 'front' ? 'back' : 'front'}`,
            )
            .join('; ')}
          : {WORDS.changesColour}
        </p>
      )}
      {match.left.length > 0 && (
        <p className="note mt-2">Left out: {match.left.map((l) => l.name).join(', ')}.</p>
      )}
      {match.spare.length > 0 && (
        <p className="note mt-2">
          Left over:{' '}
          {match.spare.map((s) => `${s.tip} (${length(s.length * sideMm)}): ${WAYS[s.way]}`).join('; ')}.
        </p>
      )}
    </section>
  );
}

function LimbRow({
  own: { limb, flapTip, flapLength, needMm },
  sideMm,
  k,
  isLimit,
}: {
  own: LimbMatch;
  sideMm: number;
  k: number;
  isLimit: boolean;
}) {
  const { unit } = useSettings();
  const given = flapLength * sideMm;
  const [want, strip] = [(needMm / sideMm) * k, flapLength * k];
  const over = given - needMm;
  return (
    <li className="grid grid-cols-[1fr_70px_56px_auto_130px] items-center gap-3 py-1 text-[15px]">
      <span>{limb.name}</span>
      <b className="text-right">{toLengthText(needMm, unit).text}</b>
      <span className="text-[14px] text-ink-2">{flapTip}</span>
      <svg width={BAR + 4} height="20" aria-hidden="true">
        <line x1="1" x2={want} y1="4" y2="4" stroke="var(--ink)" strokeWidth="1.8" />
        <rect
          x="1"
          y="7"
          width={Math.min(want, strip)}
          height="11"
          fill="var(--paper-front)"
          stroke="var(--ink-2)"
        />
        {strip > want + 1 && (
          <rect
            x={want}
            y="7"
            width={strip - want}
            height="11"
            fill="none"
            stroke="var(--ink-2)"
            strokeDasharray="2 2"
          />
        )}
        <line x1={want} x2={want} y1="1" y2="20" stroke="var(--ink)" strokeWidth="2" />
      </svg>
      <span
        className={`text-[14px] ${over < -0.05 || isLimit ? 'font-semibold text-persimmon' : 'text-ink-2'}`}
      >
        {over < -0.05
          ? `${toLengthText(-over, unit).text} too short`
          : isLimit
            ? WORDS.limitsTheSheet
            : over < needMm * 0.05
              ? `${toLengthText(over, unit).text} to spare`
              : `${toLengthText(over, unit).text} to shorten`}
      </span>
    </li>
  );
}

/**
 * Puts a base's steps at the start of the sequence, those that are there already left out, and says how many. A base of its
 * own becomes the plan's.
 */
export function useBegin() {
  const plan = usePlan();
  const edit = useEdit();
  const [note, setNote] = useState('');
  const begin = ({ steps, points, own }: Pick<Base, 'steps' | 'points'> & { own?: KeptBase }): void => {
    const taken = new Set(plan.steps.map((s) => s.id));
    const fresh = steps.filter((s) => !taken.has(s.id));
    edit((p) => {
      p.steps.unshift(...(structuredClone(fresh) as typeof p.steps));
      p.points = { ...(structuredClone(points) as typeof p.points), ...p.points };
      if (!own) return;
      p.ownBase = structuredClone(own) as typeof p.ownBase;
      p.baseId = null;
    });
    setNote(
      fresh.length === 0
        ? 'The steps of this base are in the sequence already.'
        : `${fresh.length === 1 ? 'One step was' : `${fresh.length} steps were`} put at the start of Folds.`,
    );
  };
  return { note, begin };
}

/** What the plan keeps of a base made for its figure alone. */
export const keptOf = ({ match, layersMax }: OwnRow, figure: Figure | null): KeptBase | undefined =>
  figure && match.sideMm !== undefined
    ? keepBase({ ...match, sideMm: match.sideMm }, layersMax, figure)
    : undefined;

/** The chosen base's own steps put at the start of the sequence. */
export function TakeSteps() {
  const plan = usePlan();
  const { note, begin } = useBegin();
  const base = findBase(plan.baseId!);
  if (!base) return null;
  return (
    <div className="mt-4 flex items-center gap-4">
      <button type="button" className="btn" onClick={() => begin(base)}>
        {WORDS.beginTheFoldsWith}
      </button>
      <span role="status" className="note">
        {note}
      </span>
    </div>
  );
}
