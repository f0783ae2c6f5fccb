import { useState } from 'react';
import { toFigure, toLengthText } from '@jade/core/units';
import { StageHead } from '../../stage/index.ts';
import { useSettings } from '../../records/index.ts';
import { useEngine } from '../../engine/index.ts';
import { useEdit, usePlan } from '../../plan/index.ts';
import { DrawingView, usePalette } from '../../pictures/index.ts';
import { TextField, Waiting } from '../../ui/index.ts';
import { SideList } from './SideList.tsx';
import { FileActions } from './FileActions.tsx';
import { WishSentence } from './WishSentence.tsx';
import { WORDS } from './words.ts';

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
      <div className="grid grid-cols-[minmax(380px,1fr)_minmax(340px,520px)] gap-10 px-7 pb-10 max-[860px]:grid-cols-1">
        <div>
          <WishSentence />
          <form
            className="mt-5 grid max-w-[640px] grid-cols-2 content-start gap-x-4 gap-y-3"
            onSubmit={(e) => e.preventDefault()}
          >
            <div className="col-span-2">
              <SideList />
            </div>
            <TextField
              label={WORDS.nameOfThePlan}
              value={plan.name}
              onText={(t) => t.trim() && edit((p) => void (p.name = t), 'name')}
            />
            <TextField
              label={WORDS.castOrSetIt}
              value={plan.cast}
              onText={(t) => edit((p) => void (p.cast = t), 'cast')}
            />
            <Tags />
            <TextField
              className="col-span-2"
              label={WORDS.pose}
              most={200}
              value={brief.pose}
              onText={(t) => edit((p) => void (p.brief.pose = t), 'pose')}
            />
            <Origin />
            <div className="col-span-2">
              <FileActions />
            </div>
          </form>
        </div>
        <ColourAnswer />
      </div>
    </main>
  );
}

/** Tags as they are typed, between commas; a comma at the end waits for the next one. */
const readTags = (text: string): string[] =>
  [...new Set(text.split(',').map((t) => t.trim().slice(0, 30)))].filter((t) => t !== '').slice(0, 12);

/** Words the plan is found by in the cast. */
function Tags() {
  const { tags } = usePlan();
  const edit = useEdit();
  const [typed, setTyped] = useState('');
  // What is typed stays as it is typed while it says the same: a comma at the end waits for the next word.
  const isTyped = readTags(typed).join() === tags.join();
  return (
    <TextField
      className="col-span-2"
      label={WORDS.tags}
      most={300}
      value={isTyped && typed !== '' ? typed : tags.join(', ')}
      onText={(t) => {
        setTyped(t);
        edit((p) => void (p.tags = readTags(t)), 'tags');
      }}
    />
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

/** How the wishes stand, in a line. */
function BriefSentence() {
  const { name, brief } = usePlan();
  const { unit } = useSettings();
  const { result } = useEngine();
  const reading = result?.readings;
  const wishes = reading?.wishes ?? [];
  if (brief.target.mm === null)
    return (
      <>
        How large shall the {(brief.subject || name).toLowerCase()} become? Write the wanted size, and
        everything after it is computed from there.
      </>
    );
  if (!result) return <>{WORDS.foldingThePlan}</>;
  const known = wishes.filter((w) => w.missMm !== null);
  if (known.length === 0 || reading?.sideMm === undefined) return <>{WORDS.nothingJudged}</>;
  const holds = known.filter((w) => w.missMm === 0).length;
  const clash = wishes.some((w) => w.conflict);
  return (
    <>
      From a sheet of <b>{toLengthText(reading.sideMm, unit).text}</b>,{' '}
      {holds === known.length ? (
        <>{known.length === 1 ? 'the wished size holds' : `all ${known.length} wished sizes hold`}.</>
      ) : (
        <>
          <b>{holds}</b> of <b>{known.length}</b> wished sizes {holds === 1 ? 'holds' : 'hold'}
          {clash ? WORDS.noSheetMeetsBoth : '.'}
        </>
      )}
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
