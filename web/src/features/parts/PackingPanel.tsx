import type { Point } from '@jade/core/geometry';
import { type Figure, changePacking, flapsOf, leavesOf, limbsOf, riversOf } from '@jade/core/parts';
import { type SheetShape, outlineOf, sheetTitle } from '@jade/core/sheet';
import { toLengthText } from '@jade/core/units';
import { useSettings } from '../../records/index.ts';
import { Choice, Notice } from '../../ui/index.ts';
import { Searching } from './Searching.tsx';
import type { FigureDesk } from './useFigure.ts';
import type { PackingDesk } from './usePacking.ts';
import { WORDS } from './words.ts';

const SYMMETRIES: readonly { value: Figure['symmetry']; label: string }[] = [
  { value: 'none', label: 'no symmetry' },
  { value: 'book', label: 'about the middle line' },
  { value: 'diagonal', label: 'about a diagonal' },
];

/** The smallest sheet the figure could have: its flaps as circles, limbs between partings as rivers. */
export function PackingPanel({
  desk,
  figure,
  packing,
  sheet,
}: {
  desk: FigureDesk;
  figure: Figure;
  packing: PackingDesk;
  sheet: SheetShape;
}) {
  const { unit } = useSettings();
  const { found, share, fault } = packing;
  const leaves = leavesOf(figure);
  const names = new Map(limbsOf(figure, []).map((l) => [l.id, l.name]));
  return (
    <section aria-label={WORDS.packing} className="mt-8">
      <h2 className="head">{WORDS.theLeastSheetFor}</h2>
      <p className="note mb-3 max-w-[64ch]">{WORDS.everyFlapTakesA}</p>
      <div className="flex flex-wrap items-end gap-4">
        <Choice
          label={WORDS.mirror}
          className="w-48"
          value={figure.symmetry}
          options={SYMMETRIES}
          onChoice={(symmetry) => desk.take(changePacking(figure, { symmetry }))}
        />
        {share === undefined ? (
          <button type="button" className="btn" disabled={!found} onClick={packing.improve}>
            {WORDS.keepImproving}
          </button>
        ) : (
          <Searching what={WORDS.packing} share={share} onStop={packing.stop} />
        )}
      </div>
      {fault && (
        <Notice tone="care" className="mt-3">
          {fault}
        </Notice>
      )}
      {found && (
        <div className="mt-3 grid grid-cols-[minmax(220px,310px)_1fr] gap-6">
          <PackedSheet figure={figure} leaves={leaves} names={names} found={found} sheet={sheet} />
          <div className="text-[15px] leading-[22px]">
            <p className="say" data-testid="packing-bound">
              From <b>{toLengthText(1 / found.packing.scale, unit).text}</b> of side,{' '}
              {sheetTitle(sheet).toLowerCase()}.
            </p>
            <p className="note mb-3">
              {found.proof.isLocalBest ? WORDS.provedLocallyBestNo : WORDS.notProvedLocallyBest}{' '}
              {found.packing.hops} tries, overlap at most{' '}
              {found.proof.violation < 1e-12 ? WORDS.none : found.proof.violation.toExponential(0)}.
            </p>
            <table className="w-full text-[14px]">
              <thead>
                <tr className="text-left text-ink-2">
                  <th className="font-normal">{WORDS.flap}</th>
                  <th className="font-normal">{WORDS.couldBeLongerBy}</th>
                </tr>
              </thead>
              <tbody>
                {leaves.map((leaf, i) => (
                  <tr key={leaf} className="border-t border-rule">
                    <td className="py-[2px]">{names.get(leaf)}</td>
                    <td>
                      {found.spare[i]! < 0.05 ? (
                        <b className="text-persimmon">{WORDS.limitsTheSheet}</b>
                      ) : (
                        toLengthText(found.spare[i]!, unit).text
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </div>
      )}
    </section>
  );
}

const SIZE = 280;
/** Beside the sheet, for names that stand out over its edge. */
const ROOM = 44;

function PackedSheet({
  figure,
  leaves,
  names,
  found,
  sheet,
}: {
  figure: Figure;
  leaves: readonly string[];
  names: ReadonlyMap<string, string>;
  found: NonNullable<PackingDesk['found']>;
  sheet: SheetShape;
}) {
  const outline = outlineOf(sheet);
  const [w, h] = [0, 1].map((axis) => Math.max(...outline.map((p) => p[axis]!))) as [number, number];
  const k = SIZE / Math.max(w, h);
  const at = ([x, y]: Point): Point => [x * k + ROOM, (h - y) * k + 10];
  const { scale, positions, active } = found.packing;
  const flaps = flapsOf(figure);
  const rim = outline.map((p) => at(p).join(',')).join(' ');
  const colours = ['var(--shade)', 'var(--jade-wash)'];
  return (
    <svg
      viewBox={`0 0 ${w * k + 2 * ROOM} ${h * k + 20}`}
      className="block w-full"
      role="img"
      aria-label={`Circles of ${leaves.length} flaps on the sheet; ${active.length} pairs touch`}
    >
      <clipPath id="packed-sheet">
        <polygon points={rim} />
      </clipPath>
      <polygon points={rim} fill="var(--leaf)" stroke="var(--ink)" strokeWidth="1.4" />
      <g clipPath="url(#packed-sheet)">
        {riversOf(figure).map(({ limb, leaves: beyond, nearMm, farMm }, i) => (
          <g key={limb}>
            {beyond.map((leaf, n) => {
              const [x, y] = at(positions[leaves.indexOf(leaf)]!);
              return <circle key={leaf} cx={x} cy={y} r={farMm[n]! * scale * k} fill={colours[i % 2]} />;
            })}
            {beyond.map((leaf, n) => {
              const [x, y] = at(positions[leaves.indexOf(leaf)]!);
              return <circle key={leaf} cx={x} cy={y} r={nearMm[n]! * scale * k} fill="var(--leaf)" />;
            })}
          </g>
        ))}
        {leaves.map((leaf, i) => {
          const [x, y] = at(positions[i]!);
          const r = flaps.find((f) => f.leaf === leaf)!.lengthMm * scale * k;
          return (
            <circle
              key={leaf}
              cx={x}
              cy={y}
              r={r}
              fill="color-mix(in oklab, var(--paper-front) 30%, transparent)"
              stroke={found.spare[i]! < 0.05 ? 'var(--persimmon)' : 'var(--ink-2)'}
              strokeWidth="1.4"
            />
          );
        })}
      </g>
      {active.map(([i, j]) => {
        const [a, b] = [at(positions[i]!), at(positions[j]!)];
        return (
          <line
            key={`${i}-${j}`}
            x1={a[0]}
            y1={a[1]}
            x2={b[0]}
            y2={b[1]}
            stroke="var(--jade)"
            strokeWidth="1.2"
            strokeDasharray="5 3"
          />
        );
      })}
      {leaves.map((leaf, i) => {
        const [x, y] = at(positions[i]!);
        return (
          <g key={leaf}>
            <circle cx={x} cy={y} r="3" fill="var(--ink)" />
            <text
              x={x}
              y={y < 24 ? y + 16 : y - 6}
              fontSize="11.5"
              textAnchor="middle"
              fill="var(--ink)"
              stroke="var(--leaf)"
              strokeWidth="3"
              paintOrder="stroke"
            >
              {names.get(leaf)}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
