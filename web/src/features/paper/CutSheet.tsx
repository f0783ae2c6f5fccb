import { useMemo, useState } from 'react';
import { toCuttingDxf } from '@jade/core/formats';
import { type DrawerPaper, MOST_PIECES, type Piece, findNextStock, toCutting } from '@jade/core/paper';
import type { Plan } from '@jade/core/plan';
import { grainOfLimbs, sayGrain } from '@jade/core/readings';
import { toFigure, toLengthText } from '@jade/core/units';
import { usePapers, useSettings } from '../../records/index.ts';
import { useEngine } from '../../engine/index.ts';
import { useEdit, usePlan } from '../../plan/index.ts';
import { boxOf } from '@jade/core/sheet';
import { Choice, NumberField } from '../../ui/index.ts';
import { WORDS } from './words.ts';

const SIZE = 300;
/** So many cuts carry their number. */
const MOST_NUMBERED = 14;

/** What is cut for one model. */
export function toPiece({ sheet: { shape } }: Plan, sideMm: number): Piece {
  const { width, height } = boxOf(shape);
  return {
    widthMm: sideMm * width,
    heightMm: sideMm * height,
    ...(shape.kind === 'triangle' ? { isHalfSquare: true } : {}),
  };
}

/** How the sheet is cut from stock: how many, in which order, what is left; at full size as PDF or DXF. */
export function CutSheet() {
  const plan = usePlan();
  const { unit } = useSettings();
  const { data } = usePapers();
  const sideMm = useEngine().result?.readings.sideMm;
  const [stock, setStock] = useState('');
  const found = useMemo(() => {
    if (sideMm === undefined || !data) return undefined;
    const piece = toPiece(plan, sideMm);
    const rules = { trimMm: plan.sheet.trimMm, keepGrain: plan.sheet.keepGrain };
    const wanted = data.find((p) => p.id === stock) ?? data.find((p) => p.id === plan.paper.drawerId);
    const next = findNextStock(piece, wanted ? [wanted] : [], rules) ?? findNextStock(piece, data, rules);
    return { piece, ...(next ? { next, cutting: toCutting(piece, next, rules) } : {}) };
  }, [sideMm, data, plan, stock]);
  if (!found) return null;
  const { piece, next, cutting } = found;
  return (
    <section aria-label={WORDS.cutting}>
      <h2 className="head mb-1">{next ? `Cut from ${next.name}` : WORDS.cutting}</h2>
      {next && cutting ? (
        <>
          <p className="note mb-2" data-testid="cutting-sentence">
            {next.id === stock
              ? WORDS.asChosen
              : next.id === plan.paper.drawerId
                ? WORDS.ofThisPlansPaper
                : WORDS.theNextSizeUp}
            : {toLengthText(next.widthMm, unit).text} × {toLengthText(next.heightMm, unit).text} gives{' '}
            <b>{cutting.pieces}</b>{' '}
            {cutting.pieces > MOST_PIECES
              ? ''
              : cutting.cuts.length === 0
                ? WORDS.withoutACut
                : `in ${cutting.cuts.length} ${cutting.cuts.length === 1 ? 'cut' : 'cuts'}`}
            , {toFigure(cutting.waste * 100, 0)} % left over. Steel rule, guarded blade, cut away from the
            hand, on a mat.
          </p>
          <StockChoice stock={stock} used={next} papers={data!} onStock={setStock} />
          {cutting.pieces > MOST_PIECES ? (
            <p className="note">
              So many are counted, not drawn: the layout is drawn and printed up to {MOST_PIECES} pieces a
              sheet.
            </p>
          ) : (
            <>
              <Layout stock={next} cutting={cutting} isHalf={piece.isHalfSquare === true} />
              <Downloads piece={piece} stock={next} cutting={cutting} />
            </>
          )}
        </>
      ) : (
        <p className="note mb-2">
          No paper in the drawer is large enough for {toLengthText(sideMm!, unit).text}. Buy a larger sheet,
          or make the model smaller.
        </p>
      )}
      {next && <GrainNote paper={next} />}
      <CuttingRules />
    </section>
  );
}

/** Where a wet-folded model's curves lie to the grain: limb by limb where its shaping notes name them. */
function GrainNote({ paper }: { paper: DrawerPaper }) {
  const plan = usePlan();
  const { finish, sheet } = plan;
  if (!finish.wetFolded) return null;
  const limbs = grainOfLimbs(plan, paper);
  const text =
    paper.grain === 'unknown'
      ? 'This model is wet-folded: find the grain first (bend the sheet both ways, it yields along the grain) and write it into the drawer.'
      : limbs.length > 0
        ? `Wet-folded; the grain runs along the ${paper.grain}.`
        : sheet.keepGrain
          ? undefined
          : `This model is wet-folded, and its grain runs along the ${paper.grain}: a piece turned when cut may have it across a curve, where wet paper cracks. Name the curved limbs in Finish, and they are judged one by one.`;
  return (
    <>
      {text && <p className="note !text-persimmon">{text}</p>}
      {limbs.length > 0 && (
        <ul className="note" aria-label={WORDS.grainInTheCurved}>
          {limbs.map((l) => (
            <li key={l.limb}>{sayGrain(l, sheet.keepGrain)}</li>
          ))}
        </ul>
      )}
    </>
  );
}

