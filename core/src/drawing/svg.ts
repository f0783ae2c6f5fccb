import type { Point } from '../geometry/index.ts';
import { lineOnPaper, shadeOf } from '../colour/index.ts';
import type { ArrowStyle, DrawItem, Drawing, LineStyle } from './items.ts';
import { type Frame, frameOf } from './frame.ts';
import { type PlacedName, placeNames } from './names.ts';

/** Colours of one drawing: the two paper sides and the inks on them. */
export interface Palette {
  readonly front: string;
  readonly back: string;
  readonly ink: string;
  readonly valley: string;
  readonly mountain: string;
  readonly rest: string;
}

export const dayPalette = (front: string, back: string): Palette => ({
  front,
  back,
  ink: '#1a2320',
  valley: '#0a5f4a',
  mountain: '#a13408',
  rest: '#57656b',
});

const STROKES: Record<LineStyle, { width: number; dash?: string }> = {
  raw: { width: 2.4 },
  folded: { width: 1.4 },
  valley: { width: 1.9, dash: '7 4' },
  mountain: { width: 1.9, dash: '14 3.5 3 3.5 3 3.5' },
  rest: { width: 0.8 },
  pinch: { width: 1.6 },
  soft: { width: 0.8, dash: '2 2' },
  hidden: { width: 1.1, dash: '1.2 3.6' },
};

/** Width and dashes of a line style in px, and its colour against the paper side it lies on. */
export function strokeOf(
  style: LineStyle,
  palette: Palette,
  paper: string,
): { width: number; dash?: string; colour: string } {
  const ink =
    style === 'valley'
      ? palette.valley
      : style === 'mountain'
        ? palette.mountain
        : style === 'rest' || style === 'soft'
          ? palette.rest
          : palette.ink;
  return { ...STROKES[style], colour: lineOnPaper(ink, paper, 3) };
}

/** How much heavier creases are drawn that the step just made. */
export const NEW = 1.5;

/** How much darker paper is drawn for each layer it lies lower. */
export const SHADE_PER_LAYER = 0.012;

export interface SvgOptions {
  readonly width: number;
  readonly height: number;
  readonly palette: Palette;
  readonly title: string;
  /** Share of the usual line width, for small pictures. */
  readonly weight?: number;
  readonly margin?: number;
}

/**
 * A drawing as a standalone SVG document; y is turned to point down. What has a focus is drawn with it large and the whole
 * beside it.
 */
export function toSvg(drawing: Drawing, options: SvgOptions): string {
  const { width, height, palette, weight = 1, margin = 24 } = options;
  const frames = frameOf(drawing, width, height, { margin });
  const { main, whole } = frames;
  const title = options.title.replace(/[&<>]/g, (c) => `&#${c.charCodeAt(0)};`);
  const body = whole
    ? [
        renderIn(drawing, main, { palette, weight }, 'large'),
        renderIn(drawing, whole, { palette, weight: weight * WHOLE_WEIGHT }, 'whole'),
        boxPath(whole.part, palette.ink),
      ].join('\n')
    : renderItems(drawing.items, main, { palette, weight });
  const names = placeNames(drawing, frames, FONT)
    .map((n) => renderName(n, palette))
    .join('\n');
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" role="img"><title>${title}</title>\n${body}\n${names}\n</svg>\n`;
}

/** Lines of the whole beside an enlargement are so much thinner. */
export const WHOLE_WEIGHT = 0.55;

/** The drawing cut off at the box of a frame. */
function renderIn(drawing: Drawing, frame: Frame, look: Look, id: string): string {
  const { left, top, right, bottom } = frame.box;
  const rect = `x="${left.toFixed(2)}" y="${top.toFixed(2)}" width="${(right - left).toFixed(2)}" height="${(bottom - top).toFixed(2)}"`;
  const clip = `${id}-${Math.round(left)}-${Math.round(top)}-${Math.round(right)}`;
  return `<clipPath id="${clip}"><rect ${rect}/></clipPath><g clip-path="url(#${clip})">${renderItems(drawing.items, frame, look)}</g>`;
}

const boxPath = ({ left, top, right, bottom }: Frame['box'], ink: string): string =>
  `<rect x="${left.toFixed(2)}" y="${top.toFixed(2)}" width="${(right - left).toFixed(2)}" height="${(bottom - top).toFixed(2)}" fill="none" stroke="${ink}" stroke-width="1"/>`;

const at = (p: Point): string => `${p[0].toFixed(2)},${p[1].toFixed(2)}`;

interface Look {
  readonly palette: Palette;
  readonly weight: number;
}

const FONT = 13;
/** Size of the numbers on the creases of a collapse, in px. */
export const NUMBER_SIZE = 11;
/** Radius of the ring round a point that is held, in px. */
export const HOLD_SIZE = 8;

const renderItems = (items: readonly DrawItem[], frame: Frame, look: Look): string =>
  items.map((item) => renderItem(item, frame.place, look)).join('\n');

