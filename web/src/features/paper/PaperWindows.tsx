import { scaleLinear } from 'd3';
import { useMemo } from 'react';
import { findPaperKind } from '@jade/core/paper';
import { toStockPieces } from '@jade/core/readings';
import { toLengthText } from '@jade/core/units';
import { type JudgedPaper, rankPapers } from '@jade/core/window';
import { useEngine } from '../../engine/index.ts';
import { usePlan } from '../../plan/index.ts';
import { usePapers, useSettings } from '../../records/index.ts';
import { useWindowInput } from './useWindowInput.ts';
import { WORDS } from './words.ts';

const [WIDTH, LEFT, ROW, TOP] = [720, 190, 22, 24];
/** Papers shown one under the other. */
const MOST = 14;

/** The drawer's papers ranked for the plan, with the window each leaves. */
export function useRankedPapers(): readonly JudgedPaper[] | undefined {
  const plan = usePlan();
  const input = useWindowInput();
  const { data } = usePapers();
  return useMemo(() => {
    if (!input || !data) return undefined;
    const kindOf = (id: string) => findPaperKind(data.find((p) => p.id === id)!.kind);
    return rankPapers(input, toStockPieces(plan, data), {
      isWetFolded: plan.finish.wetFolded,
      wetFoldable: (id) => kindOf(id)?.wetFoldable ?? true,
    });
  }, [plan, input, data]);
}

/** Windows of several papers one under the other on one rule, the fittest first. */
export function PaperWindows() {
  const ranked = useRankedPapers();
  const { paper } = usePlan();
  const { data } = usePapers();
  const { unit } = useSettings();
  const side = useEngine().result?.readings.sideMm;
  if (!ranked || !data || ranked.length < 2 || side === undefined) return null;
  const shown = ranked.slice(0, MOST);
  const ends = shown.flatMap((r) => [r.window.lowMm, r.window.highMm ?? 0]);
  const x = scaleLinear([0, Math.max(...ends, side) * 1.1], [LEFT, WIDTH - 10]).clamp(true);
  const height = TOP + shown.length * ROW + 8;
  const length = (mm: number): string => toLengthText(Math.round(mm), unit).text;
  const says = (r: JudgedPaper): string =>
    r.window.isOpen
      ? `${length(r.window.lowMm)} to ${r.window.highMm === undefined ? 'any' : length(r.window.highMm)}`
      : 'no size holds';
  return (
    <details className="mt-3">
      <summary className="cursor-pointer text-[15px] text-jade-deep">{WORDS.windowsOfPapers}</summary>
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        className="mt-2 block w-full"
        role="img"
        aria-label={shown.map((r) => `${nameOf(data, r.id)}: ${says(r)}`).join('; ')}
      >
        {x.ticks(7).map((t) => (
          <g key={t}>
            <line x1={x(t)} x2={x(t)} y1={TOP - 6} y2={height} stroke="var(--rule)" />
            <text x={x(t)} y={TOP - 10} fontSize="12" textAnchor="middle" fill="var(--ink-2)">
              {t}
            </text>
          </g>
        ))}
        {shown.map((r, i) => {
          const y = TOP + i * ROW;
          const isOwn = r.id === paper.drawerId;
          const [from, to] = [x(r.window.lowMm), x(r.window.highMm ?? x.domain()[1]!)];
          return (
            <g key={r.id}>
              <text x="0" y={y + 14} fontSize="13" fontWeight={isOwn ? 700 : 400} fill="var(--ink)">
                {nameOf(data, r.id).slice(0, 28)}
              </text>
              {r.window.isOpen ? (
                <rect
                  x={from}
                  width={Math.max(2, to - from)}
                  y={y + 5}
                  height={10}
                  fill={r.against.length > 0 ? 'var(--shade)' : 'var(--jade-wash)'}
                  stroke={r.against.length > 0 ? 'var(--rule-strong)' : 'var(--jade)'}
                />
              ) : (
                <text x={LEFT + 4} y={y + 14} fontSize="12" fill="var(--persimmon)">
                  {says(r)}
                </text>
              )}
            </g>
          );
        })}
        <line x1={x(side)} x2={x(side)} y1={TOP - 6} y2={height} stroke="var(--jade)" strokeWidth="1.6" />
      </svg>
    </details>
  );
}

const nameOf = (papers: readonly { readonly id: string; readonly name: string }[], id: string): string =>
  papers.find((p) => p.id === id)?.name ?? '';
