import { type Point, between, distance, readExact } from '../geometry/index.ts';
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
  const isOnPaper = from.ref.kind === 'named' && to.ref.kind === 'named';
  return {
    name: `${toFractionText(share)} ${from.name}–${to.name}`,
    ref: {
      kind: isOnPaper ? 'along' : 'between',
      from: from.ref,
      to: to.ref,
      share: /^\d+\/\d+$/.test(amount) ? amount : share,
    },
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