function renderName(
  { at: [x, y], base, leader, name, look, fontSize }: PlacedName,
  palette: Palette,
): string {
  const kite = `<path d="M${x.toFixed(2)} ${(y - 6).toFixed(2)}l4 5l-4 7l-4 -7z" fill="${look === 'chosen' ? palette.valley : palette.back}" stroke="${palette.ink}" stroke-width="1.2"/>`;
  const stroke = leader
    ? `<path d="M${at(leader[0])}L${at(leader[1])}" fill="none" stroke="${palette.ink}" stroke-width="0.8"/>`
    : '';
  const text = (paint: string): string =>
    `<text x="${base[0].toFixed(1)}" y="${base[1].toFixed(1)}" font-family="Source Sans 3, sans-serif" font-size="${fontSize}" font-weight="600" ${paint}>${name}</text>`;
  // The halo is a text of its own: not every reader paints strokes first.
  const both = `${text('fill="#ffffff" stroke="#ffffff" stroke-width="3" aria-hidden="true"')}${text(`fill="${palette.ink}"`)}`;
  return look === 'label' ? stroke + both : stroke + kite + both;
}

function renderItem(item: DrawItem, place: Frame['place'], { palette, weight }: Look): string {
  switch (item.kind) {
    case 'facet': {
      const fill = shadeOf(
        item.colour ?? (item.side === 'front' ? palette.front : palette.back),
        item.depth * SHADE_PER_LAYER,
      );
      return `<polygon points="${item.points.map((p) => at(place(p))).join(' ')}" fill="${fill}"/>`;
    }
    case 'line': {
      const stroke = strokeOf(item.style, palette, palette.front);
      const dash = stroke.dash ? ` stroke-dasharray="${stroke.dash}"` : '';
      const [a, b] = [place(item.from), place(item.to)];
      return `<line x1="${a[0].toFixed(2)}" y1="${a[1].toFixed(2)}" x2="${b[0].toFixed(2)}" y2="${b[1].toFixed(2)}" stroke="${stroke.colour}" stroke-width="${(stroke.width * weight * (item.isNew ? NEW : 1)).toFixed(2)}"${dash} stroke-linecap="round"/>`;
    }
    case 'arrow':
      return arrowPath(item.style, place(item.from), place(item.to), item.bend, item.ticks)
        .map(
          (d) =>
            `<path d="${d.d}" fill="${d.filled ? palette.ink : 'none'}" stroke="${palette.ink}" stroke-width="1.6" stroke-linejoin="round"/>`,
        )
        .join('');
    case 'landmark':
      return '';
    case 'square': {
      const [from, to] = [place(item.at), place([item.at[0] + item.along[0], item.at[1] + item.along[1]])];
      return `<path d="${squarePath(from, [to[0] - from[0], to[1] - from[1]])}" fill="none" stroke="${palette.ink}" stroke-width="1"/>`;
    }
    case 'hold': {
      const [x, y] = place(item.at).map((v) => v.toFixed(1));
      return `<circle cx="${x}" cy="${y}" r="${HOLD_SIZE}" fill="none" stroke="${palette.ink}" stroke-width="1.4"/><circle cx="${x}" cy="${y}" r="${HOLD_SIZE * 0.35}" fill="${palette.ink}"/>`;
    }
    case 'number': {
      const [x, y] = place(item.at).map((v) => v.toFixed(1));
      return `<circle cx="${x}" cy="${y}" r="${NUMBER_SIZE * 0.7}" fill="#ffffff" stroke="${palette.ink}" stroke-width="0.8"/><text x="${x}" y="${y}" dy="0.36em" text-anchor="middle" font-family="Source Sans 3, sans-serif" font-size="${NUMBER_SIZE}" font-weight="600" fill="${palette.ink}">${item.n}</text>`;
    }
    case 'equal':
      return `<path d="${equalPath(place(item.from), place(item.to), item.parts)}" fill="none" stroke="${palette.ink}" stroke-width="1.4"/>`;
  }
}

/**
 * Paths of an arrow in the craft's notation, in px: valley a bow with a filled head, mountain a bow with an open
 * half head, fold-and-unfold a bow with heads at both ends, turn over a loop, rotate an open circle.
 */
export function arrowPath(
  style: ArrowStyle,
  from: Point,
  to: Point,
  bend: number,
  ticks = 0,
): { d: string; filled: boolean }[] {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const size = Math.hypot(dx, dy) || 1;
  const side = dx < 0 ? -1 : 1;
  if (style === 'turn-over') return turnOverPath(from, to);
  if (style === 'rotate') return rotatePath(from, to, bend);
  if (style === 'push' || style === 'pull') return [blockPath(style, from, to)];
  const control: Point = [
    (from[0] + to[0]) / 2 + (dy / size) * size * bend * side,
    (from[1] + to[1]) / 2 - (dx / size) * size * bend * side,
  ];
  const bow = { d: `M${at(from)}Q${at(control)} ${at(to)}`, filled: false };
  const head = headPath(control, to, style === 'valley' || style === 'fold-unfold');
  const strokes = tickPaths(from, control, to, ticks);
  if (style === 'fold-unfold') return [bow, head, headPath(control, from, false), ...strokes];
  if (style === 'unfold') return [bow, headPath(control, to, false)];
  return [bow, head, ...strokes];
}

