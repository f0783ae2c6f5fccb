import { useEffect } from 'react';
import { type ShapingTool, type WrittenAct, shapingKinds, shapingStepSchema } from '@jade/core/shaping';
import type { LineRef, PointRef } from '@jade/core/references';
import { toFigure } from '@jade/core/units';
import type { PosedFigure, StepDetail } from '../../engine/index.ts';
import { freshId, useEdit, usePlan } from '../../plan/index.ts';
import { isTyping } from '../../stage/index.ts';
import { Choice, NumberField } from '../../ui/index.ts';
import type { PosePick } from '../../space/index.ts';
import { WORDS } from './words.ts';

type Landmark = StepDetail['landmarks'][number];

/** Every tool of every kind of shaping, in the order of the kinds. */
const TOOLS = Object.values(shapingKinds).flatMap((k) =>
  Object.entries(k.tools as Record<string, ShapingTool>),
);

/** What is being made: the tool, the points chosen so far, how far, over which rod. */
export interface Making {
  readonly tool: string;
  readonly picks: readonly Landmark[];
  readonly degrees: number;
  readonly rodMm: number;
  /** The line lies straight across the part at one point, or runs through two. */
  readonly by: 'across' | 'through';
  /** The step that folded the body in half, where it is opened. */
  readonly half: string;
  /** A body that is rounded out is open at its ends. */
  readonly isOpenEnded: boolean;
  /** Every layer that lies there goes along. */
  readonly everyLayer: boolean;
}

const toolOf = (name: string): ShapingTool => TOOLS.find(([id]) => id === name)![1];

const begin = (tool: string, half: string): Making => ({
  tool,
  picks: [],
  degrees: toolOf(tool).begins.degrees,
  rodMm: toolOf(tool).begins.rodMm ?? 8,
  by: 'across',
  half,
  isOpenEnded: false,
  everyLayer: false,
});

/** The step as chosen so far; undefined while a point is to be chosen. */
export function toAct({
  tool,
  picks,
  degrees,
  rodMm,
  by,
  half,
  isOpenEnded,
  everyLayer,
}: Making): WrittenAct | undefined {
  const refs = picks.map((p) => p.ref);
  const [tip, from, to] = refs;
  const { line: lies } = toolOf(tool);
  const isAcross = lies === 'across' || by === 'across';
  const isComplete = tip && from && (isAcross || to);
  const line: LineRef | undefined = !isComplete
    ? undefined
    : isAcross
      ? { kind: 'across', at: from, to: { kind: 'through', a: from, b: tip } }
      : { kind: 'through', a: from, b: to! };
  const at: PointRef | undefined = isAcross
    ? from
    : from && to && { kind: 'between', from, to, share: '1/2' };
  const part =
    tip && line && at ? { line, at, flap: [tip], ...(everyLayer ? { everyLayer } : {}) } : undefined;
  return toolOf(tool).write({
    picks: refs,
    part,
    third: isAcross ? to : undefined,
    degrees,
    rodMm,
    half,
    isOpenEnded,
  });
}

/** How many points are asked for. */
export function mostPicks({ tool, by }: Making): number {
  const { line, points } = toolOf(tool);
  return line === 'either' && by === 'across' ? 2 : points.length;
}

/** A place pressed on the figure counts as a landmark of the flat form within this, in sheet sides. */
const NEAR = 0.02;

/** Takes a place that was pressed on the figure: the landmark it is at, or the place itself. */
export function takePick(
  making: Making,
  { sheet, model }: Pick<PosePick, 'sheet' | 'model'>,
  detail: StepDetail,
): Making {
  const near = detail.landmarks
    .flatMap((l) => (l.sheet ? [{ l, off: Math.hypot(l.sheet[0] - sheet[0], l.sheet[1] - sheet[1]) }] : []))
    .filter(({ off }) => off < NEAR)
    .sort((a, b) => a.off - b.off)[0]?.l;
  const own: Landmark = near ?? {
    name: `place ${making.picks.length + 1}`,
    ref: { kind: 'sheet', at: [sheet[0], sheet[1]] },
    model,
    rank: 'main',
  };
  return making.picks.some((p) => p.name === own.name)
    ? making
    : { ...making, picks: [...making.picks, own] };
}

/** The step that is being made, among the others. */
export const TRIAL = 'trial';

/**
 * Where a new step goes among the others. Parts are turned while the body is still closed: opened, its halves are plates of
 * their own, and a part that hangs on both could not be turned as one. The figure comes out the same.
 */
export function placeOf(
  act: WrittenAct,
  shaping: readonly { readonly act: { readonly kind: string } }[],
): number {
  const opened = 'flap' in act ? shaping.findIndex((s) => s.act.kind === 'open') : -1;
  return opened < 0 ? shaping.length : opened;
}

