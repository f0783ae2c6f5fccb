import { findBase } from '../bases/index.ts';
import { type Plan, buildPlan } from '../plan/index.ts';
import { shapingStepSchema } from '../shaping/index.ts';
import { stepSchema } from '../sequence/index.ts';
import { across, along, at, through } from './cast/words.ts';
import { buildOwlSteps } from './owl-steps.ts';
import { cast, paperFrom, showDate } from './decided.ts';

/** The barn owl of simple folds, 9 cm tall, planned to the end. */
export function buildOwlPlan(): Plan {
  const fresh = buildPlan('Barn owl');
  return {
    ...fresh,
    cast,
    sheet: {
      shape: { kind: 'square' },
      sideMm: 104,
      handling: 'fingers',
      trimMm: 0,
      keepGrain: false,
      halfOf: null,
    },
    paper: paperFrom('marsh-gold'),
    brief: {
      subject: 'Barn owl',
      pose: 'upright, looking out at the audience; leans on its tail',
      other: null,
      places: [],
      hardest: null,
      depth: null,
      budget: null,
      target: { dimension: 'height', mm: 90, tolerancePercent: 4, bound: 'about', toMm: null },
      sides: [
        { part: 'face', side: 'back', at: [{ kind: 'sheet', at: [0.523, 0.523] }] },
        { part: 'belly', side: 'back', at: [{ kind: 'sheet', at: [0.523, 0.523] }] },
        {
          part: 'wings',
          side: 'front',
          at: [
            { kind: 'sheet', at: [0.18, 0.818] },
            { kind: 'sheet', at: [0.818, 0.18] },
          ],
        },
        { part: 'tail', side: 'back', at: [] },
      ],
      rules: 'square',
      copies: 3,
      date: showDate,
    },
    limbs: [
      { id: 'body', name: 'Head and body', lengthMm: 60, tip: 'C' },
      { id: 'tail', name: 'Tail', lengthMm: 24, tip: 'A' },
    ],
    baseId: 'kite',
    marks: [{ id: 'wing', edge: 'AB', top: 1, bottom: 8, construction: 'halving' }],
    steps: buildOwlSteps(),
    shaping: [
      shapingStepSchema.parse({
        id: 'stand',
        act: {
          kind: 'turn',
          line: across(along(at('A'), at('O'), '6/25'), through(at('A'), at('O'))),
          flap: [at('A')],
          degrees: -68,
          least: -72,
          most: -65,
        },
      }),
      ...[
        ['wings', 'Round the wings over a pencil', 'a little, to taste'],
        ['face', 'Lift the rim of the face off the body', '1 to 3 mm'],
      ].map(([id, text, range]) => shapingStepSchema.parse({ id, act: { kind: 'hand', text, range } })),
    ],
    finish: {
      spine: null,
      openedDegrees: null,
      feet: [
        {
          kind: 'meet',
          a: { kind: 'crease', step: 'wing' },
          b: { kind: 'crease', step: 'tail-up' },
          frame: 'model',
        },
        {
          kind: 'meet',
          a: { kind: 'crease', step: 'wing-again' },
          b: { kind: 'crease', step: 'tail-up' },
          frame: 'model',
        },
      ],
      posture: 'stands',
      wetFolded: false,
      damping: { sizing: 'light', humidity: 50, celsius: 20 },
      tools: ['knife'],
      actions: [],
      locks: [],
    },
  };
}

/** The narrow corner of the kite, which becomes the ears, turned to the top. */
const earsUp = stepSchema.parse({ id: 'ears-up', passage: 'Base', move: { kind: 'rotate', degrees: -135 } });

/** A first idea for the hare, given up: a kite base gives long ears but no legs. */
export function buildSketchPlan(): Plan {
  const fresh = buildPlan('Hare, first idea');
  return {
    ...fresh,
    cast,
    sheet: {
      shape: { kind: 'square' },
      sideMm: 150,
      handling: 'fingers',
      trimMm: 0,
      keepGrain: false,
      halfOf: null,
    },
    paper: paperFrom('fog-copy'),
    brief: {
      ...fresh.brief,
      subject: 'Hare',
      pose: 'sitting, ears up',
      target: { dimension: 'height', mm: 110, tolerancePercent: 5, bound: 'about', toMm: null },
      sides: [{ part: 'tail', side: 'back', at: [] }],
      date: showDate,
    },
    limbs: [{ id: 'ears', name: 'Ears', lengthMm: 70, tip: 'C' }],
    baseId: 'kite',
    marks: [{ id: 'ear', edge: 'AB', top: 1, bottom: 3, construction: null }],
    steps: [...findBase('kite')!.steps, earsUp],
  };
}
