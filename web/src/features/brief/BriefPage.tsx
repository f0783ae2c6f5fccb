import { useState } from 'react';
import { toFigure, toLengthText } from '@jade/core/units';
import { StageHead } from '../../stage/index.ts';
import { useSettings } from '../../records/index.ts';
import { useEngine } from '../../engine/index.ts';
import { useEdit, usePlan } from '../../plan/index.ts';
import { DrawingView, usePalette } from '../../pictures/index.ts';
import { Choice, DateField, LengthField, NumberField, TextField, Waiting, sayDay } from '../../ui/index.ts';
import { SideList } from './SideList.tsx';
import { FileActions } from './FileActions.tsx';
import { WORDS } from './words.ts';

const RULES = [
  { value: 'square', label: 'One uncut square' },
  { value: 'uncut', label: 'Any uncut sheet' },
  { value: 'pragmatic', label: 'Whatever serves: a cut, two pieces, glue' },
] as const;

/** Stage 1: what is wanted. Sheet and colours answer at once from the folds there are. */
export function BriefPage() {
  const plan = usePlan();
  const edit = useEdit();
  const { brief } = plan;
  return (
    <main>
      <StageHead title={WORDS.brief}>
        <BriefSentence />
      </StageHead>
      <div className="grid grid-cols-[minmax(340px,460px)_1fr] gap-10 px-7 pb-10 max-[860px]:grid-cols-1">
        <form className="grid grid-cols-2 content-start gap-x-4 gap-y-3" onSubmit={(e) => e.preventDefault()}>
          <TextField
            className="col-span-2"
            label={WORDS.nameOfThePlan}
            value={plan.name}
            onText={(t) => t.trim() && edit((p) => void (p.name = t), 'name')}
          />
          <TextField
            label={WORDS.subject}
            value={brief.subject}
            onText={(t) => edit((p) => void (p.brief.subject = t), 'subject')}
          />
          <TextField
            label={WORDS.castOrSetIt}
            value={plan.cast}
            onText={(t) => edit((p) => void (p.cast = t), 'cast')}
          />
          <TextField
            className="col-span-2"
            label={WORDS.pose}
            most={200}
            value={brief.pose}
            onText={(t) => edit((p) => void (p.brief.pose = t), 'pose')}
          />
          <Sizes />
          <Terms />
          <div className="col-span-2">
            <SideList />
          </div>
          <Origin />
          <div className="col-span-2">
            <FileActions />
          </div>
        </form>
        <ColourAnswer />
      </div>
    </main>
  );
}

/** The sizes that are wanted, each with how far off it may be. */
function Sizes() {
  const { brief } = usePlan();
  const edit = useEdit();
  const { unit } = useSettings();
  return (
    <>
      <LengthField
        label={WORDS.wantedSize}
        unit={unit}
        valueMm={brief.target.mm}
        allowEmpty
        note={WORDS.suchAs909}
        onLength={(mm) => edit((p) => void (p.brief.target.mm = mm))}
      />
      <Choice
        label={WORDS.isIts}
        value={brief.target.dimension}
        options={[
          { value: 'height', label: WORDS.height },
          { value: 'length', label: WORDS.length },
        ]}
        onChoice={(v) => edit((p) => void (p.brief.target.dimension = v))}
      />
      <NumberField
        label={WORDS.tolerance}
        value={brief.target.tolerancePercent}
        low={0}
        high={50}
        step={0.5}
        onNumber={(v) => edit((p) => void (p.brief.target.tolerancePercent = v), 'tolerance')}
      />
      <LengthField
        label={brief.target.dimension === 'height' ? WORDS.alsoLong : WORDS.alsoTall}
        unit={unit}
        valueMm={brief.other?.mm ?? null}
        allowEmpty
        note={WORDS.leftEmptyWhereAny}
        onLength={(mm) =>
          edit((p) => {
            p.brief.other =
              mm === null ? null : { mm, tolerancePercent: p.brief.other?.tolerancePercent ?? 10 };
          })
        }
      />
      {brief.other && (
        <NumberField
          label={WORDS.within}
          className="col-start-2"
          value={brief.other.tolerancePercent}
          low={0}
          high={50}
          step={0.5}
          onNumber={(v) =>
            edit((p) => void (p.brief.other && (p.brief.other.tolerancePercent = v)), 'other tolerance')
          }
        />
      )}
      <LengthField
        label={WORDS.alsoDeep}
        unit={unit}
        valueMm={brief.depth?.mm ?? null}
        allowEmpty
        note={WORDS.frontHalfToRear}
        onLength={(mm) =>
          edit((p) => {
            p.brief.depth =
              mm === null ? null : { mm, tolerancePercent: p.brief.depth?.tolerancePercent ?? 10 };
          })
        }
      />
      {brief.depth && (
        <NumberField
          label={WORDS.depthWithin}
          className="col-start-2"
          value={brief.depth.tolerancePercent}
          low={0}
          high={50}
          step={0.5}
          onNumber={(v) =>
            edit((p) => void (p.brief.depth && (p.brief.depth.tolerancePercent = v)), 'depth tolerance')
          }
        />
      )}
    </>
  );
}

