import { aimOf, missOf, sayWish } from '../wishes/index.ts';
import { tolerance } from '../geometry/index.ts';
import { angleForDepth } from '../folded/index.ts';
import { toFigure, toLengthText } from '../units/index.ts';
import { sayPlace, sayStack } from './narrow.ts';
import { wishSizes } from './posed.ts';
import type { Readings, ReadingsInput, Verdict } from './types.ts';

export type ReadingsCore = Omit<Readings, 'verdicts' | 'stages' | 'wishes'>;

/** Sentences with a number and a remedy, for whatever does not hold; the plan's own order of stages. */
export function toVerdicts(input: ReadingsInput, core: ReadingsCore): Verdict[] {
  return [
    ...judgeRules(input),
    ...judgeLimbs(input, core),
    ...judgeSide(input, core),
    ...judgeOther(input, core),
    ...judgeDepth(input, core),
    ...judgeFeatures(input, core),
    ...judgeSteps(input),
    ...judgeStanding(input, core),
  ];
}

function judgeRules({ plan, isPart }: ReadingsInput): Verdict[] {
  if (isPart) return [];
  if (plan.pieces.length > 0 && plan.brief.rules !== 'pragmatic')
    return [
      {
        id: 'pieces',
        stage: 'brief',
        tone: 'care',
        text: `The house rules ask for one uncut ${plan.brief.rules === 'square' ? 'square' : 'sheet'}, and the model is of ${plan.pieces.length + 1} pieces. It can be made all the same.`,
      },
    ];
  if (plan.brief.rules !== 'square' || plan.sheet.shape.kind === 'square') return [];
  return [
    {
      id: 'rules',
      stage: 'paper',
      tone: 'care',
      text: 'The brief asks for one uncut square, and the sheet is none. It can be folded all the same.',
      remedy: { kind: 'open stage', stage: 'brief', label: 'Look at the house rules' },
    },
  ];
}

function judgeLimbs({ plan, unit }: ReadingsInput, { base, sideMm }: ReadingsCore): Verdict[] {
  if (!base) return [];
  if (base.missingFlaps > 0) {
    return [
      {
        id: 'flaps',
        stage: 'parts',
        tone: 'care',
        text: `The ${base.baseName.toLowerCase()} has ${base.flapLengths.length === 0 ? 'no free flap' : `${base.flapLengths.length} free flaps`}, and ${plan.limbs.length} limbs are wanted: ${base.missingFlaps} missing.`,
        remedy: { kind: 'open stage', stage: 'parts', label: 'Choose another base' },
      },
    ];
  }
  if (base.sideMm === undefined || sideMm === undefined || sideMm >= base.sideMm - 0.05) return [];
  return [
    {
      id: 'limbs',
      stage: 'parts',
      tone: 'care',
      text: `${base.limiting!.limb.name} needs a sheet of ${toLengthText(base.sideMm, unit).text}, and this one is ${toLengthText(sideMm, unit).text}.`,
      remedy: { kind: 'set side', mm: base.sideMm, label: `Take ${toLengthText(base.sideMm, unit).text}` },
    },
  ];
}

/** Half of the tenth of a millimetre a sheet side is written to. */
const SIDE_ROUNDING_MM = 0.05 + tolerance.samePoint;

function judgeSide({ plan, unit }: ReadingsInput, { wanted, finishedMm, isShaped }: ReadingsCore): Verdict[] {
  const { target } = plan.brief;
  if (target.mm === null || !wanted || finishedMm === undefined || plan.sheet.sideMm === null) return [];
  // A side is written to a tenth of a millimetre: what that makes of the size is no miss.
  const slackMm = (finishedMm / plan.sheet.sideMm) * SIDE_ROUNDING_MM;
  const wish = { ...target, mm: target.mm };
  if (Math.abs(missOf(wish, finishedMm)) <= slackMm) return [];
  const length = (mm: number): string => toLengthText(mm, unit).text;
  return [
    {
      id: 'size',
      stage: 'paper',
      tone: 'care',
      text: `From this sheet the ${isShaped ? 'shaped figure' : 'model'} becomes ${length(finishedMm)} ${target.dimension === 'height' ? 'tall' : 'long'}; wanted are ${sayWish(wish, unit)}.`,
      remedy: {
        kind: 'set side',
        mm: Math.round(wanted.sideMm * 10) / 10,
        label: `Take ${length(wanted.sideMm)}`,
      },
    },
  ];
}

/** A second size that the figure's shape does not give together with the first, at the sheet in use. */
function judgeOther(
  { plan, unit }: ReadingsInput,
  { sideMm, otherRatio, learned, isShaped }: ReadingsCore,
): Verdict[] {
  const { other, target } = plan.brief;
  if (!other || sideMm === undefined || otherRatio === undefined) return [];
  const becomes = otherRatio * learned.factor * sideMm;
  if (Math.abs(missOf(other, becomes)) <= (other.mm * tolerance.samePoint) / 100) return [];
  const length = (mm: number): string => toLengthText(mm, unit).text;
  return [
    {
      id: 'other size',
      stage: 'paper',
      tone: 'care',
      text: `From this sheet the ${isShaped ? 'shaped figure' : 'model'} becomes ${length(becomes)} ${target.dimension === 'height' ? 'long' : 'tall'}; wished are ${sayWish(other, unit)}. Change the wish in Brief, or the folds.`,
    },
  ];
}