function StockChoice({
  stock,
  used,
  papers,
  onStock,
}: {
  stock: string;
  used: DrawerPaper;
  papers: readonly DrawerPaper[];
  onStock: (id: string) => void;
}) {
  const { unit } = useSettings();
  return (
    <Choice
      label={WORDS.stockSheet}
      className="mb-2"
      value={used.id}
      options={papers.map((p) => ({
        value: p.id,
        label: `${p.name}, ${toLengthText(p.widthMm, unit).text} × ${toLengthText(p.heightMm, unit).text}`,
      }))}
      onChoice={onStock}
      note={stock !== '' && used.id !== stock ? WORDS.theSheetYouChose : undefined}
    />
  );
}

function CuttingRules() {
  const { sheet } = usePlan();
  const edit = useEdit();
  return (
    <div className="mt-3 flex items-end gap-4">
      <NumberField
        label={WORDS.trimOffEachEdge}
        className="w-44"
        value={sheet.trimMm}
        low={0}
        high={100}
        step={0.5}
        onNumber={(v) => edit((p) => void (p.sheet.trimMm = v), 'trim')}
      />
      <label className="flex min-h-[36px] items-center gap-2 text-[14px]">
        <input
          type="checkbox"
          checked={sheet.keepGrain}
          onChange={(e) => edit((p) => void (p.sheet.keepGrain = e.target.checked))}
        />
        keep the grain’s direction
      </label>
    </div>
  );
}

function Layout({
  stock,
  cutting,
  isHalf,
}: {
  stock: DrawerPaper;
  cutting: ReturnType<typeof toCutting>;
  isHalf: boolean;
}) {
  const { paper } = usePlan();
  const k = SIZE / Math.max(stock.widthMm, stock.heightMm);
  const [w, h] = [stock.widthMm * k, stock.heightMm * k];
  const x = (v: number): number => 1 + v * k;
  const y = (v: number): number => 1 + h - v * k;
  return (
    <svg
      width={w + 2}
      height={h + 2}
      role="img"
      aria-label={`Pieces on the stock sheet: ${cutting.pieces}; cuts: ${cutting.cuts.length}`}
    >
      <rect x="1" y="1" width={w} height={h} fill="var(--shade)" stroke="var(--ink-2)" />
      {cutting.layout.slice(0, 200).map((p, i) => (
        <rect
          key={i}
          x={x(p.x)}
          y={y(p.y + p.heightMm)}
          width={p.widthMm * k}
          height={p.heightMm * k}
          fill={paper.front.hex}
          stroke={isHalf ? 'none' : '#1a2320'}
        />
      ))}
      {cutting.cuts.slice(0, 400).map(({ from, to, what }, i) => (
        <g key={i}>
          <line
            x1={x(from[0])}
            y1={y(from[1])}
            x2={x(to[0])}
            y2={y(to[1])}
            stroke="var(--persimmon)"
            strokeWidth="1.4"
            strokeDasharray={what === 'trim' ? '5 4' : undefined}
          />
          {i < MOST_NUMBERED && (
            <>
              <circle
                cx={x((from[0] + to[0]) / 2)}
                cy={y((from[1] + to[1]) / 2)}
                r="8"
                fill="var(--leaf)"
                stroke="var(--persimmon)"
              />
              <text
                x={x((from[0] + to[0]) / 2)}
                y={y((from[1] + to[1]) / 2) + 4}
                fontSize="11"
                textAnchor="middle"
                fill="var(--ink)"
              >
                {i + 1}
              </text>
            </>
          )}
        </g>
      ))}
    </svg>
  );
}

function Downloads({
  piece,
  stock,
  cutting,
}: {
  piece: Piece;
  stock: DrawerPaper;
  cutting: ReturnType<typeof toCutting>;
}) {
  const { name, sheet } = usePlan();
  const size = (mm: number): number => Math.round(mm * 100) / 100;
  const query = new URLSearchParams({
    title: `${name}: ${cutting.pieces} of ${size(piece.widthMm)} x ${size(piece.heightMm)} mm`,
    stock: stock.name,
    stockWidth: String(stock.widthMm),
    stockHeight: String(stock.heightMm),
    width: String(piece.widthMm),
    height: String(piece.heightMm),
    half: piece.isHalfSquare ? '1' : '0',
    trim: String(sheet.trimMm),
    grain: sheet.keepGrain ? '1' : '0',
  });
  const dxf = useMemo(
    () => `data:application/dxf;charset=utf-8,${encodeURIComponent(toCuttingDxf(cutting, stock))}`,
    [cutting, stock],
  );
  return (
    <p className="mt-2 flex flex-wrap gap-4">
      <a className="act" href={`/api/cutting.pdf?${query.toString()}`} download={`${name} cutting.pdf`}>
        {WORDS.printItFullSize}
      </a>
      <a className="act" href={dxf} download={`${name} cutting.dxf`}>
        {WORDS.saveAsDxf}
      </a>
    </p>
  );
}
