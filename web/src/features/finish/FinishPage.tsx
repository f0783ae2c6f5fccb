import { useEffect, useState } from 'react';
import { toFigure, toLengthText } from '@jade/core/units';
import { StageHead } from '../../stage/index.ts';
import { Verdicts } from '../../stage/index.ts';
import { useSettings } from '../../records/index.ts';
import { type StepDetail, getEngine, useEngine } from '../../engine/index.ts';
import { freshId, useEdit, usePlan } from '../../plan/index.ts';
import { TextField } from '../../ui/index.ts';
import { CleanZones } from './CleanZones.tsx';
import { FlatForm } from './FlatForm.tsx';

/** Stage 6: shaping to taste, the standing test over two foot points, and the cautions of tools and water. */
export function FinishPage() {
  const plan = usePlan();
  const detail = useLastStep();
  return (
    <main>
      <StageHead title="Finish">
        <FinishSentence />
      </StageHead>
      <Verdicts stage="finish" className="mx-7 mb-4 max-w-[760px]" />
      <div className="grid grid-cols-[minmax(360px,1fr)_minmax(320px,460px)] gap-10 px-7 pb-10 max-[900px]:grid-cols-1">
        <FlatForm key={plan.steps.length} detail={detail} />
        <div>
          <ShapingNotes />
          <CleanZones detail={detail} />
          <Cautions />
        </div>
      </div>
    </main>
  );
}

function FinishSentence() {
  const { unit } = useSettings();
  const standing = useEngine().result?.readings.standing;
  if (!standing)
    return (
      <>
        Choose the two points the model stands on, left and right, and whether the flat form balances over
        them is computed from every layer's weight.
      </>
    );
  const margin = toLengthText(Math.max(Math.abs(standing.margin), 0.01), unit).text;
  return standing.stands ? (
    <>
      The flat form balances over these points: its weight lies <b>{margin}</b> inside the {standing.weakSide}{' '}
      one, and it can lean <b>{toFigure(standing.tipDegrees, 0)}°</b> in its own plane before it tips. Whether
      the shaped model stands is not known from that.
      {standing.step > 1 && (
        <>
          {' '}
          One foot hangs <b>{toFigure(standing.step, 1)} mm</b> above the other.
        </>
      )}
    </>
  ) : (
    <>
      The flat form tips to the {standing.weakSide}: its weight lies <b>{margin}</b> outside its feet.
    </>
  );
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

function ShapingNotes() {
  const { finish } = usePlan();
  const edit = useEdit();
  return (
    <section className="mb-6" aria-label="Shaping">
      <h2 className="head mb-2">Shaping, in order</h2>
      {finish.notes.length === 0 && (
        <p className="note mb-2">
          What is rounded, curled or bent at the end, and how far: “bend the tail back, 20 to 35 degrees”.
        </p>
      )}
      <ol className="space-y-2">
        {finish.notes.map((n, i) => (
          <li key={n.id} className="grid grid-cols-[1fr_150px_auto] items-end gap-3">
            <TextField
              label={`${i + 1}`}
              most={400}
              value={n.text}
              onText={(t) => edit((p) => void (p.finish.notes[i]!.text = t), `finish-${n.id}`)}
            />
            <TextField
              label="how far"
              value={n.range}
              onText={(t) => edit((p) => void (p.finish.notes[i]!.range = t), `range-${n.id}`)}
            />
            <button
              type="button"
              className="act pb-2"
              aria-label={`Leave out note ${i + 1}`}
              onClick={() => edit((p) => void p.finish.notes.splice(i, 1))}
            >
              leave out
            </button>
          </li>
        ))}
      </ol>
      <button
        type="button"
        className="btn mt-3"
        onClick={() => edit((p) => void p.finish.notes.push({ id: freshId('note'), text: '', range: '' }))}
      >
        Add a note
      </button>
    </section>
  );
}

const TOOLS = { knife: 'knife or trimmer', glue: 'glue or spray', heat: 'hot drying tool' } as const;
const CAUTIONS = {
  knife: 'Cut away from the hand, along a steel rule, with a guarded blade, on a mat.',
  glue: 'Air the room, keep spray from the face, and follow the label and your local rules.',
  heat: 'Keep the hot tool moving and away from foil, and off when you leave the table.',
  wet: 'Keep water and damp hands away from lamps, heaters and sockets. Dampen, do not soak: wet paper tears.',
} as const;

function Cautions() {
  const { finish } = usePlan();
  const edit = useEdit();
  const shown = [...finish.tools.map((t) => CAUTIONS[t]), ...(finish.wetFolded ? [CAUTIONS.wet] : [])];
  return (
    <section aria-label="Tools and water">
      <h2 className="head mb-2">Tools and water</h2>
      <div className="flex flex-wrap gap-x-5 gap-y-1">
        {(Object.keys(TOOLS) as (keyof typeof TOOLS)[]).map((tool) => (
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
            {TOOLS[tool]}
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
