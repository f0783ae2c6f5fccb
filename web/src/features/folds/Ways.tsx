import { useEffect, useState } from 'react';
import { type LastChoice, beginVariant, chooseVariant, settleVariant } from '@jade/core/editing';
import type { Plan } from '@jade/core/plan';
import { toFigure, toLengthText, toMinutesText } from '@jade/core/units';
import { type ComparedWay, type SwapOffer, getEngine, useEngine } from '../../engine/index.ts';
import { freshId, useChange, usePlan } from '../../plan/index.ts';
import { DrawingView, usePalette } from '../../pictures/index.ts';
import { useSettings } from '../../records/index.ts';
import { TextField } from '../../ui/index.ts';
import type { Range } from './PassageLeaf.tsx';
import { sayMap } from './RepeatLeaf.tsx';
import { WORDS } from './words.ts';

/** A stretch that has several ways, side by side with what each costs; one without is given a second. */
export function Ways({ step, range, onClose }: { step: number; range: Range; onClose: () => void }) {
  const plan = usePlan();
  const change = useChange();
  const choices = useChoices();
  const [name, setName] = useState('As it is');
  const [newName, setNewName] = useState('Another way');
  const own = plan.alternatives.find(
    (a) => a.id === plan.steps[step - 1]?.variant || a.after === plan.steps[step - 1]?.id,
  );
  if (own)
    return (
      <section className="mt-4 border-t border-rule pt-3">
        <h3 className="head">{WORDS.waysToFoldIt}</h3>
        <Columns
          own={own}
          choices={choices ?? []}
          onChoose={(other) => {
            change((p) => chooseVariant(p, own.id, other));
            onClose();
          }}
        />
        <button type="button" className="act mt-1" onClick={() => change((p) => settleVariant(p, own.id))}>
          Keep "{own.chosen}" and forget the others
        </button>
      </section>
    );
  const begin = (): void => {
    change((p) =>
      beginVariant(p, { id: freshId('w'), ...range, name: name.trim(), newName: newName.trim() }),
    );
    onClose();
  };
  const faulty = name.trim() === '' || newName.trim() === '' || name.trim() === newName.trim();
  const taken = plan.steps
    .slice(range.first - 1, range.last)
    .find((s) => s.variant !== null || s.run !== null);
  return (
    <section className="mt-4 border-t border-rule pt-3">
      <h3 className="head">{WORDS.aSecondWayTo}</h3>
      <div className="flex flex-wrap items-end gap-4">
        <TextField label={WORDS.thisWayIsCalled} most={60} className="w-48" value={name} onText={setName} />
        <TextField label={WORDS.theOther} most={60} className="w-48" value={newName} onText={setNewName} />
        <button type="button" className="btn" disabled={faulty || taken !== undefined} onClick={begin}>
          {WORDS.beginTheOtherWay}
        </button>
      </div>
      {!taken && <OtherFlaps range={range} onClose={onClose} />}
      <p className="note mt-1">
        {taken ? WORDS.theseStepsAreAlready : faulty ? WORDS.giveTheTwoWays : WORDS.theOtherWayBegins}
      </p>
    </section>
  );
}

/** The stretch on other flaps of the base, where its symmetry allows: a picture of each, to be taken as a second way. */
function OtherFlaps({ range, onClose }: { range: Range; onClose: () => void }) {
  const change = useChange();
  const palette = usePalette();
  const [offers, setOffers] = useState<readonly SwapOffer[] | 'asked'>();
  const look = (): void => {
    setOffers('asked');
    void getEngine().swapFlaps(range.first, range.last).then(setOffers);
  };
  const take = ({ map, steps }: SwapOffer): void => {
    const ask = { id: freshId('w'), ...range, name: 'On its flaps', newName: `On others, ${sayMap(map)}` };
    change((p) => beginVariant(p, { ...ask, steps }));
    onClose();
  };
  if (offers === undefined)
    return (
      <button type="button" className="act mt-2 block" onClick={look}>
        {WORDS.couldOtherFlapsBe}
      </button>
    );
  if (offers === 'asked')
    return (
      <p className="note mt-2" role="status">
        {WORDS.foldingItOnEvery}
      </p>
    );
  if (offers.length === 0)
    return (
      <p className="note mt-2" role="status">
        {WORDS.onNoOtherFlap}
      </p>
    );
  return (
    <ul aria-label={WORDS.onOtherFlaps} className="mt-3 flex flex-wrap gap-4">
      {offers.map((offer) => (
        <li key={JSON.stringify(offer.map)} className="text-[14px]">
          <DrawingView
            drawing={offer.drawing}
            palette={palette}
            width={130}
            height={100}
            margin={8}
            weight={0.6}
            title={`The model at the end, ${sayMap(offer.map)}`}
          />
          <button type="button" className="act block" onClick={() => take(offer)}>
            Fold it {sayMap(offer.map)}
          </button>
        </li>
      ))}
    </ul>
  );
}

