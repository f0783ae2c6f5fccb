import { SheetBounds, type WrittenTarget, type MarkTarget } from '../alignments/index.ts';
import {
  type ExactNumber,
  type Line,
  type Point,
  distance,
  lineAlong,
  lineThrough,
  readExact,
  sideOf,
} from '../geometry/index.ts';
import { type Outcome, done, failed } from '../outcome/index.ts';
import { type SheetShape, edgesOf, outlineOf } from '../sheet/index.ts';
import { angleWays } from './angles.ts';
import { type ClearParts, isTouched } from './clear.ts';
import type { Construction, MarkAsk } from './construction.ts';
import { constructMark } from './constructions.ts';
import { findConstructions } from './found.ts';
import { asFraction } from './fraction.ts';

/** What a folder asks for: a fraction of an edge, or any share, place or line as it is written. */
export type MarkWish = MarkAsk | WrittenTarget;

/** Finer than this (in sheet sides) doubles keep no account of a fold. */
const FINEST = 1e-12;

/** Where a wish lies on the sheet; fails with a sentence that names what is wrong and the limit. */
export function readWish(sheet: SheetShape, wish: MarkWish): Outcome<MarkTarget, string> {
  if (!('kind' in wish)) {
    const { edge, top, bottom } = wish;
    return onEdge(sheet, edge, top / bottom, `${top}/${bottom}`);
  }
  if (wish.kind === 'share') {
    const share = readExact(wish.share);
    return share.ok
      ? onEdge(sheet, wish.edge, share.value, String(wish.share))
      : failed(sayNumber(share.fault));
  }
  if (wish.kind === 'crease') return readCrease(sheet, wish.from, wish.to);
  const place = onSheet(sheet, wish.kind === 'point' ? wish.at : wish.through);
  if (!place.ok) return place;
  const at = place.value;
  if (wish.kind === 'point') return done({ kind: 'point', at });
  const degrees = readExact(wish.degrees);
  if (!degrees.ok) return failed(sayNumber(degrees.fault));
  const turn = (degrees.value * Math.PI) / 180;
  const line = lineAlong(at, [Math.cos(turn), Math.sin(turn)]);
  return acrossSheet(sheet, line, `The line through ${sayPlace(at)} at ${round(degrees.value)}°`);
}

/** The line through two places. */
function readCrease(
  sheet: SheetShape,
  from: readonly ExactNumber[],
  to: readonly ExactNumber[],
): Outcome<MarkTarget, string> {
  const [p, q] = [onSheet(sheet, from), onSheet(sheet, to)];
  if (!p.ok) return p;
  if (!q.ok) return q;
  const line = distance(p.value, q.value) < RIM ? undefined : lineThrough(p.value, q.value);
  return line
    ? acrossSheet(sheet, line, `The line through ${sayPlace(p.value)} and ${sayPlace(q.value)}`)
    : failed(`Both places are ${sayPlace(p.value)}; a line needs two that lie apart.`);
}

/** A place as it is written; fails where it is none, or lies off the sheet. */
function onSheet(sheet: SheetShape, written: readonly ExactNumber[]): Outcome<Point, string> {
  const [x, y] = written.map(readExact);
  if (!x!.ok) return failed(sayNumber(x!.fault));
  if (!y!.ok) return failed(sayNumber(y!.fault));
  const at: Point = [x!.value, y!.value];
  const { maxX, maxY } = sizeOf(sheet);
  return new SheetBounds(outlineOf(sheet)).holds(at)
    ? done(at)
    : failed(
        `The place ${sayPlace(at)} lies off the sheet, which reaches from (0, 0) at A to (${round(maxX)}, ${round(maxY)}) in its shorter sides; choose one on it.`,
      );
}

function acrossSheet(sheet: SheetShape, line: Line, says: string): Outcome<MarkTarget, string> {
  const ends = new SheetBounds(outlineOf(sheet)).ends(line);
  const isRim = edgesOf(sheet).some((e) => ends?.every((p) => distanceFrom(e, p) < RIM));
  return ends && !isRim
    ? done({ kind: 'line', line })
    : failed(
        `${says} runs along the rim or cuts off a corner too small to fold; turn it, or move it inwards.`,
      );
}

