import { type ShapingStep, type ShapingTool, shapingOf, shapingStepSchema } from '@jade/core/shaping';
import type { SheetSymmetry } from '@jade/core/sheet';
import { symmetriesOf } from '@jade/core/sheet';
import type { PosedFigure } from '../../engine/index.ts';
import { freshId, useEdit, usePlan } from '../../plan/index.ts';
import { DrawingView, usePalette } from '../../pictures/index.ts';
import { WaitLine, WaitsButton } from '../../stage/index.ts';
import { NumberField, TextField } from '../../ui/index.ts';
import { WORDS } from './words.ts';

/** The shaping steps in their order: what each does, how far, and what is wrong with it. */
export function ShapingList({ figure }: { figure: PosedFigure | undefined }) {
  const { shaping } = usePlan();
  if (shaping.length === 0) return <p className="note mb-3">{WORDS.theModelIsFlat}</p>;
  return (
    <ol aria-label={WORDS.shapingSteps}>
      {shaping.map((step, i) => (
        <Row key={step.id} step={step} n={i + 1} read={figure?.steps.find((s) => s.id === step.id)} />
      ))}
    </ol>
  );
}

function Row({
  step,
  n,
  read,
}: {
  step: ShapingStep;
  n: number;
  read: PosedFigure['steps'][number] | undefined;
}) {
  const { shaping, sheet } = usePlan();
  const edit = useEdit();
  const palette = usePalette();
  const { act } = step;
  const shift = (by: 1 | -1): void =>
    edit((p) => {
      const [moved] = p.shaping.splice(n - 1, 1);
      p.shaping.splice(n - 1 + by, 0, moved!);
    });
  const again = (map: SheetSymmetry): void =>
    edit((p) => {
      const act = { kind: 'again', of: step.id, map: structuredClone(map) as SheetSymmetry, behind: true };
      p.shaping.splice(n, 0, shapingStepSchema.parse({ id: freshId('w'), act }) as never);
    });
  const mirrors = symmetriesOf(sheet.shape).filter((m) => m.kind === 'mirror');
  return (
    <li className="mb-2 grid grid-cols-[20px_96px_1fr] gap-x-2 border-b border-rule pb-2">
      <b>{n}</b>
      <div>
        {read?.drawing && (
          <DrawingView
            drawing={read.drawing}
            palette={palette}
            width={90}
            height={84}
            margin={4}
            weight={0.5}
            title={`The figure after shaping step ${n}`}
          />
        )}
      </div>
      <div>
        {act.kind === 'hand' ? (
          <div className="flex flex-wrap items-end gap-3">
            <TextField
              label={WORDS.byHandNotComputed}
              most={400}
              className="min-w-[260px] flex-1"
              value={act.text}
              onText={(t) =>
                edit(
                  (p) => void ((p.shaping[n - 1]!.act as typeof act) = { ...act, text: t }),
                  `text-${step.id}`,
                )
              }
            />
            <TextField
              label={WORDS.howFar}
              most={80}
              className="w-40"
              value={act.range}
              onText={(t) =>
                edit(
                  (p) => void ((p.shaping[n - 1]!.act as typeof act) = { ...act, range: t }),
                  `range-${step.id}`,
                )
              }
            />
          </div>
        ) : (
          <>
            <p>{read?.sentence ?? '…'}</p>
            {read?.check && <p className="note">{read.check}</p>}
            {read?.estimate && <p className="note">{read.estimate}</p>}
          </>
        )}
        {read?.refusal && (
          <p role="alert" className="note !text-persimmon">
            {read.refusal.text}
          </p>
        )}
        <div className="mt-1 flex flex-wrap items-end gap-x-4 gap-y-1 text-[14px]">
          <Amounts step={step} n={n} />
          {'flap' in act && mirrors.length > 0 && (
            <label className="pb-1">
              <span className="sr-only">{WORDS.theSameOnThe}</span>
              <select
                value=""
                onChange={(e) => {
                  const map = mirrors[Number(e.target.value)];
                  if (map) again(map);
                }}
              >
                <option value="" disabled>
                  {WORDS.sameOnTheOther}
                </option>
                {mirrors.map((m, i) => (
                  <option key={i} value={i}>
                    mirrored in {m.kind === 'mirror' ? m.in.join('–') : ''}
                  </option>
                ))}
              </select>
            </label>
          )}
          <button type="button" className="act" disabled={n === 1} onClick={() => shift(-1)}>
            {WORDS.earlier}
          </button>
          <button type="button" className="act" disabled={n === shaping.length} onClick={() => shift(1)}>
            {WORDS.later}
          </button>
          <button
            type="button"
            className="act"
            aria-label={`Leave out shaping step ${n}`}
            onClick={() => edit((p) => void p.shaping.splice(n - 1, 1))}
          >
            {WORDS.leaveOut}
          </button>
          <WaitsButton
            after={`shaping step ${n}`}
            waits={step.waits}
            onWaits={(waits) => edit((p) => void (p.shaping[n - 1]!.waits = waits), `waits-${step.id}`)}
          />
        </div>
        <WaitLine waits={step.waits} />
      </div>
    </li>
  );
}

/** How far, with the least and the most it may be. */
function Amounts({ step, n }: { step: ShapingStep; n: number }) {
  const edit = useEdit();
  const { act } = step;
  const amount = shapingOf(act).amount(act);
  if (!amount || !('degrees' in act)) return null;
  const [low, most] = Object.values(shapingOf(act).tools as Record<string, ShapingTool>)[0]!.limits;
  const set = (field: 'degrees' | 'least' | 'most', value: number | null): void =>
    edit(
      (p) => void ((p.shaping[n - 1]!.act as Record<string, unknown>)[field] = value),
      `${field}-${step.id}`,
    );
  return (
    <>
      <NumberField
        label={`Step ${n}, degrees`}
        className="w-28"
        value={act.degrees}
        low={low}
        high={most}
        step={0.5}
        onNumber={(v) => set('degrees', v)}
      />
      {'rodMm' in act && (
        <NumberField
          label={WORDS.rodMm}
          className="w-20"
          value={act.rodMm}
          low={0.5}
          high={300}
          step={0.5}
          onNumber={(v) =>
            edit((p) => void ((p.shaping[n - 1]!.act as typeof act).rodMm = v), `rod-${step.id}`)
          }
        />
      )}
      {amount.least === null || amount.most === null ? (
        <button
          type="button"
          className="act"
          onClick={() => {
            set('least', amount.degrees - 5);
            set('most', amount.degrees + 5);
          }}
        >
          {WORDS.toTaste}
        </button>
      ) : (
        <>
          <NumberField
            label={WORDS.least}
            className="w-20"
            value={amount.least}
            low={low}
            high={amount.degrees}
            step={0.5}
            onNumber={(v) => set('least', v)}
          />
          <NumberField
            label={WORDS.most}
            className="w-20"
            value={amount.most}
            low={amount.degrees}
            high={most}
            step={0.5}
            onNumber={(v) => set('most', v)}
          />
        </>
      )}
    </>
  );
}
