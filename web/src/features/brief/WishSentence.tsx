import { useState } from 'react';
import type { Plan } from '@jade/core/plan';
import type { WishReading } from '@jade/core/readings';
import { otherDimension } from '@jade/core/sizing';
import { toLengthText } from '@jade/core/units';
import { type Bound, type ReadWishes, type SizeWish, readWishes } from '@jade/core/wishes';
import { useEngine } from '../../engine/index.ts';
import { useEdit, usePlan } from '../../plan/index.ts';
import { useSettings } from '../../records/index.ts';
import { Hardest } from './Hardest.tsx';
import { WordButton, WordChoice, WordLength, WordNumber, WordText } from './inline.tsx';
import { RULES, WORDS } from './words.ts';

type Brief = Plan['brief'];
type Wish = NonNullable<Brief['other']>;

/** How a size is wished, in the order it is chosen from; exactly is about, within 0 %. */
const BOUNDS: readonly { value: Bound | 'exactly'; label: string }[] = [
  { value: 'about', label: 'about' },
  { value: 'exactly', label: 'exactly' },
  { value: 'least', label: 'at least' },
  { value: 'most', label: 'at most' },
  { value: 'between', label: 'between' },
];
const USUAL_TOLERANCE = 5;

/** What is wanted as one sentence: its words are changed where they stand, and it grows by what is added to it. */
export function WishSentence() {
  const plan = usePlan();
  const edit = useEdit();
  const { unit } = useSettings();
  const [fault, setFault] = useState('');
  const { brief } = plan;
  const { target } = brief;
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
        <Size
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
              <Size
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
        .
      </p>
      {fault && (
        <p role="alert" className="my-1 font-semibold text-persimmon">
          {fault}
        </p>
      )}
      <AddWords />
      <Verdicts />
      <Hardest />
    </section>
  );
}

interface SizeProps {
  readonly label: string;
  readonly wish: SizeWish | null;
  readonly unit: Parameters<typeof toLengthText>[1];
  readonly onWish: (wish: Wish | null) => void;
  readonly onFault: (fault: string) => void;
}

/** One wished size in words: "at most 100 mm", "between 60 mm and 70 mm", "about 90 mm within 4 %". */
function Size({ label, wish, unit, onWish, onFault }: SizeProps) {
  const bound = wish?.bound ?? 'about';
  const isExact = wish !== null && bound === 'about' && wish.tolerancePercent === 0;
  const full = (change: Partial<Wish>): Wish => ({
    mm: wish!.mm,
    tolerancePercent: wish!.tolerancePercent,
    bound,
    toMm: wish!.toMm ?? null,
    ...change,
  });
  return (
    <>
      {wish && (
        <>
          <WordChoice
            label={`${label}, how`}
            value={isExact ? 'exactly' : bound}
            options={BOUNDS}
            onChoice={(v) =>
              onWish(
                full({
                  bound: v === 'exactly' ? 'about' : v,
                  tolerancePercent:
                    v === 'exactly' ? 0 : v === 'about' && isExact ? USUAL_TOLERANCE : wish.tolerancePercent,
                  toMm: v === 'between' ? (wish.toMm ?? Math.round(wish.mm * 1.1)) : null,
                }),
              )
            }
          />{' '}
        </>
      )}
      <WordLength
        label={label}
        valueMm={wish?.mm ?? null}
        unit={unit}
        onFault={onFault}
        onLength={(mm) =>
          onWish(
            mm === null
              ? null
              : wish
                ? full({ mm, toMm: bound === 'between' ? Math.max(mm * 1.01, wish.toMm ?? mm) : null })
                : { mm, tolerancePercent: USUAL_TOLERANCE, bound: 'about', toMm: null },
          )
        }
      />
      {wish && bound === 'between' && (
        <>
          {' '}
          and{' '}
          <WordLength
            label={`${label}, upper end`}
            valueMm={wish.toMm ?? wish.mm}
            unit={unit}
            onFault={onFault}
            onLength={(mm) => {
              if (mm === null) onWish(full({ bound: 'least', toMm: null }));
              else if (mm > wish.mm) onWish(full({ toMm: mm }));
              else onFault('The upper end has to be larger than the lower one; change the lower one first.');
            }}
          />
        </>
      )}
      {wish && bound === 'about' && !isExact && (
        <>
          {' '}
          within{' '}
          <WordNumber
            label={label === WORDS.wantedSize ? WORDS.tolerance : `${label}, within, %`}
            value={wish.tolerancePercent}
            low={0}
            high={50}
            onFault={onFault}
            onNumber={(v) => onWish(full({ tolerancePercent: v }))}
          />{' '}
          %
        </>
      )}
    </>
  );
}

/** What the sentence can grow by; what it has already is not offered. */
function AddWords() {
  const { brief } = usePlan();
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
    <p className="mt-1 flex flex-wrap gap-x-4 text-[15px] text-ink-2">
      {offers.length > 0 && (
        <span className="flex flex-wrap gap-x-3">
          {WORDS.add}
          {offers.map((o) => (
            <WordButton key={o.word} onPress={o.act}>
              {o.word}
            </WordButton>
          ))}
        </span>
      )}
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
  );
}