/** The tray of shaping, and what its tool asks for: points on the flat form, then how far. */
export function ShapingMaker({
  making,
  onMaking,
  detail,
  trial,
}: {
  making: Making | null;
  onMaking: (making: Making | null) => void;
  detail: StepDetail | undefined;
  /** The figure with the step as chosen so far. */
  trial: PosedFigure | undefined;
}) {
  const edit = useEdit();
  const { steps } = usePlan();
  const halves = steps.flatMap(({ id, move }, i) =>
    move.kind === 'fold' && move.layers === 'all' ? [{ id, number: i + 1 }] : [],
  );
  const take = (tool: string): void => {
    if (tool === 'hand') keep({ kind: 'hand', text: '', range: '' });
    else onMaking(begin(tool, halves.at(-1)?.id ?? ''));
  };
  const keep = (act: WrittenAct): void => {
    const step = shapingStepSchema.parse({ id: freshId('w'), act });
    edit((p) => void p.shaping.splice(placeOf(act, p.shaping), 0, structuredClone(step) as never));
    onMaking(null);
  };
  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      if (e.ctrlKey || e.metaKey || e.altKey) return;
      if (e.key === 'Escape' && making) return onMaking(null);
      if (isTyping(e.target)) return;
      const found = TOOLS.find(([, t]) => t.key === e.key.toUpperCase());
      if (!found) return;
      e.preventDefault();
      take(found[0]);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
  const act = making ? toAct(making) : undefined;
  // The answer to the step as chosen; the figure without it is no answer.
  const answer = act ? trial?.steps.find((s) => s.id === TRIAL) : undefined;
  const refusal = answer?.refusal;
  return (
    <section aria-label={WORDS.shapingTools}>
      <div className="flex flex-wrap gap-x-5 gap-y-1">
        {TOOLS.map(([id, tool]) => (
          <button
            key={id}
            type="button"
            className={`act ${making?.tool === id ? 'font-semibold' : ''}`}
            aria-pressed={making?.tool === id}
            title={`Key ${tool.key}`}
            onClick={() => take(id)}
          >
            {tool.word}
          </button>
        ))}
      </div>
      {making && detail && (
        <div className="mt-3" data-testid="shaping-composer">
          <p role="status">
            <b>
              {!act
                ? `${promptOf(making)}.`
                : !answer
                  ? WORDS.shaping
                  : refusal
                    ? WORDS.itCannotBeShaped
                    : (answer.estimate ?? WORDS.theFigureShowsIt)}
            </b>
          </p>
          <p className="note">
            {making.picks.length > 0 && `Chosen: ${making.picks.map((p) => p.name).join(', ')}.`}
          </p>
          {refusal && (
            <p role="alert" className="note !text-persimmon">
              {refusal.text}
            </p>
          )}
          <div className="mt-2 flex flex-wrap items-end gap-4">
            <Fields {...{ making, onMaking, halves, refusal }} />
            <button
              type="button"
              className="btn solid"
              disabled={!answer || refusal !== undefined}
              onClick={() => act && keep(act)}
            >
              {WORDS.keepThisShaping}
            </button>
            <button type="button" className="act" onClick={() => onMaking(null)}>
              {WORDS.putAwayEsc}
            </button>
          </div>
        </div>
      )}
    </section>
  );
}

/** What the tool asks for beside its points: how its line lies, how far, over what, with which layers; and ways out of a refusal. */
function Fields({
  making,
  onMaking,
  halves,
  refusal,
}: {
  readonly making: Making;
  readonly onMaking: (making: Making) => void;
  /** Steps that fold the body in half. */
  readonly halves: readonly { readonly id: string; readonly number: number }[];
  readonly refusal: PosedFigure['steps'][number]['refusal'];
}) {
  return (
    <>
      {making.tool === 'open' ? (
        <Choice
          label={WORDS.foldedInHalfBy}
          className="w-52"
          value={making.half}
          options={halves.map((h) => ({ value: h.id, label: `step ${h.number}` }))}
          onChoice={(half) => onMaking({ ...making, half })}
        />
      ) : toolOf(making.tool).line === 'either' ? (
        <Choice
          label={WORDS.theLineLies}
          className="w-64"
          value={making.by}
          options={[
            { value: 'across', label: WORDS.straightAcrossAtOne },
            { value: 'through', label: WORDS.throughTwoPoints },
          ]}
          onChoice={(by) => onMaking({ ...making, by: by as Making['by'], picks: making.picks.slice(0, 2) })}
        />
      ) : null}
      <NumberField
        label={toolOf(making.tool).amount}
        className="w-40"
        value={making.degrees}
        low={toolOf(making.tool).limits[0]}
        high={toolOf(making.tool).limits[1]}
        step={0.5}
        onNumber={(degrees) => onMaking({ ...making, degrees })}
      />
      {toolOf(making.tool).begins.rodMm !== undefined && (
        <NumberField
          label={WORDS.rodMmAcross}
          className="w-32"
          value={making.rodMm}
          low={0.5}
          high={300}
          step={0.5}
          onNumber={(rodMm) => onMaking({ ...making, rodMm })}
        />
      )}
      {toolOf(making.tool).line !== 'none' && (
        <label className="flex items-center gap-2 pb-2">
          <input
            type="checkbox"
            checked={making.everyLayer}
            onChange={(e) => onMaking({ ...making, everyLayer: e.target.checked })}
          />
          every layer there
        </label>
      )}
      {making.tool === 'round' && (
        <label className="flex items-center gap-2 pb-2">
          <input
            type="checkbox"
            checked={making.isOpenEnded}
            onChange={(e) => onMaking({ ...making, isOpenEnded: e.target.checked })}
          />
          its ends are open
        </label>
      )}
      {refusal?.freeDegrees !== undefined && Math.abs(refusal.freeDegrees) >= 0.1 && (
        <button
          type="button"
          className="act pb-2"
          onClick={() => onMaking({ ...making, degrees: Math.trunc(refusal.freeDegrees! * 10) / 10 })}
        >
          Turn it {toFigure(Math.abs(refusal.freeDegrees), 1)}°, as far as it is free
        </button>
      )}
      {refusal?.kind === 'through' && refusal.freeDegrees === 0 && (
        <button
          type="button"
          className="act pb-2"
          onClick={() => onMaking({ ...making, degrees: -making.degrees })}
        >
          {WORDS.theOtherWay}
        </button>
      )}
    </>
  );
}

const promptOf = (making: Making): string => {
  const { line, points } = toolOf(making.tool);
  if (making.tool === 'open') return 'No step folds all layers in half; there is no body to open';
  return line === 'either' && making.by === 'across' && making.picks.length === 1
    ? 'Choose where the line crosses the part'
    : (points[making.picks.length] ?? '');
};