/** How many, by which rules, by when, at what price. */
function Terms() {
  const { brief } = usePlan();
  const edit = useEdit();
  return (
    <>
      <NumberField
        label={WORDS.copies}
        value={brief.copies}
        low={1}
        high={200}
        onNumber={(v) => edit((p) => void (p.brief.copies = v), 'copies')}
      />
      <Choice
        label={WORDS.houseRules}
        value={brief.rules}
        options={RULES}
        onChoice={(v) => edit((p) => void (p.brief.rules = v))}
      />
      <DateField
        label={WORDS.neededOn}
        value={brief.date}
        onDate={(d) => edit((p) => void (p.brief.date = d))}
      />
      <NumberField
        label={WORDS.paperOfAModel}
        value={brief.budget ?? 0}
        low={0}
        high={100000}
        step={0.01}
        note={WORDS.n0WhereItDoes}
        onNumber={(v) => edit((p) => void (p.brief.budget = v > 0 ? v : null), 'budget')}
      />
    </>
  );
}

/** Whose design it is, and what may be done with it; it stands on the booklet's cover and goes along with the plan. */
function Origin() {
  const { origin } = usePlan();
  const edit = useEdit();
  const isSaid = Object.values(origin).some((v) => v !== '');
  // A year that is being typed is none yet: it is kept once it has four figures, or none.
  const [typed, setTyped] = useState<string>();
  const typedYear = typed ?? origin.year;
  const setYear = (t: string): void => {
    const isWhole = t === '' || t.length === 4;
    setTyped(isWhole ? undefined : t);
    if (isWhole) edit((p) => void (p.origin.year = t), 'origin-year');
  };
  const field = (key: Exclude<keyof typeof origin, 'year'>, label: string, most: number) => (
    <TextField
      label={label}
      most={most}
      value={origin[key]}
      onText={(t) => edit((p) => void (p.origin[key] = t), `origin-${key}`)}
    />
  );
  return (
    <details className="col-span-2" open={isSaid}>
      <summary className="cursor-pointer text-[14px] text-ink-2">
        {WORDS.whoseItIs}: {origin.designer === '' ? WORDS.nobodyNamed : <b>{origin.designer}</b>}
      </summary>
      <div className="mt-2 grid grid-cols-2 gap-x-4 gap-y-3">
        {field('designer', WORDS.designer, 80)}
        {field('source', WORDS.source, 200)}
        <TextField
          label={WORDS.year}
          most={4}
          value={typedYear}
          onText={(t) => /^\d{0,4}$/.test(t) && setYear(t)}
          {...(typed === undefined ? {} : { note: WORDS.yearOfFour })}
        />
        {field('licence', WORDS.licence, 80)}
        <div className="col-span-2">{field('permission', WORDS.permission, 200)}</div>
      </div>
    </details>
  );
}

