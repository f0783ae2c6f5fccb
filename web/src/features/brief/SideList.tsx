import { useEffect, useState } from 'react';
import { type PartSeen, type RoleSwap, saySwaps, turnSheetOver } from '@jade/core/checks';
import { sayList } from '@jade/core/references';
import { toFigure } from '@jade/core/units';
import { getEngine, useEngine } from '../../engine/index.ts';
import { useLastDetail } from '../../stage/index.ts';
import { type Painted, PaintedSkin } from '../../painting/index.ts';
import { useChange, useEdit, usePlan } from '../../plan/index.ts';
import { Leaf, Waiting } from '../../ui/index.ts';
import { WORDS } from './words.ts';

/** Which paper side shows on which part of the subject, and whether it does. */
export function SideList() {
  const { brief, paper, steps } = usePlan();
  const edit = useEdit();
  const [part, setPart] = useState('');
  const [painting, setPainting] = useState<number | null>(null);
  const seen = useSeenParts();
  const change = useChange();
  const add = (): void => {
    if (part.trim() === '') return;
    edit((p) => void p.brief.sides.push({ part: part.trim(), side: 'front', at: [] }));
    setPart('');
  };
  return (
    <fieldset>
      <legend className="head mb-1">{WORDS.whichColourShowsWhere}</legend>
      {brief.sides.length === 0 && <p className="note mb-2">{WORDS.nameThePartsWhose}</p>}
      <ul>
        {brief.sides.map((s, i) => (
          <li key={i} className="border-b border-rule py-1">
            <div className="flex items-center gap-3">
              <span className="flex-1">{s.part}</span>
              <button
                type="button"
                className="flex min-h-[28px] items-center gap-2 px-2"
                aria-label={`${s.part}: ${s.side === 'front' ? paper.front.name : paper.back.name}; change`}
                onClick={() =>
                  edit((p) => void (p.brief.sides[i]!.side = s.side === 'front' ? 'back' : 'front'))
                }
              >
                <span
                  className="inline-block h-4 w-4 border border-rule-strong"
                  style={{ background: s.side === 'front' ? paper.front.hex : paper.back.hex }}
                />
                <span className="act">{s.side === 'front' ? paper.front.name : paper.back.name}</span>
              </button>
              {steps.length > 0 && (
                <button
                  type="button"
                  className="act px-1"
                  aria-label={`Paint ${s.part}`}
                  onClick={() => setPainting(i)}
                >
                  {s.at.length > 0 ? WORDS.painted : WORDS.paintIt}
                </button>
              )}
              <button
                type="button"
                className="act px-1"
                aria-label={`Leave out ${s.part}`}
                onClick={() => edit((p) => void p.brief.sides.splice(i, 1))}
              >
                {WORDS.leaveOut}
              </button>
            </div>
            {seen?.own[i]?.part === s.part && <Verdict seen={seen.own[i]} swapped={seen.swapped[i]} />}
          </li>
        ))}
      </ul>
      {seen && seen.own.some((p) => p.seen && p.seen !== p.wanted) && (
        <p className="note mt-1" data-testid="colour-remedy">
          {seen.gained.length > 0 ? (
            <>
              Begun other side up, {sayList(seen.gained)} would come out as wished
              {seen.lost.length > 0 ? `, and ${sayList(seen.lost)} no more` : ''}.{' '}
              <button type="button" className="act" onClick={() => change(turnSheetOver)}>
                {WORDS.turnTheSheet}
              </button>
            </>
          ) : (
            WORDS.turningHelpsNothing
          )}{' '}
          {saySwaps(seen.swaps)}
        </p>
      )}
      <div className="mt-2 flex gap-2">
        <input
          type="text"
          aria-label={WORDS.part}
          placeholder={WORDS.anotherPart}
          maxLength={60}
          value={part}
          className="flex-1"
          onChange={(e) => setPart(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter') {
              e.preventDefault();
              add();
            }
          }}
        />
        <button type="button" className="btn" onClick={add} disabled={part.trim() === ''}>
          {WORDS.addPart}
        </button>
      </div>
      <Leaf
        open={painting !== null}
        onOpen={() => setPainting(null)}
        title={`Where the ${brief.sides[painting ?? 0]?.part ?? 'part'} is`}
      >
        {painting !== null && <PaintPart key={painting} at={painting} onDone={() => setPainting(null)} />}
      </Leaf>
    </fieldset>
  );
}

