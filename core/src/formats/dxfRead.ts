import DxfParser, {
  type IEntity,
  type ILineEntity,
  type ILwpolylineEntity,
  type IPolylineEntity,
} from 'dxf-parser';
import type { Point } from '../geometry/index.ts';
import { type Issue, type Outcome, done, failed } from '../outcome/index.ts';
import { type DashClass, type LineDrawing, LineCollector, MOST_LINES_READ } from './lines.ts';

/** Millimetres of a unit by the code of the header ($INSUNITS): inches, feet, mm, cm, m. */
const UNITS: Readonly<Record<number, number>> = { 1: 25.4, 2: 304.8, 4: 1, 5: 10, 6: 1000 };
/** Inks of the colour numbers a drawing begins with. */
const INKS: Readonly<Record<number, string>> = {
  1: '#ff0000',
  2: '#ffff00',
  3: '#00ff00',
  4: '#00ffff',
  5: '#0000ff',
  6: '#ff00ff',
  7: '#000000',
  8: '#808080',
  9: '#c0c0c0',
};
const FARTHEST = 1e9;

/**
 * Reads the lines and polylines of a DXF drawing (text); arcs, texts and block copies are counted. Fails with a sentence for
 * what is no such drawing, without lines, or with more than MOST_LINES_READ. Parsing: the package dxf-parser.
 */
export function readDxfLines(text: string): Outcome<LineDrawing, Issue[]> {
  if (text.startsWith('AutoCAD Binary DXF'))
    return failed([
      { path: '', text: 'The file is a binary DXF; save it as text (ASCII DXF), and read it again.' },
    ]);
  let read: ReturnType<DxfParser['parseSync']>;
  try {
    read = new DxfParser().parseSync(text);
  } catch (fault) {
    return failed([{ path: '', text: `The file is no DXF drawing: ${(fault as Error).message}.` }]);
  }
  if (!read) return failed([{ path: '', text: 'The file is no DXF drawing: it has no sections.' }]);
  const into = new LineCollector();
  const tables = read.tables as unknown as
    | {
        layer?: {
          layers?: Record<string, { colorIndex?: number; lineType?: string; lineTypeName?: string }>;
        };
      }
    | undefined;
  const layers = tables?.layer?.layers ?? {};
  for (const entity of read.entities) {
    const own = layers[entity.layer];
    const number = entity.colorIndex ?? own?.colorIndex;
    const look = {
      ink: number === undefined ? null : (INKS[Math.abs(number)] ?? null),
      dash: dashOf(entity.lineType ?? own?.lineTypeName ?? own?.lineType ?? ''),
      layer: String(entity.layer ?? '').slice(0, 80),
      isFilled: false,
    };
    const chain = pointsOf(entity);
    if (!chain) {
      into.leaveOut(wordOf(entity.type));
      continue;
    }
    for (const [i, to] of chain.points.entries()) {
      if (i === 0) continue;
      const from = chain.points[i - 1]!;
      if (![...from, ...to].every((v) => Math.abs(v) <= FARTHEST))
        return failed([
          {
            path: entity.type,
            text: `A ${entity.type} of the drawing has a coordinate that is no number up to ${FARTHEST}.`,
          },
        ]);
      if (chain.bulges[i - 1]) into.leaveOut('curve');
      else if (Math.hypot(to[0] - from[0], to[1] - from[1]) > 0) into.add({ from, to }, look);
    }
    if (into.lines.length > MOST_LINES_READ)
      return failed([
        {
          path: 'entities',
          text: `The drawing has more than ${MOST_LINES_READ} lines, and no more are read; split it.`,
        },
      ]);
  }
  if (into.lines.length === 0)
    return failed([
      { path: 'entities', text: 'The drawing has no straight lines; a pattern needs its rim at least.' },
    ]);
  const { lines, looks, leftOut } = into;
  const units = (read.header as Record<string, unknown> | undefined)?.$INSUNITS;
  return done({
    lines,
    looks,
    leftOut,
    precision: precisionOf(lines.flatMap((l) => [...l.from, ...l.to])),
    mmPerUnit: typeof units === 'number' ? (UNITS[units] ?? null) : null,
    isDownward: false,
    title: '',
  });
}

/** The corners of a line or polyline, a closed one back to its first; undefined for everything else. */
function pointsOf(entity: IEntity): { points: Point[]; bulges: (number | undefined)[] } | undefined {
  if (!['LINE', 'LWPOLYLINE', 'POLYLINE'].includes(entity.type)) return undefined;
  const { vertices = [] } = entity as ILineEntity | ILwpolylineEntity | IPolylineEntity;
  const points = vertices.map((v): Point => [v.x, v.y]);
  const bulges = vertices.map((v) => (v as { bulge?: number }).bulge);
  const isClosed = (entity as { shape?: boolean }).shape === true;
  return { points: isClosed && points.length > 2 ? [...points, points[0]!] : points, bulges };
}

const wordOf = (type: string): string =>
  ({
    ARC: 'curve',
    CIRCLE: 'circle',
    ELLIPSE: 'curve',
    SPLINE: 'curve',
    TEXT: 'text',
    MTEXT: 'text',
    INSERT: 'block',
  })[type] ?? type.toLowerCase();

/** The kind of a line by the usual names of line types. */
function dashOf(name: string): DashClass {
  const text = name.toUpperCase();
  if (/DIVIDE|DASHDOTDOT|PHANTOM/.test(text)) return 'double-chain';
  if (/DASHDOT|CENTER|DASH_DOT/.test(text)) return 'chain';
  if (/DASHED|HIDDEN|DASH/.test(text)) return 'dashed';
  return /DOT/.test(text) ? 'dotted' : 'solid';
}

/** Half a unit of the last decimal in use; 0 when coordinates look exact or whole. */
function precisionOf(values: readonly number[]): number {
  let most = 0;
  for (const v of values) most = Math.max(most, (String(v).split('.')[1] ?? '').length);
  return most === 0 || most > 9 ? 0 : 0.5 * 10 ** -most;
}
