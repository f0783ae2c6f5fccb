import { XMLParser } from 'fast-xml-parser';
import svgpath from 'svgpath';
import type { Assignment, CreasePattern, PatternInput } from '../creases/index.ts';
import { type Point, boundsOf } from '../geometry/index.ts';
import { type Issue, type Outcome, done, failed } from '../outcome/index.ts';

/**
 * How a line is broken: solid, dashed (one length of dash), chain (dash and dot), double chain (dash and two dots),
 * dotted (dots only, no longer than twice the stroke).
 */
export type DashClass = 'solid' | 'dashed' | 'chain' | 'double-chain' | 'dotted';

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

type Node = Record<string, unknown>;
interface Look {
  readonly dash: string;
  readonly width: number;
  readonly transforms: readonly string[];
}

const SHAPES = ['line', 'polyline', 'polygon', 'rect', 'path'];
const MOST_SEGMENTS = 100_000;

/**
 * Reads the straight lines of an SVG drawing (line, polyline, polygon, rect, path, with transforms) as a crease pattern;
 * y is turned upward. Fails for text that is no SVG, for curves, and for drawings without lines.
 */
export function readSvg(
  text: string,
  meaning: DashMeaning = dashMeaning,
): Outcome<{ input: PatternInput; precision: number }, Issue[]> {
  let root: Node[];
  try {
    root = new XMLParser({
      ignoreAttributes: false,
      attributeNamePrefix: '',
      preserveOrder: true,
      processEntities: false,
    }).parse(text, true) as Node[];
  } catch (fault) {
    return failed([{ path: '', text: `The file is no SVG drawing: ${(fault as Error).message}.` }]);
  }
  const svg = root.find((n) => 'svg' in n);
  if (!svg) return failed([{ path: '', text: 'The file holds no svg element; choose an SVG drawing.' }]);
  const segments: { from: Point; to: Point; assignment: Assignment }[] = [];
  const classes = readClasses(text);
  const fault = walk([svg], { dash: 'none', width: 1, transforms: [] }, classes, meaning, segments);
  if (fault) return failed([fault]);
  if (segments.length === 0)
    return failed([
      { path: 'svg', text: 'The drawing has no straight lines; a pattern needs its rim at least.' },
    ]);
  const input: PatternInput = {
    vertices: segments.flatMap((s) => [s.from, s.to]),
    edges: segments.map((s, i) => ({ a: 2 * i, b: 2 * i + 1, assignment: s.assignment })),
  };
  return done({ input, precision: precisionOf(text, input) });
}

function walk(
  nodes: readonly Node[],
  look: Look,
  classes: ReadonlyMap<string, string>,
  meaning: DashMeaning,
  segments: { from: Point; to: Point; assignment: Assignment }[],
): Issue | undefined {
  for (const node of nodes) {
    const name = Object.keys(node).find((k) => k !== ':@' && k !== '#text');
    if (!name || ['defs', 'style', 'title', 'desc', 'metadata', 'text', 'symbol'].includes(name)) continue;
    const own = (node[':@'] ?? {}) as Record<string, string>;
    const now = lookOf(look, own, classes);
    if (SHAPES.includes(name)) {
      const fault = readShape(name, own, now, meaning, segments);
      if (fault) return fault;
      if (segments.length > MOST_SEGMENTS)
        return {
          path: name,
          text: `The drawing has more than ${MOST_SEGMENTS} lines, and no more are read; split it.`,
        };
    }
    const inner = node[name];
    const fault = Array.isArray(inner) ? walk(inner as Node[], now, classes, meaning, segments) : undefined;
    if (fault) return fault;
  }
  return undefined;
}

/** Rules of a style element for single classes: name to declarations. */
function readClasses(text: string): Map<string, string> {
  const rules = new Map<string, string>();
  for (const [, css] of text.matchAll(/<style[^>]*>([\s\S]*?)<\/style>/g))
    for (const [, name, body] of css!.matchAll(/\.([\w-]+)\s*\{([^}]*)\}/g)) rules.set(name!, body!);
  return rules;
}

