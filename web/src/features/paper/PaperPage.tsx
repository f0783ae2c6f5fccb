import { sayWish } from '@jade/core/wishes';
import { sayStack } from '@jade/core/readings';
import { moveWord } from '@jade/core/sequence';
import { sayNumber, toFigure, toLengthText } from '@jade/core/units';
import { StageHead } from '../../stage/index.ts';
import { Verdicts } from '../../stage/index.ts';
import { useSettings } from '../../records/index.ts';
import { useEngine } from '../../engine/index.ts';
import { useEdit, usePlan } from '../../plan/index.ts';
import { Choice, LengthField, NumberField, NarrowestReading, Reading } from '../../ui/index.ts';
import { Compare } from './Compare.tsx';
import { CutSheet } from './CutSheet.tsx';
import { PracticeSheet } from './PracticeSheet.tsx';
import { SheetWindow } from './SheetWindow.tsx';
import { PaperList } from './PaperList.tsx';
import { RulePrices } from './RulePrices.tsx';
import { WhichSideUp } from './WhichSideUp.tsx';
import { WORDS } from './words.ts';

/** Stage 3: the sheet for the wanted size, the paper, and what both do to the folds. */
export function PaperPage() {
  return (
    <main>
      <StageHead title={WORDS.paper2}>
        <PaperSentence />
      </StageHead>
      <Verdicts stage="paper" className="mx-7 mb-4 max-w-[820px]" />
      <div className="grid grid-cols-[1fr_minmax(300px,380px)] gap-8 px-7 pb-10 max-[980px]:grid-cols-1">
        <div>
          <SheetWindow />
          <WhichSideUp />
          <PaperList />
          <Compare />
          <RulePrices />
        </div>
        <div>
          <SheetForm />
          <PracticeSheet />
          <PaperReadings />
          <CutSheet />
        </div>
      </div>
    </main>
  );
}

function PaperSentence() {
  const { brief, sheet } = usePlan();
  const { unit } = useSettings();
  const reading = useEngine().result?.readings;
  if (!reading?.ratio) return <>{WORDS.theSheetIsComputed}</>;
  if (!reading.wanted)
    return (
      <>
        The silhouette is <b>{toFigure(reading.ratio, 3)}</b> of the sheet side. Write the wanted size in
        Brief, and the sheet for it stands here.
      </>
    );
  const length = (mm: number): string => toLengthText(mm, unit).text;
  return (
    <>
      For <b>{sayWish({ ...brief.target, mm: brief.target.mm! }, unit)}</b>{' '}
      {brief.target.dimension === 'height' ? WORDS.tall : WORDS.long} take a sheet of{' '}
      <b data-testid="wanted-side">{length(reading.wanted.sideMm)}</b>. Hands and paper differ: two times in
      three the right side lies from <b>{length(reading.wanted.lowMm)}</b> to{' '}
      <b>{length(reading.wanted.highMm)}</b>. What your wish allows is the band below
      {reading.learned.entries > 0 ? (
        <>
          . The diary says finished models come out <b>{toFigure(reading.learned.factor * 100, 1)} %</b> of
          the computed size.
        </>
      ) : (
        <>{WORDS.noDiaryEntryCorrects}</>
      )}
      {sheet.sideMm !== null && (
        <>
          {' '}
          Chosen: <b>{length(sheet.sideMm)}</b>.
        </>
      )}
    </>
  );
}

