import { useEffect, useState } from 'react';
import { Tabs } from 'radix-ui';
import { type Figure, addLimb, changePacking, rootOf, scaleFigure, sizeOf } from '@jade/core/parts';
import type { Fit } from '@jade/core/design';
import type { BaseRow } from '@jade/core/readings';
import { toLengthText } from '@jade/core/units';
import { StageHead } from '../../stage/index.ts';
import { Verdicts } from '../../stage/index.ts';
import { useSettings } from '../../records/index.ts';
import { getEngine, useEngine } from '../../engine/index.ts';
import { useEdit, usePlan } from '../../plan/index.ts';
import { Choice, LengthField, Notice, Waiting } from '../../ui/index.ts';
import { BaseList } from './BaseList.tsx';
import { Drafts } from './Drafts.tsx';
import { FigureBoard } from './FigureBoard.tsx';
import { LimbByLimb, TakeSteps } from './LimbByLimb.tsx';
import { LimbPanel } from './LimbPanel.tsx';
import { PackingPanel } from './PackingPanel.tsx';
import { Starters } from './Starters.tsx';
import { type FigureDesk, useFigure } from './useFigure.ts';
import { useOwnBases } from './useOwnBases.ts';
import { usePacking } from './usePacking.ts';
import { WORDS } from './words.ts';