/** A wished depth the form as opened does not have, with the angle that gives it at the sheet in use. */
function judgeDepth({ plan, unit }: ReadingsInput, { sideMm, form, posed }: ReadingsCore): Verdict[] {
  const { depth } = plan.brief;
  if (!depth || !form || sideMm === undefined) return [];
  if (posed) return judgePosedDepth(depth, wishSizes(posed, plan.finish.posture).depth, unit);
  if (Math.abs(missOf(depth, form.depthMm)) <= (depth.mm * tolerance.samePoint) / 100) return [];
  const length = (mm: number): string => toLengthText(mm, unit).text;
  const is = `${plan.finish.openedDegrees && form.spine ? `Opened to ${toFigure(plan.finish.openedDegrees, 0)}°` : 'Left flat'}, the model is ${length(form.depthMm)} deep; wished are ${sayWish(depth, unit)}.`;
  const degrees = form.spine && angleForDepth(form.spine.reach * sideMm, aimOf(depth), form.thicknessMm);
  const base = { id: 'depth', stage: 'finish', tone: 'care' } as const;
  if (degrees === undefined)
    return [
      {
        ...base,
        text: `${is} ${sayNoAngle(form)}`,
      },
    ];
  const rounded = Math.round(degrees);
  return [
    {
      ...base,
      text: `${is} At this sheet ${rounded}° give it.`,
      remedy: { kind: 'open halves', degrees: rounded, label: `Open it to ${rounded}°` },
    },
  ];
}

/** The depth of the figure as it is shaped, as a ruler would read it. */
function judgePosedDepth(
  depth: NonNullable<ReadingsInput['plan']['brief']['depth']>,
  depthMm: number,
  unit: ReadingsInput['unit'],
): Verdict[] {
  const miss = missOf(depth, depthMm);
  if (Math.abs(miss) <= (depth.mm * tolerance.samePoint) / 100) return [];
  const length = (v: number): string => toLengthText(v, unit).text;
  return [
    {
      id: 'depth',
      stage: 'finish',
      tone: 'care',
      text: `Shaped, the figure is ${length(depthMm)} deep; wished are ${sayWish(depth, unit)}. Open its body or turn its parts ${miss < 0 ? 'farther' : 'less'} in Finish, or change the wish in Brief.`,
    },
  ];
}

function sayNoAngle({ spine, isStuck }: NonNullable<ReadingsCore['form']>): string {
  if (spine)
    return 'Even laid open its halves do not reach that far: change the wish in Brief, or the folds.';
  return isStuck
    ? 'At the chosen edge it cannot open, because its halves hang together elsewhere: choose another in Finish.'
    : 'No edge is known at which it opens: choose one in Finish.';
}

function judgeFeatures({ plan, limits, unit }: ReadingsInput, core: ReadingsCore): Verdict[] {
  const { narrowest, bulkiest, bulk, sideMm } = core;
  if (sideMm === undefined) return [];
  const found: Verdict[] = [];
  const place = narrowest && `${capital(sayPlace(narrowest))} after step ${narrowest.step}`;
  if (narrowest && narrowest.widthMm < limits.tweezersMm) {
    // What tweezers reach is said with the reading; what nothing reaches is a contradiction.
    const better = (sideMm * limits.fingersMm) / narrowest.widthMm;
    found.push({
      id: 'narrow',
      stage: 'paper',
      tone: 'care',
      text: `${place} is ${toLengthText(narrowest.widthMm, unit).text} wide: ${narrowest.verdict}. From a ${toLengthText(better, unit).text} sheet it is ${toLengthText(limits.fingersMm, unit).text}.`,
      remedy: { kind: 'set side', mm: better, label: `Take ${toLengthText(better, unit).text}` },
    });
  }
  if (bulkiest && bulk && bulk.bulk > limits.bulkHard) {
    found.push({
      id: 'bulk',
      stage: 'paper',
      tone: 'care',
      text: `The stack of ${sayStack(bulkiest)} after step ${bulkiest.step} is ${toFigure(bulk.bulk, 2)} of its width: ${bulk.verdict}. Paper of ${toFigure((plan.paper.caliperMm! * limits.bulkHard) / bulk.bulk, 2)} mm closes.`,
      remedy: { kind: 'open stage', stage: 'paper', label: 'Choose thinner paper' },
    });
  }
  return found;
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

function judgeSteps({ replay }: ReadingsInput): Verdict[] {
  return replay.steps.flatMap((s): Verdict[] =>
    s.refusal
      ? [
          {
            id: `step-${s.step.id}`,
            stage: 'folds',
            tone: 'care',
            step: s.number,
            text: `Step ${s.number} cannot be folded. ${s.refusal.text}`,
            remedy: { kind: 'open step', step: s.number, label: `Mend step ${s.number}` },
          },
        ]
      : [],
  );
}

function judgeStanding({ plan, unit, isPart }: ReadingsInput, { standing, posed }: ReadingsCore): Verdict[] {
  if (isPart) return [];
  // Once it is shaped the figure in space is judged, and the flat form no more.
  if (posed)
    return posed.stands === false
      ? [
          {
            id: 'stands',
            stage: 'finish',
            tone: 'care',
            text: `The shaped figure ${plan.finish.posture === 'stands' ? 'does not stand' : 'does not lie so'}: it falls ${posed.falls}. Finish tries which amount of shaping would make it so.`,
          },
        ]
      : [];
  if (!standing || standing.stands) return [];
  return [
    {
      id: 'stands',
      stage: 'finish',
      tone: 'care',
      text: `The flat form tips to the ${standing.weakSide}: its weight lies ${toLengthText(Math.max(-standing.margin, 0.1), unit).text} outside its feet. Move the ${standing.weakSide} foot out by more than that.`,
      remedy: { kind: 'choose feet', label: 'Choose other foot points' },
    },
  ];
}
