import { useRef, useState } from 'react';
import { scaleLinear } from 'd3';
import {
  type AmountChange,
  type AmountScan,
  type Help,
  type HelpSearch,
  withFoldAngle,
  withShapingAmount,
} from '@jade/core/shaping';
import { toFigure } from '@jade/core/units';
import { type PosedFigure, getEngine } from '../../engine/index.ts';
import { useEdit, usePlan } from '../../plan/index.ts';
import { WORDS, STAND_WORDS } from './words.ts';

/** Flat folds whose angle is tried, the last first: each folds the plan again a few times. */
const MOST_FOLDS = 8;

interface Found {
  readonly of: PosedFigure;
  readonly scans: readonly AmountScan[];
  readonly helps: readonly Help[];
  /** What is being tried; empty when all is. */
  readonly trying: string;
}

/** Amounts that would make the figure stand: of shaping alone, of two steps together, of flat folds; each was folded and stood. */
export function Helping({ figure }: { figure: PosedFigure }) {
  const plan = usePlan();
  const edit = useEdit();
  const [found, setFound] = useState<Found>();
  const isStopped = useRef(false);
  const own = found?.of === figure ? found : undefined;
  const numberOf = ({ step, isFold }: Pick<AmountChange, 'step' | 'isFold'>): string =>
    isFold
      ? `fold ${plan.steps.findIndex((s) => s.id === step) + 1}`
      : `step ${figure.steps.findIndex((s) => s.id === step) + 1}`;
  const search = async (): Promise<void> => {
    isStopped.current = false;
    let now: Found = { of: figure, scans: [], helps: [], trying: STAND_WORDS.amounts };
    const look = async (wanted: HelpSearch, trying: string): Promise<void> => {
      if (isStopped.current) return;
      now = { ...now, trying };
      setFound(now);
      const { scans, helps } = await getEngine().findHelps(wanted);
      now = { ...now, scans: [...now.scans, ...scans], helps: [...now.helps, ...helps] };
      setFound(now);
    };
    try {
      await look({ kind: 'amounts' }, STAND_WORDS.amounts);
      if (now.helps.length === 0) await look({ kind: 'pairs' }, STAND_WORDS.pairs);
      for (const step of (await getEngine().listFoldAngles()).slice(0, MOST_FOLDS))
        await look({ kind: 'fold', step }, STAND_WORDS.fold(numberOf({ step, isFold: true })));
    } finally {
      setFound({ ...now, trying: '' });
    }
  };
  const take = ({ changes }: Help): void =>
    edit((p) => {
      for (const { step, degrees, isFold } of changes) {
        const list = (isFold ? p.steps : p.shaping) as { id: string }[];
        const at = list.findIndex((s) => s.id === step);
        if (at < 0) continue;
        list[at] = isFold
          ? withFoldAngle(list[at] as never, degrees)
          : withShapingAmount(list[at] as never, degrees);
      }
    });
  return (
    <section className="py-2 text-[14px]" aria-label={WORDS.whatWouldMakeIt}>
      {!own && (
        <button type="button" className="act" onClick={() => void search().catch(() => undefined)}>
          {STAND_WORDS.ask}
        </button>
      )}
      {own && own.trying !== '' && (
        <p className="note" role="status">
          {own.trying} …{' '}
          <button type="button" className="act" onClick={() => (isStopped.current = true)}>
            {WORDS.stop}
          </button>
        </p>
      )}
      {own && own.trying === '' && own.helps.length === 0 && (
        <p className="note" role="status">
          {STAND_WORDS.none}
        </p>
      )}
      {own && own.helps.length > 0 && (
        <ul>
          {own.helps.map((h) => (
            <li key={h.changes.map((c) => c.step).join()} className="mb-1">
              {STAND_WORDS.help(
                h.changes.map((c) => `${numberOf(c)} at ${toFigure(c.degrees, 1)}°`),
                h.marginMm,
              )}{' '}
              <button type="button" className="act" onClick={() => take(h)}>
                {WORDS.takeIt}
              </button>
            </li>
          ))}
        </ul>
      )}
      {own?.scans.map((scan) => (
        <MarginCurve key={scan.step} scan={scan} name={numberOf(scan)} />
      ))}
    </section>
  );
}

const SIZE = { width: 240, height: 62, left: 22, bottom: 14, top: 4 };
const MOST_MM = 10;
const SURE_MM = 2;

/** The margin over one amount, as it was tried: not monotone, and with gaps where the figure falls or meets other paper. */
function MarginCurve({ scan, name }: { readonly scan: AmountScan; readonly name: string }) {
  const { curve, now } = scan;
  if (curve.every((c) => c.marginMm === null)) return null;
  const { width, height, left, bottom, top } = SIZE;
  const x = scaleLinear([curve[0]!.degrees, curve.at(-1)!.degrees], [left, width - 6]);
  const y = scaleLinear([0, MOST_MM], [height - bottom, top]).clamp(true);
  const runs: string[][] = [[]];
  for (const { degrees, marginMm } of curve)
    if (marginMm === null) runs.push([]);
    else runs.at(-1)!.push(`${x(degrees).toFixed(1)},${y(marginMm).toFixed(1)}`);
  const best = Math.max(...curve.map((c) => c.marginMm ?? 0));
  return (
    <figure className="mt-2">
      <figcaption className="note">
        Margin over the angle of {name}, best {toFigure(best, 1)} mm
      </figcaption>
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={`Margin over the angle of ${name}: ${curve.map((c) => `${toFigure(c.degrees, 0)}° ${c.marginMm === null ? 'falls' : `${toFigure(c.marginMm, 1)} mm`}`).join(', ')}`}
      >
        <rect
          x={left}
          y={y(SURE_MM)}
          width={width - 6 - left}
          height={y(0) - y(SURE_MM)}
          className="fill-persimmon/15"
        />
        <line x1={left} x2={width - 6} y1={y(0)} y2={y(0)} className="stroke-rule-strong" />
        <line
          x1={x(now)}
          x2={x(now)}
          y1={top}
          y2={y(0)}
          className="stroke-rule-strong"
          strokeDasharray="2 3"
        />
        {runs
          .filter((r) => r.length > 0)
          .map((r) =>
            r.length === 1 ? (
              <circle
                key={r[0]}
                cx={r[0]!.split(',')[0]}
                cy={r[0]!.split(',')[1]}
                r={2}
                className="fill-jade"
              />
            ) : (
              <polyline key={r[0]} points={r.join(' ')} className="fill-none stroke-jade" strokeWidth={1.5} />
            ),
          )}
        {[0, SURE_MM, MOST_MM].map((mm) => (
          <text key={mm} x={left - 4} y={y(mm) + 4} textAnchor="end" className="fill-ink-2 text-[10px]">
            {mm}
          </text>
        ))}
        {[curve[0]!, curve.at(-1)!].map((c, i) => (
          <text
            key={c.degrees}
            x={x(c.degrees)}
            y={height - 2}
            textAnchor={i === 0 ? 'start' : 'end'}
            className="fill-ink-2 text-[10px]"
          >
            {toFigure(c.degrees, 0)}°
          </text>
        ))}
      </svg>
    </figure>
  );
}
