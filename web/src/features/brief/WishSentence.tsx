import { useState } from 'react';
import { Link } from 'react-router';
import { MOST_PLACES } from '@jade/core/plan';
import { otherDimension } from '@jade/core/sizing';
import { useEngine } from '../../engine/index.ts';
import { useEdit, usePlan, usePlanState } from '../../plan/index.ts';
import { useSettings } from '../../records/index.ts';
import { Hands } from './Hands.tsx';
import { Hardest } from './Hardest.tsx';
import { LikeNotice } from './Like.tsx';
import { WordButton, WordChoice, WordNumber, WordText } from './inline.tsx';
import { OneLine } from './OneLine.tsx';
import { type Wish, WishSize } from './WishSize.tsx';
import { NewPlace, PlaceWords } from './WishPlaces.tsx';
import { WishVerdicts } from './WishVerdicts.tsx';
import { RULES, WORDS } from './words.ts';

/** What is wanted as one sentence: its words are changed where they stand, and it grows by what is added to it. */
export function WishSentence() {
  const plan = usePlan();
  const edit = useEdit();
  const { unit } = useSettings();
  const [fault, setFault] = useState('');
  const { brief } = plan;
  const { target } = brief;
  const { id } = usePlanState();
  const shared = { unit, onFault: setFault };
  return (
    <section aria-label={WORDS.wishes} className="max-w-[760px]">
      <OneLine />
      <p className="font-serif text-[23px] leading-[40px]">
        <WordNumber
          label={WORDS.copies}
          value={brief.copies}
          low={1}
          high={200}
          isInteger
          onFault={setFault}
          onNumber={(v) => edit((p) => void (p.brief.copies = v), 'copies')}
        />{' '}
        <WordText
          label={WORDS.subject}
          shown={brief.subject}
          placeholder={plan.name.toLowerCase()}
          onFault={setFault}
          onText={(t) => edit((p) => void (p.brief.subject = t), 'subject')}
        />
        {brief.copies > 1 && !/s$/.test(brief.subject || plan.name) ? 's' : ''},{' '}
        <WishSize
          {...shared}
          label={WORDS.wantedSize}
          wish={target.mm === null ? null : { ...target, mm: target.mm }}
          onWish={(wish) =>
            edit((p) => {
              const { dimension, tolerancePercent, bound } = p.brief.target;
              p.brief.target = wish
                ? { dimension, ...wish }
                : { dimension, mm: null, tolerancePercent, bound, toMm: null };
            })
          }
        />{' '}
        <WordChoice
          label={WORDS.isIts}
          value={target.dimension}
          options={[
            { value: 'height', label: WORDS.tall },
            { value: 'length', label: WORDS.long },
          ]}
          onChoice={(v) => edit((p) => void (p.brief.target.dimension = v))}
        />
        {(['other', 'depth'] as const).map((key) => {
          const own = brief[key];
          if (!own) return null;
          const word =
            key === 'depth'
              ? 'deep'
              : otherDimension(target.dimension) === 'height'
                ? WORDS.tall
                : WORDS.long;
          return (
            <span key={key}>
              ,{' '}
              <WishSize
                {...shared}
                label={
                  key === 'depth' ? WORDS.alsoDeep : word === WORDS.tall ? WORDS.alsoTall : WORDS.alsoLong
                }
                wish={own}
                onWish={(wish) => edit((p) => void (p.brief[key] = wish))}
              />{' '}
              {word}
            </span>
          );
        })}
        <PlaceWords {...shared} />
        {brief.date !== null && (
          <>
            , by{' '}
            <WordText
              label={WORDS.neededOn}
              type="date"
              shown={brief.date}
              onFault={setFault}
              onText={(t) => edit((p) => void (p.brief.date = t === '' ? null : t))}
            />
          </>
        )}
        ;{' '}
        <WordChoice
          label={WORDS.houseRules}
          value={brief.rules}
          options={RULES}
          onChoice={(v) => edit((p) => void (p.brief.rules = v))}
        />
        {plan.pieces.length > 0 && (
          <>
            , in{' '}
            <Link className="act" to={`/plan/${id}/whole`}>
              {plan.pieces.length + 1} pieces
            </Link>
          </>
        )}
        {brief.budget !== null && (
          <>
            , paper of a model for at most{' '}
            <WordNumber
              label={WORDS.paperOfAModel}
              value={brief.budget}
              low={0}
              high={100000}
              onFault={setFault}
              onNumber={(v) => edit((p) => void (p.brief.budget = v > 0 ? v : null), 'budget')}
            />
          </>
        )}
        {brief.sides.map((s, i) => (
          <span key={i}>
            {i === 0 ? '; ' : ' '}
            {isAll(s.part) ? (
              <>
                no{' '}
                <WordChoice
                  label={WORDS.colourThatDoesNot}
                  value={s.side}
                  options={[
                    { value: 'front', label: plan.paper.back.name },
                    { value: 'back', label: plan.paper.front.name },
                  ]}
                  onChoice={(v) => edit((p) => void (p.brief.sides[i]!.side = v))}
                />{' '}
                shows
              </>
            ) : (
              <>
                {s.part.toLowerCase()}{' '}
                <span className="whitespace-nowrap">
                  <WordChoice
                    label={`Colour of the ${s.part}`}
                    value={s.side}
                    options={[
                      { value: 'front', label: plan.paper.front.name },
                      { value: 'back', label: plan.paper.back.name },
                    ]}
                    onChoice={(v) => edit((p) => void (p.brief.sides[i]!.side = v))}
                  />
                  {i + 1 < brief.sides.length && !isAll(s.part) ? ',' : ''}
                </span>
              </>
            )}
            {i + 1 < brief.sides.length && isAll(s.part) ? ',' : ''}
          </span>
        ))}
        .
      </p>
      <LikeNotice />
      {fault && (
        <p role="alert" className="my-1 font-semibold text-persimmon">
          {fault}
        </p>
      )}
      <AddWords />
      <WishVerdicts />
      <Hardest />
      <Hands />
    </section>
  );
}