const sayChoice = ({ step }: LastChoice): string =>
  step === undefined
    ? 'With it a later step does not fold.'
    : step === 0
      ? 'It has to be chosen at the start.'
      : `It can still be chosen after step ${step}, not later.`;

function useChoices(): readonly LastChoice[] | undefined {
  const { result } = useEngine();
  const [choices, setChoices] = useState<readonly LastChoice[]>();
  useEffect(() => {
    let live = true;
    getEngine()
      .readChoices()
      .then((found) => live && setChoices(found))
      .catch(() => undefined);
    return () => {
      live = false;
    };
  }, [result]);
  return choices;
}

/** What is compared, a row each: the word and the figure of a way. */
const ROWS: readonly {
  readonly word: string;
  readonly say: (way: ComparedWay, unit: Parameters<typeof toLengthText>[1]) => string;
}[] = [
  { word: 'Steps', say: (w) => String(w.steps) },
  { word: 'Marks before', say: (w) => String(w.marks) },
  { word: 'Time', say: (w) => toMinutesText(w.minutes) },
  { word: 'Most layers', say: (w) => String(w.layersMost) },
  {
    word: 'Thickest',
    say: (w) => (w.thicknessMm === undefined ? UNKNOWN : `${toFigure(w.thicknessMm, 2)} mm`),
  },
  {
    word: 'Narrowest',
    say: (w) =>
      w.narrowest
        ? `${toFigure(w.narrowest.widthMm, 1)} mm, ${w.narrowest.verdict}, step ${w.narrowest.step}`
        : UNKNOWN,
  },
  {
    word: 'Sheet for the size wished',
    say: (w, unit) => (w.neededMm === undefined ? UNKNOWN : toLengthText(w.neededMm, unit).text),
  },
];
const UNKNOWN = 'not known';

function Columns({
  own,
  choices,
  onChoose,
}: {
  own: Plan['alternatives'][number];
  choices: readonly LastChoice[];
  onChoose: (name: string) => void;
}) {
  const ways = useCompared(own.id);
  const palette = usePalette();
  const { unit } = useSettings();
  if (!ways)
    return (
      <p className="note" role="status">
        {WORDS.foldingEachWay}
      </p>
    );
  return (
    <div className="overflow-x-auto">
      <table className="plain [&_td]:pr-6 [&_th]:pr-6" aria-label={WORDS.waysSideBySide}>
        <thead>
          <tr>
            <td />
            {ways.map((w) => (
              <th key={w.name} scope="col" className="min-w-[150px] text-left align-bottom">
                <DrawingView
                  drawing={w.drawing}
                  palette={palette}
                  width={150}
                  height={120}
                  margin={8}
                  weight={0.6}
                  title={`The model at the end, by "${w.name}"`}
                />
                {w.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {ROWS.map(({ word, say }) => (
            <tr key={word}>
              <th scope="row" className="text-left font-normal">
                {word}
              </th>
              {ways.map((w) => (
                <td key={w.name}>{say(w, unit)}</td>
              ))}
            </tr>
          ))}
          <tr>
            <th scope="row" className="text-left font-normal">
              {WORDS.folds}
            </th>
            {ways.map((w) => (
              <td key={w.name} className={w.refused.length > 0 ? '!text-persimmon' : ''}>
                {w.refused.length === 0 ? WORDS.everyStep : `not at step ${w.refused[0]!.number}`}
              </td>
            ))}
          </tr>
          <tr>
            <td />
            {ways.map((w) => (
              <td key={w.name}>
                {w.isChosen ? (
                  <b>{WORDS.isFolded}</b>
                ) : (
                  <>
                    <button type="button" className="act" onClick={() => onChoose(w.name)}>
                      Fold "{w.name}" instead
                    </button>
                    <Until choice={choices.find((c) => c.alternative === own.id && c.name === w.name)} />
                  </>
                )}
              </td>
            ))}
          </tr>
        </tbody>
      </table>
    </div>
  );
}

/** Until which step one may still choose. */
const Until = ({ choice }: { choice: LastChoice | undefined }) =>
  choice ? <span className="note block">{sayChoice(choice)}</span> : null;

/** The ways read again whenever the plan is folded anew. */
function useCompared(id: string): readonly ComparedWay[] | undefined {
  const { result } = useEngine();
  const [found, setFound] = useState<{ of: unknown; ways: readonly ComparedWay[] }>();
  useEffect(() => {
    let live = true;
    getEngine()
      .compareWays(id)
      .then((ways) => live && setFound({ of: result, ways }))
      .catch(() => undefined);
    return () => {
      live = false;
    };
  }, [id, result]);
  return found && found.of === result ? found.ways : undefined;
}