/** Stage 2: the subject as a stick figure, the base whose flaps become its limbs, and the least sheet for any folding. */
export function PartsPage() {
  const plan = usePlan();
  const desk = useFigure();
  const { figure } = desk;
  const [limb, setLimb] = useState<string>();
  const [anySheet, setAnySheet] = useState(false);
  const packing = usePacking(figure, plan.sheet.shape);
  const rows = useAtlas(anySheet);
  const [fit, setFit] = useState<Fit | null>(null);
  const own = useOwnBases(figure, plan.sheet.shape, fit);
  const chosen = figure?.limbs.some((l) => l.name === limb) ? limb : figure?.limbs[0]?.name;
  const reading = useEngine().result?.readings.base;
  const match = plan.ownBase ? reading : rows?.find((r) => r.match.baseId === plan.baseId)?.match;
  return (
    <main>
      <StageHead title={WORDS.parts}>
        <PartsSentence />
      </StageHead>
      <Verdicts stage="parts" className="mx-7 mb-4 max-w-[760px]" />
      <div className="grid grid-cols-[minmax(420px,520px)_1fr] gap-8 px-7 pb-10 max-[1080px]:grid-cols-1">
        <div>
          {figure && chosen ? (
            <section aria-label={WORDS.theFigure}>
              <FigureBoard
                desk={desk}
                figure={figure}
                chosen={chosen}
                limiting={match?.limiting?.limb.name.toLowerCase()}
                onChoose={setLimb}
              />
              {desk.fault && (
                <Notice tone="care" className="my-2">
                  {desk.fault}
                </Notice>
              )}
              <LimbPanel
                desk={desk}
                figure={figure}
                chosen={chosen}
                sheet={plan.sheet.shape}
                onChoose={setLimb}
              />
              <WholeFigure desk={desk} onLimb={setLimb} />
            </section>
          ) : (
            <Starters desk={desk} onBegun={setLimb} />
          )}
        </div>
        <Tabs.Root defaultValue="bases">
          <Tabs.List aria-label={WORDS.whatAnswers} className="mb-3 flex gap-6 border-b border-rule">
            {(['bases', 'drafts'] as const).map((tab) => (
              <Tabs.Trigger
                key={tab}
                value={tab}
                disabled={tab === 'drafts' && !figure}
                className="min-h-[34px] border-b-[3px] border-transparent px-1 text-[16px] text-ink-2 hover:underline disabled:text-ink-3 disabled:no-underline data-[state=active]:border-jade data-[state=active]:font-semibold data-[state=active]:text-ink"
              >
                {tab === 'bases' ? WORDS.basesTab : WORDS.draftsTab}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          <Tabs.Content value="bases">
            {match && plan.limbs.length > 0 && <LimbByLimb match={match} />}
            {plan.baseId && <TakeSteps />}
            {rows ? (
              <BaseList
                rows={rows}
                own={own}
                fit={fit}
                onFit={setFit}
                anySheet={anySheet}
                onAnySheet={setAnySheet}
                boundMm={packing.found && 1 / packing.found.packing.scale}
                boundFault={packing.fault}
                least={figure && <PackingPanel figure={figure} packing={packing} sheet={plan.sheet.shape} />}
              />
            ) : (
              <Waiting what={WORDS.foldingTheBases} />
            )}
          </Tabs.Content>
          {/* Drafts go on while the bases are looked at. */}
          <Tabs.Content value="drafts" forceMount className="data-[state=inactive]:hidden">
            {figure && <Drafts key={JSON.stringify(figure)} figure={figure} sheet={plan.sheet.shape} />}
          </Tabs.Content>
        </Tabs.Root>
      </div>
    </main>
  );
}

/** The bases for the limbs of the open plan; the last answer stands until the next has come. */
function useAtlas(anySheet: boolean): readonly BaseRow[] | undefined {
  const { figure, limbs, sheet } = usePlan();
  const [rows, setRows] = useState<readonly BaseRow[]>();
  useEffect(() => {
    let live = true;
    void getEngine()
      .readAtlas({ figure, limbs }, anySheet ? 'any' : sheet.shape)
      .then((r) => live && setRows(r));
    return () => {
      live = false;
    };
  }, [figure, limbs, sheet.shape, anySheet]);
  return rows;
}

function PartsSentence() {
  const plan = usePlan();
  const { unit } = useSettings();
  const base = useEngine().result?.readings.base;
  const total = plan.limbs.reduce((s, l) => s + l.lengthMm, 0);
  if (plan.limbs.length === 0) return <>{WORDS.whichLimbsMustCome}</>;
  return (
    <>
      {plan.limbs.length === 1 ? (
        WORDS.oneLimb
      ) : (
        <>
          <b>{plan.limbs.length}</b> limbs
        </>
      )}
      , <b>{toLengthText(total, unit).text}</b> of flap in all.{' '}
      {base?.limiting ? (
        <>
          The {base.baseName.toLowerCase()} gives them from a sheet of{' '}
          <b>{toLengthText(base.sideMm!, unit).text}</b>; the {base.limiting.limb.name.toLowerCase()} decides.
        </>
      ) : (
        WORDS.chooseTheBaseThey
      )}
    </>
  );
}

const SYMMETRIES: readonly { value: Figure['symmetry']; label: string }[] = [
  { value: 'none', label: 'no symmetry' },
  { value: 'book', label: 'about the middle line' },
  { value: 'diagonal', label: 'about a diagonal' },
];

/** What concerns the whole figure: its size, its mirror line, another limb at the hub, another figure. */
function WholeFigure({ desk, onLimb }: { desk: FigureDesk; onLimb: (limb: string) => void }) {
  const edit = useEdit();
  const { brief } = usePlan();
  const { unit } = useSettings();
  const figure = desk.figure!;
  const { width, height } = sizeOf(figure);
  const wanted = brief.target.mm;
  return (
    <div className="mt-4 flex flex-wrap items-end gap-x-5 gap-y-1 border-t border-rule pt-3 text-[14px]">
      <LengthField
        label={WORDS.thePoseIsHigh}
        className="w-32"
        unit={unit}
        valueMm={Math.round(height * 10) / 10}
        onLength={(mm) => mm !== null && desk.take(scaleFigure(figure, 'height', mm))}
      />
      <LengthField
        label={WORDS.andLong}
        className="w-32"
        unit={unit}
        valueMm={Math.round(width * 10) / 10}
        onLength={(mm) => mm !== null && desk.take(scaleFigure(figure, 'length', mm))}
      />
      {wanted !== null && (
        <button
          type="button"
          className="act"
          onClick={() => desk.take(scaleFigure(figure, brief.target.dimension, wanted))}
        >
          Make it {toLengthText(wanted, unit).text}{' '}
          {brief.target.dimension === 'height' ? WORDS.high : WORDS.long}, as the brief says
        </button>
      )}
      <Choice
        label={WORDS.mirror}
        className="w-48"
        value={figure.symmetry}
        options={SYMMETRIES}
        onChoice={(symmetry) => desk.take(changePacking(figure, { symmetry }))}
      />
      <button
        type="button"
        className="act"
        onClick={() => {
          const next = addLimb(figure, rootOf(figure), 50);
          desk.take(next);
          if (next.ok) onLimb(next.value.limbs.at(-1)!.name);
        }}
      >
        {WORDS.addALimbAtThe}
      </button>
      <button
        type="button"
        className="act"
        onClick={() =>
          edit((p) => {
            p.figure = null;
            p.limbs = [];
          })
        }
      >
        {WORDS.beginAnotherFigure}
      </button>
    </div>
  );
}