const isMet = (p: PartSeen | undefined): boolean => p?.seen !== undefined && p.seen === p.wanted;

/** Parts that are as wished in the second and not in the first. */
const turned = (from: readonly PartSeen[], to: readonly PartSeen[]): string[] =>
  from.flatMap((p, i) => (!isMet(p) && isMet(to[i]) ? [p.part.toLowerCase()] : []));

interface SeenParts {
  readonly own: readonly PartSeen[];
  /** With the sheet begun other side up. */
  readonly swapped: readonly PartSeen[];
  /** Parts that come out as wished only then, and those that do so no more. */
  readonly gained: readonly string[];
  readonly lost: readonly string[];
  readonly swaps: readonly RoleSwap[];
}

/** What the folds make of each wish, in the order of the brief; none while it is computed or nothing is folded. */
function useSeenParts(): SeenParts | undefined {
  const { result } = useEngine();
  const [parts, setParts] = useState<SeenParts>();
  useEffect(() => {
    if (!result) return;
    let live = true;
    getEngine()
      .readColours()
      .then((found) => {
        if (!live) return;
        const [own, other] = found?.choices ?? [];
        setParts(
          own &&
            other && {
              own: own.parts,
              swapped: other.parts,
              gained: turned(own.parts, other.parts),
              lost: turned(other.parts, own.parts),
              swaps: found!.swaps,
            },
        );
      })
      .catch(() => undefined);
    return () => {
      live = false;
    };
  }, [result]);
  return parts;
}

function Verdict({
  seen: { seen, share, shareBehind, wanted },
  swapped,
}: {
  seen: PartSeen;
  swapped: PartSeen | undefined;
}) {
  const { paper } = usePlan();
  const percent = (s: number): string => `${toFigure(s * 100, 0)} %`;
  if (!seen) return <p className="note">{WORDS.whereItIsNothing}</p>;
  const isMet = seen === wanted;
  return (
    <p className={`note ${isMet ? '' : '!text-persimmon'}`} data-testid="wish-verdict">
      {share === undefined
        ? isMet
          ? `shows ${paper[wanted].name} at its tip`
          : `shows ${paper[seen].name} at its tip`
        : `${percent(share)} of it shows ${paper[wanted].name} from the front${
            shareBehind === undefined ? '' : `, ${percent(shareBehind)} from behind`
          }${isMet || swapped?.share === undefined ? '' : `; begun other side up ${percent(swapped.share)}`}`}
    </p>
  );
}

/** A part is painted on the finished form; the plan keeps the places of the sheet it is made of. */
function PaintPart({ at, onDone }: { at: number; onDone: () => void }) {
  const { brief } = usePlan();
  const edit = useEdit();
  const detail = useLastDetail();
  const [painted, setPainted] = useState<Painted>(new Map());
  if (!detail) return <Waiting what={WORDS.foldingThePlan} />;
  const keep = (): void => {
    const places = [...painted.values()].map((p) => ({ kind: 'sheet' as const, at: [p[0], p[1]] }));
    edit((p) => void (p.brief.sides[at]!.at = places as never));
    onDone();
  };
  return (
    <>
      <p className="note mb-2">{WORDS.pressAndDrawOver}</p>
      <PaintedSkin detail={detail} painted={painted} onPaint={setPainted} isLarge />
      <p className="flex gap-3">
        <button type="button" className="btn solid" disabled={painted.size === 0} onClick={keep}>
          {painted.size === 0
            ? WORDS.paintAPlaceFirst
            : painted.size === 1
              ? WORDS.thisPlaceIsIt
              : `These ${painted.size} places are it`}
        </button>
        {brief.sides[at]!.at.length > 0 && (
          <button
            type="button"
            className="btn"
            onClick={() => {
              edit((p) => void (p.brief.sides[at]!.at = []));
              onDone();
            }}
          >
            {WORDS.forgetWhatWasPainted}
          </button>
        )}
      </p>
    </>
  );
}
