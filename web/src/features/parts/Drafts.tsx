import { useEffect, useRef, useState } from 'react';
import { findBase } from '@jade/core/bases';
import { type DraftStage, isHidden, isMissed } from '@jade/core/draft';
import { type Figure, limbsOf } from '@jade/core/parts';
import type { SheetShape } from '@jade/core/sheet';
import { toLengthText } from '@jade/core/units';
import { useSettings } from '../../records/index.ts';
import { useEdit, usePlan } from '../../plan/index.ts';
import { type DraftCard, type Search, startDrafting } from '../../search/index.ts';
import { DrawingView, usePalette } from '../../pictures/index.ts';
import { Choice, Notice } from '../../ui/index.ts';
import { Searching } from './Searching.tsx';
import { WORDS } from './words.ts';

/** A first sequence for the figure, folded by the engine from the bases that serve it; the best readable first. */
export function Drafts({ figure, sheet }: { figure: Figure; sheet: SheetShape }) {
  const [cards, setCards] = useState<readonly DraftCard[]>();
  const [share, setShare] = useState<number>();
  const [stage, setStage] = useState<DraftStage>();
  const [fault, setFault] = useState<string>();
  const { baseId } = usePlan();
  const [only, setOnly] = useState('all');
  const running = useRef<Search<DraftCard[]>>(undefined);
  useEffect(() => () => running.current?.stop(), []);
  const begin = (): void => {
    setCards(undefined);
    setFault(undefined);
    setShare(0);
    setStage(undefined);
    const search = startDrafting(
      { figure, sheet, baseId: only === 'chosen' ? baseId : null },
      setShare,
      setCards,
      setStage,
    );
    running.current = search;
    void search.answer.then((answer) => {
      if (running.current !== search) return;
      running.current = undefined;
      setShare(undefined);
      if (answer?.ok) setCards(answer.value);
      else if (answer) setFault(answer.fault.text);
    });
  };
  return (
    <section aria-label={WORDS.drafts} className="mt-8">
      <h2 className="head">{WORDS.aFirstSequenceDrafted}</h2>
      <p className="note mb-3 max-w-[70ch]">{WORDS.basesThatServeAre}</p>
      <div className="flex flex-wrap items-end gap-4">
        {baseId && (
          <Choice
            label={WORDS.from}
            className="w-56"
            value={only}
            options={[
              { value: 'all', label: WORDS.allBasesThatServe },
              { value: 'chosen', label: `the ${findBase(baseId)!.name.toLowerCase()} alone` },
            ]}
            onChoice={setOnly}
          />
        )}
        {share === undefined ? (
          <button type="button" className="btn solid" onClick={begin}>
            {cards ? WORDS.draftAgain : WORDS.draftASequence}
          </button>
        ) : (
          <>
            <Searching what={WORDS.drafting} share={share} onStop={() => running.current?.stop()} />
            <span className="note mb-2" role="status">
              {stage ? sayStage(stage) : WORDS.folding}
              {cards && `; ${WORDS.lookingForBetterOnes}`}
            </span>
          </>
        )}
      </div>
      {fault && (
        <Notice tone="care" className="mt-3">
          {fault}
        </Notice>
      )}
      {cards && <Cards cards={cards} figure={figure} isDone={share === undefined} />}
    </section>
  );
}

const sayStage = (stage: DraftStage): string =>
  stage.doing === 'base'
    ? `making base ${stage.number} for this figure alone`
    : `folding the ${stage.baseName.toLowerCase()} into the pose`;

/** Drafts worth a look in full; those that went wrong in half of the figure behind a word, where there is a better one. */
function Cards({ cards, ...rest }: { cards: readonly DraftCard[]; figure: Figure; isDone: boolean }) {
  const isPoor = ({ verdict }: DraftCard): boolean =>
    verdict.limbs.filter(isMissed).length * 2 >= verdict.limbs.length;
  const [good, poor] = [
    cards.filter((c, i) => i === 0 || !isPoor(c)),
    cards.filter((c, i) => i > 0 && isPoor(c)),
  ];
  return (
    <>
      <ul className="mt-4 space-y-5">
        {good.map((card) => (
          <Card key={card.baseId} card={card} {...rest} />
        ))}
      </ul>
      {poor.length > 0 && (
        <details className="mt-5 border-t border-rule pt-3">
          <summary className="cursor-pointer text-[14px]">
            {poor.length === 1 ? WORDS.oneWentWrong : `${poor.length} ${WORDS.othersWentWrong}`}:{' '}
            {poor.map((c) => c.baseName.toLowerCase()).join(', ')}
          </summary>
          <ul className="mt-4 space-y-5">
            {poor.map((card) => (
              <Card key={card.baseId} card={card} {...rest} />
            ))}
          </ul>
        </details>
      )}
    </>
  );
}

/** With more layers than this at one spot a model wants thin paper and will not lie flat. */
const THICK = 40;

