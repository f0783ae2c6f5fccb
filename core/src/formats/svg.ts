import type { Assignment, CreasePattern } from '../creases/index.ts';
import { type Point, boundsOf } from '../geometry/index.ts';
import type { DashClass } from './lines.ts';

/** What each kind of line means; can be set by the user for drawings made by other rules. */
export type DashMeaning = Readonly<Record<DashClass, Assignment>>;

export const dashMeaning: DashMeaning = {
  solid: 'B',
  dashed: 'V',
  chain: 'M',
  'double-chain': 'U',
  dotted: 'F',
};

const DASHES: Record<Assignment, string | undefined> = {
  B: undefined,
  V: '6 4',
  M: '10 3 1.5 3',
  U: '10 3 1.5 3 1.5 3',
  F: '1 3',
};

/** A crease pattern as SVG, y upward on the sheet, lines broken by the given rules' opposite: see `dashMeaning`. */
export function toPatternSvg(pattern: CreasePattern, title: string, width = 600): string {
  const box = boundsOf(pattern.vertices);
  const k = width / Math.max(box.maxX - box.minX, 1e-9);
  const at = ([x, y]: Point): [number, number] => [(x - box.minX) * k, (box.maxY - y) * k];
  const [w, h] = [(box.maxX - box.minX) * k, (box.maxY - box.minY) * k];
  const lines = pattern.edges.map((e) => {
    const [a, b] = [at(pattern.vertices[e.a]!), at(pattern.vertices[e.b]!)];
    const dash = DASHES[e.assignment];
    return `<line x1="${exact(a[0])}" y1="${exact(a[1])}" x2="${exact(b[0])}" y2="${exact(b[1])}"${dash ? ` stroke-dasharray="${dash}"` : ''}/>`;
  });
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="-6 -6 ${exact(w + 12)} ${exact(h + 12)}" width="${exact(w + 12)}" height="${exact(h + 12)}">`,
    `<title>${escape(title)}</title>`,
    '<g fill="none" stroke="#1a2320" stroke-width="1.2" stroke-linecap="butt">',
    ...lines,
    '</g>',
    '</svg>',
    '',
  ].join('\n');
}

/** Twelve significant digits, so that reading it back finds the same pattern. */
const exact = (v: number): string => String(Number(v.toPrecision(12)));
const escape = (text: string): string => text.replace(/&/g, '&amp;').replace(/</g, '&lt;');