function SheetForm() {
  const { sheet } = usePlan();
  const edit = useEdit();
  const { unit } = useSettings();
  const wanted = useEngine().result?.readings.wanted;
  const { shape } = sheet;
  return (
    <section className="mb-5 grid grid-cols-2 gap-3" aria-label={WORDS.sheet}>
      <Choice
        label={WORDS.shapeOfTheSheet}
        value={shape.kind}
        options={[
          { value: 'square', label: WORDS.square },
          { value: 'rectangle', label: WORDS.rectangleAB },
          { value: 'triangle', label: WORDS.halfSquareTriangle },
          { value: 'hexagon', label: WORDS.sixSides },
          { value: 'octagon', label: WORDS.eightSides },
        ]}
        onChoice={(kind) =>
          edit((p) => void (p.sheet.shape = kind === 'rectangle' ? { kind, width: 2, height: 3 } : { kind }))
        }
        note={
          shape.kind === 'triangle'
            ? WORDS.aSquareCutAlong
            : shape.kind === 'hexagon' || shape.kind === 'octagon'
              ? WORDS.cutFromItsBox
              : undefined
        }
      />
      <LengthField
        label={
          shape.kind === 'triangle' ? WORDS.leg : shape.kind === 'rectangle' ? WORDS.shorterSide : WORDS.side
        }
        unit={unit}
        valueMm={sheet.sideMm}
        allowEmpty
        note={
          wanted ? `${toLengthText(wanted.sideMm, unit).text} for the wanted size` : WORDS.emptyTheOneWanted
        }
        onLength={(mm) => edit((p) => void (p.sheet.sideMm = mm))}
      />
      {shape.kind === 'rectangle' && (
        <>
          <NumberField
            label={WORDS.widthParts}
            value={shape.width}
            low={0.1}
            high={5000}
            step={0.001}
            onNumber={(v) => edit((p) => void (p.sheet.shape = { ...shape, width: v }), 'shape-w')}
          />
          <NumberField
            label={WORDS.heightParts}
            value={shape.height}
            low={0.1}
            high={5000}
            step={0.001}
            onNumber={(v) => edit((p) => void (p.sheet.shape = { ...shape, height: v }), 'shape-h')}
          />
        </>
      )}
      <SizeStep />
      {wanted && (
        <button
          type="button"
          className="btn solid col-span-2"
          onClick={() => edit((p) => void (p.sheet.sideMm = Math.round(wanted.sideMm * 10) / 10))}
        >
          Take {toLengthText(Math.round(wanted.sideMm * 10) / 10, unit).text}
        </button>
      )}
    </section>
  );
}

/** The step whose silhouette is measured: the last, or an earlier one that the shaping does not change. */
function SizeStep() {
  const plan = usePlan();
  const edit = useEdit();
  if (plan.steps.length < 2) return null;
  return (
    <Choice
      label={WORDS.sizeIsReadAt}
      className="col-span-2"
      value={plan.sizeStep ?? ''}
      options={[
        { value: '', label: `the last step, ${plan.steps.length}` },
        ...plan.steps
          .slice(0, -1)
          .map((s, i) => ({ value: s.id, label: `step ${i + 1}, ${moveWord(s)}` }))
          .reverse(),
      ]}
      onChoice={(id) => edit((p) => void (p.sizeStep = id === '' ? null : id))}
    />
  );
}

function PaperReadings() {
  const plan = usePlan();
  const { unit, limits } = useSettings();
  const reading = useEngine().result?.readings;
  const last = reading?.last;
  if (!last || reading.sideMm === undefined) return null;
  return (
    <section className="mb-5" aria-label={WORDS.whatThisSheetAnd}>
      <h2 className="head mb-1">
        {toLengthText(reading.sideMm, unit).text} of {plan.paper.name}
      </h2>
      {last.thicknessMm === undefined ? (
        <Reading label={WORDS.thickness} figure="not known" note={WORDS.measureTenSheetsUnder} />
      ) : (
        <Reading
          label={WORDS.thickness}
          figure={toFigure(last.thicknessMm, 2)}
          unit="mm"
          note={`${last.measures.spot.layers} layers of ${sayNumber(plan.paper.caliperMm!)} mm at the thickest place`}
        />
      )}
      {reading.narrowest ? (
        <NarrowestReading narrowest={reading.narrowest} limits={limits} isOnTheWay />
      ) : (
        <Reading
          label={WORDS.narrowestFlap}
          figure="none"
          note={
            last.shortestMm === undefined
              ? WORDS.nothingFoldedYet
              : `no corner stands out; the shortest fold is ${toFigure(last.shortestMm, 1)} mm`
          }
        />
      )}
      {reading.bulk && (
        <Reading
          label={WORDS.bulk2}
          figure={toFigure(reading.bulk.bulk, 2)}
          unit="N·t / w"
          care={reading.bulk.bulk > limits.bulkHard}
          rule={{
            value: reading.bulk.bulk,
            high: 0.5,
            ticks: [0, limits.bulkEasy, limits.bulkHard, 0.5],
            out: [limits.bulkHard, 0.5],
          }}
          note={`closes: ${reading.bulk.verdict}${
            reading.bulkiest ? `; ${sayStack(reading.bulkiest)} after step ${reading.bulkiest.step}` : ''
          }`}
        />
      )}
    </section>
  );
}
