import { readWish } from '../ways/index.ts';
import { between, distance } from '../geometry/index.ts';
import { edgesOf } from '../sheet/index.ts';
import { sayDuration } from '../waits/index.ts';
import { toFigure, toLengthText, toMinutesText } from '../units/index.ts';
import { sayEntries } from '../sizing/index.ts';
import type { ReadingsCore } from './verdicts.ts';
import type { ReadingsInput, StageId, StageReading, StageState, Verdict } from './types.ts';

/** The ribbon: one telling figure, a second line and the state of each stage. */
export function toStages(
  input: ReadingsInput,
  core: ReadingsCore,
  verdicts: readonly Verdict[],
): Record<StageId, StageReading> {
  const contradicts = (stage: StageId): boolean =>
    verdicts.some((v) => v.stage === stage && v.tone === 'care');
  const state = (stage: StageId, begun: boolean, settled: boolean): StageState =>
    begun && contradicts(stage) ? 'contradicts' : settled ? 'settled' : begun ? 'in work' : 'not begun';
  return {
    brief: readBrief(input, core, state),
    parts: readParts(input, core, state),
    paper: readPaper(input, core, state),
    marks: readMarks(input, core, state),
    folds: readFolds(input, core, state),
    finish: readFinish(input, core, state),
    bench: readBench(input, core, state),
    diary: readDiary(input, core, state),
  };
}

/** A pinch this close to the asked mark (share of the side) has made it: 0.2 mm on a 300 mm sheet. */
const SAME_MARK = 7e-4;

const count = (n: number, word: string): string => `${n} ${word}${n === 1 ? '' : 's'}`;

type StateOf = (stage: StageId, begun: boolean, settled: boolean) => StageState;

/** Before the size in the one telling figure. */
const SHORT = { about: '', least: '≥ ', most: '≤ ', between: '' } as const;

function readBrief(
  { plan, unit }: ReadingsInput,
  { last, sideMm }: ReadingsCore,
  state: StateOf,
): StageReading {
  const { target } = plan.brief;
  const front = last && sideMm !== undefined ? last.measures.fromFront : undefined;
  const cm2 = (area: number): string => `${toFigure((area * sideMm! ** 2) / 100, 1)} cm²`;
  return {
    state: state('brief', target.mm !== null || plan.brief.subject !== '', target.mm !== null),
    figure:
      target.mm === null
        ? 'no size yet'
        : `${SHORT[target.bound]}${toLengthText(target.mm, unit).text}${target.bound === 'between' && target.toMm !== null ? `–${toLengthText(target.toMm, unit).text}` : ''} ${target.dimension === 'height' ? 'tall' : 'long'}`,
    line: front
      ? `${cm2(front.front)} ${plan.paper.front.name}, ${cm2(front.back)} ${plan.paper.back.name}`
      : 'colours come with the folds',
  };
}

function readParts({ plan, unit }: ReadingsInput, { base }: ReadingsCore, state: StateOf): StageReading {
  const figure =
    plan.limbs.length === 0
      ? 'no limbs yet'
      : !base
        ? `${plan.limbs.length} limbs`
        : base.sideMm === undefined
          ? `${base.missingFlaps} ${base.missingFlaps === 1 ? 'flap' : 'flaps'} short`
          : `from ${toLengthText(base.sideMm, unit).text}`;
  return {
    state: state(
      'parts',
      plan.limbs.length > 0 || plan.baseId !== null || plan.ownBase !== null,
      base?.sideMm !== undefined,
    ),
    figure,
    line: base?.limiting
      ? `${base.baseName.toLowerCase()}, ${base.limiting.limb.name.toLowerCase()} decides`
      : base
        ? base.baseName.toLowerCase()
        : plan.ownBase && plan.figure
          ? 'its base was made for other lengths'
          : 'no base chosen',
  };
}

function readPaper(
  { plan, unit }: ReadingsInput,
  { bulk, sideMm, wanted }: ReadingsCore,
  state: StateOf,
): StageReading {
  return {
    state: state('paper', plan.sheet.sideMm !== null, plan.sheet.sideMm !== null),
    figure: sideMm === undefined ? 'no sheet yet' : toLengthText(sideMm, unit).text,
    line: bulk
      ? `bulk ${toFigure(bulk.bulk, 2)}, ${bulk.verdict}`
      : wanted
        ? `${toLengthText(wanted.sideMm, unit).text} for the wanted size`
        : plan.paper.name,
  };
}

function readMarks(
  { plan, replay }: ReadingsInput,
  { marksErrorMm }: ReadingsCore,
  state: StateOf,
): StageReading {
  const made = replay.steps.filter((s) => s.trail?.mark).length;
  const edges = edgesOf(plan.sheet.shape);
  const isMade = (ask: (typeof plan.marks)[number]): boolean => {
    if (replay.steps.some((s) => s.step.id.startsWith(`ask-${ask.id}-`))) return true;
    const target = readWish(plan.sheet.shape, ask);
    if (!target.ok || target.value.kind !== 'share') return false;
    const { share, edge: name } = target.value;
    const edge = edges.find((e) => e.name === name);
    const wanted = edge && between(edge.from, edge.to, share);
    return (
      wanted !== undefined &&
      replay.steps.some((s) => s.trail?.mark && distance(s.trail.mark, wanted) < SAME_MARK)
    );
  };
  const settled = made > 0 && plan.marks.every(isMade);
  return {
    state: state('marks', plan.marks.length > 0 || made > 0, settled),
    figure:
      marksErrorMm !== undefined
        ? `±${toFigure(marksErrorMm, 2)} mm`
        : made > 0
          ? `${made} pinches`
          : 'none asked',
    line: `${plan.marks.length} asked for, ${made} made by pinches`,
  };
}

