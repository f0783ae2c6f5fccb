import { type Point, type Segment, between, distance, dot, readExact, subtract } from '../geometry/index.ts';
import type { PointRef } from '../references/index.ts';
import { readLength, toFractionText } from '../units/index.ts';
import type { Landmark } from './landmarks.ts';

/** A place between two points, as it was written, with where it lies in the model. */
export interface WrittenPlace {
  readonly name: string;
  readonly ref: PointRef;
  readonly model: Point;
}

/**
 * Reads "1/3 A B", "40% A B" or "20 mm A B": so far on the way from the first point to the second. A share of the paper
 * between two places with names, else of the straight way in the model. Undefined for anything else; `fault` where the
 * length is longer than the way, or cannot be told without a sheet.
 */
export function readPlace(
  text: string,
  landmarks: readonly Landmark[],
  sideMm: number | undefined,
): WrittenPlace | { readonly fault: string } | undefined {
  const found = findEnds(text.trim(), landmarks);
  if (!found) return undefined;
  const { amount, from, to } = found;
  const long = distance(from.model, to.model);
  const share = readShare(amount) ?? readLengthShare(amount, long, sideMm);
  if (share === undefined) return undefined;
  if (typeof share === 'object') return share;
  if (share <= 0 || share >= 1)
    return {
      fault: `From ${from.name} to ${to.name} it is ${sideMm === undefined ? 'one whole' : `${(long * sideMm).toFixed(1)} mm`}; write less than that.`,
    };
  return toPlace(from, to, share, /^\d+\/\d+$/.test(amount) ? amount : share);
}

/** Shares of a line that is pressed anywhere are taken in hundredths: a hand points no finer. */
const HUNDREDTHS = 100;
/** The paper between two points lies straight where it is no longer than this beyond their distance, in sheet sides. */
const STRAIGHT = 1e-6;
/** Layers are drawn a little apart: a point this near to a drawn line lies on it, in sheet sides. */
const ON_LINE = 0.012;

/**
 * The place on a line of the model that a press is nearest to, as a share of the way between the outermost points with a
 * name on that line. `lines` are edges and creases as they are drawn; undefined where none lies within `reach` (sheet
 * sides), or none has two such points.
 */
export function placeOnLine(
  at: Point,
  lines: readonly Segment[],
  landmarks: readonly Landmark[],
  reach: number,
): (WrittenPlace & { readonly way: number }) | undefined {
  const near = lines
    .map((line) => ({ line, off: offLine(at, line) }))
    .filter(({ off }) => off < reach)
    .sort((a, b) => a.off - b.off || distance(b.line.from, b.line.to) - distance(a.line.from, a.line.to));
  for (const { line } of near) {
    const along = subtract(line.to, line.from);
    const on = landmarks
      .filter((l) => l.rank === 'main' && offLine(l.model, line) < ON_LINE)
      .map((l) => ({ l, t: dot(subtract(l.model, line.from), along) }))
      .sort((a, b) => a.t - b.t);
    const [from, to] = [on[0]?.l, on.at(-1)?.l];
    if (!from || !to || distance(from.model, to.model) < ON_LINE) continue;
    const way = distance(from.model, to.model);
    const exact = dot(subtract(at, from.model), subtract(to.model, from.model)) / way ** 2;
    const share = Math.round(exact * HUNDREDTHS) / HUNDREDTHS;
    if (share <= 0 || share >= 1) continue;
    return { ...toPlace(from, to, share, share), way };
  }
  return undefined;
}

function offLine(p: Point, { from, to }: Segment): number {
  const along = subtract(to, from);
  const t = Math.max(0, Math.min(1, dot(subtract(p, from), along) / dot(along, along)));
  return distance(p, between(from, to, t));
}

/** A share of the paper between two places with names, else of the straight way in the model. */
function toPlace(from: Landmark, to: Landmark, share: number, written: number | string): WrittenPlace {
  const isOnPaper =
    from.ref.kind === 'named' &&
    to.ref.kind === 'named' &&
    from.sheet !== undefined &&
    to.sheet !== undefined &&
    // Where the paper between them is folded, the straight way in the model is another.
    Math.abs(distance(from.sheet, to.sheet) - distance(from.model, to.model)) < STRAIGHT;
  return {
    name: `${toFractionText(share).replace(/(\.\d*?)0+$/, '$1')} ${from.name}–${to.name}`,
    ref: { kind: isOnPaper ? 'along' : 'between', from: from.ref, to: to.ref, share: written },
    model: between(from.model, to.model, share),
  };
}

const bare = (name: string): string => name.toLowerCase().replace(/\s+/g, '');

/** The amount at the front and the two names behind it; the longest names that fit. */
function findEnds(
  text: string,
  landmarks: readonly Landmark[],
): { amount: string; from: Landmark; to: Landmark } | undefined {
  const [, amount, rest] = /^(\d[\d./,]*\s*(?:%|mm|cm|in|")?)\s+(.+)$/i.exec(text) ?? [];
  if (!amount || !rest) return undefined;
  const byName = new Map(landmarks.map((l) => [bare(l.name), l]));
  const words = rest
    .replace(/\b(of the way|of|from|to)\b|[–-]/gi, ' ')
    .trim()
    .split(/\s+/);
  for (let cut = words.length - 1; cut > 0; cut--) {
    const [from, to] = [words.slice(0, cut), words.slice(cut)].map((w) => byName.get(bare(w.join(''))));
    if (from && to && from !== to) return { amount: amount.trim(), from, to };
  }
  return undefined;
}

function readShare(amount: string): number | undefined {
  if (amount.endsWith('%')) {
    const read = readExact(amount.slice(0, -1).trim().replace(',', '.'));
    return read.ok ? read.value / 100 : undefined;
  }
  const read = readExact(amount.replace(',', '.'));
  return read.ok ? read.value : undefined;
}

function readLengthShare(
  amount: string,
  long: number,
  sideMm: number | undefined,
): number | { readonly fault: string } | undefined {
  const read = readLength(amount, 'mm');
  if (!read.ok) return undefined;
  if (sideMm === undefined)
    return { fault: 'A length needs a sheet; choose one in Paper, or write a share such as 1/3.' };
  return read.value / (long * sideMm);
}
