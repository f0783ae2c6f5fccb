import { XMLParser } from 'fast-xml-parser';
import svgpath from 'svgpath';
import type { PatternInput } from '../creases/index.ts';
import { type Point, boundsOf } from '../geometry/index.ts';
import { type Issue, type Outcome, done, failed } from '../outcome/index.ts';
import { toInk } from './ink.ts';
import { type DashClass, type LineDrawing, type LineLook, LineCollector, MOST_LINES_READ } from './lines.ts';
import { type DashMeaning, dashMeaning } from './svg.ts';

type Node = Record<string, unknown>;

/** What a node hands down to those in it. */
interface Style {
  readonly dash: string;
  readonly width: number;
  readonly stroke: string;
  readonly fill: string;
  readonly layer: string;
  readonly transforms: readonly string[];
}

const FRESH: Style = { dash: 'none', width: 1, stroke: '', fill: '', layer: '', transforms: [] };
const SHAPES = ['line', 'polyline', 'polygon', 'rect', 'path'];
/** Elements that hold no drawing of their own. */
const UNDRAWN = [
  'defs',
  'style',
  'title',
  'desc',
  'metadata',
  'symbol',
  'clipPath',
  'mask',
  'marker',
  'pattern',
];
const NO_LINES: Readonly<Record<string, string>> = {
  text: 'text',
  circle: 'circle',
  ellipse: 'circle',
  image: 'image',
  use: 'copied symbol',
};

/**
 * Reads the straight lines of an SVG drawing (line, polyline, polygon, rect, path, with transforms and classes), y turned
 * upward; what is no straight line is counted. Fails with a sentence for text that is no SVG and for drawings without
 * linesor with more than MOST_LINES_READ. Entities are never expanded, and the parser bounds the depth.
 */
export function readSvgLines(text: string): Outcome<LineDrawing, Issue[]> {
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
  const into = new LineCollector();
  const fault = walk([svg], FRESH, { classes: readClasses(text), into });
  if (fault) return failed([fault]);
  if (into.lines.length === 0)
    return failed([
      {
        path: 'svg',
        text: `The drawing has no straight lines${into.leftOut.curve ? ', only curves' : ''}; a pattern needs its rim at least.`,
      },
    ]);
  const { lines, looks, leftOut } = into;
  const own = (svg[':@'] ?? {}) as Record<string, string>;
  return done({
    lines,
    looks,
    leftOut,
    precision: precisionOf(
      text,
      lines.flatMap((l) => [l.from, l.to]),
    ),
    mmPerUnit: unitOf(own),
    isDownward: true,
    title: titleOf(svg.svg as Node[]),
  });
}

/**
 * The same as a crease pattern, each line by how it is broken. Fails for drawings with curves too: paper folds along
 * straight lines.
 */
export function readSvg(
  text: string,
  meaning: DashMeaning = dashMeaning,
): Outcome<{ input: PatternInput; precision: number }, Issue[]> {
  const read = readSvgLines(text);
  if (!read.ok) return read;
  const { lines, looks, leftOut, precision } = read.value;
  if (leftOut.curve)
    return failed([
      {
        path: 'path',
        text: 'The drawing holds a curve; paper folds along straight lines, so replace it by lines.',
      },
    ]);
  return done({
    input: {
      vertices: lines.flatMap((s) => [s.from, s.to]),
      edges: lines.map((s, i) => ({
        a: 2 * i,
        b: 2 * i + 1,
        assignment: meaning[looks[s.look]!.dash],
      })),
    },
    precision,
  });
}

interface Walk {
  readonly classes: ReadonlyMap<string, string>;
  readonly into: LineCollector;
}

