import type { ArrowStyle, DrawItem, Drawing, LineStyle } from './items.ts';

/** A sign of the printed notation with its meaning, drawn by itself. */
export interface Sign {
  readonly means: string;
  readonly drawing: Drawing;
}

const LINES: Readonly<Record<LineStyle, string>> = {
  raw: 'edge of the sheet',
  folded: 'folded edge',
  valley: 'valley fold',
  mountain: 'mountain fold',
  rest: 'crease made before',
  pinch: 'pinch, or a mark',
  soft: 'soft bend',
  hidden: 'lies behind',
};
const ARROWS: Readonly<Record<ArrowStyle, string>> = {
  valley: 'fold in front',
  mountain: 'fold behind',
  'fold-unfold': 'fold and unfold',
  unfold: 'unfold',
  'turn-over': 'turn the model over',
  rotate: 'turn it on the table',
  push: 'push in: sink, or reverse',
  pull: 'pull out',
};

const bounds = { minX: 0, minY: 0, maxX: 1, maxY: 0.5 };
const [from, to] = [[0.12, 0.25] as const, [0.88, 0.25] as const];
const only = (...items: DrawItem[]): Drawing => ({ items, bounds });

/** Every sign that stands in these drawings, lines before arrows, each once. */
export function signsIn(drawings: readonly Drawing[]): Sign[] {
  const items = drawings.flatMap((d) => d.items);
  const lines = new Set(items.flatMap((i) => (i.kind === 'line' ? [i.style] : [])));
  const arrows = new Set(items.flatMap((i) => (i.kind === 'arrow' ? [i.style] : [])));
  const has = (kind: DrawItem['kind']): boolean => items.some((i) => i.kind === kind);
  const edge: DrawItem = { kind: 'line', style: 'folded', from, to };
  const more: Sign[] = [
    ...(items.some((i) => i.kind === 'arrow' && i.ticks)
      ? [
          {
            means: 'repeat on so many places',
            drawing: only({ kind: 'arrow', style: 'valley', from, to, bend: 0.25, ticks: 2 }),
          },
        ]
      : []),
    ...(has('square')
      ? [
          {
            means: 'at right angles',
            drawing: only(edge, { kind: 'square', at: [0.5, 0.25], along: [1, 0] }),
          },
        ]
      : []),
    ...(has('equal')
      ? [{ means: 'equal parts', drawing: only(edge, { kind: 'equal', from, to, parts: 2 }) }]
      : []),
    ...(has('hold')
      ? [{ means: 'hold the paper here', drawing: only({ kind: 'hold', at: [0.5, 0.25] }) }]
      : []),
    ...(has('number')
      ? [
          {
            means: 'order of the creases',
            drawing: only(edge, { kind: 'number', at: [0.5, 0.25], n: 1 }),
          },
        ]
      : []),
    ...(has('landmark')
      ? [
          {
            means: 'a place that is named',
            drawing: only({ kind: 'landmark', at: [0.4, 0.25], name: 'P', look: 'known' }),
          },
        ]
      : []),
  ];
  return [
    ...(Object.keys(LINES) as LineStyle[])
      .filter((style) => lines.has(style))
      .map((style) => ({ means: LINES[style], drawing: only({ kind: 'line', style, from, to }) })),
    ...(Object.keys(ARROWS) as ArrowStyle[])
      .filter((style) => arrows.has(style))
      .map((style) => ({
        means: ARROWS[style],
        drawing: only({ kind: 'arrow', style, from, to, bend: 0.25 }),
      })),
    ...more,
  ];
}

/** Every sign there is. */
export const allSigns = (): Sign[] =>
  signsIn([
    only(
      ...(Object.keys(LINES) as LineStyle[]).map((style): DrawItem => ({ kind: 'line', style, from, to })),
      ...(Object.keys(ARROWS) as ArrowStyle[]).map((style): DrawItem => ({
        ...{ kind: 'arrow', style, from, to, bend: 0.25, ticks: 1 },
      })),
      { kind: 'square', at: from, along: [1, 0] },
      { kind: 'equal', from, to, parts: 2 },
      { kind: 'hold', at: from },
      { kind: 'number', at: from, n: 1 },
      { kind: 'landmark', at: from, name: 'P', look: 'known' },
    ),
  ]);