/** A day so many weeks from now, in the folder's own days. */
function inWeeks(weeks: number): string {
  const day = new Date();
  day.setDate(day.getDate() + 7 * weeks);
  return day.toLocaleDateString('sv');
}

const ADJECTIVE = { height: 'tall', length: 'long', depth: 'deep' } as const;

/** Each wish with what the folds make of it, and which two contradict each other. */
function Verdicts() {
  const { result } = useEngine();
  const { unit } = useSettings();
  const edit = useEdit();
  const wishes = result?.readings.wishes ?? [];
  if (wishes.length === 0) return null;
  const wanted = result?.readings.wanted?.sideMm;
  const wantedMm = wanted === undefined ? undefined : Math.round(wanted * 10) / 10;
  const length = (mm: number): string => toLengthText(mm, unit).text;
  return (
    <ul className="mt-3 max-w-[640px]" aria-label={WORDS.whatTheFoldsSay}>
      {wishes.map((w) => (
        <li key={w.id} data-wish={w.id} className="border-b border-rule py-1.5">
          <span className="flex items-baseline gap-4">
            <span className="w-[210px] shrink-0">{w.said}</span>
            <Verdict wish={w} length={length} />
            {w.id === 'target' && w.missMm !== null && w.missMm !== 0 && wantedMm !== undefined && (
              <WordButton onPress={() => edit((p) => void (p.sheet.sideMm = wantedMm))}>
                Take a sheet of {length(wantedMm)}
              </WordButton>
            )}
          </span>
          {w.conflict && (
            <span className="block text-persimmon" data-testid="conflict">
              {w.conflict.says}.
            </span>
          )}
        </li>
      ))}
    </ul>
  );
}

function Verdict({
  wish: { isMm, missMm, dimension },
  length,
}: {
  wish: WishReading;
  length: (mm: number) => string;
}) {
  if (isMm === null || missMm === null) return <span className="text-ink-2">{WORDS.notFoldedYet}</span>;
  if (missMm === 0)
    return (
      <span className="text-jade-deep">
        holds: <b>{length(isMm)}</b> {ADJECTIVE[dimension]}
      </span>
    );
  return (
    <span className="text-persimmon">
      <b>{length(isMm)}</b> {ADJECTIVE[dimension]}: <b>{length(Math.abs(missMm))}</b> too{' '}
      {missMm < 0 ? 'small' : 'large'}
    </span>
  );
}

/** The whole of it typed in one line; what is understood changes the sentence below, and nothing else does. */
function OneLine() {
  const plan = usePlan();
  const edit = useEdit();
  const { unit } = useSettings();
  const [text, setText] = useState('');
  const [fault, setFault] = useState('');
  const take = (): void => {
    const read = readWishes(text, unit, new Date().toLocaleDateString('sv'));
    if (!read.ok) return setFault(read.fault);
    edit((p) => applyWishes(p, read.value));
    setText('');
    setFault('');
  };
  return (
    <form
      className="mb-2"
      onSubmit={(e) => {
        e.preventDefault();
        take();
      }}
    >
      <label className="flex flex-wrap items-baseline gap-x-3 text-[14px] text-ink-2">
        {WORDS.inOneLine}
        <input
          type="text"
          className="min-w-[340px] flex-1"
          maxLength={400}
          placeholder={`3 ${(plan.brief.subject || 'owl').toLowerCase()}s, exactly 120 mm tall, at most 100 mm long, by 19 December`}
          value={text}
          onChange={(e) => {
            setText(e.target.value);
            setFault('');
          }}
        />
      </label>
      {fault && (
        <p role="alert" className="mt-1 text-[14px] text-persimmon">
          {fault}
        </p>
      )}
    </form>
  );
}

/** What a line says goes into the brief; what it does not say stays. The first height or length is the one the sheet follows. */
function applyWishes(p: Plan, read: ReadWishes): void {
  if (read.copies !== undefined) p.brief.copies = read.copies;
  if (read.subject !== undefined) p.brief.subject = read.subject.slice(0, 80);
  if (read.date !== undefined) p.brief.date = read.date;
  if (read.rules !== undefined) p.brief.rules = read.rules;
  const flat = read.sizes.filter((s) => s.dimension !== 'depth');
  const [first, second] = flat;
  const wishOf = ({ mm, tolerancePercent, bound, toMm }: ReadWishes['sizes'][number]): Wish => ({
    mm,
    tolerancePercent,
    bound,
    toMm,
  });
  if (first && first.dimension !== 'depth') p.brief.target = { dimension: first.dimension, ...wishOf(first) };
  if (first) p.brief.other = second ? wishOf(second) : null;
  const deep = read.sizes.find((s) => s.dimension === 'depth');
  if (deep) p.brief.depth = wishOf(deep);
}