const sayPlace = (at: Point): string => `(${round(at[0])}, ${round(at[1])})`;

function onEdge(sheet: SheetShape, edge: string, share: number, says: string): Outcome<MarkTarget, string> {
  const edges = edgesOf(sheet);
  if (!edges.some((e) => e.name === edge))
    return failed(`This sheet has no edge ${edge}; choose one of ${edges.map((e) => e.name).join(', ')}.`);
  return share > 0 && share < 1
    ? done({ kind: 'share', edge, share })
    : failed(`${says} does not lie on the edge; write a fraction between 0 and 1.`);
}

/** A line nearer to an edge than this (sheet sides) is the edge. */
const RIM = 1e-6;

function distanceFrom({ from, to }: { from: Point; to: Point }, p: Point): number {
  const line = lineThrough(from, to);
  return line ? Math.abs(sideOf(line, p)) : Infinity;
}

const sayNumber = (fault: string): string => `${fault.charAt(0).toUpperCase()}${fault.slice(1)}.`;
const round = (v: number): number => Math.round(v * 1e4) / 1e4;

function sizeOf(sheet: SheetShape): { maxX: number; maxY: number } {
  const corners = outlineOf(sheet);
  return { maxX: Math.max(...corners.map((c) => c[0])), maxY: Math.max(...corners.map((c) => c[1])) };
}

/** The fraction of an edge a wish is, where it is one of up to 64 parts. */
function fractionOf(wish: MarkWish, target: MarkTarget): MarkAsk | undefined {
  if (!('kind' in wish)) return wish;
  const fraction = target.kind === 'share' ? asFraction(target.share) : undefined;
  return fraction && target.kind === 'share' ? { edge: target.edge, ...fraction } : undefined;
}

export interface WayLimits {
  readonly prefix: string;
  /** What is near enough, in sheet sides. */
  readonly near: number;
  /** Parts of the sheet to keep free of creases. */
  readonly clear?: ClearParts;
  /** Whether two marks may be brought onto two lines at once. */
  readonly both?: boolean;
}

/**
 * Ways to fold what was asked for, exact ones first; those that keep the parts to be kept clear before all others. Fails
 * with a sentence where the wish is none, or nothing comes near enough.
 */
export function findWays(
  sheet: SheetShape,
  wish: MarkWish,
  { prefix, near, clear, both = false }: WayLimits,
): Outcome<{ target: MarkTarget; ways: (Construction & { touches: boolean })[] }, string> {
  const read = readWish(sheet, wish);
  if (!read.ok) return read;
  if (!(near >= FINEST))
    return failed(
      'What is near enough is under a millionth of a millionth of the side, finer than a fold can be computed; allow more.',
    );
  const target = read.value;
  if (clear && target.kind === 'point' && clear.some((part) => new SheetBounds(part).holds(target.at)))
    return failed(
      'The place lies in a part that shall stay without a crease, and a mark is a crease; choose another place, or free that part.',
    );
  const fraction = fractionOf(wish, target);
  const found = fraction
    ? constructMark(sheet, fraction, prefix, { near, both, ...(clear ? { clear } : {}) })
    : done(
        findConstructions(sheet, {
          target,
          written: wish as WrittenTarget,
          prefix,
          near,
          both,
          ...(clear ? { clear } : {}),
        }),
      );
  if (!found.ok) return found;
  if (target.kind === 'line') {
    const isExact = found.value.some((way) => way.exact);
    found.value.push(...angleWays(sheet, target.line, { prefix, near, isExact }));
  }
  if (found.value.length === 0)
    return failed(
      'Nothing that six folds or fewer make comes that near; allow more, or ask for a place beside it.',
    );
  const ways = found.value.map((way) => ({
    ...way,
    touches: clear !== undefined && isTouched(sheet, way.steps, clear),
  }));
  return done({ target, ways: ways.sort((a, b) => Number(a.touches) - Number(b.touches)) });
}
