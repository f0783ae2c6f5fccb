import { useEffect, useRef, useState } from 'react';
import type { BasePaper } from '@jade/core/bases';
import type { BaseRow } from '@jade/core/readings';
import { toFigure, toLengthText } from '@jade/core/units';
import { getEngine } from '../../engine/index.ts';
import { usePlan } from '../../plan/index.ts';
import { useSettings } from '../../records/index.ts';
import { type OwnRow, type Search, startPressing } from '../../search/index.ts';
import { LimbPaper } from './LimbPaper.tsx';
import { keptOf, useBegin } from './LimbByLimb.tsx';
import { WORDS } from './words.ts';

const isOwn = (row: BaseRow | OwnRow): row is OwnRow => 'steps' in row;

/** What opens under a base: its open sheet with the paper each limb takes, and of a base of its own what it costs. */
export function RowLeaf({ row }: { readonly row: BaseRow | OwnRow }) {
  const { unit } = useSettings();
  const paper = usePaper(row);
  const { match } = row;
  const sideMm = match.sideMm ?? 100;
  const length = (mm: number): string => toLengthText(Math.round(mm * 10) / 10, unit).text;
  return (
    <div className="border-b border-rule py-3 pl-2" data-testid="row-leaf">
      {paper && (
        <LimbPaper
          outline={paper.outline}
          limbs={paper.flaps.map(({ tip, at, root, parts }) => {
            const limb = match.assignment.find((a) => a.flapTip === tip);
            return {
              key: tip,
              name: limb ? limb.limb.name : `${tip}, spare`,
              note: limb ? length(limb.flapLength * sideMm) : '',
              at,
              root,
              parts,
              isLimit: limb !== undefined && limb === match.limiting,
            };
          })}
          lines={paper.creases}
          sideMm={sideMm}
          title={`The sheet of the ${match.baseName.toLowerCase()} with the paper of ${paper.flaps.length} flaps`}
        />
      )}
      {isOwn(row) && <OwnCost row={row} length={length} />}
    </div>
  );
}

/** What a base of its own asks for: layers, limbs over, points that only fill the rim, marks; and its steps. */
function OwnCost({ row, length }: { readonly row: OwnRow; readonly length: (mm: number) => string }) {
  const { note, begin } = useBegin();
  const { figure } = usePlan();
  const [press, setPress] = useState<Search<unknown>>();
  const [told, setTold] = useState<string>();
  const pressing = useRef<Search<unknown>>(undefined);
  useEffect(() => () => pressing.current?.stop(), []);
  const { match, layersMax, hubLayers, facets, fillers, longer, marks, sheet, points, steps, stages } = row;
  const beginByMarks = (): void => {
    const search = startPressing({ sheet, points, steps, stages });
    pressing.current = search;
    setPress(search);
    setTold(undefined);
    void search.answer.then((answer) => {
      setPress(undefined);
      if (!answer) return;
      if (!answer.ok) {
        setTold(answer.fault.text);
        return;
      }
      const { steps: made, byPlace } = answer.value;
      begin({ steps: made, points: {}, own: keptOf(row, figure) });
      setTold(
        byPlace > 0
          ? `${byPlace} of its creases have no mark of their own: they run by the places of the ends, which are marked to within ${length(marks.worst * match.sideMm!)}.`
          : 'Every crease has its marks.',
      );
    });
  };
  return (
    <div className="mt-3 max-w-[70ch] text-[15px] leading-[22px]">
      <p>
        {row.bestIn.length > 0
          ? `Of the bases folded for this figure it has ${row.bestIn.map((b) => WORDS.bestIn[b]).join(' and ')}:`
          : WORDS.itHas}{' '}
        <b>{layersMax}</b> layers at its thickest place, <b>{hubLayers}</b> at the spot where limbs meet,{' '}
        {facets} facets.
      </p>
      {longer.length > 0 && (
        <p>
          Longer than wanted, to be shortened by a fold:{' '}
          {longer.map((l) => `${l.limb} by ${length(l.mm)}`).join(', ')}.
        </p>
      )}
      {fillers > 0 && (
        <p>
          {fillers === 1 ? 'One point' : `${fillers} points`} of the rim only{' '}
          {fillers === 1 ? 'takes' : 'take'} up paper and {fillers === 1 ? 'lies' : 'lie'} between the limbs.
        </p>
      )}
      <p data-testid="stages">
        {stages
          ? `By its creases it collapses in ${stages.length} stages, one polygon after the other, each flat before the next.`
          : WORDS.atOnce}
      </p>
      <p>
        {marks.count === 0
          ? 'All its ends lie at corners and middles of the sheet.'
          : Number.isFinite(marks.worst)
            ? `${marks.count} ends are found by marks of four creases at most, the worst off by ${toFigure(marks.worst * match.sideMm!, 2)} mm.`
            : 'For one of its ends no mark of four creases comes near enough; press it along a printed pattern.'}
      </p>
      <div className="mt-2 flex flex-wrap items-center gap-4">
        <button type="button" className="btn" disabled={press !== undefined} onClick={beginByMarks}>
          {press ? WORDS.pressing : WORDS.beginByMarks}
        </button>
        {press && (
          <button type="button" className="act" onClick={press.stop}>
            Stop
          </button>
        )}
        <span role="status" className="note">
          {[note, told].filter(Boolean).join(' ')}
        </span>
      </div>
    </div>
  );
}

function usePaper(row: BaseRow | OwnRow): BasePaper | undefined {
  const [paper, setPaper] = useState<{ id: string; paper: BasePaper }>();
  const own = isOwn(row) ? row.paper : undefined;
  const id = row.match.baseId;
  useEffect(() => {
    if (own) return;
    let live = true;
    void getEngine()
      .readBasePaper(id)
      .then((p) => live && setPaper({ id, paper: p }));
    return () => {
      live = false;
    };
  }, [id, own]);
  return own ?? (paper?.id === id ? paper.paper : undefined);
}
