import { useEffect, useMemo, useState } from 'react';
import { shapingStepSchema } from '@jade/core/shaping';
import { StageHead, Verdicts, usePosed } from '../../stage/index.ts';
import { useSettings } from '../../records/index.ts';
import { type PosedFigure, type StepDetail, getEngine, useEngine } from '../../engine/index.ts';
import { useEdit, usePlan } from '../../plan/index.ts';
import { Waiting } from '../../ui/index.ts';
import { CleanZones } from './CleanZones.tsx';
import { FlatForm } from './FlatForm.tsx';
import { PointChooser } from './PointChooser.tsx';
import { PoseView } from './PoseView.tsx';
import { PoseRail } from './PoseRail.tsx';
import { ShapingList } from './ShapingList.tsx';
import { type Making, ShapingMaker, TRIAL, placeOf, toAct } from './ShapingMaker.tsx';
import { CAUTIONS, TOOL_WORDS, sayStance } from './words.ts';

const PICTURE_PX = 380;
/** While a step is made its fields are to be in sight too. */
const MAKING_PX = 320;

/** Stage 6: the figure in space, shaped, measured and stood on its table; the flat form, clean parts, tools and cautions. */
export function FinishPage() {
  const plan = usePlan();
  const detail = useLastStep();
  const [making, setMaking] = useState<Making | null>(null);
  const trialSteps = useMemo(() => {
    const act = making ? toAct(making) : undefined;
    if (!act) return plan.shaping;
    const trial = shapingStepSchema.parse({ id: TRIAL, act: structuredClone(act) });
    const at = placeOf(act, plan.shaping);
    return [...plan.shaping.slice(0, at), trial, ...plan.shaping.slice(at)];
  }, [making, plan.shaping]);
  const figure = usePosed(trialSteps);
  const isChoosing = making !== null && making.tool !== 'open';
  return (
    <main>
      <StageHead title="Finish">
        <FinishSentence figure={figure} />
      </StageHead>
      <Verdicts stage="finish" className="mx-7 mb-4 max-w-[760px]" />
      <div className="flex gap-8 px-7 pb-6 max-[900px]:flex-col">
        <div className="min-w-0 flex-1">
          <div className={isChoosing ? 'grid grid-cols-2 gap-4' : ''}>
            {isChoosing && making && detail && (
              <PointChooser {...{ making, detail }} onMaking={setMaking} size={MAKING_PX} />
            )}
            {figure ? (
              <PoseView surface={figure.surface} title={plan.name} height={making ? MAKING_PX : PICTURE_PX} />
            ) : (
              <Waiting what="Folding the plan …" />
            )}
          </div>
          <div className="mt-4">
            <ShapingMaker making={making} onMaking={setMaking} detail={detail} trial={figure} />
          </div>
          <h2 className="head mt-5 mb-2">Shaping, in order</h2>
          <ShapingList figure={figure} />
        </div>
        {figure && <PoseRail figure={figure} />}
      </div>
      <div className="grid grid-cols-[minmax(360px,1fr)_minmax(320px,460px)] gap-10 border-t border-rule px-7 pt-5 pb-10 max-[900px]:grid-cols-1">
        <div>
          <h2 className="head mb-2">The flat form</h2>
          <FlatForm key={plan.steps.length} detail={detail} />
        </div>
        <div>
          <CleanZones detail={detail} />
          <Cautions />
        </div>
      </div>
    </main>
  );
}

function FinishSentence({ figure }: { figure: PosedFigure | undefined }) {
  const { unit } = useSettings();
  const { finish, steps } = usePlan();
  if (steps.length === 0) return <>Nothing is folded yet; the figure stands here once it is.</>;
  if (!figure) return <>The figure is being folded.</>;
  return <>{sayStance(figure.pose, finish.posture !== 'stands', unit)}</>;
}

/** The finished flat form and its landmarks. */
function useLastStep(): StepDetail | undefined {
  const plan = usePlan();
  const { result } = useEngine();
  const [detail, setDetail] = useState<StepDetail>();
  useEffect(() => {
    let live = true;
    if (result)
      void getEngine()
        .readDetail(plan.steps.length)
        .then((d) => live && setDetail(d));
    return () => {
      live = false;
    };
  }, [result, plan.steps.length]);
  return detail;
}

function Cautions() {
  const { finish } = usePlan();
  const edit = useEdit();
  const shown = [...finish.tools.map((t) => CAUTIONS[t]), ...(finish.wetFolded ? [CAUTIONS.wet] : [])];
  return (
    <section aria-label="Tools and water">
      <h2 className="head mb-2">Tools and water</h2>
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