/** A hollow arrow: pushing in it ends at the place pushed, pulling out it begins there. */
function blockPath(style: 'push' | 'pull', from: Point, to: Point): { d: string; filled: boolean } {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const size = Math.hypot(dx, dy) || 1;
  const [ux, uy] = [dx / size, dy / size];
  const start = style === 'push' ? -30 : 4;
  const corner = (along: number, across: number): Point => [
    from[0] + ux * (start + along) - uy * across,
    from[1] + uy * (start + along) + ux * across,
  ];
  const outline = [
    corner(0, 3.5),
    corner(14, 3.5),
    corner(14, 8),
    corner(26, 0),
    corner(14, -8),
    corner(14, -3.5),
    corner(0, -3.5),
  ];
  return { d: `M${outline.map(at).join('L')}Z`, filled: false };
}

/** Short strokes across the middle of a bow, one for each further time the step is folded. */
function tickPaths(from: Point, control: Point, to: Point, ticks: number): { d: string; filled: boolean }[] {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const size = Math.hypot(dx, dy);
  if (size < 24) return [];
  return Array.from({ length: Math.min(ticks, 5) }, (_, i) => {
    const t = 0.5 + ((i - (Math.min(ticks, 5) - 1) / 2) * 5) / size;
    const place = [0, 1].map(
      (k) => (1 - t) ** 2 * from[k]! + 2 * t * (1 - t) * control[k]! + t * t * to[k]!,
    ) as unknown as Point;
    const [ox, oy] = [(-dy / size) * 6, (dx / size) * 6];
    return {
      d: `M${at([place[0] - ox, place[1] - oy])}L${at([place[0] + ox, place[1] + oy])}`,
      filled: false,
    };
  });
}

/** The sign of a right angle, in px: two strokes that with the crease and the line make a small square. */
export function squarePath(at0: Point, along: Point): string {
  const size = Math.hypot(...along) || 1;
  const [ux, uy] = [(along[0] / size) * 9, (along[1] / size) * 9];
  return `M${at([at0[0] + ux, at0[1] + uy])}L${at([at0[0] + ux - uy, at0[1] + uy + ux])}L${at([at0[0] - uy, at0[1] + ux])}`;
}

/** The sign of equal parts, in px: a stroke across the middle of each; none where they are too short to be told apart. */
export function equalPath(from: Point, to: Point, parts: number): string {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const size = Math.hypot(dx, dy);
  if (size / parts < 7) return '';
  const [ox, oy] = [(-dy / size) * 5, (dx / size) * 5];
  return Array.from({ length: parts }, (_, i) => {
    const [x, y] = [from[0] + (dx * (i + 0.5)) / parts, from[1] + (dy * (i + 0.5)) / parts];
    return `M${at([x - ox, y - oy])}L${at([x + ox, y + oy])}`;
  }).join('');
}

function headPath(control: Point, tip: Point, filled: boolean): { d: string; filled: boolean } {
  const [dx, dy] = [tip[0] - control[0], tip[1] - control[1]];
  const size = Math.hypot(dx, dy) || 1;
  const [ux, uy] = [dx / size, dy / size];
  const reach = Math.min(12, Math.max(5, size * 0.7));
  const half = reach * 0.42;
  const base: Point = [tip[0] - ux * reach, tip[1] - uy * reach];
  const [l, r]: [Point, Point] = [
    [base[0] - uy * half, base[1] + ux * half],
    [base[0] + uy * half, base[1] - ux * half],
  ];
  return filled
    ? { d: `M${at(l)}L${at(tip)}L${at(r)}Z`, filled }
    : { d: `M${at(l)}L${at(tip)}L${at(base)}`, filled };
}

function turnOverPath(from: Point, to: Point): { d: string; filled: boolean }[] {
  const x = (from[0] + to[0]) / 2;
  const y = from[1];
  const d = `M${at(from)}C${at([x + 6, y])} ${at([x + 16, y - 22])} ${at([x, y - 22])}C${at([x - 16, y - 22])} ${at([x - 6, y])} ${at(to)}`;
  return [{ d, filled: false }, headPath([x, y - 2], to, true)];
}

function rotatePath(from: Point, to: Point, bend: number): { d: string; filled: boolean }[] {
  const r = Math.max(14, Math.hypot(to[0] - from[0], to[1] - from[1]) * 0.3);
  const [x, y] = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
  const end: Point = bend > 0 ? [x - r * 0.87, y - r * 0.5] : [x + r * 0.87, y - r * 0.5];
  const start: Point = bend > 0 ? [x + r * 0.87, y - r * 0.5] : [x - r * 0.87, y - r * 0.5];
  const d = `M${at(start)}A${r} ${r} 0 1 ${bend > 0 ? 1 : 0} ${at(end)}`;
  return [{ d, filled: false }, headPath([end[0] + (bend > 0 ? -8 : 8), end[1] + 12], end, true)];
}