function BriefSentence() {
  const { name, brief } = usePlan();
  const { unit } = useSettings();
  const { target } = brief;
  if (target.mm === null)
    return (
      <>
        How large shall the {(brief.subject || name).toLowerCase()} become? Write the wanted size, and
        everything after it is computed from there.
      </>
    );
  return (
    <>
      {brief.copies === 1 ? WORDS.one : <b>{brief.copies}</b>} {(brief.subject || name).toLowerCase()}
      {brief.copies === 1 ? '' : 's'}, <b>{toLengthText(target.mm, unit).text}</b>{' '}
      {target.dimension === 'height' ? WORDS.tall : WORDS.long} within <b>{target.tolerancePercent} %</b>
      {brief.date ? (
        <>
          , by <b>{sayDay(brief.date)}</b>
        </>
      ) : null}
      ; {RULES.find((r) => r.value === brief.rules)!.label.toLowerCase()}.
    </>
  );
}

/** What the folds show of each paper side, front and behind, at the sheet chosen or wanted. */
function ColourAnswer() {
  const plan = usePlan();
  const palette = usePalette();
  const { result, pictures, detail } = useEngine();
  const { unit } = useSettings();
  const reading = result?.readings;
  const last = reading?.last;
  const drawing = pictures.get(result?.steps.at(-1)?.stamp ?? -1);
  if (!result || (plan.steps.length > 0 && (!last || !drawing)))
    return <Waiting what={WORDS.foldingThePlan} />;
  if (!last || !drawing || reading === undefined || reading.sideMm === undefined) {
    return (
      <section className="say max-w-[46ch] pt-2 text-ink-2">
        <p className="mb-3">{WORDS.nothingIsFoldedYet}</p>
        <p>{WORDS.writeWhatIsWanted}</p>
        {detail && (
          <DrawingView
            drawing={detail.after}
            palette={palette}
            width={220}
            height={220}
            title={WORDS.theSheet}
          />
        )}
      </section>
    );
  }
  const side = reading.sideMm;
  const cm2 = (share: number): string => toFigure((share * side * side) / 100, 1);
  const row = (label: string, seen: { front: number; back: number }) => {
    const whole = seen.front + seen.back;
    return (
      <div className="mb-3" data-reading={label}>
        <div className="flex justify-between text-[14px] text-ink-2">
          <span>{label}</span>
          <span>
            <b className="text-ink">{cm2(seen.front)}</b> cm² {plan.paper.front.name},{' '}
            <b className="text-ink">{cm2(seen.back)}</b> cm² {plan.paper.back.name}
          </span>
        </div>
        <div className="mt-1 flex h-3 gap-[2px]" aria-hidden="true">
          <span
            style={{
              width: `${(seen.front / whole) * 100}%`,
              background: plan.paper.front.hex,
              outline: '1px solid var(--rule-strong)',
            }}
          />
          <span
            style={{
              width: `${(seen.back / whole) * 100}%`,
              background: plan.paper.back.hex,
              outline: '1px solid var(--rule-strong)',
            }}
          />
        </div>
      </div>
    );
  };
  return (
    <section className="max-w-[560px]" aria-label={WORDS.whatTheFoldsGive}>
      <DrawingView
        drawing={drawing}
        palette={palette}
        width={460}
        height={340}
        title={`${plan.name} as folded at the last step`}
        className="mx-auto block"
      />
      {row('Seen from the front', last.measures.fromFront)}
      {row('Seen from behind', last.measures.fromBehind)}
      <p className="say mt-4">
        From a sheet of <b>{toLengthText(side, unit).text}</b> it becomes{' '}
        <b>{toLengthText(last.widthMm!, unit).text}</b> wide and{' '}
        <b>{toLengthText(last.heightMm!, unit).text}</b> tall before shaping
        {reading.finishedMm !== undefined && reading.learned.entries > 0 ? (
          <>
            , and <b>{toLengthText(reading.finishedMm, unit).text}</b>{' '}
            {plan.brief.target.dimension === 'height' ? WORDS.tall : WORDS.long} by the diary
          </>
        ) : null}
        .
      </p>
    </section>
  );
}