/** A part's name that means the whole model. */
const isAll = (part: string): boolean => part.toLowerCase() === 'everything';

/** What the sentence can grow by; what it has already is not offered. */
function AddWords() {
  const { brief, pieces, steps } = usePlan();
  const [isPlacing, setPlacing] = useState(false);
  const { id } = usePlanState();
  const { result } = useEngine();
  const edit = useEdit();
  const { target } = brief;
  const reading = result?.readings;
  const usual = (mm: number | undefined): Wish => ({
    mm: Math.max(1, Math.round(mm ?? target.mm ?? 100)),
    tolerancePercent: 10,
    bound: 'most',
    toMm: null,
  });
  const side = reading?.sideMm;
  const isHigh = target.dimension === 'height';
  const otherMm = reading?.otherRatio && side ? reading.otherRatio * side : undefined;
  const offers = [
    ...(brief.other || target.mm === null
      ? []
      : [
          {
            word: isHigh ? WORDS.addLength : WORDS.addHeight,
            act: () => edit((p) => void (p.brief.other = usual(otherMm))),
          },
        ]),
    ...(brief.depth
      ? []
      : [
          {
            word: WORDS.addDepth,
            act: () =>
              edit((p) => void (p.brief.depth = usual(reading?.posed?.depthMm ?? reading?.form?.depthMm))),
          },
        ]),
    ...(steps.length > 0 && brief.places.length < MOST_PLACES
      ? [{ word: WORDS.addPlace, act: () => setPlacing(true) }]
      : []),
    ...(brief.date === null
      ? [{ word: WORDS.addDate, act: () => edit((p) => void (p.brief.date = inWeeks(3))) }]
      : []),
    ...(brief.budget === null
      ? [{ word: WORDS.addPrice, act: () => edit((p) => void (p.brief.budget = 1)) }]
      : []),
  ];
  const outs = [
    ...(brief.other
      ? [{ word: isHigh ? 'length' : 'height', act: () => edit((p) => void (p.brief.other = null)) }]
      : []),
    ...(brief.depth ? [{ word: 'depth', act: () => edit((p) => void (p.brief.depth = null)) }] : []),
    ...(brief.date !== null ? [{ word: 'day', act: () => edit((p) => void (p.brief.date = null)) }] : []),
    ...(brief.budget !== null
      ? [{ word: 'price', act: () => edit((p) => void (p.brief.budget = null)) }]
      : []),
  ];
  return (
    <>
      {isPlacing && <NewPlace onDone={() => setPlacing(false)} />}
      <p className="mt-1 flex flex-wrap gap-x-4 text-[15px] text-ink-2">
        <span className="flex flex-wrap gap-x-3">
          {WORDS.add}
          {offers.map((o) => (
            <WordButton key={o.word} onPress={o.act}>
              {o.word}
            </WordButton>
          ))}
          {pieces.length === 0 && (
            <Link className="act" to={`/plan/${id}/whole`}>
              {WORDS.addPiece}
            </Link>
          )}
        </span>
        {outs.length > 0 && (
          <span className="flex flex-wrap gap-x-3">
            {WORDS.leaveOutWish}
            {outs.map((o) => (
              <WordButton key={o.word} label={`Leave out the ${o.word}`} onPress={o.act}>
                {o.word}
              </WordButton>
            ))}
          </span>
        )}
      </p>
    </>
  );
}

/** A day so many weeks from now, in the folder's own days. */
function inWeeks(weeks: number): string {
  const day = new Date();
  day.setDate(day.getDate() + 7 * weeks);
  return day.toLocaleDateString('sv');
}
