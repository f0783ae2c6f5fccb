import { useState } from 'react';
import { type DrawerPaper, countPieces } from '@jade/core/paper';
import { toStockPieces } from '@jade/core/readings';
import { toFigure, toLengthText } from '@jade/core/units';
import { type SideReading, type WindowInput, readSide, sayBand } from '@jade/core/window';
import { usePapers, useSettings } from '../../records/index.ts';
import { useEngine } from '../../engine/index.ts';
import { useEdit, usePlan } from '../../plan/index.ts';
import { toPaperChoice } from '@jade/core/plan';
import { Choice, LengthField } from '../../ui/index.ts';
import { toPiece } from './CutSheet.tsx';
import { useWindowInput } from './useWindowInput.ts';
import { WORDS } from './words.ts';

interface Side {
  readonly paper: string;
  readonly mm: number;
}

/** Two papers, or two sizes of one, held side by side: what each makes of this plan, and what it costs. */
export function Compare() {
  const input = useWindowInput();
  const { data: papers } = usePapers();
  const sideMm = useEngine().result?.readings.sideMm;
  if (!input || !papers || papers.length === 0 || sideMm === undefined) return null;
  return <Table input={input} papers={papers} sideMm={sideMm} />;
}

function Table({
  input,
  papers,
  sideMm,
}: {
  input: WindowInput;
  papers: readonly DrawerPaper[];
  sideMm: number;
}) {
  const plan = usePlan();
  const [chosen, setChosen] = useState<readonly [Side | null, Side | null]>([null, null]);
  const first = papers.find((p) => p.id === plan.paper.drawerId) ?? papers[0]!;
  const usual: readonly [Side, Side] = [
    { paper: first.id, mm: sideMm },
    { paper: (papers.find((p) => p.id !== first.id) ?? first).id, mm: sideMm },
  ];
  const sides = [chosen[0] ?? usual[0], chosen[1] ?? usual[1]] as const;
  const set = (i: 0 | 1, change: Partial<Side>): void =>
    setChosen(([a, b]) => (i === 0 ? [{ ...sides[0], ...change }, b] : [a, { ...sides[1], ...change }]));
  const stock = toStockPieces(plan, papers);
  const read = sides.map(({ paper, mm }) =>
    readSide(
      input,
      stock.find((s) => s.id === paper)!,
      mm,
    ),
  );
  const own = sides.map((s) => papers.find((p) => p.id === s.paper)!);
  const rows = useRows(input, read, own, sides);
  return (
    <section aria-label={WORDS.sideBySide} className="mt-6">
      <h2 className="head mb-1">{WORDS.twoPapersOrTwo}</h2>
      <table className="plain">
        <thead>
          <tr>
            <th scope="col">
              <span className="sr-only">{WORDS.what}</span>
            </th>
            {([0, 1] as const).map((i) => (
              <th key={i} scope="col">
                <SideChoice
                  name={i === 0 ? 'one' : 'other'}
                  side={sides[i]}
                  papers={papers}
                  onSide={(change) => set(i, change)}
                />
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ what, cells }) => (
            <tr key={what}>
              <th scope="row">{what}</th>
              {cells.map((cell, i) => (
                <td
                  key={i}
                  className={what === 'does not hold' && cell !== 'all holds' ? 'text-persimmon' : ''}
                >
                  {cell}
                </td>
              ))}
            </tr>
          ))}
          <tr>
            <th scope="row">
              <span className="sr-only">{WORDS.choose}</span>
            </th>
            {([0, 1] as const).map((i) => (
              <td key={i}>
                <TakeSide side={sides[i]} paper={own[i]!} />
              </td>
            ))}
          </tr>
        </tbody>
      </table>
    </section>
  );
}

function SideChoice({
  name,
  side,
  papers,
  onSide,
}: {
  name: string;
  side: Side;
  papers: readonly DrawerPaper[];
  onSide: (change: Partial<Side>) => void;
}) {
  const { unit } = useSettings();
  return (
    <div className="grid grid-cols-[1fr_96px] gap-2">
      <Choice
        label={`The ${name} paper`}
        value={side.paper}
        options={papers.map((p) => ({ value: p.id, label: p.name }))}
        onChoice={(paper) => onSide({ paper })}
      />
      <LengthField
        label={`its side, ${name}`}
        unit={unit}
        valueMm={side.mm}
        onLength={(mm) => mm !== null && onSide({ mm })}
      />
    </div>
  );
}

function TakeSide({ side, paper }: { side: Side; paper: DrawerPaper }) {
  const edit = useEdit();
  return (
    <button
      type="button"
      className="act"
      onClick={() =>
        edit((p) => {
          p.paper = toPaperChoice(paper);
          p.sheet.sideMm = side.mm;
        })
      }
    >
      Take this<span className="sr-only"> {paper.name}</span>
    </button>
  );
}

/** The readings of both, a line each; lines neither has are left out. */
function useRows(
  input: WindowInput,
  read: readonly SideReading[],
  papers: readonly DrawerPaper[],
  sides: readonly Side[],
): { what: string; cells: string[] }[] {
  const plan = usePlan();
  const { unit } = useSettings();
  const length = (mm: number | undefined): string | undefined =>
    mm === undefined ? undefined : toLengthText(mm, unit).text;
  const rules = { trimMm: plan.sheet.trimMm, keepGrain: plan.sheet.keepGrain };
  const cut = papers.map((p, i) => countPieces(toPiece(plan, sides[i]!.mm), p, rules));
  const rows: [string, (string | undefined)[]][] = [
    [plan.brief.target.dimension, read.map((r) => length(r.finishedMm))],
    ['narrowest flap', read.map((r) => r.grip && `${length(r.narrowestMm)}, ${r.grip}`)],
    ['bulk there', read.map((r) => r.bulk && `${toFigure(r.bulk.bulk, 2)} ${r.bulk.verdict}`)],
    ['gap there', read.map((r) => length(r.gapMm))],
    ['thickest place', read.map((r) => length(r.thicknessMm))],
    ['a crease', papers.map((p) => (p.memory === 'unknown' ? undefined : p.memory))],
    ['of one sheet', cut.map((n) => `${n} ${n === 1 ? 'piece' : 'pieces'}`)],
    [
      'paper of a model',
      papers.map((p, i) => (p.price === null || cut[i] === 0 ? undefined : toFigure(p.price / cut[i]!, 2))),
    ],
    [
      'does not hold',
      read.map(({ broken }, i) =>
        broken.length === 0
          ? 'all holds'
          : broken
              .map((id) =>
                sayBand(id, { ...input, caliperMm: papers[i]!.caliperMm }, unit).name.toLowerCase(),
              )
              .join(', '),
      ),
    ],
  ];
  return rows.flatMap(([what, cells]) =>
    cells.every((c) => c === undefined) ? [] : [{ what, cells: cells.map((c) => c ?? 'not known') }],
  );
}
