import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { findBase } from '@jade/core/bases';
import { buildPlan } from '@jade/core/plan';
import { toFigure, toLengthText } from '@jade/core/units';
import { sayFault, useCreatePlanMutation } from '../../api/index.ts';
import { useSettings } from '../../records/index.ts';
import { type BaseSheet, getEngine } from '../../engine/index.ts';
import { DrawingView, housePalette } from '../../pictures/index.ts';
import { LengthField } from '../../ui/index.ts';
import { WORDS } from './words.ts';

/** One base laid open: as folded, its pattern with the paper its flaps use, the flaps, and the way there. */
export function BaseLeaf({ base }: { base: BaseSheet }) {
  const [lit, setLit] = useState<string | null>(null);
  const [longestMm, setLongest] = useState(60);
  const { unit } = useSettings();
  const longest = base.flaps[0]?.length;
  const sideMm = longest ? longestMm / longest : undefined;
  return (
    <article className="px-8 pt-5 pb-10">
      <h2 className="text-[26px] leading-[32px]">{base.name}</h2>
      <p className="say max-w-[78ch]" data-testid="base-sentence">
        {sayFlaps(base)} From a <b>{base.sheetTitle}</b> in <b>{base.steps.length}</b>{' '}
        {base.steps.length === 1 ? WORDS.step : WORDS.steps}: <b>{base.measures.facets}</b> facets, at most{' '}
        <b>{base.layers}</b> layers, {toFigure(base.measures.width, 3)} × {toFigure(base.measures.height, 3)}{' '}
        of the side.
      </p>
      <div className="mt-4 flex flex-wrap items-start gap-x-8 gap-y-4">
        <figure>
          <DrawingView
            drawing={base.drawing}
            palette={housePalette}
            width={240}
            height={260}
            margin={14}
            title={`${base.name}, folded`}
          />
          <figcaption className="note">as folded, {sayArea(base)}</figcaption>
        </figure>
        <figure>
          <DrawingView
            drawing={base.pattern}
            palette={housePalette}
            width={300}
            height={270}
            margin={26}
            weight={0.8}
            title={`${base.name}, crease pattern with the paper of each flap`}
          >
            {(place) => <Circles base={base} place={place} lit={lit} onLit={setLit} />}
          </DrawingView>
          <figcaption className="note">
            its creases, and the circle of paper each flap uses: {toFigure(base.covered * 100, 0)} % of the
            sheet
            <Efficiency id={base.id} />
          </figcaption>
        </figure>
        <div className="min-w-[250px] flex-1">
          <FlapTable base={base} sideMm={sideMm} lit={lit} onLit={setLit} />
          {sideMm !== undefined && (
            <div className="mt-3 flex items-end gap-3">
              <LengthField
                label={WORDS.longestFlapWanted}
                className="w-36"
                unit={unit}
                valueMm={longestMm}
                onLength={(mm) => mm !== null && setLongest(mm)}
              />
              <p className="pb-2">
                from a side of <b>{toLengthText(sideMm, unit).text}</b>
              </p>
            </div>
          )}
          <BeginPlan base={base} />
        </div>
      </div>
      <h3 className="head mt-6 border-t border-rule-strong pt-3">{WORDS.stepByStep}</h3>
      <ol
        className="mt-2 grid gap-x-6 gap-y-5"
        style={{ gridTemplateColumns: 'repeat(auto-fill, minmax(190px, 1fr))' }}
      >
        {base.steps.map((s) => (
          <li key={s.number}>
            <DrawingView
              drawing={s.drawing}
              palette={housePalette}
              width={190}
              height={170}
              margin={30}
              weight={0.7}
              className="overflow-visible"
              title={`Step ${s.number}`}
            />
            <p className="text-[14px] leading-[19px]">
              <b>{s.number}</b> {s.sentence}
            </p>
          </li>
        ))}
      </ol>
    </article>
  );
}