function readFolds(
  { replay }: ReadingsInput,
  { last, refused, minutes }: ReadingsCore,
  state: StateOf,
): StageReading {
  const steps = replay.steps.length;
  return {
    state: state('folds', steps > 0, steps > 0 && refused.length === 0),
    figure:
      steps === 0
        ? 'no steps yet'
        : refused.length > 0
          ? `${refused.length} of ${steps} stuck`
          : `${steps}, all flat`,
    line: last
      ? `${count(last.measures.facets, 'facet')}, ${count(last.measures.spot.layers, 'layer')} at most, ${toMinutesText(minutes)}`
      : 'begin with a fold',
  };
}

function readFinish(
  { plan, isPart }: ReadingsInput,
  { standing, posed }: ReadingsCore,
  state: StateOf,
): StageReading {
  if (isPart)
    return {
      state: state('finish', plan.shaping.length > 0, plan.shaping.length > 0),
      figure: plan.shaping.length > 0 ? count(plan.shaping.length, 'shaping step') : 'a piece',
      line: 'whether it stands is asked of the whole',
    };
  if (posed) return readFigure(plan.finish.posture !== 'stands', posed, state);
  const begun = plan.finish.feet !== null || plan.shaping.length > 0;
  return {
    state: state('finish', begun, standing?.stands === true),
    figure: standing
      ? `${toFigure(Math.abs(standing.margin), Math.abs(standing.margin) < 10 ? 1 : 0)} mm ${standing.stands ? 'inside' : 'outside'}`
      : begun
        ? `${plan.shaping.length} shaping`
        : 'no feet yet',
    line: standing
      ? standing.stands
        ? `the flat form balances, ${toFigure(standing.tipDegrees, 0)}° before it tips`
        : `the flat form falls to the ${standing.weakSide}`
      : 'choose two foot points',
  };
}

/** Whether the figure in space stands, or lies as it shall. */
function readFigure(lies: boolean, posed: NonNullable<ReadingsCore['posed']>, state: StateOf): StageReading {
  const verb = lies ? 'lies' : 'stands';
  const margin = `${toFigure(posed.marginMm, posed.marginMm < 10 ? 1 : 0)} mm`;
  return {
    state: state('finish', true, posed.stands === true),
    figure:
      posed.stands === true
        ? `${verb}, ${margin}`
        : posed.stands === 'unsure'
          ? `unsure, ${margin}`
          : 'falls',
    line:
      posed.stands === false
        ? `it falls ${posed.falls}`
        : `${toFigure(posed.heightMm, 0)} mm tall, ${toFigure(posed.depthMm, 0)} mm deep, tips at ${toFigure(posed.tipDegrees, 1)}°`,
  };
}

function readBench(
  { runs }: ReadingsInput,
  { minutes, waitMinutes, pace, paces }: ReadingsCore,
  state: StateOf,
): StageReading {
  const finished = runs.filter((r) => r.finishedAt !== null);
  const taken = runs.flatMap((r) => r.steps).reduce((s, x) => s + x.seconds, 0) / 60;
  const foreseen = minutes > 0 ? `${toMinutesText(minutes)} foreseen` : 'no run yet';
  return {
    state: state('bench', runs.length > 0, finished.length > 0 && finished.length === runs.length),
    figure:
      runs.length === 0
        ? minutes > 0
          ? toMinutesText(minutes)
          : 'no run yet'
        : `${runs.length === 1 ? '1 run' : `${runs.length} runs`}, ${toMinutesText(taken)}`.slice(0, 16),
    line: `${foreseen} at your pace × ${toFigure(pace, 2)}${paces.runs > 0 ? ` (${toFigure(paces.low, 2)} to ${toFigure(paces.high, 2)}, from ${paces.runs === 1 ? '1 run' : `${paces.runs} runs`})` : ''}${waitMinutes > 0 ? `, and ${sayDuration(waitMinutes)} of waiting` : ''}`,
  };
}

function readDiary({ diary }: ReadingsInput, { ratio, learned }: ReadingsCore, state: StateOf): StageReading {
  const known = ratio === undefined ? undefined : ratio * learned.factor;
  return {
    state: state('diary', diary.length > 0, diary.length > 0),
    figure:
      diary.length === 0
        ? 'none yet'
        : known === undefined
          ? `${diary.length} entries`
          : `ratio ${toFigure(known, 3)}`,
    line:
      known === undefined
        ? 'measure what you folded'
        : `± ${toFigure(known * (learned.spread / learned.factor), 3)} from ${sayEntries(learned)}`,
  };
}
