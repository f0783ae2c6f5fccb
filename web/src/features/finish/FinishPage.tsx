import { useEffect, useMemo, useRef, useState } from 'react';
import { type ShapingStep, shapingOf, shapingStepSchema } from '@jade/core/shaping';
import { StageHead, Verdicts, useLastDetail, usePosed } from '../../stage/index.ts';
import { useSettings } from '../../records/index.ts';
import type { PosedFigure } from '../../engine/index.ts';
import { useEdit, usePiece, usePlan, useWholePlan } from '../../plan/index.ts';
import { FreeRange, type Movable, type PoseHands, PoseView } from '../../space/index.ts';
import { Waiting } from '../../ui/index.ts';
import { Actions } from './Actions.tsx';
import { CleanZones } from './CleanZones.tsx';
import { DampPlan } from './DampPlan.tsx';
import { FromAnother } from './FromAnother.tsx';
import { FlatForm } from './FlatForm.tsx';
import { Locks } from './Locks.tsx';
import { PointChooser } from './PointChooser.tsx';
import { PoseRail } from './PoseRail.tsx';
import { ShapingList } from './ShapingList.tsx';
import { type Making, ShapingMaker, TRIAL, mostPicks, placeOf, takePick, toAct } from './ShapingMaker.tsx';
import { WORDS, CAUTIONS, TOOL_WORDS, sayDrag, sayStance } from './words.ts';

const PICTURE_PX = 380;
/** While a step is made its fields are to be in sight too. */
const MAKING_PX = 320;

/** Stage 6: the figure in space, shaped, measured and stood on its table; the flat form, clean parts, tools and cautions. */
export function FinishPage() {
  const plan = usePlan();
  const detail = useLastDetail();
  const isFurther = usePiece() !== null;
  const [making, setMaking] = useState<Making | null>(null);
  const [isTaking, setTaking] = useState(false);
  const [drag, setDrag] = useState<Drag | null>(null);
  const edit = useEdit();
  const trialSteps = useMemo(() => {
    const act = making ? toAct(making) : undefined;
    const shaping = drag
      ? plan.shaping.map((s) => (s.id === drag.step ? turnedTo(s, drag.degrees) : s))
      : plan.shaping;
    if (!act) return shaping;
    const trial = shapingStepSchema.parse({ id: TRIAL, act: structuredClone(act) });
    const at = placeOf(act, shaping);
    return [...shaping.slice(0, at), trial, ...shaping.slice(at)];
  }, [making, plan.shaping, drag]);
  const figure = usePosed(trialSteps, drag !== null);
  const free = useRef(new FreeRange());
  useEffect(() => {
    if (drag && figure) free.current.note(figure.steps, drag.step);
  }, [figure, drag]);
  const hands = useMemo((): PoseHands => {
    const asks = making && making.tool !== 'open' && making.picks.length < mostPicks(making);
    return {
      movable: toMovable(trialSteps),
      boundsOf: (step) => free.current.boundsOf(trialSteps.find((s) => s.id === step)),
      onDrag: (step, degrees) =>
        step === TRIAL ? setMaking((own) => own && { ...own, degrees }) : setDrag({ step, degrees }),
      onDrop: (step, degrees) => {
        const [least, most] = free.current.boundsOf(trialSteps.find((s) => s.id === step));
        const kept = Math.max(least, Math.min(most, degrees));
        free.current.forget();
        setDrag(null);
        if (step !== TRIAL)
          edit((p) => {
            const at = p.shaping.findIndex((s) => s.id === step);
            if (at >= 0) p.shaping[at] = turnedTo(p.shaping[at]! as ShapingStep, kept) as never;
          });
      },
      ...(asks && detail ? { onPick: (pick) => setMaking((own) => own && takePick(own, pick, detail)) } : {}),
    };
  }, [trialSteps, making, detail, edit]);
  const isChoosing = making !== null && making.tool !== 'open';
  return (
    <main>
      <StageHead title={WORDS.finish}>
        <FinishSentence figure={figure} drag={drag} />
      </StageHead>
      <Verdicts stage="finish" className="mx-7 mb-4 max-w-[760px]" />
      <div className="flex gap-8 px-7 pb-6 max-[900px]:flex-col">
        <div className="min-w-0 flex-1">
          <div className={isChoosing ? 'grid grid-cols-2 gap-4' : ''}>
            {isChoosing && making && detail && (
              <PointChooser {...{ making, detail }} onMaking={setMaking} size={MAKING_PX} />
            )}
            {figure ? (
              <>
                <PoseView
                  surface={figure.surface}
                  title={plan.name}
                  height={making ? MAKING_PX : PICTURE_PX}
                  hands={hands}
                />
                <DragLine drag={drag} figure={figure} />
              </>
            ) : (
              <Waiting what={WORDS.foldingThePlan} />
            )}
          </div>
          <div className="mt-4">
            <ShapingMaker making={making} onMaking={setMaking} detail={detail} trial={figure} />
          </div>
          <div className="mt-5 mb-2 flex items-baseline gap-4">
            <h2 className="head">{WORDS.shapingInOrder}</h2>
            <button type="button" className="act" onClick={() => setTaking(true)}>
              {WORDS.fromAnotherPlan}
            </button>
          </div>
          {isTaking && <FromAnother onClose={() => setTaking(false)} />}
          <ShapingList figure={figure} />
        </div>
        {figure && <PoseRail figure={figure} />}
      </div>
      <div className="grid grid-cols-[minmax(360px,1fr)_minmax(320px,460px)] gap-10 border-t border-rule px-7 pt-5 pb-10 max-[900px]:grid-cols-1">
        <div>
          {isFurther ? (
            <p className="note">{WORDS.ofTheFirstPiece}</p>
          ) : (
            <>
              <h2 className="head mb-2">{WORDS.theFlatForm}</h2>
              <FlatForm key={plan.steps.length} detail={detail} />
            </>
          )}
        </div>
        <div>
          {!isFurther && (
            <>
              <Actions detail={detail} />
              <Locks detail={detail} />
            </>
          )}
          <CleanZones detail={detail} />
          <Cautions />
          {plan.finish.wetFolded && figure && <DampPlan figure={figure} />}
        </div>
      </div>
    </main>
  );
}

