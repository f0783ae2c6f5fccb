import { z } from 'zod';
import { subtractSegments } from '../folded/index.ts';
import { unfoldStep } from '../moves/index.ts';
import { done, failed } from '../outcome/index.ts';
import { stepId } from '../references/index.ts';
import { defineKind, nothing, nothingBefore, oneResult, type Making, type Tried, wrap } from './spec.ts';

const schema = z.strictObject({ kind: z.literal('unfold'), step: stepId });

function openStep(target: string, { state, context, step }: Making): Tried {
  const trail = context.trails.get(target);
  if (!trail)
    return failed({
      kind: 'reference',
      text: 'The step to be unfolded is gone or comes later; choose a step folded before this one.',
    });
  const { before, after, unpressed } = trail;
  const opened = unfoldStep(state, { before, after, step });
  if (!opened.ok || !unpressed) return wrap(opened);
  const resting = opened.value.state.resting.flatMap((r) =>
    subtractSegments(r, unpressed).map((s) => ({ ...r, ...s })),
  );
  return wrap(done({ ...opened.value, state: { ...opened.value.state, resting } }));
}

/** An earlier step opened again. */
export const unfold = defineKind(schema, {
  glossary: 'an earlier step is opened again; its creases rest in the paper',
  word: () => 'unfold',
  say: (move, names) => `Unfold step ${names.get(move.step)?.number ?? '(gone)'}.`,
  map: (move) => move,
  make: (move, making) => openStep(move.step, making),
  results: oneResult,
  alignments: nothing,
  otherWays: nothing,
  draw: () => ({ line: 'rest', arrow: 'unfold', block: null, equal: null }),
  minutes: 0.5,
  difficulty: 0,
  leaves: 'nothing',
  motion: 'folds',
  leavesStrip: false,
  wrapsEdge: false,
  opens: false,
  beforehand: nothingBefore,
  reachesFor: nothing,
  uses: (move) => [move.step],
  tools: {
    unfold: {
      word: 'Unfold',
      key: 'U',
      path: 'M20 15Q12 4 4 14M4 14l5-1M4 14l1-5',
      group: 'Layers',
      points: [],
      paper: 'none',
      countsLayers: false,
      asks: [
        {
          kind: 'earlier step',
          id: 'opens',
          label: 'Unfold step',
          prompt: 'Choose the step to unfold',
          first: null,
        },
      ],
      compose: (c) => ({ kind: 'unfold', step: c.text('opens') }),
      recall: ({ step }) => ({ options: { opens: step } }),
    },
  },
  toolOf: () => 'unfold',
});