function lookOf(look: Look, own: Record<string, string>, classes: ReadonlyMap<string, string>): Look {
  const css = [...(own.class ?? '').split(/\s+/).map((c) => classes.get(c) ?? ''), own.style ?? ''].join(';');
  const property = (name: string): string | undefined =>
    [...css.matchAll(new RegExp(`(?:^|;)\\s*${name}\\s*:\\s*([^;]+)`, 'g'))].at(-1)?.[1]?.trim() ?? own[name];
  const width = Number.parseFloat(property('stroke-width') ?? '');
  return {
    dash: property('stroke-dasharray') ?? look.dash,
    width: Number.isFinite(width) ? width : look.width,
    transforms: own.transform ? [...look.transforms, own.transform] : look.transforms,
  };
}

/** The kind of a line by its dash pattern. */
export function dashClassOf(dash: string, width: number): DashClass {
  const lengths = dash
    .split(/[\s,]+/)
    .map((v) => Number.parseFloat(v))
    .filter((v) => Number.isFinite(v));
  if (lengths.length === 0 || lengths.every((v) => v === 0)) return 'solid';
  const dashes = (lengths.length % 2 === 1 ? [...lengths, ...lengths] : lengths).filter(
    (_, i) => i % 2 === 0,
  );
  if (dashes.every((v) => v <= 2 * width)) return 'dotted';
  const spread = Math.max(...dashes) / Math.max(1e-9, Math.min(...dashes));
  if (dashes.length === 1 || spread < 1.5) return 'dashed';
  return dashes.length === 2 ? 'chain' : 'double-chain';
}

function readShape(
  name: string,
  own: Record<string, string>,
  look: Look,
  meaning: DashMeaning,
  segments: { from: Point; to: Point; assignment: Assignment }[],
): Issue | undefined {
  const number = (key: string): number => Number.parseFloat(own[key] ?? '0');
  const [x, y, w, h] = ['x', 'y', 'width', 'height'].map(number);
  const path =
    name === 'path'
      ? (own.d ?? '')
      : name === 'line'
        ? `M${number('x1')} ${number('y1')}L${number('x2')} ${number('y2')}`
        : name === 'rect'
          ? `M${x} ${y}h${w}v${h}h${-w!}Z`
          : `M${own.points ?? ''}${name === 'polygon' ? 'Z' : ''}`;
  let shape = svgpath(path).abs().unshort();
  for (const t of [...look.transforms].reverse()) shape = shape.transform(t);
  const broken = (shape as unknown as { err?: string }).err;
  if (broken) return { path: name, text: `A ${name} of the drawing cannot be read: ${broken}.` };
  const assignment = meaning[dashClassOf(look.dash, look.width)];
  let [at, start]: [Point, Point] = [
    [0, 0],
    [0, 0],
  ];
  let fault: Issue | undefined;
  const lineTo = (to: Point): void => {
    if (![...at, ...to].every(Number.isFinite))
      fault ??= { path: name, text: `A ${name} of the drawing has a coordinate that is no number.` };
    else if (Math.hypot(to[0] - at[0], to[1] - at[1]) > 0)
      segments.push({ from: [at[0], -at[1]], to: [to[0], -to[1]], assignment });
    at = to;
  };
  shape.iterate((segment) => {
    const [command, ...values] = segment as unknown as [string, ...number[]];
    switch (command) {
      case 'M':
        at = start = [values[0]!, values[1]!];
        return;
      case 'L':
        return lineTo([values[0]!, values[1]!]);
      case 'H':
        return lineTo([values[0]!, at[1]]);
      case 'V':
        return lineTo([at[0], values[0]!]);
      case 'Z':
      case 'z':
        return lineTo(start);
      default:
        fault ??= {
          path: name,
          text: 'The drawing holds a curve; paper folds along straight lines, so replace it by lines.',
        };
    }
  });
  return fault;
}

/** Half a unit of the last decimal written, in drawing units; 0 when coordinates look exact. */
function precisionOf(text: string, { vertices }: PatternInput): number {
  let most = 0;
  for (const [, decimals] of text.matchAll(/\d+\.(\d+)/g)) most = Math.max(most, decimals!.length);
  const size = boundsOf(vertices);
  const extent = Math.max(size.maxX - size.minX, size.maxY - size.minY);
  return most === 0 || most > 9 ? 0 : Math.min(0.5 * 10 ** -most, extent * 1e-3);
}