/** A part that is being dragged: the step whose amount changes, and to what. */
interface Drag {
  readonly step: string;
  readonly degrees: number;
}

const turnedTo = (step: ShapingStep, degrees: number): ShapingStep => ({
  ...step,
  act: shapingOf(step.act).withAmount(step.act, degrees),
});

/** Turned, curled and softly folded parts can be dragged; a repeat moves with what it repeats. */
function toMovable(steps: readonly ShapingStep[]): Movable {
  const own = steps.filter((s) => 'flap' in s.act).map((s): [string, string] => [s.id, s.id]);
  const ids = new Set(own.map(([id]) => id));
  const repeats = steps.flatMap((s): [string, string][] =>
    s.act.kind === 'again' && ids.has(s.act.of) ? [[s.id, s.act.of]] : [],
  );
  return new Map([...own, ...repeats]);
}

/** While a part is dragged: what stops it; else how a part is dragged. */
function DragLine({ drag, figure }: { drag: Drag | null; figure: PosedFigure }) {
  const { shaping } = usePlan();
  const refusal = drag && figure.steps.find((s) => s.refusal)?.refusal;
  if (refusal)
    return (
      <p role="status" className="note mt-1 !text-persimmon">
        {refusal.text}
      </p>
    );
  return shaping.some((s) => 'flap' in s.act) ? <p className="note mt-1">{WORDS.dragATurnedPart}</p> : null;
}

function FinishSentence({ figure, drag }: { figure: PosedFigure | undefined; drag: Drag | null }) {
  const { unit } = useSettings();
  const { finish, steps, shaping } = usePlan();
  const { pieces } = useWholePlan();
  if (steps.length === 0) return <>{WORDS.nothingIsFoldedYet}</>;
  if (!figure) return <>{WORDS.theFigureIsBeing}</>;
  if (drag)
    return <>{sayDrag(shaping.findIndex((s) => s.id === drag.step) + 1, drag.degrees, figure.pose, unit)}</>;
  return (
    <>
      {pieces.length > 0 ? `${WORDS.byItself} ` : ''}
      {sayStance(figure.pose, finish.posture !== 'stands', unit)}
    </>
  );
}

function Cautions() {
  const { finish } = usePlan();
  const edit = useEdit();
  const shown = [...finish.tools.map((t) => CAUTIONS[t]), ...(finish.wetFolded ? [CAUTIONS.wet] : [])];
  return (
    <section aria-label={WORDS.toolsAndWater}>
      <h2 className="head mb-2">{WORDS.toolsAndWater}</h2>
      <div className="flex flex-wrap gap-x-5 gap-y-1">
        {(Object.keys(TOOL_WORDS) as (keyof typeof TOOL_WORDS)[]).map((tool) => (
          <label key={tool} className="flex min-h-[28px] items-center gap-2">
            <input
              type="checkbox"
              checked={finish.tools.includes(tool)}
              onChange={() =>
                edit(
                  (p) =>
                    void (p.finish.tools = finish.tools.includes(tool)
                      ? finish.tools.filter((t) => t !== tool)
                      : [...finish.tools, tool]),
                )
              }
            />
            {TOOL_WORDS[tool]}
          </label>
        ))}
        <label className="flex min-h-[28px] items-center gap-2">
          <input
            type="checkbox"
            checked={finish.wetFolded}
            onChange={() => edit((p) => void (p.finish.wetFolded = !p.finish.wetFolded))}
          />
          wet folding
        </label>
      </div>
      <ul className="mt-2 list-disc pl-5">
        {shown.map((s) => (
          <li key={s}>{s}</li>
        ))}
      </ul>
    </section>
  );
}