function Card({ card, figure, isDone }: { card: DraftCard; figure: Figure; isDone: boolean }) {
  const plan = usePlan();
  const edit = useEdit();
  const palette = usePalette();
  const { unit } = useSettings();
  const [taken, setTaken] = useState(false);
  const { verdict, drawing, sideMm } = card;
  const length = (mm: number): string => toLengthText(Math.round(mm * 10) / 10, unit).text;
  const take = (): void => {
    edit((p) => {
      p.figure = figure;
      p.steps = structuredClone(card.steps) as typeof p.steps;
      p.points = structuredClone(card.points) as typeof p.points;
      p.repeats = [];
      p.alternatives = [];
      p.sizeStep = null;
      // A base made for this figure is not in the atlas; its folds are in the steps.
      p.baseId = findBase(card.baseId) ? card.baseId : null;
      p.ownBase = null;
      p.sheet.sideMm = Math.ceil(sideMm);
      p.limbs = limbsOf(figure, []).map((l) => {
        const tip = card.tips[l.id];
        return { ...l, tip: tip !== undefined && /^[A-D]$/.test(tip) ? tip : null };
      });
    });
    setTaken(true);
  };
  return (
    <li className="grid grid-cols-[250px_1fr] gap-5 border-t border-rule pt-4" data-draft={card.baseId}>
      <DrawingView
        drawing={drawing}
        palette={palette}
        width={250}
        height={230}
        margin={24}
        weight={0.7}
        className="overflow-visible"
        title={`${figure.name} drafted from the ${card.baseName.toLowerCase()}`}
      >
        {(place) =>
          verdict.wanted.map((w, i) => {
            const [a, b] = [place(w.from), place(w.to)];
            return (
              <g key={i}>
                <line
                  x1={a[0]}
                  y1={a[1]}
                  x2={b[0]}
                  y2={b[1]}
                  stroke="var(--persimmon)"
                  strokeWidth="2"
                  strokeDasharray="6 4"
                  strokeLinecap="round"
                />
                <circle cx={b[0]} cy={b[1]} r="3" fill="var(--persimmon)" />
              </g>
            );
          })
        }
      </DrawingView>
      <div className="text-[14px] leading-[20px]">
        <h3 className="text-[17px]">
          {card.baseName}, from {length(sideMm)}, {card.steps.length} steps
        </h3>
        <p className={verdict.isReadable ? 'text-jade' : 'text-persimmon'}>{sayVerdict(card)}</p>
        <p>
          Hardest fold: {card.hardest}; about {Math.round(card.minutes)} min; up to {card.layersMax} layers.
          {card.layersMax > THICK && <span className="text-persimmon"> {WORDS.thickDraft}</span>}
        </p>
        <table className="mt-2 w-full text-[13px] leading-[19px]">
          <thead>
            <tr className="text-left text-ink-2">
              <th className="font-normal">{WORDS.limb}</th>
              <th className="font-normal">{WORDS.lengthOff}</th>
              <th className="font-normal">{WORDS.directionOff}</th>
              <th className="font-normal">{WORDS.placeOff}</th>
              <th className="font-normal">{WORDS.detour}</th>
              <th className="font-normal">end</th>
            </tr>
          </thead>
          <tbody>
            {verdict.limbs.map((l) => (
              <tr key={l.chain.leaf} className="border-t border-rule">
                <td>{l.chain.name}</td>
                <td>{length(l.offMm)}</td>
                <td>{Math.round(l.offDegrees)}°</td>
                <td>{Math.round(l.placeOff * 100)} %</td>
                <td>{Math.round(l.detour * 100)} %</td>
                <td>{l.endShows ? WORDS.shows : WORDS.hidden}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {card.troubles.length > 0 && (
          <ul className="mt-2 text-persimmon">
            {card.troubles.map((t) => (
              <li key={t}>{t.charAt(0).toUpperCase() + t.slice(1)}</li>
            ))}
          </ul>
        )}
        {isDone && (
          <div className="mt-3 flex flex-wrap items-center gap-4">
            <button type="button" className="btn" disabled={taken} onClick={take}>
              {taken ? WORDS.takenIntoFolds : WORDS.takeTheseSteps}
            </button>
            <span className="note" role="status">
              {taken
                ? WORDS.theStepsStandIn
                : plan.steps.length > 0
                  ? `Replaces the ${plan.steps.length} steps of this plan.`
                  : ''}
            </span>
          </div>
        )}
      </div>
    </li>
  );
}

function sayVerdict({ verdict }: DraftCard): string {
  const { isAccepted, isReadable, areaOff, outlineOff, limbs, worst } = verdict;
  const off = `${Math.round(areaOff * 100)} % of the area and ${Math.round(outlineOff * 100)} % of the outline are off the limbs`;
  if (isReadable) return `All limbs as wanted and in place; ${off}.`;
  const named = worst.charAt(0).toLowerCase() + worst.slice(1);
  if (isAccepted) {
    const hidden = limbs.filter(isHidden).length;
    return hidden > 0
      ? `All limbs as wanted and in place; ${hidden === 1 ? 'one is' : `${hidden} are`} hard to read, the ${named} most; ${off}.`
      : `All limbs as wanted and in place, but hard to read: ${off}.`;
  }
  const missed = limbs.filter(isMissed).length;
  return `${missed} of ${limbs.length} limbs ${missed === 1 ? 'is' : 'are'} not as wanted, the ${named} worst; ${off}.`;
}
