import type { Assignment } from '../../src/creases/index.ts';
import type { FlatState } from '../../src/folded/index.ts';
import { toFoldStates } from '../../src/formats/index.ts';
import type { Point } from '../../src/geometry/index.ts';
import { type Look, type LookAsk, guessMeaning, lookOver, readIncoming } from '../../src/intake/index.ts';

export type Line = readonly [Point, Point, Assignment];

export const foldText = (state: FlatState, title = 'state'): string =>
  JSON.stringify(toFoldStates(title, [{ title, state }]));

const STROKES: Record<Assignment, string> = {
  B: 'stroke="#000000"',
  M: 'stroke="#c03028" stroke-dasharray="10 3 1.5 3"',
  V: 'stroke="#2050c0" stroke-dasharray="6 4"',
  U: 'stroke="#804080" stroke-dasharray="10 3 1.5 3 1.5 3"',
  F: 'stroke="#909090"',
};

/** Lines as an SVG drawing, as a drawing program would write it: y downward, decimals cut. */
export const svgText = (lines: readonly Line[], more = '', digits = 9): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="-10 -10 820 820">${lines
    .map(
      ([p, q, letter]) =>
        `<line x1="${p[0].toFixed(digits)}" y1="${(-p[1]).toFixed(digits)}" x2="${q[0].toFixed(digits)}" y2="${(-q[1]).toFixed(digits)}" ${STROKES[letter]}/>`,
    )
    .join('\n')}${more}</svg>`;

/** A file read and looked over; throws the sentence where it cannot be read. */
export function lookAt(kind: 'fold' | 'svg' | 'dxf', text: string, ask: Partial<LookAsk> = {}): Look {
  const read = readIncoming(kind, text);
  if (!read.ok) throw new Error(read.fault[0]!.text);
  const { drawing } = read.value;
  return lookOver(drawing, { meaning: drawing.looks.map(guessMeaning), reach: 0.003, ...ask });
}

/** The sheet of side 600 with these lines, places in sides. */
export const onSheet = (lines: readonly Line[], place: (p: Point) => Point): Line[] =>
  lines.map(([p, q, letter]) => [place(p), place(q), letter]);

export const rim: readonly Line[] = [
  [[0, 0], [1, 0], 'B'],
  [[1, 0], [1, 1], 'B'],
  [[1, 1], [0, 1], 'B'],
  [[0, 1], [0, 0], 'B'],
];