/** "Four flaps of 0.5 of the side, one of 0.207." */
function sayFlaps({ flaps }: BaseSheet): string {
  if (flaps.length === 0) return 'No free flap: its edges are all locked.';
  const groups = new Map<string, number>();
  for (const f of flaps) {
    const key = toFigure(f.length, 3);
    groups.set(key, (groups.get(key) ?? 0) + 1);
  }
  const parts = [...groups].map(
    ([length, n], i) => `${n}${i === 0 ? (n === 1 ? ' flap' : ' flaps') : ''} of ${length}`,
  );
  const list = parts.length === 1 ? parts[0]! : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}`;
  return `${list} of the side.`;
}

const sayArea = ({ measures }: BaseSheet): string =>
  `${toFigure(measures.silhouetteArea * 100, 1)} % of the side squared`;

/** How near the base comes to the smallest sheet its flaps could have. */
function Efficiency({ id }: { id: string }) {
  const [share, setShare] = useState<number | null>();
  useEffect(() => {
    let live = true;
    void getEngine()
      .readEfficiency(id)
      .then((found) => live && setShare(found));
    return () => {
      live = false;
    };
  }, [id]);
  if (share === null) return null;
  return (
    <span className="block" data-testid="efficiency">
      {share === undefined
        ? WORDS.packingItsFlapsAnew
        : share > 0.995
          ? WORDS.noSmallerSheetCan
          : `The same flaps could come from ${toFigure(share * 100, 0)} % of this sheet.`}
    </span>
  );
}

function Circles({
  base,
  place,
  lit,
  onLit,
}: {
  base: BaseSheet;
  place: (p: readonly [number, number]) => readonly [number, number];
  lit: string | null;
  onLit: (tip: string | null) => void;
}) {
  const id = `sheet-${base.id}`;
  const outline = base.pattern.items.flatMap((i) =>
    i.kind === 'line' && i.style === 'raw' ? [place(i.from)] : [],
  );
  return (
    <>
      <clipPath id={id}>
        <polygon points={outline.map((p) => p.join(',')).join(' ')} />
      </clipPath>
      <g clipPath={`url(#${id})`}>
        {base.flaps.map((f) => {
          const [cx, cy] = place(f.tipOnSheet);
          const [ex] = place([f.tipOnSheet[0] + f.length, f.tipOnSheet[1]]);
          return (
            <circle
              key={f.tip}
              cx={cx}
              cy={cy}
              r={ex - cx}
              fill="var(--jade)"
              fillOpacity={lit === f.tip ? 0.38 : 0.12}
              stroke="var(--jade)"
              strokeWidth="1.2"
              onPointerEnter={() => onLit(f.tip)}
              onPointerLeave={() => onLit(null)}
            />
          );
        })}
      </g>
    </>
  );
}

function FlapTable({
  base,
  sideMm,
  lit,
  onLit,
}: {
  base: BaseSheet;
  sideMm: number | undefined;
  lit: string | null;
  onLit: (tip: string | null) => void;
}) {
  const { unit } = useSettings();
  if (base.flaps.length === 0) return <p className="note">{WORDS.nothingHereCanBecome}</p>;
  return (
    <table className="w-full text-[14px]">
      <caption className="head text-left">{WORDS.flapsInSheetSides}</caption>
      <thead>
        <tr className="border-b border-rule-strong text-left text-ink-2">
          <th className="py-1 font-normal">{WORDS.tip}</th>
          <th className="py-1 text-right font-normal">{WORDS.long}</th>
          <th className="py-1 text-right font-normal">{WORDS.wide}</th>
          <th className="py-1 text-right font-normal">{WORDS.layers}</th>
          <th className="py-1 text-right font-normal">{WORDS.becomes}</th>
        </tr>
      </thead>
      <tbody>
        {base.flaps.map((f) => (
          <tr
            key={f.tip}
            className={`border-b border-rule ${lit === f.tip ? 'bg-jade-wash' : ''}`}
            onPointerEnter={() => onLit(f.tip)}
            onPointerLeave={() => onLit(null)}
          >
            <th className="py-0.5 text-left font-semibold">{f.tip}</th>
            <td className="text-right">{toFigure(f.length, 4)}</td>
            <td className="text-right">{toFigure(f.width, 3)}</td>
            <td className="text-right">{f.layers}</td>
            <td className="text-right">{sideMm ? toLengthText(f.length * sideMm, unit).text : ''}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function BeginPlan({ base }: { base: BaseSheet }) {
  const navigate = useNavigate();
  const [create, { error }] = useCreatePlanMutation();
  const begin = (): void => {
    const own = findBase(base.id)!;
    const plan = buildPlan(`Figure from the ${base.name.charAt(0).toLowerCase()}${base.name.slice(1)}`);
    void create({
      ...plan,
      baseId: base.id,
      sheet: { ...plan.sheet, shape: own.sheet },
      points: own.points,
      steps: [...own.steps],
    })
      .unwrap()
      .then(
        (saved) => void navigate(`/plan/${saved.id}/folds`),
        () => undefined,
      );
  };
  return (
    <div className="mt-4">
      <button type="button" className="btn solid" onClick={begin}>
        {WORDS.beginAPlanWith}
      </button>
      {error && (
        <p role="alert" className="note mt-1 !text-persimmon">
          {sayFault(error)}
        </p>
      )}
    </div>
  );
}