function walk(nodes: readonly Node[], style: Style, to: Walk): Issue | undefined {
  for (const node of nodes) {
    const name = Object.keys(node).find((k) => k !== ':@' && k !== '#text');
    if (!name || UNDRAWN.includes(name)) continue;
    if (Object.hasOwn(NO_LINES, name)) {
      to.into.leaveOut(NO_LINES[name]!);
      continue;
    }
    const own = (node[':@'] ?? {}) as Record<string, string>;
    const now = styleOf(style, own, to.classes, name === 'g');
    if (now === 'hidden') continue;
    if (SHAPES.includes(name)) {
      const fault = readShape(name, own, now, to.into);
      if (fault) return fault;
      if (to.into.lines.length > MOST_LINES_READ)
        return {
          path: name,
          text: `The drawing has more than ${MOST_LINES_READ} lines, and no more are read; split it.`,
        };
    }
    const inner = node[name];
    const fault = Array.isArray(inner) ? walk(inner as Node[], now, to) : undefined;
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

function styleOf(
  style: Style,
  own: Record<string, string>,
  classes: ReadonlyMap<string, string>,
  isGroup: boolean,
): Style | 'hidden' {
  const css = [...(own.class ?? '').split(/\s+/).map((c) => classes.get(c) ?? ''), own.style ?? ''].join(';');
  const said = new Map(
    css.split(';').map((rule): [string, string] => {
      const at = rule.indexOf(':');
      return [rule.slice(0, Math.max(0, at)).trim(), rule.slice(at + 1).trim()];
    }),
  );
  const property = (name: string): string | undefined => said.get(name) ?? own[name];
  if (property('display') === 'none' || property('visibility') === 'hidden') return 'hidden';
  const width = Number.parseFloat(property('stroke-width') ?? '');
  // Drawing programs keep a layer's name in a label of their own; a bare id is the next best.
  const label = Object.keys(own).find((k) => k === 'label' || k.endsWith(':label'));
  return {
    dash: property('stroke-dasharray') ?? style.dash,
    width: Number.isFinite(width) ? width : style.width,
    stroke: property('stroke') ?? style.stroke,
    fill: property('fill') ?? style.fill,
    layer: isGroup ? ((label && own[label]) ?? own.id ?? style.layer).slice(0, 80) : style.layer,
    transforms: own.transform ? [...style.transforms, own.transform] : style.transforms,
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

const lookOf = (style: Style, isOpen: boolean): LineLook => ({
  ink: style.stroke === 'none' ? null : toInk(style.stroke),
  dash: dashClassOf(style.dash, style.width),
  layer: style.layer,
  // A line without a stroke is drawn by nobody, but old writers leave the stroke to a style we do not see.
  isFilled: !isOpen && (style.stroke === '' || style.stroke === 'none') && style.fill !== 'none',
});

function readShape(
  name: string,
  own: Record<string, string>,
  style: Style,
  into: LineCollector,
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
  for (const t of [...style.transforms].reverse()) shape = shape.transform(t);
  const broken = (shape as unknown as { err?: string }).err;
  if (broken) return { path: name, text: `A ${name} of the drawing cannot be read: ${broken}.` };
  const look = lookOf(style, name === 'line' || name === 'polyline');
  let [at, start]: [Point, Point] = [
    [0, 0],
    [0, 0],
  ];
  let fault: Issue | undefined;
  const lineTo = (to: Point): void => {
    if (![...at, ...to].every((v) => Math.abs(v) <= FARTHEST))
      fault ??= {
        path: name,
        text: `A ${name} of the drawing has a coordinate that is no number up to ${FARTHEST}.`,
      };
    else if (Math.hypot(to[0] - at[0], to[1] - at[1]) > 0)
      into.add({ from: [at[0], -at[1]], to: [to[0], -to[1]] }, look);
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
        into.leaveOut('curve');
        at = [values.at(-2)!, values.at(-1)!];
    }
  });
  return fault;
}

/** Coordinates beyond this are no paper's: squares of larger ones overflow. */
const FARTHEST = 1e9;

/** Half a unit of the last decimal written, in drawing units; 0 when coordinates look exact. */
function precisionOf(text: string, points: readonly Point[]): number {
  let most = 0;
  for (const [, decimals] of text.matchAll(/\d+\.(\d+)/g)) most = Math.max(most, decimals!.length);
  const size = boundsOf(points);
  const extent = Math.max(size.maxX - size.minX, size.maxY - size.minY);
  return most === 0 || most > 9 ? 0 : Math.min(0.5 * 10 ** -most, extent * 1e-3);
}

const MM: Readonly<Record<string, number>> = { mm: 1, cm: 10, in: 25.4, pt: 25.4 / 72, pc: 25.4 / 6 };

/** The length of a unit, where the drawing's width is written as one; pixels have none. */
function unitOf(svg: Record<string, string>): number | null {
  const said = /^\s*([\d.]+)\s*(mm|cm|in|pt|pc)\s*$/.exec(svg.width ?? '');
  const box = (svg.viewBox ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const across = box.length === 4 && box[2]! > 0 ? box[2]! : undefined;
  if (!said || across === undefined) return null;
  return (Number(said[1]) * MM[said[2]!]!) / across;
}

function titleOf(nodes: readonly Node[]): string {
  const title = nodes.find((n) => 'title' in n)?.title as Node[] | undefined;
  const text = title?.find((n) => '#text' in n)?.['#text'];
  return typeof text === 'string' || typeof text === 'number' ? String(text).trim().slice(0, 80) : '';
}
